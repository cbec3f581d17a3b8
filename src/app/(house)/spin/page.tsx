import type { Metadata } from "next";
import Link from "next/link";
import { formatKgFromG } from "@/core/units";
import { LOSS_CAUSES } from "@/house/commands/record-loss";
import { houseDatabase } from "@/house/door";
import { decisions } from "@/house/views/decisions";
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
import { RecordTable } from "@/ui/record";
import { ReadingSheet } from "@/ui/room/reading-sheet";
import { Why } from "@/ui/why/why";
import { houseAsItStands } from "../../read";

export const metadata: Metadata = { title: "Spin" };

const DOINGS = [
  { id: "read", label: "Enter a reading" },
  { id: "batch", label: "Choose supers" },
  { id: "weigh", label: "Weigh back a super" },
  { id: "pail", label: "Fill a pail" },
  { id: "loss", label: "Book a loss" },
  { id: "close", label: "Close a batch" },
  { id: "pails", label: "Add pails" },
];

type Search = { do?: string; super?: string; supers?: string; batch?: string };

export default async function Spin({ searchParams }: { searchParams: Promise<Search> }) {
  const s = await houseAsItStands();
  const search = await searchParams;
  const open = search.do;
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
      <Doings bay="/spin" list={DOINGS} open={open} />
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
