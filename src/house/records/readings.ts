import type { Knex } from "knex";

export interface ReadingRow {
  readonly id: number;
  readonly entry_id: number;
  readonly fill_id: number;
  readonly scale: "index" | "water" | "brix";
  readonly value: number;
  readonly temp_c: number;
  readonly compensates: boolean;
  readonly index20: number;
  readonly water_pct: number;
  readonly sd_pct: number;
  readonly who: string;
  readonly at: Date;
}

/** Readings of the fills named, oldest first. */
export const readingsOf = (db: Knex, fillIds: readonly number[]): Promise<ReadingRow[]> =>
  fillIds.length === 0
    ? Promise.resolve([])
    : db("live_reading")
        .whereIn("fill_id", [...fillIds])
        .orderBy("id");
