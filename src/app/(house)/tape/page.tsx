import type { Metadata } from "next";
import { COMMANDS } from "@/house";
import { houseDatabase } from "@/house/door";
import { keyFrom } from "@/house/standing/lists";
import { tapeView } from "@/house/standing/strip-and-tape";
import { tapeSearch } from "@/house/standing/tape-search";
import { Lead, Older } from "@/ui/bench";
import { Link } from "@/ui/link";
import { FindDay } from "@/ui/shell/find-day";
import { TapeEntries } from "@/ui/shell/tape";
import { houseAsItStands } from "../../read";

export const metadata: Metadata = { title: "The tape" };

const INPUT = "min-h-12 rounded border-[1.5px] border-edge bg-shelf px-3";

/** The whole record, a page at a time, or what is looked for on it; the tape beside the bench shows its newest end. */
export default async function WholeTape({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const s = await houseAsItStands();
  const search = await searchParams;
  const one = (name: string): string => String(search[name] ?? "").slice(0, 80);
  const { asked, query, says } = tapeSearch(
    { words: one("words"), tag: one("tag"), who: one("who"), day: one("day"), kind: one("kind") },
    s.house.zone,
  );
  const view = await tapeView(houseDatabase(), s, keyFrom(one("before")), asked);
  const kinds = [...COMMANDS.values()].map((c) => [c.name, c.summary] as const);
  return (
    <>
      <Lead title="The tape" />
      <form
        action="/tape"
        className="panel mb-3 flex flex-wrap items-end gap-4"
        aria-label="Find on the tape"
      >
        <label>
          <span className="mb-1 block font-semibold">Words</span>
          <input
            name="words"
            className={INPUT}
            defaultValue={one("words")}
            maxLength={80}
            placeholder="strainer"
          />
        </label>
        <label>
          <span className="mb-1 block font-semibold">Tag, code or name</span>
          <input
            name="tag"
            className={`${INPUT} w-40`}
            defaultValue={one("tag")}
            maxLength={40}
            placeholder="41"
          />
        </label>
        <label>
          <span className="mb-1 block font-semibold">By</span>
          <select name="who" className={INPUT} defaultValue={one("who")}>
            <option value="">anybody</option>
            {view.crew.map((c) => (
              <option key={c.name} value={c.name}>
                {c.name}
              </option>
            ))}
          </select>
        </label>
        <FindDay day={one("day")} />
        <label>
          <span className="mb-1 block font-semibold">Kind</span>
          <select name="kind" className={`${INPUT} max-w-64`} defaultValue={one("kind")}>
            <option value="">any</option>
            {kinds.map(([name, summary]) => (
              <option key={name} value={name}>
                {summary.slice(0, 60)}
              </option>
            ))}
          </select>
        </label>
        <button type="submit" className="do">
          Find
        </button>
        {asked && (
          <a className="flex min-h-12 items-center underline underline-offset-4" href="/tape">
            The whole tape
          </a>
        )}
      </form>
      {says && (
        <p role="alert" className="panel mb-3 font-semibold text-stop">
          {says}
        </p>
      )}
      {view.lines.length === 0 && <p className="panel text-ink-2">Nothing of the kind is on the tape.</p>}
      {view.lines.length > 0 && (
        <ol className="panel font-mono text-[15px]">
          <TapeEntries lines={view.lines} />
        </ol>
      )}
      <Older base={`/tape${query}`} before={view.more} />
      <p className="mt-4">
        <Link className="underline underline-offset-4" href="/set-up">
          Check that nothing on it was changed
        </Link>
      </p>
    </>
  );
}
