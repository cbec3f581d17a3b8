/** How many jars of each size from what stands in a vessel, with the jars, lids and boxes there are, for the orders there are. */
import type { Knex } from "knex";
import { z } from "zod";
import { JAR_AIMS, type JarPlan, MOST_SIZES, planJars, type Supply, toOrder } from "@/core/bottling";
import type { Solver } from "@/core/programme";
import { notYet } from "../bottle/not-yet";
import { secondsAJar } from "../bottle/records";
import { heldBecause } from "../hold/now";
import { dayIn, daysLater, writtenDay } from "../language/clock";
import { beside, refuse } from "../language/errors";
import { choice, count, jarMassG, massKgOrNone, note, number, text } from "../language/fields";
import { jar, mass, massG } from "../language/shown";
import { capital, plural, spoken } from "../language/spoken";
import type { OrderRow } from "../out/orders";
import { openOrders } from "../out/records";
import { settledAt } from "../settle/settling";
import type { Snapshot, VesselState } from "../standing/snapshot";
import { type MaterialRow, materials } from "./records";

export const JAR_PLAN_ASKED = z.strictObject({
  vessels: z
    .array(text("A vessel", 30), { error: "Name what is filled from." })
    .min(1, "Name what is filled from.")
    .max(60, "At most sixty vessels at a time."),
  /** What the honey will be called: an order for another kind is not met by it. */
  honeyKind: note("The kind of honey", 60),
  /** What stays on wall and gate. */
  staysKg: massKgOrNone("What stays in the vessel", 100).default(1),
  aim: choice("What counts after the orders", JAR_AIMS).default("worth"),
  /** Sizes besides those there are jars or orders for. */
  sizesG: z
    .array(jarMassG("A size of jar", 5, 50_000))
    .max(MOST_SIZES)
    .default([]),
  /** Aimed over the label, g a jar. */
  overG: number("Over the label", 0, 60, "g").default(1),
  /** By hand: so many of a size. */
  byHand: z.record(z.string().regex(/^\d{1,5}$/), count("Jars", 0, 100_000)).default({}),
  /** A jar at the filler takes so long, lid and wiping too. */
  secondsAJar: number("Seconds a jar", 1, 600).optional(),
  boxesOnPallet: count("Boxes on a pallet", 1, 1000).default(60),
});
/** Filled, weighed, wiped and shut, by hand at one gate (common practice). */
const USUAL_SECONDS = 20;

export type JarPlanAsked = z.infer<typeof JAR_PLAN_ASKED>;

export interface PlannedRow {
  readonly jarG: number;
  readonly label: string;
  readonly jars: number;
  readonly kg: number;
  readonly byHand: boolean;
  readonly here: number;
  readonly ordered: number;
  readonly minimum: number;
  /** "lids 66: 12 left" */
  readonly stock: readonly string[];
  readonly boxes: number | null;
}

export interface JarPlanView {
  readonly status: JarPlan["status"];
  readonly from: string;
  /** What speaks against filling from it now, a sentence each. */
  readonly against: readonly string[];
  readonly heldG: number;
  readonly staysG: number;
  readonly usedG: number;
  readonly leftG: number;
  readonly rows: readonly PlannedRow[];
  /** "36 jars of 454 g for Mill Bakery by 3 Sep stay unmet" */
  readonly short: readonly string[];
  readonly underMinimum: readonly string[];
  readonly limits: string;
  readonly toOrder: readonly {
    readonly name: string;
    readonly pieces: number;
    readonly says: string;
    readonly late: boolean;
  }[];
  readonly minutes: number;
  readonly secondsAJar: number;
  /** By the house's own fillings, not by common practice. */
  readonly learnt: boolean;
  readonly labels: number;
  readonly boxes: number;
  readonly pallets: number;
  /** For the form that fills them. */
  readonly fill: string;
}

/** Sizes worth planning: those there are jars for, those ordered, those asked for. */
function sizesOf(
  s: Snapshot,
  all: readonly MaterialRow[],
  orderedG: readonly number[],
  asked: JarPlanAsked,
): number[] {
  const jars = all.filter((m) => m.kind === "jar").flatMap((m) => m.fits_g);
  const list = [
    ...new Set([...asked.sizesG, ...Object.keys(asked.byHand).map(Number), ...orderedG, ...jars]),
  ];
  const known =
    list.length > 0
      ? list
      : [...new Set(s.lots.flatMap((l) => (l.vessel === null && l.product !== "comb" ? [l.nominal_g] : [])))];
  return (known.length > 0 ? known : [454])
    .filter((g) => g >= 5 && g <= 50_000)
    .slice(0, MOST_SIZES)
    .sort((a, b) => b - a);
}

interface Shelved {
  readonly jarG: number;
  readonly kind: string;
  jars: number;
}

/** Jars that stand here and may be promised: the house's own, and no comb. */
const onShelf = (s: Snapshot): Shelved[] =>
  s.lots
    .filter((l) => l.vessel === null && l.owner === "" && l.product !== "comb" && l.jars > l.jars_out)
    .map((l) => ({ jarG: l.nominal_g, kind: l.honey_kind.toLowerCase(), jars: l.jars - l.jars_out }));

const hereOf = (shelf: readonly Shelved[], jarG: number): number =>
  shelf.filter((x) => x.jarG === jarG).reduce((n, x) => n + x.jars, 0);

/** What orders still want after the jars that stand here, the earliest first; what stays of the shelf. */
function afterShelf(orders: readonly OrderRow[], shelf: readonly Shelved[]) {
  const left = shelf.map((x) => ({ ...x }));
  const wanted = orders.map((o) => {
    let jars = o.jars;
    for (const x of left) {
      if (x.jarG !== o.jar_g || (o.honey_kind !== "" && x.kind !== o.honey_kind.toLowerCase())) continue;
      const taken = Math.min(jars, x.jars);
      x.jars -= taken;
      jars -= taken;
    }
    return { ...o, jars };
  });
  return { wanted: wanted.filter((o) => o.jars > 0), left };
}

/** As the gate before jars will ask, and what is not done with yet. */
function againstOf(s: Snapshot, v: VesselState): string[] {
  const name = capital(v.name);
  const { waterPct, upperPct } = v.water.figures;
  return [
    ...(v.owner === "" ? [] : [`${name} is kept apart for ${v.owner}: its jars meet no order of the house.`]),
    ...(heldBecause(v) ? [`${name} is held: ${heldBecause(v)}.`] : []),
    ...(notYet(v) ? [`${name} ${notYet(v)}.`] : []),
    ...(settledAt(s, v) > s.now ? [`${name} still stands to clear.`] : []),
    ...(waterPct !== undefined && upperPct !== undefined && upperPct > s.house.limit_pct
      ? [`${name} may be as wet as ${upperPct.toFixed(1)} %, over the limit of ${s.house.limit_pct} %.`]
      : []),
  ];
}

/** What jars can be planned from: what can be filled now first, the fullest first. */
export function plannedFrom(s: Snapshot): VesselState[] {
  const waits = new Set(s.vessels.filter((v) => againstOf(s, v).length > 0));
  return s.vessels.toSorted((a, b) => Number(waits.has(a)) - Number(waits.has(b)) || b.grams - a.grams);
}

export async function jarPlan(
  db: Knex,
  s: Snapshot,
  asked: JarPlanAsked,
  solve: Solver,
): Promise<JarPlanView> {
  const vessels = asked.vessels.map(
    (name) =>
      s.vessels.find((v) => v.name.toLowerCase() === name.toLowerCase()) ??
      refuse("nothing-in-it", `${capital(name.slice(0, 30))} holds no honey.`, "vessels"),
  );
  const all = await materials(db);
  const shelf = onShelf(s);
  // An owner's honey is nobody's order, and no stock of the house.
  const kept = vessels.some((v) => v.owner !== "");
  const { wanted: orders, left } = afterShelf(
    (kept ? [] : await openOrders(db)).filter(
      (o) =>
        o.honey_kind === "" ||
        asked.honeyKind === "" ||
        o.honey_kind.toLowerCase() === asked.honeyKind.toLowerCase(),
    ),
    shelf,
  );
  const sizes = sizesOf(
    s,
    all,
    orders.map((o) => o.jar_g),
    asked,
  );
  // Nobody plans with a stock that nobody counted.
  const counted = all.filter((m) => m.known);
  const supplies = bySize(counted, sizes);
  const minimumOf = (jarG: number): number =>
    (kept ? [] : all)
      .filter((m) => m.kind === "jar" && m.fits_g.includes(jarG))
      .reduce((most, m) => Math.max(most, m.keep_filled), 0);
  const worthOf = (jarG: number): number => {
    const told = all.filter((m) => m.kind === "jar" && m.fits_g.includes(jarG)).map((m) => m.worth ?? 0);
    const price = orders.filter((o) => o.jar_g === jarG).map((o) => o.price ?? 0);
    // Nobody said what it brings: honey is worth its weight.
    return Math.max(...told, ...price, 0) || jarG / 1000;
  };
  const heldG = vessels.reduce((g, v) => g + v.grams, 0);
  const staysG = Math.min(heldG, asked.staysKg * 1000);
  const orderList = orders.map((o) => ({
    id: String(o.id),
    nominalG: o.jar_g,
    jars: o.jars,
    byDay: o.by_day,
  }));
  const plan = beside("sizesG", () =>
    planJars(
      {
        honeyG: heldG,
        staysG,
        aim: asked.aim,
        sizes: sizes.map((nominalG) => ({
          nominalG,
          fillG: nominalG + Math.min(asked.overG, nominalG * 0.15),
          // Jars on the shelf went to the orders they may meet already; what stays of them is kept.
          here: 0,
          minimum: Math.max(0, minimumOf(nominalG) - hereOf(left, nominalG)),
          worth: worthOf(nominalG),
          byHand: asked.byHand[String(nominalG)],
        })),
        supplies,
        orders: orderList,
      },
      solve,
    ),
  );
  const today = dayIn(s.house.zone, s.now);
  const jarsOf = new Map(plan.sizes.map((p) => [p.nominalG, p.jars]));
  const usedOf = (m: { fits_g: readonly number[]; holds: number }): number =>
    m.fits_g.reduce((sum, g) => sum + Math.ceil((jarsOf.get(g) ?? 0) / m.holds), 0);
  const unmet = plan.short.flatMap((u) => {
    const o = orders.find((x) => String(x.id) === u.id);
    return o ? [{ ...o, lacks: u.jars }] : [];
  });
  const wants = toOrder(
    counted.map((m) => ({
      id: m.name,
      pieces: m.pieces,
      fitsG: m.fits_g,
      holds: m.holds,
      left: m.pieces - usedOf(m),
      minimum: m.minimum,
      daysToCome: m.days_to_come,
    })),
    unmet.map((o) => ({ id: String(o.id), nominalG: o.jar_g, jars: o.lacks, byDay: o.by_day })),
  );
  const total = plan.sizes.reduce((n, p) => n + p.jars, 0);
  const boxed = counted.filter((m) => m.kind === "box");
  const boxesOf = (jarG: number): number | null => {
    const box = boxed.find((m) => m.fits_g.includes(jarG));
    return box ? Math.ceil((jarsOf.get(jarG) ?? 0) / box.holds) : null;
  };
  const fill = plan.sizes.filter((p) => p.jars > 0);
  const boxes = plan.sizes.reduce((n, p) => n + (boxesOf(p.nominalG) ?? 0), 0);
  const learnt = await secondsAJar(db);
  const seconds = asked.secondsAJar ?? learnt ?? USUAL_SECONDS;
  return {
    status: plan.status,
    from: spoken(vessels.map((v) => v.name)),
    against: vessels.flatMap((v) => againstOf(s, v)),
    heldG,
    staysG,
    usedG: plan.usedG,
    leftG: plan.leftG,
    rows: plan.sizes.map((p) => ({
      jarG: p.nominalG,
      label: jar(p.nominalG),
      jars: p.jars,
      kg: p.honeyG / 1000,
      byHand: asked.byHand[String(p.nominalG)] !== undefined,
      here: hereOf(shelf, p.nominalG),
      ordered: orders.filter((o) => o.jar_g === p.nominalG).reduce((n, o) => n + o.jars, 0),
      minimum: minimumOf(p.nominalG),
      stock: counted
        .filter((m) => m.fits_g.includes(p.nominalG))
        .map((m) => `${m.name}: ${m.pieces - usedOf(m)} of ${m.pieces} left`),
      boxes: boxesOf(p.nominalG),
    })),
    short: unmet.map(
      (o) =>
        `${plural(o.lacks, "jar")} of ${jar(o.jar_g)} for ${o.buyer} by ${writtenDay(o.by_day)} stay unmet`,
    ),
    underMinimum: plan.underMinimum.map(
      (m) => `${plural(m.jars, "jar")} of ${jar(m.nominalG)} under what is kept`,
    ),
    limits: limitsSaid(plan, asked),
    toOrder: wants.map((w) => {
      const late = w.byDay !== null && w.byDay < today;
      return {
        name: w.id,
        pieces: w.pieces,
        late,
        says:
          w.byDay === null
            ? `${w.pieces} of ${w.id}, to be at the house's own minimum`
            : late
              ? `${w.pieces} of ${w.id}: ordered today they come ${writtenDay(daysLater(today, counted.find((m) => m.name === w.id)?.days_to_come ?? 0))}, too late for the first order`
              : `${w.pieces} of ${w.id}, to be ordered by ${writtenDay(w.byDay)}`,
      };
    }),
    minutes: (total * seconds) / 60,
    secondsAJar: Math.round(seconds),
    learnt: asked.secondsAJar === undefined && learnt !== null,
    labels: total,
    boxes,
    pallets: Math.ceil(boxes / asked.boxesOnPallet),
    fill: `/bottle?do=lot&vessels=${encodeURIComponent(vessels.map((v) => v.name).join(","))}&sizes=${fill.map((p) => `${p.jars}x${p.nominalG}`).join(",")}`,
  };
}

/** Of several kinds that fit the very same jars and do the same, any may be taken: they count together. */
function bySize(counted: readonly MaterialRow[], sizes: readonly number[]): Supply[] {
  const by = new Map<string, Supply & { readonly names: readonly string[] }>();
  for (const m of counted) {
    const fitsG = m.fits_g.filter((g) => sizes.includes(g));
    if (fitsG.length === 0) continue;
    const key = `${m.kind} ${fitsG.join(",")} ${m.holds}`;
    const before = by.get(key);
    const names = [...(before?.names ?? []), m.name];
    by.set(key, {
      id: names.join(" and "),
      names,
      pieces: Math.max(0, m.pieces) + (before?.pieces ?? 0),
      fitsG,
      holds: m.holds,
    });
  }
  return [...by.values()].map(({ names: _, ...supply }) => supply);
}

function limitsSaid(plan: JarPlan, asked: JarPlanAsked): string {
  if (plan.status === "infeasible")
    return Object.keys(asked.byHand).length > 0
      ? "So many by hand cannot be filled: there is not honey, jars or lids enough."
      : "Nothing can be filled from this.";
  const supplies = plan.limitedBy.filter((l) => l !== "honey");
  const stopped = plan.status === "stopped" ? "The best that was found in time. " : "";
  if (supplies.length > 0)
    return `${stopped}No more of ${spoken(supplies)}: ${plan.leftG >= 500 ? `${massG(plan.leftG)} of honey stay` : "honey is used up too"}.`;
  return `${stopped}${plan.limitedBy.includes("honey") ? `The honey is what limits it; ${mass(plan.leftG / 1000, 2)} fill no jar more.` : `${massG(plan.leftG)} of honey stay.`}`;
}

export interface StockRow {
  readonly name: string;
  readonly kind: string;
  readonly fits: string;
  readonly pieces: number | null;
  readonly minimum: number;
  readonly low: boolean;
}

export const stockView = async (db: Knex): Promise<StockRow[]> =>
  (await materials(db)).map((m) => ({
    name: m.name,
    kind: m.kind,
    fits: m.fits_g.map((g) => jar(g)).join(", "),
    pieces: m.known ? m.pieces : null,
    minimum: m.minimum,
    low: m.known && m.pieces < m.minimum,
  }));

export { openOrders } from "../out/records";
export { recentMaterialDeliveries as deliveriesView } from "./records";
