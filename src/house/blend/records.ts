/** Rows of blends: as they were foretold, and what top and bottom read. */
import type { Knex } from "knex";
import { newestFirst } from "../ledger/records/newest";

export interface BlendRow {
  readonly fill_id: number;
  readonly at: Date;
  readonly grams: number;
  readonly water_pct: number | null;
  readonly se_pct: number | null;
  readonly upper_pct: number | null;
  readonly warnings: string;
  readonly despite: string;
}

/** The newest blend made in each of these fills. */
export async function blendsIn(db: Knex, fills: readonly number[], now: Date): Promise<BlendRow[]> {
  if (fills.length === 0) return [];
  const { rows } = await db.raw(
    `select distinct on (x.fill_id) x.fill_id, x.stated_at as at, x.grams, x.water_pct, x.se_pct, x.upper_pct,
            x.warnings, x.despite
       from live_blend x where x.fill_id = any(?::bigint[]) and x.stated_at <= ?
      order by x.fill_id, ${newestFirst("x")}`,
    [[...fills], now],
  );
  return rows;
}

export interface MixCheckRow {
  readonly fill_id: number;
  readonly at: Date;
  readonly top_pct: number;
  readonly bottom_pct: number;
}

/** What top and bottom of these fills read, oldest first. */
export const mixChecks = (db: Knex, fills: readonly number[], now: Date): Promise<MixCheckRow[]> =>
  db("live_mix_check as x")
    .whereRaw("x.fill_id = any(?::bigint[])", [[...fills]])
    .andWhere("x.stated_at", "<=", now)
    .orderByRaw("x.stated_at, x.id")
    .select("x.fill_id", "x.stated_at as at", "x.top_pct", "x.bottom_pct");
