import { Tag } from "lucide-react";
import type { Metadata } from "next";
import type { RunningProduct } from "@/house/bottle/products";
import { jarsOffView, seasonGiveaway, weighings } from "@/house/bottle/weighings";
import { houseDatabase } from "@/house/door";
import { dayIn, writtenDay } from "@/house/language/clock";
import { asWritten, figure, mass, massG, unitOf } from "@/house/language/shown";
import { capital, plural } from "@/house/language/spoken";
import { asRead, decisions } from "@/house/standing/decisions";
import { keyFrom, lotsPage } from "@/house/standing/lists";
import { onceFor } from "@/house/standing/shared";
import { Lead, Older, Panel } from "@/ui/bench";
import { Decisions } from "@/ui/decisions";
import { Doings } from "@/ui/doings";
import { EmptyBay } from "@/ui/empty-bay";
import { CommandForm } from "@/ui/fields/command-form";
import { Figure } from "@/ui/figures/figure";
import { Link } from "@/ui/link";
import { RecordTable } from "@/ui/table/record";
import { houseAsItStands } from "../../read";
import { BottleDoing, type BottleSearch } from "./doing";

export const metadata: Metadata = { title: "Bottle" };

export default async function Bottle({ searchParams }: { searchParams: Promise<BottleSearch> }) {
  const s = await houseAsItStands();
  const search = await searchParams;
  const here = s.lots.reduce((n, l) => n + l.jars - l.jars_out, 0);
  const db = houseDatabase();
  const [lots, [weighed, given, off]] = await Promise.all([
    lotsPage(db, keyFrom(search.before)),
    onceFor(asRead(s), "jars", () =>
      Promise.all([
        weighings(db, s),
        seasonGiveaway(db, Number(dayIn(s.house.zone, s.now).slice(0, 4))),
        jarsOffView(db, s.house.zone),
      ]),
    ),
  ]);
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
          { id: "plan", part: "materials", needs: "issue-lot", label: "Plan jars" },
          { id: "lot", needs: "issue-lot", label: "Fill jars" },
          { id: "weigh", part: "acceptance", needs: "weigh-jars", label: "Weigh jars" },
          { id: "stock", part: "materials", needs: "receive-material", label: "Jars and lids" },
        ]}
        rest={[
          { id: "start", needs: "tick-checks", label: "Filler start" },
          { id: "scale", needs: "check-scale", label: "Check the scale" },
          { id: "off", needs: "take-jars-off", label: "Take jars off" },
          { id: "set", needs: "start-set", label: "Set honey" },
          { id: "here", needs: "enter-jars", label: "Jars that were here" },
          { id: "comb", needs: "start-comb", label: "Comb, step by step" },
        ]}
        open={search.do}
      />
      <BottleDoing search={search} s={s} kinds={[...new Set(lots.rows.map((l) => l.honey_kind))]} />
      <Products list={s.products} />
      {given && (
        <p className="mt-3">
          Given away over the labels this year, by {plural(given.lots, "lot")} that{" "}
          {given.lots === 1 ? "was" : "were"} weighed: <b className="text-mass">{mass(given.kg, 2)}</b>{" "}
          {given.giveOrTakeKg >= 0.005 && `± ${mass(given.giveOrTakeKg, 2)} `}in {given.jars} jars
          {given.money === null ? "" : `, worth ${given.money.toFixed(2)}`}.
        </p>
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
              { head: "Label", value: (w) => w.label, className: "whitespace-nowrap", cell: (w) => w.label },
              {
                head: "Weighed",
                value: (w) => w.weighed,
                className: "whitespace-nowrap",
                cell: (w) => w.weighed,
              },
              {
                head: "Mean",
                value: (w) => w.mean,
                className: "whitespace-nowrap text-mass",
                cell: (w) => w.mean,
              },
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
                    {w.short.map((j) => (
                      <Link
                        key={j.jar}
                        className="mr-3 inline-flex min-h-11 items-center text-[15px] font-semibold"
                        href={`/bottle?do=right&check=${w.id}&jar=${j.jar}`}
                      >
                        {j.says}: put it right
                      </Link>
                    ))}
                  </>
                ),
              },
            ]}
          />
        </Panel>
      )}
      {off.length > 0 && (
        <Panel title="Jars that went to nobody" className="mt-4">
          <RecordTable
            name="Jars that went to nobody"
            rows={off}
            keyOf={(o) => o.key}
            columns={[
              { head: "When", value: (o) => o.at.toISOString(), cell: (o) => o.when },
              {
                head: "Lot",
                value: (o) => o.code,
                cell: (o) => <Link href={`/trace/lot/${o.code}`}>{o.code}</Link>,
              },
              { head: "Jars", figure: true, value: (o) => o.jars, cell: (o) => o.jars },
              { head: "They were", value: (o) => o.why, cell: (o) => OFF[o.why] },
              {
                head: "Where, until",
                value: (o) => o.place,
                cell: (o) => [o.place, o.until, o.note].filter((t) => t !== "").join(", "),
              },
            ]}
          />
        </Panel>
      )}
      <Panel title="Lots" className="mt-4">
        {lots.rows.length === 0 ? (
          <EmptyBay bay="Bottle">
            No lot yet. A lot is jars filled from one source under one code; its labels print from here.
          </EmptyBay>
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

const OFF = {
  broken: "broken",
  neighbour: "beside a broken one",
  sample: "kept as samples",
  opened: "opened again",
} as const;

/** Set honey and comb on their way, step by step. */
function Products({ list }: { list: readonly RunningProduct[] }) {
  const running = list.filter((p) => p.next !== null);
  return running.map((p) => (
    <Panel key={p.id} title={`${capital(p.of)}: ${p.what}`} className="mt-4">
      <ol>
        {p.steps.map((step) => (
          <li
            key={step.id}
            className="flex flex-wrap items-center gap-x-4 border-t border-rule py-1.5 first:border-0"
          >
            <span className={`min-w-56 flex-1 ${step.done ? "text-ink-2 line-through" : "font-semibold"}`}>
              {step.says}
            </span>
            <span className="text-ink-2">
              {step.when}
              {step.temp && `, ${step.temp}`}
            </span>
            {step.id === p.next?.id && (
              <CommandForm
                key={step.id}
                command="tick-product"
                label="Done"
                inPanel
                fixed={{ run: String(p.id), step: step.id }}
                fields={[]}
              />
            )}
          </li>
        ))}
      </ol>
    </Panel>
  ));
}

function LabelLink({ lot }: { lot: string }) {
  return (
    <Link
      className="inline-flex min-h-12 items-center gap-1 font-semibold"
      href={`/bottle/label/${encodeURIComponent(lot)}`}
    >
      <Tag size={16} aria-hidden />
      Label<span className="sr-only"> of lot {lot}</span>
    </Link>
  );
}
