import type { Metadata } from "next";
import Link from "next/link";
import { TOOLS } from "@/core/dayplan";
import { formatKgFromG } from "@/core/units";
import { LOSS_CAUSES } from "@/house/commands/record-loss";
import { houseDatabase } from "@/house/door";
import { decisions } from "@/house/views/decisions";
import { floorView } from "@/house/views/floor";
import { devicesAtHand, instrumentsView } from "@/house/views/instruments";
import type { BatchState } from "@/house/views/snapshot";
import { stacksOf } from "@/house/views/stacks";
import { Caution, Doings, Lead, Panel } from "@/ui/bench";
import { ChooseSupers } from "@/ui/choose-supers";
import { Decisions } from "@/ui/decisions";
import { CommandForm } from "@/ui/fields/command-form";
import type { FieldSpec } from "@/ui/fields/spec";
import { AccountBar } from "@/ui/figures/account-bar";
import { Figure } from "@/ui/figures/figure";
import { DayPlanner, LoadArranger, ResidueChart } from "@/ui/floor";
import { Checks } from "@/ui/floor/checks";
import { Gate } from "@/ui/floor/gate";
import { RunCard } from "@/ui/floor/run-card";
import { RecordTable } from "@/ui/record";
import { ReadingSheet } from "@/ui/room/reading-sheet";
import { Why } from "@/ui/why/why";
import { houseAsItStands } from "../../read";

export const metadata: Metadata = { title: "Spin" };

const DOINGS = [
  { id: "load", label: "Next load" },
  { id: "day", label: "Plan the day" },
  { id: "batch", label: "Choose supers" },
  { id: "read", label: "Enter a reading" },
  { id: "weigh", label: "Weigh back a super" },
  { id: "pail", label: "Fill a pail" },
];
const SELDOM = [
  { id: "opening", label: "Opening check" },
  { id: "closing", label: "Closing check" },
  { id: "cappings", label: "Cappings" },
  { id: "hand", label: "Without a machine" },
  { id: "loss", label: "Book a loss" },
  { id: "close", label: "Close a batch" },
  { id: "machine", label: "Add a machine" },
  { id: "pails", label: "Add pails" },
];

type Search = { do?: string; super?: string; supers?: string; batch?: string };

export default async function Spin({ searchParams }: { searchParams: Promise<Search> }) {
  const s = await houseAsItStands();
  const search = await searchParams;
  const open = search.do;
  const floor = await floorView(houseDatabase(), s);
  const { stacks, intake } = stacksOf(s.waiting);
  const grouped = [
    ...(intake.length > 0 ? [{ name: "Intake", supers: intake }] : []),
    ...stacks.map((x) => ({ name: `Stack ${x.name}`, supers: x.supers })),
  ];
  const batchField: FieldSpec[] =
    s.openBatches.length > 1
      ? [
          {
            name: "batch",
            label: "Batch",
            kind: "choice",
            options: s.openBatches.map((b) => ({ value: String(b.number), label: `Batch ${b.number}` })),
            ...(search.batch ? { value: search.batch } : {}),
          },
        ]
      : [];
  return (
    <>
      <Lead title="Spin">
        <Figure
          value={(s.openBatches.reduce((g, b) => g + b.account.remainderGrams, 0) / 1000).toFixed(1)}
          unit={`kg in drum and combs, ${s.openBatches.length} open batch${s.openBatches.length === 1 ? "" : "es"}`}
          tone="mass"
        />
      </Lead>
      <Decisions
        list={decisions(s).filter((d) => d.bay === "Spin")}
        none={
          s.waiting.length > 0
            ? `${s.waiting.length} supers wait: choose some into a batch.`
            : "Nothing waits to be spun."
        }
      />
      {floor.live.map((run) => (
        <div key={run.id} className="mt-3">
          <RunCard run={run} nowMs={floor.nowMs} />
        </div>
      ))}
      <Doings bay="/spin" list={DOINGS} rest={SELDOM} open={open} />
      {floor.gate && floor.machines.length > 0 && <Gate gate={floor.gate} />}
      {open === "load" && !floor.checks.open && <Checks kind="opening" said={floor.checks.opening} />}
      {open === "load" && <LoadArranger key={`${floor.batch} ${floor.frames.length}`} floor={floor} />}
      {open === "day" && <DayPlanner floor={floor} />}
      {open === "opening" && <Checks kind="opening" said={floor.checks.opening} />}
      {open === "closing" && <Checks kind="closing" said={floor.checks.closing} />}
      {open === "machine" && (
        <CommandForm
          command="add-machine"
          label="Set up the machine"
          fields={[
            { name: "name", label: "Name", placeholder: "Twenty", span: 1 },
            {
              name: "kind",
              label: "Kind",
              kind: "choice",
              options: ["radial", "tangential", "three-basket"].map((k) => ({ value: k, label: k })),
            },
            { name: "slots", label: "Slots", kind: "figure", span: 1 },
            { name: "radiusCm", label: "Axle to frame", unit: "cm", kind: "figure", value: "30", span: 1 },
            { name: "drumCm", label: "Drum across", unit: "cm", kind: "figure", value: "76", span: 1 },
            { name: "clearanceCm", label: "Under frames", unit: "cm", kind: "figure", value: "15", span: 1 },
            { name: "allowedKgM", label: "It stands", unit: "kg·m", kind: "figure", value: "0.3", span: 1 },
          ]}
        />
      )}
      {open === "hand" && (
        <>
          <CommandForm
            command="crush-combs"
            label="Book the crushed combs"
            fields={[
              { name: "supers", label: "Supers of the batch", placeholder: "41, 42" },
              {
                name: "way",
                label: "They were",
                kind: "choice",
                options: [
                  { value: "crushed", label: "crushed and strained" },
                  { value: "pressed", label: "pressed" },
                ],
              },
              {
                name: "leftKg",
                label: "Stayed in it",
                unit: "kg",
                kind: "figure",
                hint: "12 or 8 % if left out",
                span: 2,
              },
            ]}
          />
          <CommandForm
            command="cut-comb"
            label="Cut the comb"
            fields={[
              { name: "super", label: "Super waiting", placeholder: "41", span: 1 },
              { name: "pieces", label: "Pieces", kind: "figure", span: 1 },
              { name: "pieceG", label: "Each", unit: "g", kind: "figure", value: "200", span: 1 },
              { name: "kg", label: "All together, drained", unit: "kg", kind: "figure" },
            ]}
          />
          <p className="mb-3 text-[15px] text-ink-2">
            Combs hung to drain keep their comb: weigh them back like spun ones.
          </p>
        </>
      )}
      {open === "cappings" && (
        <Cappings bins={floor.bins} learnt={floor.cappingsShare} batchField={batchField} />
      )}
      {open === "read" && (
        <ReadingSheet
          key={search.super ?? ""}
          superTag={search.super ?? ""}
          instruments={await instrumentsView(houseDatabase(), s)}
          devices={await devicesAtHand(houseDatabase())}
        />
      )}
      {open === "batch" && (
        <ChooseSupers
          key={search.supers ?? ""}
          chosen={(search.supers ?? "").split(",").filter((t) => t !== "")}
          openBatch={s.openBatches.length === 1 ? (s.openBatches[0]?.number ?? null) : null}
          supers={grouped.flatMap((g) =>
            g.supers.map((w) => ({
              tag: w.tag,
              kg: w.grams / 1000,
              waterPct: w.water.figures.waterPct ?? null,
              verdict: w.water.verdict === "unread" ? `${w.capped_pct} % capped` : w.water.verdict,
              group: g.name,
            })),
          )}
        />
      )}
      {open === "weigh" && (
        <>
          <CommandForm
            key={search.super ?? ""}
            command="weigh-spun-super"
            label="Weigh it back"
            fields={[
              {
                name: "super",
                label: "Super",
                ...(search.super ? { value: search.super } : {}),
                placeholder: "41",
                span: 1,
              },
              { name: "grossKg", label: "Spun, it weighs", unit: "kg", kind: "figure" },
            ]}
          />
          <Caution>
            lid shut before it turns; speed to zero and standstill before the lid opens. Hair, sleeves and
            straps away from the drum.
          </Caution>
        </>
      )}
      {open === "pail" && (
        <>
          <CommandForm
            command="fill-pail"
            label="Fill the pail"
            keep={["batch"]}
            fields={[
              { name: "pail", label: "Pail", placeholder: "12", span: 1 },
              { name: "grossKg", label: "With honey it weighs", unit: "kg", kind: "figure" },
              ...batchField,
            ]}
          />
          <Caution>
            a full pail weighs 27 kg and the floor is slippery; never leave the room with a gate open.
          </Caution>
        </>
      )}
      {open === "loss" && (
        <CommandForm
          command="record-loss"
          label="Book the loss"
          fields={[
            { name: "kg", label: "Lost", unit: "kg", kind: "figure", span: 1 },
            {
              name: "cause",
              label: "Cause",
              kind: "choice",
              options: LOSS_CAUSES.map((c) => ({ value: c, label: c })),
            },
            ...batchField,
          ]}
        />
      )}
      {open === "close" && (
        <CommandForm
          command="close-batch"
          label="Close the batch"
          fields={[
            ...batchField,
            {
              name: "reason",
              label: "Reason for what is unexplained",
              hint: "needed above 2 % of what came in",
              span: 3,
            },
          ]}
        />
      )}
      {open === "pails" && (
        <CommandForm
          command="add-pails"
          label="Set up pails"
          keep={["emptyKg", "holdsKg"]}
          fields={[
            {
              name: "tags",
              label: "Tags",
              placeholder: "1-20",
              hint: "a run, or a list with commas",
              span: 3,
            },
            { name: "emptyKg", label: "Empty, with lid", unit: "kg", kind: "figure", value: "1.2" },
            { name: "holdsKg", label: "Holds", unit: "kg", kind: "figure", value: "27" },
          ]}
        />
      )}
      <div className="grid gap-4">
        {s.openBatches.map((b) => (
          <BatchPanel key={b.id} batch={b} />
        ))}
        {floor.residue.length > 2 && (
          <Panel title="Left in the comb, by the honey's temperature">
            <ResidueChart points={floor.residue} />
          </Panel>
        )}
        {s.openBatches.length === 0 && (
          <Panel title="No batch is open">
            <p className="text-ink-2">
              A batch is everything spun together: choose supers, read them, weigh them back empty, and fill
              pails. What comes in and what goes out is kept to the gram.
            </p>
          </Panel>
        )}
      </div>
    </>
  );
}

const WAYS = [
  { value: "drained", label: "drained" },
  { value: "spun", label: "spun in a bag" },
  { value: "pressed", label: "pressed" },
  { value: "warmed", label: "warmed (kept apart)" },
];

/** Cappings into bins, honey out of them, wax weighed. */
function Cappings({
  bins,
  learnt,
  batchField,
}: {
  learnt: { readonly pct: number; readonly batches: number } | null;
  bins: readonly { tag: string; kg: string }[];
  batchField: readonly FieldSpec[];
}) {
  const bin: FieldSpec = {
    name: "bin",
    label: "Bin",
    placeholder: "1",
    span: 1,
    offers: bins.map((b) => b.tag),
  };
  return (
    <>
      <p className="panel mb-3">
        {bins.length === 0
          ? "No bin holds cappings."
          : bins.map((b) => `Bin ${b.tag}: ${b.kg} kg`).join("; ")}
        . Of a harvest the cappings hold about{" "}
        {Object.values(TOOLS)
          .map((t) => `${t.cappingsPct} % with the ${t.name}`)
          .join(", ")}{" "}
        (common practice)
        {learnt &&
          `; in this house ${learnt.pct.toFixed(0)} % of what came in, over ${learnt.batches} batches`}
        .
      </p>
      <CommandForm
        command="fill-bin"
        label="Weigh the bin"
        fields={[bin, { name: "grossKg", label: "It weighs", unit: "kg", kind: "figure" }, ...batchField]}
      />
      <CommandForm
        command="drain-bin"
        label="Book the honey won"
        fields={[
          bin,
          { name: "way", label: "Won by", kind: "choice", options: WAYS },
          { name: "kg", label: "Honey", unit: "kg", kind: "figure", span: 1 },
        ]}
      />
      <CommandForm
        command="weigh-wax"
        label="Weigh the wax, empty the bin"
        fields={[bin, { name: "kg", label: "Wax", unit: "kg", kind: "figure", span: 1 }]}
      />
      <Caution>wax burns: water bath only, never an open flame, never unattended.</Caution>
      <CommandForm
        command="add-bins"
        label="Set up bins"
        fields={[
          { name: "tags", label: "Tags", placeholder: "1-3" },
          { name: "emptyKg", label: "Empty", unit: "kg", kind: "figure", span: 1 },
        ]}
      />
    </>
  );
}

const kgOrDash = (grams: number | null): string => (grams === null ? "–" : formatKgFromG(grams));

function BatchPanel({ batch }: { batch: BatchState }) {
  const { water } = batch;
  return (
    <Panel title={`Batch ${batch.number}`}>
      <div className="mb-3 flex flex-wrap items-center gap-x-4">
        <p
          data-tone={
            water.verdict === "spin"
              ? "go"
              : water.verdict === "unread"
                ? "ink"
                : water.verdict === "divert"
                  ? "stop"
                  : "water"
          }
          className="font-semibold"
          style={{ color: "var(--tone)" }}
        >
          {water.sentence}
        </p>
        <Why
          why={{
            title: `Batch ${batch.number}: is it ripe?`,
            because: water.because,
            change: "A reading of a super not yet read, or the house's target in Set-up.",
          }}
        />
      </div>
      <AccountBar account={batch.account} />
      <div className="mt-4">
        <RecordTable
          rows={batch.combs}
          keyOf={(c) => c.comb_fill}
          columns={[
            { head: "Super", cell: (c) => <Link href={`/trace/super/${c.tag}`}>{c.tag}</Link> },
            { head: "Colony", cell: (c) => `${c.colony}, ${c.yard}` },
            { head: "Honey in, kg", figure: true, cell: (c) => formatKgFromG(c.gross_g - c.empty_g) },
            { head: "Spun, weighs kg", figure: true, cell: (c) => kgOrDash(c.spun_gross_g) },
            {
              head: "Gave, kg",
              figure: true,
              className: "text-mass",
              cell: (c) =>
                kgOrDash(c.spun_gross_g === null ? null : c.gross_g - Math.max(c.spun_gross_g, c.empty_g)),
            },
            {
              head: "Stayed, kg",
              figure: true,
              cell: (c) => kgOrDash(c.spun_gross_g === null ? null : Math.max(0, c.spun_gross_g - c.empty_g)),
            },
            {
              head: <span className="sr-only">Next</span>,
              className: "text-right",
              cell: (c) =>
                c.spun_gross_g === null && (
                  <Link
                    className="inline-flex min-h-12 items-center font-semibold underline-offset-4"
                    href={`/spin?do=weigh&super=${c.tag}`}
                  >
                    Weigh back
                  </Link>
                ),
            },
          ]}
        />
      </div>
    </Panel>
  );
}
