/**
 * How many jars of each size to fill from so much honey: orders first, the earliest first; then what the house wants
 * to keep; then what is worth most, or evenly; then as little left over as can be. A chain of integer programmes, each
 * keeping what the one before it won.
 */
import { DomainError, mustBeWithin } from "../domain-error";
import type { Model, Row, Solver } from "../programme";

export interface JarSize {
  readonly nominalG: number;
  /** Aimed at, g: never under the label. */
  readonly fillG: number;
  /** Filled ones in the house. */
  readonly here: number;
  /** So many the house wants to have, orders aside. */
  readonly minimum: number;
  /** What one brings. */
  readonly worth: number;
  /** A count given by hand; left out, the plan's. */
  readonly byHand?: number | undefined;
}

/** Jars, lids, labels, boxes: pieces that fit these sizes. A box holds several jars. */
export interface Supply {
  readonly id: string;
  readonly pieces: number;
  readonly fitsG: readonly number[];
  /** Jars one piece serves: 1 but for boxes. */
  readonly holds: number;
}

export interface JarOrder {
  readonly id: string;
  readonly nominalG: number;
  readonly jars: number;
  /** Calendar day, ISO 8601. */
  readonly byDay: string;
}

export const JAR_AIMS = ["worth", "even"] as const;
export type JarAim = (typeof JAR_AIMS)[number];

export interface JarPlanWanted {
  readonly honeyG: number;
  /** What stays on wall and gate, g. */
  readonly staysG: number;
  readonly sizes: readonly JarSize[];
  readonly supplies: readonly Supply[];
  readonly orders: readonly JarOrder[];
  readonly aim: JarAim;
}

export interface PlannedSize {
  readonly nominalG: number;
  readonly jars: number;
  readonly honeyG: number;
}

export interface JarPlan {
  /** "infeasible" only where a count by hand cannot be filled. */
  readonly status: "optimal" | "stopped" | "infeasible";
  readonly sizes: readonly PlannedSize[];
  readonly usedG: number;
  /** Honey that fills no jar more, g, without what stays on the wall. */
  readonly leftG: number;
  /** Of each order what stays unmet. */
  readonly short: readonly { readonly id: string; readonly jars: number }[];
  /** Sizes that stay under what the house wants to keep. */
  readonly underMinimum: readonly { readonly nominalG: number; readonly jars: number }[];
  /** What there is no more of: "honey", or a supply's id. */
  readonly limitedBy: readonly string[];
}

export const MOST_SIZES = 12;
/** Orders of later days are met together: beyond so many days apart nobody waits for the turn. */
const MOST_DAYS = 6;

function checked({ honeyG, staysG, sizes, supplies, orders }: JarPlanWanted): void {
  mustBeWithin(honeyG, 0, 100_000_000, "The honey", "g");
  mustBeWithin(staysG, 0, 1_000_000, "What stays in the vessel", "g");
  if (sizes.length === 0) throw new DomainError("no-sizes", "Name at least one size of jar.");
  if (sizes.length > MOST_SIZES)
    throw new DomainError("too-many-sizes", `At most ${MOST_SIZES} sizes of jar at a time.`);
  if (new Set(sizes.map((s) => s.nominalG)).size < sizes.length)
    throw new DomainError("size-twice", "Each size of jar stands once.");
  for (const s of sizes) {
    mustBeWithin(s.nominalG, 5, 50_000, "A jar", "g");
    mustBeWithin(s.fillG, s.nominalG, s.nominalG * 1.2, `What a jar of ${s.nominalG} g is filled to`, "g");
    mustBeWithin(s.minimum, 0, 1_000_000, "What is kept", "jars");
    mustBeWithin(s.worth, 0, 1_000_000, "What a jar brings");
    if (s.byHand !== undefined && !(Number.isInteger(s.byHand) && s.byHand >= 0))
      throw new DomainError("no-jars", "Jars are counted in whole ones.");
  }
  for (const s of supplies) mustBeWithin(s.holds, 1, 1000, "What a box holds", "jars");
  for (const o of orders) mustBeWithin(o.jars, 0, 1_000_000, "An order", "jars");
}

const n = (i: number): string => `n${i}`;
const served = (k: number): string => `o${k}`;
const kept = (i: number): string => `k${i}`;
const boxes = (j: number, i: number): string => `b${j}_${i}`;

/** All that may be chosen, and what binds it; nothing is aimed at yet. */
function jarRows(wanted: JarPlanWanted): Model {
  const { honeyG, staysG, sizes, supplies, orders } = wanted;
  const there = Math.max(0, honeyG - staysG);
  const variables: Model["variables"][number][] = sizes.map((s, i) => ({
    name: n(i),
    lo: s.byHand ?? 0,
    hi: s.byHand ?? Math.floor(there / s.fillG + 1e-9),
    whole: true,
    worth: 0,
  }));
  const rows: Row[] = [{ name: "honey", terms: sizes.map((s, i) => [n(i), s.fillG] as const), hi: there }];
  for (const [j, supply] of supplies.entries()) {
    const fitting = sizes.flatMap((s, i) => (supply.fitsG.includes(s.nominalG) ? [i] : []));
    if (fitting.length === 0) continue;
    if (supply.holds === 1) {
      rows.push({ name: `s${j}`, terms: fitting.map((i) => [n(i), 1] as const), hi: supply.pieces });
      continue;
    }
    // A box holds one size; the last one of each may stay half empty.
    for (const i of fitting) {
      variables.push({ name: boxes(j, i), lo: 0, hi: supply.pieces, whole: true, worth: 0 });
      rows.push({
        name: `f${j}_${i}`,
        terms: [
          [n(i), 1],
          [boxes(j, i), -supply.holds],
        ],
        hi: 0,
      });
    }
    rows.push({ name: `s${j}`, terms: fitting.map((i) => [boxes(j, i), 1] as const), hi: supply.pieces });
  }
  for (const [i, s] of sizes.entries()) {
    const own = orders.flatMap((o, k) => (o.nominalG === s.nominalG ? [k] : []));
    for (const k of own) variables.push({ name: served(k), lo: 0, hi: orders[k]?.jars ?? 0, worth: 0 });
    variables.push({ name: kept(i), lo: 0, hi: s.minimum, worth: 0 });
    // What is in the house and what is filled goes to orders, and what is left of it stays.
    rows.push({
      name: `use${i}`,
      terms: [...own.map((k) => [served(k), 1] as const), [kept(i), 1] as const, [n(i), -1] as const],
      hi: s.here,
    });
  }
  return { variables, rows };
}

/** A size there is no jar or lid for has no share to make even. */
const hasAll = (size: JarSize, supplies: readonly Supply[]): boolean =>
  supplies.every((s) => s.pieces > 0 || !s.fitsG.includes(size.nominalG));

/**
 * @param solve a solver of integer programmes
 * @throws DomainError for figures out of range, a size twice, or none
 */
export function planJars(wanted: JarPlanWanted, solve: Solver): JarPlan {
  checked(wanted);
  const { sizes, orders, honeyG, staysG, supplies, aim } = wanted;
  const base = jarRows(wanted);
  let status: JarPlan["status"] = "optimal";
  let at: ReadonlyMap<string, number> | null = null;
  const won: Row[] = [];
  const best = (
    terms: readonly (readonly [string, number])[],
    more: Model = { variables: [], rows: [] },
  ): ReadonlyMap<string, number> | null => {
    if (status === "infeasible") return null;
    const worth = new Map(terms);
    const solved = solve({
      variables: [...base.variables, ...more.variables].map((v) => ({ ...v, worth: worth.get(v.name) ?? 0 })),
      rows: [...base.rows, ...won, ...more.rows],
    });
    if (solved.status === "infeasible" || solved.at.size === 0) {
      if (!at) status = solved.status === "stopped" ? "stopped" : "infeasible";
      return null;
    }
    if (solved.status === "stopped") status = "stopped";
    at = solved.at;
    return at;
  };
  /** Makes a sum as large as it can be, and holds it from then on. */
  const win = (terms: readonly (readonly [string, number])[]): void => {
    const found = terms.length > 0 ? best(terms) : null;
    if (!found) return;
    const value = terms.reduce((sum, [name, times]) => sum + times * (found.get(name) ?? 0), 0);
    won.push({ name: `won${won.length}`, terms, lo: value - 0.01 });
  };
  /** Makes the least of several sums as large as it can be. */
  const evenOut = (sums: readonly (readonly [string, number])[]): void => {
    if (sums.length === 0) return;
    const found = best([["least", 1]], {
      variables: [{ name: "least", lo: 0, hi: 1e8, worth: 0 }],
      rows: sums.map(([name, times], i) => ({
        name: `share${i}`,
        terms: [
          [name, times],
          ["least", -1],
        ],
        lo: 0,
      })),
    });
    if (!found) return;
    const least = Math.min(...sums.map(([name, times]) => times * (found.get(name) ?? 0)));
    for (const [name, times] of sums)
      won.push({ name: `won${won.length}`, terms: [[name, times]], lo: least - 0.01 });
  };

  const days = [...new Set(orders.map((o) => o.byDay))].sort();
  const turns =
    days.length <= MOST_DAYS
      ? days.map((d) => [d])
      : [...days.slice(0, MOST_DAYS).map((d) => [d]), days.slice(MOST_DAYS)];
  const known = new Set(sizes.map((s) => s.nominalG));
  for (const turn of turns)
    win(
      orders.flatMap((o, k) =>
        turn.includes(o.byDay) && known.has(o.nominalG) ? [[served(k), o.nominalG] as const] : [],
      ),
    );
  win(sizes.flatMap((s, i) => (s.minimum > 0 ? [[kept(i), s.nominalG] as const] : [])));
  if (aim === "worth") win(sizes.flatMap((s, i) => (s.worth > 0 ? [[n(i), s.worth] as const] : [])));
  else
    evenOut(
      sizes.flatMap((s, i) =>
        s.byHand === undefined && hasAll(s, supplies) ? [[n(i), s.fillG] as const] : [],
      ),
    );
  win(sizes.map((s, i) => [n(i), s.fillG] as const));
  return toldPlan();

  function toldPlan(): JarPlan {
    const found = at;
    const planned = sizes.map((s, i) => {
      const jars = Math.round(found?.get(n(i)) ?? 0);
      return { nominalG: s.nominalG, jars, honeyG: jars * s.fillG };
    });
    const usedG = planned.reduce((g, p) => g + p.honeyG, 0);
    const leftG = Math.max(0, honeyG - staysG - usedG);
    const { left, short } = given(planned);
    const small = Math.min(...sizes.filter((s) => s.byHand === undefined).map((s) => s.fillG), Infinity);
    const usedOf = (s: Supply): number =>
      planned.reduce((sum, p) => sum + (s.fitsG.includes(p.nominalG) ? Math.ceil(p.jars / s.holds) : 0), 0);
    return {
      status,
      sizes: planned,
      usedG,
      leftG,
      short: status === "infeasible" ? [] : short,
      underMinimum:
        status === "infeasible"
          ? []
          : sizes.flatMap((s) => {
              const jars = s.minimum - (left.get(s.nominalG) ?? 0);
              return jars > 0 ? [{ nominalG: s.nominalG, jars }] : [];
            }),
      limitedBy: [
        ...(leftG < small ? ["honey"] : []),
        ...supplies.flatMap((s) =>
          usedOf(s) >= s.pieces && s.fitsG.some((g) => known.has(g)) ? [s.id] : [],
        ),
      ],
    };
  }

  /** What each order lacks, the earliest served first from what there is of its size; and what stays of each size. */
  function given(planned: readonly PlannedSize[]) {
    const left = new Map(sizes.map((s, i) => [s.nominalG, s.here + (planned[i]?.jars ?? 0)]));
    const short = [...orders]
      .sort((a, b) => (a.byDay < b.byDay ? -1 : a.byDay > b.byDay ? 1 : 0))
      .flatMap((o) => {
        const gets = Math.min(o.jars, left.get(o.nominalG) ?? 0);
        left.set(o.nominalG, (left.get(o.nominalG) ?? 0) - gets);
        return gets < o.jars ? [{ id: o.id, jars: o.jars - gets }] : [];
      });
    return { left, short };
  }
}

/** What must be ordered of a supply, and the last day for it. */
export interface ToOrder {
  readonly id: string;
  readonly pieces: number;
  /** Null where nothing waits for it but the house's own minimum. */
  readonly byDay: string | null;
}

/**
 * What to order: what unmet orders still need of each supply over what there will be, and what fills it up to the
 * house's minimum.
 * @param left pieces of each supply after the plan; `daysToCome` from ordering to standing on the shelf
 */
export function toOrder(
  supplies: readonly (Supply & {
    readonly left: number;
    readonly minimum: number;
    readonly daysToCome: number;
  })[],
  unmet: readonly JarOrder[],
): readonly ToOrder[] {
  return supplies.flatMap((s) => {
    const waiting = unmet.filter((o) => o.jars > 0 && s.fitsG.includes(o.nominalG));
    const needed = waiting.reduce((sum, o) => sum + Math.ceil(o.jars / s.holds), 0);
    const pieces = Math.max(0, needed + s.minimum - s.left);
    if (pieces === 0) return [];
    // The first order that what is left does not reach sets the day.
    let left = s.left;
    const first = [...waiting]
      .sort((a, b) => (a.byDay < b.byDay ? -1 : 1))
      .find((o) => {
        left -= Math.ceil(o.jars / s.holds);
        return left < 0;
      });
    const byDay = first
      ? new Date(Date.parse(first.byDay) - s.daysToCome * 864e5).toISOString().slice(0, 10)
      : null;
    return [{ id: s.id, pieces, byDay }];
  });
}
