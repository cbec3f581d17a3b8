import { volumetricFillG } from "@/core/bottling";
import { scaleToday } from "@/house/bottle/weighings";
import { devicesAtHand } from "@/house/devices/view";
import { houseDatabase } from "@/house/door";
import { dayIn, whenIn, writtenDay } from "@/house/language/clock";
import { jar, massG, quantity, temp } from "@/house/language/shown";
import { capital } from "@/house/language/spoken";
import { MATERIAL_KINDS } from "@/house/materials/kinds";
import { deliveriesView, openOrders, plannedFrom, stockView } from "@/house/materials/plan";
import { settledAt } from "@/house/settle/settling";
import { buyerNames } from "@/house/standing/lists";
import type { Snapshot } from "@/house/standing/snapshot";
import { Caution, Panel } from "@/ui/bench";
import { FillJars, JarPlan, WeighJars } from "@/ui/bottle";
import { CommandForm } from "@/ui/fields/command-form";
import { Judged } from "@/ui/fields/judged";
import type { FieldSpec } from "@/ui/fields/spec";
import { Link } from "@/ui/link";
import { TakeOrder } from "@/ui/out/take-order";
import { RecordTable } from "@/ui/table/record";
import { holdingField } from "../holding";
import { OneChecklist } from "../one-checklist";

export interface BottleSearch {
  readonly do?: string;
  readonly vessels?: string;
  readonly sizes?: string;
  readonly check?: string;
  readonly jar?: string;
  readonly before?: string;
}

/** As it is done (common practice). */
const FILLING = [
  "Jars clean, dry and warm; lids beside them.",
  "A tray under the gate, the scale checked with a known weight, zeroed with an empty jar.",
  "Fill to just under the neck; slow down near the top, and wait for the drip.",
  "Weigh it: at or over what the label says.",
  "Wipe the rim, lid on, seal.",
  "Label and lot on every jar before it leaves the bench.",
] as const;

/** "48x454,20x250" as a plan told it. */
const sizesIn = (text: string | undefined): { jars: string; jarG: string }[] =>
  (text ?? "")
    .slice(0, 200)
    .split(",")
    .flatMap((part) => {
      const [, jars, jarG] = /^(\d{1,6})x(\d{1,5})$/.exec(part) ?? [];
      return jars && jarG ? [{ jars, jarG }] : [];
    })
    .slice(0, 9);

/** Lots with jars here, as a field. */
const lotField = (s: Snapshot): FieldSpec<"lot"> => ({
  name: "lot",
  label: "Lot",
  kind: "choice",
  span: 3,
  options: s.lots
    .filter((l) => l.vessel === null && l.jars > l.jars_out)
    .slice(0, 60)
    .map((l) => ({
      value: l.code,
      label: `${l.code}, ${l.honey_kind}, ${l.jars - l.jars_out} of ${jar(l.nominal_g)}`,
    })),
});

/** What is done at the filler, and with jars, lids and boxes. */
export async function BottleDoing({
  search,
  s,
  kinds,
}: {
  search: BottleSearch;
  s: Snapshot;
  kinds: readonly string[];
}) {
  const db = houseDatabase();
  switch (search.do) {
    case "plan":
      return s.vessels.length === 0 ? (
        <p className="panel mb-3">No vessel holds honey yet: there is nothing to plan jars from.</p>
      ) : (
        <JarPlan
          kinds={kinds}
          chosen={s.vessels.find((v) => v.name === search.vessels)?.name ?? ""}
          vessels={plannedFrom(s).map((v) => ({
            name: v.name,
            says: `${capital(v.name)}, ${massG(v.grams)}, ${v.from}`,
          }))}
        />
      );
    case "weigh":
      return (
        <>
          <Judged commands={["weigh-jars"]}>
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
              known={await scaleToday(db, s)}
              device={(await devicesAtHand(db)).scale}
            />
          </Judged>
          <Caution>
            a scale of the kitchen is seldom lawful for trade: is yours verified? Check it with a known weight
            before the first jar.
          </Caution>
        </>
      );
    case "scale": {
      const known = await scaleToday(db, s);
      return (
        <>
          {known && (
            <p className="panel mb-3">
              {known.scale}, {known.when}: {quantity(known.shown_g, "g", 1)} for{" "}
              {quantity(known.known_g, "g", 1)}.
            </p>
          )}
          <CommandForm
            command="check-scale"
            label="Enter the check"
            keep={["scale", "knownG"]}
            fields={[
              { name: "scale", label: "Scale", value: known?.scale ?? "Bench scale", span: 2 },
              {
                name: "knownG",
                label: "Known weight",
                unit: "g",
                kind: "figure",
                value: "500",
                span: 1,
                hint: "near to a jar",
              },
              { name: "shownG", label: "It shows", unit: "g", kind: "figure", span: 1 },
              {
                name: "verified",
                label: "Verified for trade",
                kind: "check",
                value: String(known?.verified ?? false),
              },
            ]}
          />
        </>
      );
    }
    case "right":
      return (
        <CommandForm
          key={`${search.check} ${search.jar}`}
          command="put-jar-right"
          label="Put it right"
          fixed={{ check: search.check ?? "" }}
          fields={[
            {
              name: "jar",
              label: "Jar, as it was weighed",
              kind: "figure",
              span: 1,
              value: search.jar ?? "",
            },
            {
              name: "how",
              label: "It was",
              kind: "choice",
              span: 2,
              options: [
                { value: "topped-up", label: "topped up" },
                { value: "weighed-again", label: "weighed again" },
                { value: "opened", label: "opened" },
              ],
            },
            {
              name: "weightG",
              label: "It weighs now",
              unit: "g",
              kind: "figure",
              span: 1,
              hint: "none if opened",
            },
            { name: "into", label: "Opened into", span: 2, hint: "pail 4; lost if left out" },
            { name: "despite", label: "Poured together all the same, because", whenAsked: true, span: 3 },
          ]}
        />
      );
    case "off":
      return s.lots.every((l) => l.vessel !== null || l.jars <= l.jars_out) ? (
        <p className="panel mb-3">No jars stand here.</p>
      ) : (
        <>
          <CommandForm
            command="take-jars-off"
            label="Take them off"
            fields={[
              lotField(s),
              { name: "jars", label: "Jars", kind: "figure", span: 1 },
              {
                name: "why",
                label: "They were",
                kind: "choice",
                span: 2,
                options: [
                  { value: "broken", label: "broken" },
                  { value: "neighbour", label: "beside a broken one" },
                  { value: "sample", label: "kept as samples" },
                  { value: "opened", label: "opened again" },
                ],
              },
              {
                name: "into",
                label: "Honey back into",
                span: 2,
                hint: "opened ones: pail 4; lost if left out",
              },
              { name: "place", label: "Kept in", span: 2, hint: "samples" },
              { name: "until", label: "until", kind: "day", span: 2 },
              { name: "note", label: "What happened", span: 3 },
              { name: "despite", label: "Poured together all the same, because", whenAsked: true, span: 3 },
            ]}
          />
          <Caution>
            glass broke: stop, clear three steps round it, throw away every open jar there, count them, look
            through the honey at the gate, write it down.
          </Caution>
        </>
      );
    case "set":
      return s.vessels.length === 0 ? (
        <p className="panel mb-3">No vessel holds honey yet.</p>
      ) : (
        <>
          <CommandForm
            command="start-set"
            label="Begin"
            fields={[
              holdingField(s, undefined),
              {
                name: "way",
                label: "The way",
                kind: "choice",
                span: 2,
                options: [
                  { value: "seeded", label: "seeded, then jarred cold" },
                  { value: "stirred", label: "stirred till pearly" },
                ],
              },
              {
                name: "seedPct",
                label: "Fine seed",
                unit: "%",
                kind: "figure",
                value: "10",
                span: 1,
                hint: "5 to 10",
              },
              { name: "note", label: "Note", span: 2 },
              { name: "despite", label: "Set all the same, because", whenAsked: true, span: 3 },
            ]}
          />
          <p className="mb-3 text-ink-2">
            Water 17 to 18 %, clear of coarse crystals; seed at {temp(24, 0)}, never over {temp(27, 0)}.
          </p>
        </>
      );
    case "comb":
      return s.lots.every((l) => l.product !== "comb") ? (
        <p className="panel mb-3">No cut comb stands here: it is cut in the Spin bay, by hand.</p>
      ) : (
        <CommandForm
          command="start-comb"
          label="Begin its steps"
          fields={[
            {
              ...lotField(s),
              options: s.lots
                .filter((l) => l.product === "comb")
                .slice(0, 40)
                .map((l) => ({ value: l.code, label: `${l.code}, ${l.honey_kind}` })),
            },
            { name: "note", label: "Note", span: 2 },
          ]}
        />
      );
    case "start":
      return <OneChecklist kind="filler" />;
    case "here":
      return (
        <>
          <p className="mb-2 max-w-3xl">
            Jars filled before this house kept its records, under the lot that stands on them. What is not
            known stays unknown, and every trace says that they were here before.
          </p>
          <CommandForm
            command="enter-jars"
            label="Enter them"
            keep={["honeyKind", "jarG", "filledOn", "supplier", "country", "region"]}
            fields={[
              { name: "code", label: "Lot on the jars", span: 2 },
              { name: "jars", label: "Jars", kind: "figure", span: 1 },
              { name: "jarG", label: "Honey in a jar", unit: "g", kind: "figure", span: 1 },
              { name: "honeyKind", label: "Kind of honey", span: 2, offers: kinds },
              { name: "filledOn", label: "Filled on", kind: "day" },
              { name: "bestBefore", label: "Best before", kind: "day", hint: "by the house's months" },
              { name: "waterPct", label: "Water, if it was read", unit: "%", kind: "figure", span: 1 },
              { name: "supplier", label: "From whom", span: 2, hint: "left out: not known" },
              { name: "country", label: "Country it is from", span: 2 },
              { name: "region", label: "Region", span: 2 },
              { name: "papers", label: "Papers", span: 2 },
            ]}
          />
        </>
      );
    case "stock":
      return <Stock s={s} />;
    case "lot":
      return (
        <>
          <Judged commands={["issue-lot"]}>
            <FillJars
              key={`${search.vessels} ${search.sizes}`}
              chosen={(search.vessels ?? "").split(",").filter((t) => t !== "")}
              sizes={sizesIn(search.sizes)}
              kinds={kinds}
              materials={(await stockView(db)).map((m) => ({ name: m.name, kind: m.kind }))}
              vessels={s.vessels.map((p) => ({
                name: p.name,
                kg: p.grams / 1000,
                waterPct: p.water.figures.waterPct ?? null,
                from: p.from,
                owner: p.owner,
                warning: warningOf(s, p),
              }))}
            />
          </Judged>
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
            down: <Link href="/bottle?do=off">take jars off</Link>.
          </Caution>
        </>
      );
    default:
      return null;
  }
}

/** The same judgement as the gate's. */
function warningOf(s: Snapshot, p: Snapshot["vessels"][number]): string | null {
  const ready = settledAt(s, p);
  if (ready > s.now) return `still standing, skim ${whenIn(s.house.zone, ready, s.now)}`;
  const { waterPct, upperPct } = p.water.figures;
  if (waterPct === undefined || upperPct === undefined || upperPct <= s.house.limit_pct) return null;
  return waterPct > s.house.limit_pct
    ? `over the limit of ${s.house.limit_pct} %`
    : `may be as wet as ${upperPct.toFixed(1)} %: read it`;
}

/** Jars, lids, labels, boxes: what there is, what came, where a supplier's lot went; and the orders that wait. */
async function Stock({ s }: { s: Snapshot }) {
  const db = houseDatabase();
  const [stock, came, orders] = [await stockView(db), await deliveriesView(db, 60), await openOrders(db)];
  const names = stock.map((m) => ({ value: m.name, label: m.name }));
  const material: FieldSpec<"material"> = {
    name: "material",
    label: "What",
    kind: "choice",
    options: names,
    span: 2,
  };
  return (
    <>
      {stock.length > 0 && (
        <Panel title="In stock" className="mb-3">
          <RecordTable
            name="In stock"
            rows={stock}
            keyOf={(m) => m.name}
            columns={[
              { head: "What", value: (m) => m.name, cell: (m) => <b>{m.name}</b> },
              { head: "Kind", value: (m) => m.kind, cell: (m) => m.kind },
              { head: "For jars of", value: (m) => m.fits, cell: (m) => m.fits },
              {
                head: "Here",
                figure: true,
                value: (m) => m.pieces ?? "",
                cell: (m) =>
                  m.pieces === null ? (
                    "never counted"
                  ) : (
                    <span className={m.low ? "font-bold text-stop" : ""}>{m.pieces}</span>
                  ),
              },
              { head: "At least", figure: true, value: (m) => m.minimum, cell: (m) => m.minimum || "" },
            ]}
          />
        </Panel>
      )}
      {stock.length > 0 && (
        <>
          <CommandForm
            command="receive-material"
            label="Take in a delivery"
            keep={["supplier"]}
            fields={[
              material,
              { name: "pieces", label: "Pieces", kind: "figure", span: 1 },
              { name: "supplier", label: "From", span: 2, offers: [...new Set(came.map((d) => d.supplier))] },
              { name: "theirLot", label: "Their lot", span: 2, hint: "on the carton" },
            ]}
          />
          <CommandForm
            command="count-material"
            label="Enter a count"
            fields={[
              material,
              { name: "counted", label: "Counted", kind: "figure", span: 1 },
              { name: "why", label: "Why it differs", whenAsked: true, span: 3 },
            ]}
          />
        </>
      )}
      <CommandForm
        command="set-material"
        label="Set up jars, lids or boxes"
        fields={[
          {
            name: "kind",
            label: "What it is",
            kind: "choice",
            options: MATERIAL_KINDS.map((k) => ({ value: k, label: k })),
            span: 1,
          },
          { name: "name", label: "Name", span: 2, placeholder: "Hexagon 454" },
          { name: "fitsG", label: "For jars of, g", span: 2, hint: "454, 250" },
          { name: "holds", label: "A box holds", kind: "figure", span: 1 },
          { name: "minimum", label: "At least kept", kind: "figure", span: 1 },
          { name: "keepFilled", label: "Filled ones kept", kind: "figure", span: 1 },
          { name: "daysToCome", label: "Days to come", kind: "figure", span: 1 },
          { name: "worth", label: "A filled jar brings", kind: "figure", span: 1 },
        ]}
      />
      <TakeOrder buyers={await buyerNames(db)} today={dayIn(s.house.zone, s.now)} />
      {orders.length > 0 && (
        <Panel title="Orders that wait" className="mb-3">
          <RecordTable
            name="Orders"
            rows={orders}
            keyOf={(o) => o.id}
            columns={[
              { head: "By", value: (o) => o.by_day, cell: (o) => writtenDay(o.by_day) },
              { head: "Buyer", value: (o) => o.buyer, cell: (o) => o.buyer },
              { head: "Still wanted", figure: true, value: (o) => o.jars, cell: (o) => o.jars },
              {
                head: "Of",
                value: (o) => o.jar_g,
                cell: (o) => `${jar(o.jar_g)}${o.honey_kind ? `, ${o.honey_kind}` : ""}`,
              },
              { head: "Number", figure: true, value: (o) => o.id, cell: (o) => o.id },
            ]}
          />
        </Panel>
      )}
      {came.length > 0 && (
        <Panel title="What came, and which lots it is in" className="mb-3">
          <RecordTable
            name="Deliveries"
            rows={came}
            keyOf={(d) => d.id}
            columns={[
              { head: "What", value: (d) => d.name, cell: (d) => d.name },
              { head: "From", value: (d) => d.supplier, cell: (d) => d.supplier },
              { head: "Their lot", value: (d) => d.their_lot, cell: (d) => d.their_lot || "not known" },
              { head: "Came", figure: true, value: (d) => d.pieces, cell: (d) => d.pieces },
              { head: "Used", figure: true, value: (d) => d.used, cell: (d) => d.used },
              {
                head: "In lots",
                value: (d) => d.lots.join(" "),
                cell: (d) =>
                  d.lots.map((code) => (
                    <Link key={code} className="mr-3" href={`/trace/lot/${code}`}>
                      {code}
                    </Link>
                  )),
              },
            ]}
          />
        </Panel>
      )}
    </>
  );
}
