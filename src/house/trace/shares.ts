/** Fills by name, and shares added up into rows. */

import type { Knex } from "knex";
import { type Movement, mix } from "@/core/ledger";
import { capital } from "../language/spoken";
import { HONEY_VESSELS } from "../ledger/kinds";
import { type CalledFill, type FillKind, fillsCalled } from "../ledger/records/fills";
import { type DeliveryRow, deliveriesOfFills } from "../outside/records";
import { combsNamed, type PulledComb } from "../yard/records/pulls";
import type { ShareList, ShareRow } from "./model";
import type { Start } from "./start";

export type Known = CalledFill;

export async function fillsNamed(db: Knex, ids: readonly number[]): Promise<Map<number, Known>> {
  const rows = await fillsCalled(db, ids);
  return new Map(rows.map((r) => [r.id, r]));
}

/** Under which word a fill of each kind is told of; null where there is nothing of its own to tell. */
const TOLD: Record<FillKind, string | null> = {
  colony: null,
  gain: null,
  wets: null,
  parcel: null,
  loss: null,
  cappings: null,
  wax: null,
  comb: "super",
  batch: "batch",
  pail: "pail",
  drum: "drum",
  tank: "tank",
  tub: "tub",
  outside: null,
  delivery: "delivery",
  lot: "lot",
};

/** Where a fill is told of. */
export function hrefOf(fill: Known): string | null {
  const told = TOLD[fill.kind];
  return told && fill.ref ? `/trace/${told}/${encodeURIComponent(fill.ref)}` : null;
}

/** So many rows of a list are sent at a time. */
export const ROWS_AT_A_TIME = 100;

/** A list from a row on, as much as is sent at a time, with what lies beyond it added up. */
export function part(rows: readonly ShareRow[], from = 0): ShareList {
  const beyond = rows.slice(from + ROWS_AT_A_TIME);
  return {
    rows: rows.slice(from, from + ROWS_AT_A_TIME),
    from,
    count: rows.length,
    beyond: { count: beyond.length, grams: beyond.reduce((g, r) => g + r.grams, 0) },
  };
}

/** A detail tells the first of many. */
const LONGEST_DETAIL = 200;

/** Rows by a key, largest first, with per cents of `total`. */
export function tally(
  items: readonly { key: string; detail?: string; href?: string | null; grams: number }[],
  total: number,
): ShareRow[] {
  const rows = new Map<string, { detail: string; href: string | null; grams: number }>();
  for (const item of items) {
    const row = rows.get(item.key) ?? { detail: item.detail ?? "", href: item.href ?? null, grams: 0 };
    row.grams += item.grams;
    if (item.detail && row.detail.length < LONGEST_DETAIL && !row.detail.includes(item.detail))
      row.detail += `; ${item.detail}`;
    rows.set(item.key, row);
  }
  return [...rows]
    .map(([name, r]) => ({
      name,
      detail: r.detail,
      href: r.href,
      grams: Math.round(r.grams),
      pct: total > 0 ? (r.grams / total) * 100 : 0,
    }))
    .filter((r) => r.grams > 0)
    .sort((a, b) => b.grams - a.grams || a.name.localeCompare(b.name, "en", { numeric: true }));
}

export async function backShares(
  db: Knex,
  start: Start,
  movements: readonly Movement[],
): Promise<{
  supers: { comb: PulledComb; grams: number }[];
  /** Honey from outside, by delivery. */
  delivered: { delivery: DeliveryRow; grams: number }[];
  gained: number;
  total: number;
}> {
  const mixed = mix(movements);
  const byOrigin = new Map<number, number>();
  let total = 0;
  for (const fill of start.fills) {
    const c = mixed.get(fill);
    total += c?.receivedGrams ?? 0;
    for (const s of c?.received ?? []) byOrigin.set(s.origin, (byOrigin.get(s.origin) ?? 0) + s.grams);
  }
  const origins = [...byOrigin.keys()];
  const [combs, deliveries] = await Promise.all([combsNamed(db, origins), deliveriesOfFills(db, origins)]);
  const delivered = deliveries.map((d) => ({ delivery: d, grams: byOrigin.get(d.fill_id) ?? 0 }));
  const supers = combs.map((comb) => ({ comb, grams: byOrigin.get(comb.fill_id) ?? 0 }));
  const known = [...supers, ...delivered].reduce((g, s) => g + s.grams, 0);
  return { supers, delivered, total, gained: total - known };
}

/** The start's own inflow by the vessel it came from. */
export function backVessels(movements: readonly Movement[], start: Start, fills: ReadonlyMap<number, Known>) {
  const own = new Set(start.fills);
  return movements
    .filter((m) => own.has(m.to))
    .flatMap((m) => {
      const from = fills.get(m.from);
      return from && HONEY_VESSELS.some((k) => k === from.kind)
        ? [{ key: capital(from.name), href: hrefOf(from), grams: m.grams }]
        : [];
    });
}

/** The batches behind the start, through however many vessels it came. */
export function backBatches(movements: readonly Movement[], start: Start, fills: ReadonlyMap<number, Known>) {
  const batches = new Set([...fills.values()].filter((f) => f.kind === "batch").map((f) => f.id));
  const mixed = mix(movements, { startAt: batches });
  return start.fills.flatMap((fill) =>
    (mixed.get(fill)?.received ?? []).flatMap((s) => {
      const batch = batches.has(s.origin) && s.origin !== fill ? fills.get(s.origin) : undefined;
      return batch ? [{ key: capital(batch.name), href: hrefOf(batch), grams: s.grams }] : [];
    }),
  );
}
