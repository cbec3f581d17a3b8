import type { Metadata } from "next";
import Link from "next/link";
import { formatKgFromG } from "@/core/units";
import { CLEARING, CLEARING_METHODS } from "@/house/clearing";
import { daysLater, writtenDay } from "@/house/clock";
import { FOUNDATIONS } from "@/house/commands/add-supers";
import { houseDatabase } from "@/house/door";
import { decisions } from "@/house/views/decisions";
import { judgedPull, pullsOf, yieldOf } from "@/house/views/ripeness";
import { stacksOf } from "@/house/views/stacks";
import { pastOf, plansView, pullSheetView, yardView } from "@/house/views/yard";
import { Caution, Doings, Lead, Panel } from "@/ui/bench";
import { Decisions } from "@/ui/decisions";
import { CommandForm } from "@/ui/fields/command-form";
import type { FieldSpec } from "@/ui/fields/spec";
import { Figure } from "@/ui/figures/figure";
import { SuperBox } from "@/ui/figures/stacks";
import { ImportFile } from "@/ui/import-file";
import { PullPlans } from "@/ui/plans";
import { PullSheet } from "@/ui/pull";
import { VERDICT } from "@/ui/pull/words";
import { RecordTable } from "@/ui/record";
import { Why } from "@/ui/why/why";
import { houseAsItStands } from "../../read";

export const metadata: Metadata = { title: "Yard" };

const DOINGS = [
  { id: "pull", label: "Record a pull" },
  { id: "weigh", label: "Weigh in" },
  { id: "plans", label: "Plan a pull" },
  { id: "bloom", label: "Note a bloom" },
];
const SELDOM = [
  { id: "yard", label: "Add a yard" },
  { id: "colonies", label: "Add colonies" },
  { id: "separate", label: "Keep separate" },
  { id: "supers", label: "Add supers" },
  { id: "files", label: "Files in and out" },
];

const options = (list: readonly string[]) => list.map((v) => ({ value: v, label: v }));
const TAGS: FieldSpec = {
  name: "tags",
  label: "Tags",
  placeholder: "1-12",
  hint: "a run, or a list with commas",
  span: 3,
};
const OWNER: readonly FieldSpec[] = [
  { name: "owner", label: "Kept separate for", hint: "leave empty to pool" },
  { name: "agreedKg", label: "Agreed each", unit: "kg", kind: "figure", span: 1 },
];

export default async function Yard({ searchParams }: { searchParams: Promise<{ do?: string }> }) {
  const s = await houseAsItStands();
  const open = (await searchParams).do;
  const db = houseDatabase();
  const view = await yardView(db, s);
  const sheet = open === "pull" ? await pullSheetView(db, s) : null;
  const { intake } = stacksOf(s.waiting);
  const past = intake.length > 0 ? await pastOf(db) : null;
  const yard: FieldSpec = {
    name: "yard",
    label: "Yard",
    kind: "choice",
    options: options(view.yards.map((y) => y.name)),
  };
  return (
    <>
      <Lead title="Yard">
        <Figure
          value={(intake.reduce((g, w) => g + w.grams, 0) / 1000).toFixed(1)}
          unit={`kg in ${intake.length} supers at the intake`}
          tone="mass"
        />
      </Lead>
      {open !== "pull" && (
        <Decisions
          list={decisions(s).filter((d) => d.bay === "Yard")}
          none={view.yards.length === 0 ? "Set up a yard first." : "Nothing waits at the intake."}
        />
      )}
      <Doings bay="/yard" list={DOINGS} rest={SELDOM} open={open} />
      {sheet && (
        <>
          <PullSheet view={sheet} />
          <Caution>
            a full ten-frame super weighs 30 to 40 kg: carry it in two or with a barrow. Stings: keep a phone
            and the adrenaline plan at hand.
          </Caution>
        </>
      )}
      {open === "pull" && !sheet && (
        <p className="panel">
          A pull needs a yard with colonies, and supers with their empty weight. Add those first.
        </p>
      )}
      {open === "weigh" && (
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
      )}
      {open === "plans" && (
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
      )}
      {open === "bloom" && (
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
      )}
      {open === "yard" && (
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
      )}
      {open === "colonies" && (
        <CommandForm
          command="add-colonies"
          label="Set up colonies"
          keep={["yard"]}
          fields={[{ ...yard, span: 3 }, TAGS, ...OWNER]}
        />
      )}
      {open === "separate" && (
        <CommandForm
          command="keep-separate"
          label="Keep them so"
          fields={[{ ...TAGS, name: "colonies", label: "Colonies" }, ...OWNER]}
        />
      )}
      {open === "supers" && (
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
      )}
      {open === "files" && <ImportFile />}
      {past &&
        open !== "pull" &&
        pullsOf(intake).map((pull) => {
          const judged = judgedPull(s, pull.supers);
          const expected = yieldOf(pull.supers, past);
          const tone = VERDICT[judged.verdict].tone;
          return (
            <Panel
              key={pull.id}
              title={`At the intake: ${pull.yard}, pulled ${writtenDay(pull.date)}`}
              className="mb-4"
            >
              <div className="mb-3 flex flex-wrap items-baseline gap-x-4">
                <p
                  data-tone={tone}
                  className="min-w-0 flex-1 basis-72 font-semibold"
                  style={{ color: "var(--tone)" }}
                >
                  {judged.sentence}
                </p>
                <Why why={{ title: `${pull.yard} together`, because: judged.because }} />
                <p>
                  expected in pails <b className="text-mass">{expected.kg.toFixed(0)} kg</b>
                  <span className="text-ink-2">
                    , {expected.loKg.toFixed(0)} to {expected.hiKg.toFixed(0)}
                  </span>
                </p>
                <Why why={{ title: "Expected yield", because: expected.because }} />
              </div>
              <div className="grid grid-cols-[repeat(auto-fill,minmax(170px,1fr))] gap-2">
                {pull.supers.map((w, i) => (
                  <SuperBox
                    key={w.fill_id}
                    box={{
                      tag: w.tag,
                      kg: w.grams / 1000,
                      waterPct: w.water.figures.waterPct ?? null,
                      cappedPct: w.capped_pct,
                      says: VERDICT[judged.supers[i]?.ripeness.verdict ?? "test"].word,
                    }}
                  />
                ))}
              </div>
            </Panel>
          );
        })}
      <Panel title="Yards and what they gave this year">
        {view.yards.length === 0 ? (
          <p className="text-ink-2">
            No yard yet. A yard is the place where colonies stand; every jar is traced back to it.
          </p>
        ) : (
          <RecordTable
            rows={view.yards}
            keyOf={(y) => y.name}
            columns={[
              {
                head: "Yard",
                cell: (y) => (
                  <>
                    <Link href={`/trace/yard/${encodeURIComponent(y.name)}`}>{y.name}</Link>
                    <span className="block text-[14px] font-normal text-ink-2">
                      {[y.location, y.registration && `reg. ${y.registration}`].filter(Boolean).join("; ")}
                    </span>
                  </>
                ),
              },
              { head: "Colonies", figure: true, cell: (y) => y.colonies },
              { head: "Supers pulled", figure: true, cell: (y) => y.supers },
              { head: "Honey, kg", figure: true, className: "text-mass", cell: (y) => y.kg },
              { head: "A colony, kg", figure: true, cell: (y) => y.kgPerColony },
              {
                head: "In bloom, kept separate, note",
                className: "text-ink-2 text-[15px]",
                cell: (y) => [y.blooms, y.separate, y.note].filter(Boolean).join("; "),
              },
            ]}
          />
        )}
      </Panel>
      {intake.length > 0 && (
        <p className="mt-2 text-[14px] text-ink-2">
          {formatKgFromG(intake.reduce((g, w) => g + w.grams, 0))} kg at the intake
          {intake.some((w) => !w.weighed) &&
            `, of it ${intake.filter((w) => !w.weighed).length} supers by estimate until they are weighed in`}
          .
        </p>
      )}
    </>
  );
}
