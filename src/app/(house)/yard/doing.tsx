import { houseDatabase } from "@/house/door";
import { daysLater } from "@/house/language/clock";
import { mass, massFigure } from "@/house/language/shown";
import { shared } from "@/house/standing/shared";
import type { Snapshot } from "@/house/standing/snapshot";
import { FOUNDATIONS } from "@/house/vessels/commands/add-supers";
import { CLEARING, CLEARING_METHODS } from "@/house/yard/clearing";
import { plansView, pullSheetView, type YardView } from "@/house/yard/view";
import { Caution } from "@/ui/bench";
import { CommandForm } from "@/ui/fields/command-form";
import { Judged } from "@/ui/fields/judged";
import type { FieldSpec } from "@/ui/fields/spec";
import { PullSheet } from "@/ui/pull/sheet";
import { ImportFile, PullPlans } from "@/ui/yard";
import { type BayDoing, doingsOf } from "../doings";

interface Given {
  readonly s: Snapshot;
  readonly view: YardView;
  /** What waits at the intake. */
  readonly intake: Snapshot["waiting"];
  readonly yard: FieldSpec<"yard">;
}

const options = (list: readonly string[]) => list.map((v) => ({ value: v, label: v }));
const TAGS: FieldSpec<"tags"> = {
  name: "tags",
  label: "Tags",
  placeholder: "1-12",
  hint: "a run, or a list with commas",
  span: 3,
};
const OWNER: readonly FieldSpec<"owner" | "agreedKg">[] = [
  { name: "owner", label: "Kept separate for", hint: "leave empty to pool" },
  { name: "agreedKg", label: "Agreed each", unit: "kg", kind: "figure", span: 1 },
];

const OFTEN: readonly BayDoing<Given>[] = [
  {
    id: "pull",
    needs: "pull-supers",
    label: "Record a pull",
    show: async ({ s }) => {
      const sheet = await shared(houseDatabase(), "pull sheet", s.now, () =>
        pullSheetView(houseDatabase(), s),
      );
      if (!sheet)
        return (
          <p className="panel mb-3">
            A pull needs a yard with colonies, and supers with their empty weight. Add those first.
          </p>
        );
      return (
        <>
          <Judged commands={["pull-supers"]}>
            <PullSheet view={sheet} />
          </Judged>
          <Caution>
            a full ten-frame super weighs {massFigure(30, 0)} to {mass(40, 0)}: carry it in two or with a
            barrow. Stings: keep a phone and the adrenaline plan at hand.
          </Caution>
        </>
      );
    },
  },
  {
    id: "frames",
    needs: "bring-frames",
    label: "Loose frames",
    show: () => (
      <CommandForm
        command="bring-frames"
        label="Bring them in"
        keep={["colony"]}
        fields={[
          { name: "frames", label: "Frames", kind: "figure", span: 1 },
          { name: "grossKg", label: "Crate and frames weigh", unit: "kg", kind: "figure" },
          { name: "colony", label: "Off colony", hint: "1 when left out", placeholder: "1", span: 1 },
          { name: "cappedPct", label: "Capped", unit: "%", kind: "figure", value: "95", span: 1 },
          {
            name: "emptyKg",
            label: "Empty they weigh",
            unit: "kg",
            kind: "figure",
            hint: "left out: guessed, and learnt after spinning",
          },
          { name: "date", label: "Taken off on", kind: "day", hint: "today when left out" },
          { name: "owner", label: "Stays the honey of", hint: "brought here only to be spun" },
        ]}
      />
    ),
  },
  {
    id: "weigh",
    needs: "weigh-in",
    label: "Weigh in",
    show: ({ intake }) => (
      <CommandForm
        command="weigh-in"
        label="Weigh it in"
        fields={[
          {
            name: "super",
            label: "Super",
            placeholder: "41",
            span: 1,
            offers: intake.filter((w) => !w.weighed).map((w) => w.tag),
          },
          { name: "grossKg", label: "Weighs with honey", unit: "kg", kind: "figure" },
        ]}
      />
    ),
  },
  {
    id: "plans",
    part: "planners",
    needs: "plan-pull",
    label: "Plan a pull",
    show: ({ s, view, yard }) => (
      <>
        <CommandForm
          command="plan-pull"
          label="Plan it"
          fields={[
            yard,
            { name: "date", label: "Day of the pull", kind: "day", value: daysLater(view.today, 2) },
            {
              name: "method",
              label: "Bees cleared by",
              kind: "choice",
              options: CLEARING_METHODS.map((m) => ({
                value: m,
                label: `${CLEARING[m].name}${CLEARING[m].leadDays > 0 ? `, ${CLEARING[m].leadDays} days ahead` : ""}`,
              })),
              span: 3,
            },
            { name: "note", label: "Note", span: 3 },
          ]}
        />
        <PullPlans plans={plansView(s)} />
      </>
    ),
  },
  {
    id: "bloom",
    needs: "note-bloom",
    label: "Note a bloom",
    show: ({ view, yard }) => (
      <CommandForm
        command="note-bloom"
        label="Note it"
        keep={["yard", "date"]}
        fields={[
          yard,
          { name: "what", label: "In bloom", placeholder: "lime" },
          { name: "date", label: "Seen on", kind: "day", value: view.today },
        ]}
      />
    ),
  },
];

const SELDOM: readonly BayDoing<Given>[] = [
  {
    id: "yard",
    needs: "add-yard",
    label: "Add a yard",
    show: ({ s }) => (
      <CommandForm
        command="add-yard"
        label="Set up the yard"
        fields={[
          { name: "name", label: "Name", placeholder: "Kiln Field", span: 3 },
          {
            name: "country",
            label: "Country",
            hint: s.house.country ? `${s.house.country} if left out` : "for the label's origin",
            value: "",
          },
          { name: "location", label: "Where it is", placeholder: "second gate after the mill", span: 3 },
          { name: "registration", label: "Registration" },
          { name: "note", label: "Note", span: 3 },
        ]}
      />
    ),
  },
  {
    id: "colonies",
    needs: "add-colonies",
    label: "Add colonies",
    show: ({ yard }) => (
      <CommandForm
        command="add-colonies"
        label="Set up colonies"
        keep={["yard"]}
        fields={[{ ...yard, span: 3 }, TAGS, ...OWNER]}
      />
    ),
  },
  {
    id: "separate",
    needs: "keep-separate",
    label: "Keep separate",
    show: () => (
      <CommandForm
        command="keep-separate"
        label="Keep them so"
        fields={[{ ...TAGS, name: "colonies", label: "Colonies" }, ...OWNER]}
      />
    ),
  },
  {
    id: "supers",
    needs: "add-supers",
    label: "Add supers",
    show: () => (
      <>
        <CommandForm
          command="add-supers"
          label="Set up supers"
          keep={["depth", "frames", "emptyKg", "foundation"]}
          fields={[
            { ...TAGS, placeholder: "41-52" },
            {
              name: "depth",
              label: "Depth",
              kind: "choice",
              options: options(["deep", "medium", "shallow", "custom"]),
              value: "medium",
            },
            { name: "frames", label: "Frames", kind: "figure", span: 1, value: "10" },
            {
              name: "emptyKg",
              label: "Empty weight",
              unit: "kg",
              kind: "figure",
              hint: "box, frames and drawn comb",
            },
            {
              name: "foundation",
              label: "Foundation",
              kind: "choice",
              options: [{ value: "", label: "not noted" }, ...options(FOUNDATIONS)],
            },
          ]}
        />
        <form
          className="panel mb-3 flex flex-wrap items-end gap-4"
          action="/tags"
          target="_blank"
          aria-label="Print tags"
          rel="noopener"
        >
          <div className="field w-72">
            <label className="mb-1 block text-[15px] font-semibold" htmlFor="print-tags">
              Tags to print
            </label>
            <input id="print-tags" name="tags" placeholder="41-52" autoComplete="off" />
          </div>
          <div className="field w-32">
            <label className="mb-1 block text-[15px] font-semibold" htmlFor="print-page">
              Page
            </label>
            <select id="print-page" name="page">
              <option value="a4">A4</option>
              <option value="letter">Letter</option>
            </select>
          </div>
          <button type="submit" className="do" data-quiet="">
            Print tags
          </button>
        </form>
      </>
    ),
  },
  { id: "files", needs: "import-rows", label: "Files in and out", show: () => <ImportFile /> },
];

export const WORK = doingsOf(OFTEN, SELDOM);

/** What the pieces of work need to know. */
export const benchOf = (s: Snapshot, view: YardView, intake: Snapshot["waiting"]): Given => ({
  s,
  view,
  intake,
  yard: { name: "yard", label: "Yard", kind: "choice", options: options(view.yards.map((y) => y.name)) },
});
