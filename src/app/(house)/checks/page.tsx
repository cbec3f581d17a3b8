import type { Metadata } from "next";
import { checklistsView } from "@/house/checklists/view";
import { houseDatabase } from "@/house/door";
import { Lead, Panel } from "@/ui/bench";
import { Checklist } from "@/ui/checklists";

export const metadata: Metadata = { title: "Checklists" };

/** Every list of the house as it stands today, and the record of a period for whoever inspects. */
export default async function Checklists() {
  const { lists, today } = await checklistsView(houseDatabase());
  const open = lists.filter((l) => l.left > 0).length;
  return (
    <>
      <Lead title="Checklists">
        <p className="text-ink-2">
          {open === 0 ? "All of it is done today." : `${open} of ${lists.length} lists have something to do.`}
        </p>
      </Lead>
      {lists.map((list) => (
        <Checklist key={list.kind} list={list} edit />
      ))}
      <Panel title="On paper, for a period">
        <form
          action="/checks-report"
          method="get"
          target="_blank"
          className="flex flex-wrap items-end gap-4"
          rel="noopener"
        >
          <label className="field block">
            <span className="mb-1 block text-[15px] font-semibold">From</span>
            <input type="date" name="from" defaultValue={`${today.slice(0, 8)}01`} required />
          </label>
          <label className="field block">
            <span className="mb-1 block text-[15px] font-semibold">To</span>
            <input type="date" name="to" defaultValue={today} required />
          </label>
          <button type="submit" className="do" data-quiet="">
            Report as PDF
          </button>
        </form>
        <p className="mt-2 text-[15px] text-ink-2">
          What was ticked, by whom and when, and what was not. What your local food rules ask to be kept comes
          first.
        </p>
      </Panel>
    </>
  );
}
