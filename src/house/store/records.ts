/** Rows of the store: colours as they were read. */
import type { Knex } from "knex";

export interface ColourRow {
  readonly fill_id: number;
  readonly at: Date;
  readonly pfund_mm: number;
}

/** Colours of fills, up to a moment, in order of time. */
export const coloursOf = (db: Knex, fills: readonly number[], now: Date): Promise<ColourRow[]> =>
  db("live_colour_reading as x")
    .whereRaw("x.fill_id = any(?::bigint[])", [[...fills]])
    .andWhere("x.stated_at", "<=", now)
    .orderByRaw("x.stated_at, x.id")
    .select("x.fill_id", "x.stated_at as at", "x.pfund_mm");
