import type { Metadata } from "next";
import Link from "next/link";
import { houseDatabase } from "@/house/door";
import { decisions } from "@/house/views/decisions";
import { stacksOf } from "@/house/views/stacks";
import { pullSheetView, yardView } from "@/house/views/yard";
import { Caution, Doings, Lead, Panel } from "@/ui/bench";
import { Decisions } from "@/ui/decisions";
import { CommandForm } from "@/ui/fields/command-form";
import { Figure } from "@/ui/figures/figure";
import { SuperBox } from "@/ui/figures/stacks";
import { PullSheet } from "@/ui/pull-sheet";
import { RecordTable } from "@/ui/record";
import { houseAsItStands } from "../../read";

export const metadata: Metadata = { title: "Yard" };

const DOINGS = [
  { id: "pull", label: "Record a pull" },
  { id: "yard", label: "Add a yard" },
  { id: "colonies", label: "Add colonies" },
  { id: "supers", label: "Add supers" },
];

export default async function Yard({ searchParams }: { searchParams: Promise<{ do?: string }> }) {
  const s = await houseAsItStands();
  const open = (await searchParams).do;
  const view = await yardView(houseDatabase(), s);
  const sheet = open === "pull" ? await pullSheetView(houseDatabase()) : null;
  const { intake } = stacksOf(s.waiting);
  const yards = view.yards.map((y) => ({ value: y.name, label: y.name }));
  return (
    <>
      <Lead title="Yard">
        <Figure
          value={(intake.reduce((g, w) => g + w.grams, 0) / 1000).toFixed(1)}
          unit={`kg in ${intake.length} supers at the intake`}
          tone="mass"
        />
      </Lead>
      <Decisions
        list={decisions(s).filter((d) => d.bay === "Yard")}
        none={view.yards.length === 0 ? "Set up a yard first." : "Nothing waits at the intake."}
      />
      <Doings bay="/yard" list={DOINGS} open={open} />
      {sheet && (
        <>
          <PullSheet {...sheet} today={view.today} />
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
            { name: "note", label: "Note", placeholder: "what blooms there", span: 3 },
          ]}
        />
      )}
      {open === "colonies" && (
        <CommandForm
          command="add-colonies"
          label="Set up colonies"
          keep={["yard"]}
          fields={[
            { name: "yard", label: "Yard", kind: "choice", options: yards, span: 3 },
            {
              name: "tags",
              label: "Tags",
              placeholder: "1-12",
              hint: "a run, or a list with commas",
              span: 3,
            },
          ]}
        />
      )}
      {open === "supers" && (
        <CommandForm
          command="add-supers"
          label="Set up supers"
          keep={["depth", "frames", "emptyKg"]}
          fields={[
            {
              name: "tags",
              label: "Tags",
              placeholder: "41-52",
              hint: "a run, or a list with commas",
              span: 3,
            },
            {
              name: "depth",
              label: "Depth",
              kind: "choice",
              options: ["deep", "medium", "shallow", "custom"].map((d) => ({ value: d, label: d })),
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
          ]}
        />
      )}
      {intake.length > 0 && (
        <Panel title="At the intake" className="mb-4">
          <div className="grid grid-cols-[repeat(auto-fill,minmax(170px,1fr))] gap-2">
            {intake.map((w) => (
              <SuperBox
                key={w.fill_id}
                box={{
                  tag: w.tag,
                  kg: w.grams / 1000,
                  waterPct: w.water.figures.waterPct ?? null,
                  cappedPct: w.capped_pct,
                }}
              />
            ))}
          </div>
        </Panel>
      )}
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
                cell: (y) => <Link href={`/trace/yard/${encodeURIComponent(y.name)}`}>{y.name}</Link>,
              },
              { head: "Colonies", figure: true, cell: (y) => y.colonies },
              { head: "Supers pulled", figure: true, cell: (y) => y.supers },
              { head: "Honey, kg", figure: true, className: "text-mass", cell: (y) => y.kg },
              { head: "A colony, kg", figure: true, cell: (y) => y.kgPerColony },
              { head: "Note", className: "text-ink-2", cell: (y) => y.note },
            ]}
          />
        )}
      </Panel>
    </>
  );
}
