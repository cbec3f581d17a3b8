import { Tag } from "lucide-react";
import type { Metadata } from "next";
import Link from "next/link";
import { volumetricFillG } from "@/core/bottling";
import { weighings } from "@/house/bottle/weighings";
import { houseDatabase } from "@/house/door";
import { whenIn, writtenDay } from "@/house/language/clock";
import { asWritten, figure, jar, massG, quantity, temp, unitOf } from "@/house/language/shown";
import { settledAt } from "@/house/settle/settling";
import { decisions } from "@/house/standing/decisions";
import { keyFrom, lotsPage } from "@/house/standing/lists";
import { Caution, Doings, Lead, Older, Panel } from "@/ui/bench";
import { Decisions } from "@/ui/decisions";
import { Figure } from "@/ui/figures/figure";
import { FillJars } from "@/ui/fill-jars";
import { RecordTable } from "@/ui/table/record";
import { WeighJars } from "@/ui/weigh-jars";
import { houseAsItStands } from "../../read";

export const metadata: Metadata = { title: "Bottle" };

/** As it is done (common practice). */
const FILLING = [
  "Jars clean, dry and warm; lids beside them.",
  "A tray under the gate, the scale checked with a known weight, zeroed with an empty jar.",
  "Fill to just under the neck; slow down near the top, and wait for the drip.",
  "Weigh it: at or over what the label says.",
  "Wipe the rim, lid on, seal.",
  "Label and lot on every jar before it leaves the bench.",
] as const;

export default async function Bottle({
  searchParams,
}: {
  searchParams: Promise<{ do?: string; vessels?: string; before?: string }>;
}) {
  const s = await houseAsItStands();
  const search = await searchParams;
  const lots = await lotsPage(houseDatabase(), keyFrom(search.before));
  const weighed = await weighings(houseDatabase(), s);
  const here = s.lots.reduce((n, l) => n + l.jars - l.jars_out, 0);
  /** The same judgement as the gate's. */
  const warningOf = (p: (typeof s.vessels)[number]): string | null => {
    const ready = settledAt(s, p);
    if (ready > s.now) return `still standing, skim ${whenIn(s.house.zone, ready, s.now)}`;
    const { waterPct, upperPct } = p.water.figures;
    if (waterPct === undefined || upperPct === undefined || upperPct <= s.house.limit_pct) return null;
    return waterPct > s.house.limit_pct
      ? `over the limit of ${s.house.limit_pct} %`
      : `may be as wet as ${upperPct.toFixed(1)} %: read it`;
  };
  return (
    <>
      <Lead title="Bottle">
        <Figure
          value={String(here)}
          unit={`jars here, ${massG(s.lots.reduce((g, l) => g + l.grams, 0))}`}
          tone="mass"
        />
      </Lead>
      <Decisions list={decisions(s).filter((d) => d.bay === "Bottle")} none="No vessel is ready for jars." />
      <Doings
        bay="/bottle"
        list={[
          { id: "lot", label: "Fill jars" },
          { id: "weigh", label: "Weigh jars" },
        ]}
        open={search.do}
      />
      {search.do === "weigh" && (
        <>
          <WeighJars
            lots={s.lots
              .filter((l) => l.vessel === null && l.jars > 0)
              .slice(0, 40)
              .map((l) => ({
                code: l.code,
                jarG: l.nominal_g,
                jars: l.jars,
                says: `${l.code}, ${l.honey_kind}, ${l.jars} of ${jar(l.nominal_g)}`,
              }))}
            typed={[454, 30]}
          />
          <Caution>
            a scale of the kitchen is seldom lawful for trade: is yours verified? Check it with a known weight
            before the first jar.
          </Caution>
        </>
      )}
      {search.do === "lot" && (
        <>
          <FillJars
            chosen={(search.vessels ?? "").split(",").filter((t) => t !== "")}
            kinds={[...new Set(lots.rows.map((l) => l.honey_kind))]}
            vessels={s.vessels.map((p) => ({
              name: p.name,
              kg: p.grams / 1000,
              waterPct: p.water.figures.waterPct ?? null,
              from: p.from,
              owner: p.owner,
              warning: warningOf(p),
            }))}
          />
          <details className="panel my-3">
            <summary className="cursor-pointer font-semibold">At the filler, step by step</summary>
            <ol className="mt-2 list-inside list-decimal">
              {FILLING.map((step) => (
                <li key={step} className="border-t border-rule py-1.5">
                  {step}
                </li>
              ))}
            </ol>
            <p className="mt-2 text-[15px] text-ink-2">
              A filler that measures by volume, set at {temp(20, 0)} for {jar(454)}, gives{" "}
              {quantity(454 - volumetricFillG(454, 20, 30), "g", 1)} less at {temp(30, 0)} and{" "}
              {quantity(454 - volumetricFillG(454, 20, 40), "g", 1)} less at {temp(40, 0)}: set it as warm as
              it fills. In small jars the same honey looks lighter; that is no fault.
            </p>
          </details>
          <Caution>
            a broken jar at the gate: stop, throw away it and its neighbours, look through the honey, write it
            down.
          </Caution>
        </>
      )}
      {weighed.length > 0 && (
        <Panel title="Jars weighed" className="mt-4">
          <RecordTable
            name="Jars weighed"
            rows={weighed}
            keyOf={(w) => w.id}
            columns={[
              { head: "When", value: (w) => w.when, className: "whitespace-nowrap", cell: (w) => w.when },
              {
                head: "Lot",
                value: (w) => w.lot,
                className: "whitespace-nowrap",
                cell: (w) => (w.lot ? <Link href={`/trace/lot/${w.lot}`}>{w.lot}</Link> : "no lot"),
              },
              { head: "Label", value: (w) => w.label, cell: (w) => w.label },
              { head: "Weighed", value: (w) => w.weighed, cell: (w) => w.weighed },
              { head: "Mean", value: (w) => w.mean, className: "text-mass", cell: (w) => w.mean },
              {
                head: "What it says",
                value: (w) => w.duty,
                cell: (w) => (
                  <>
                    <b data-tone={w.tone} style={{ color: "var(--tone)" }}>
                      {w.duty}
                    </b>
                    <span className="block text-[14px] text-ink-2">
                      {w.inspector} {w.who}
                    </span>
                  </>
                ),
              },
            ]}
          />
        </Panel>
      )}
      <Panel title="Lots" className="mt-4">
        {lots.rows.length === 0 ? (
          <p className="text-ink-2">
            No lot yet. A lot is jars filled from one source under one code; its labels print from here.
          </p>
        ) : (
          <>
            <RecordTable
              name="Lots"
              rows={lots.rows}
              keyOf={(l) => l.id}
              columns={[
                {
                  head: "Lot",
                  value: (l) => l.code,
                  className: "whitespace-nowrap",
                  cell: (l) => <Link href={`/trace/lot/${l.code}`}>{l.code}</Link>,
                },
                {
                  head: "Honey",
                  value: (l) => l.honey_kind,
                  cell: (l) => (
                    <>
                      {l.honey_kind}
                      {l.owner && <span className="block text-[14px]">kept separate for {l.owner}</span>}
                      {l.despite && <span className="block text-[14px] text-stop">{l.despite}</span>}
                    </>
                  ),
                },
                {
                  head: "Jars here",
                  figure: true,
                  value: (l) => l.jars - l.jars_out,
                  cell: (l) => l.vessel ?? `${l.jars - l.jars_out} of ${l.jars}`,
                },
                {
                  head: `Net, ${unitOf("g")}`,
                  figure: true,
                  value: (l) => l.nominal_g,
                  cell: (l) => asWritten(l.nominal_g, "g", 1).split(" ")[0],
                },
                {
                  head: `Mean fill, ${unitOf("g")}`,
                  figure: true,
                  value: (l) => Number(l.mean_fill_g.toFixed(1)),
                  cell: (l) => figure(l.mean_fill_g, "g", unitOf("g") === "g" ? 1 : 2),
                },
                {
                  head: "Filled",
                  value: (l) => l.filled_on,
                  className: "whitespace-nowrap",
                  cell: (l) => writtenDay(l.filled_on),
                },
                {
                  head: "Best before",
                  value: (l) => l.best_before,
                  className: "whitespace-nowrap",
                  cell: (l) => writtenDay(l.best_before),
                },
                { head: "Labels", className: "whitespace-nowrap", cell: (l) => <LabelLink lot={l.code} /> },
              ]}
            />
            <Older base="/bottle" before={lots.older} />
          </>
        )}
      </Panel>
    </>
  );
}

function LabelLink({ lot }: { lot: string }) {
  return (
    <Link
      className="inline-flex min-h-12 items-center gap-1 font-semibold"
      href={`/bottle/label/${encodeURIComponent(lot)}`}
      prefetch={false}
    >
      <Tag size={16} aria-hidden />
      Label<span className="sr-only"> of lot {lot}</span>
    </Link>
  );
}
