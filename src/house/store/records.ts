/** Rows of the store: colours as they were read, what was tasted and kept back, what was seen at stock-takes. */
import type { Knex } from "knex";
import type { Fault } from "@/core/honey/grade";
import { AS_WRITTEN, newestFirst } from "../ledger/records/newest";
import { stillOpen } from "../ledger/records/still-open";

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

export interface LabRow {
  readonly fill_id: number;
  readonly at: Date;
  readonly glucose_pct: number | null;
  readonly yeast_per_g: number | null;
}

/** What a laboratory counted of fills, up to a moment, in order of time. */
export const labNotesOf = (db: Knex, fills: readonly number[], now: Date): Promise<LabRow[]> =>
  db("live_lab_note as x")
    .whereRaw("x.fill_id = any(?::bigint[])", [[...fills]])
    .andWhere("x.stated_at", "<=", now)
    .orderByRaw("x.stated_at, x.id")
    .select("x.fill_id", "x.stated_at as at", "x.glucose_pct", "x.yeast_per_g");

export interface TastingRow {
  readonly fill_id: number;
  readonly at: Date;
  readonly who: string;
  readonly words: string;
  readonly flavour: Fault;
  readonly particles: Fault;
  readonly clarity: Fault;
}

/** What was tasted of fills, up to a moment, in order of time. */
export const tastingsOf = (db: Knex, fills: readonly number[], now: Date): Promise<TastingRow[]> =>
  db("live_tasting as x")
    .join("entry as e", "e.id", "x.entry_id")
    .whereRaw("x.fill_id = any(?::bigint[])", [[...fills]])
    .andWhere("x.stated_at", "<=", now)
    .orderByRaw("x.stated_at, x.id")
    .select("x.fill_id", "x.stated_at as at", "e.who", "x.words", "x.flavour", "x.particles", "x.clarity");

export interface SampleRow {
  readonly id: number;
  readonly entry_id: number;
  readonly fill_id: number;
  /** "pail 12" */
  readonly name: string;
  readonly place: string;
  readonly grams: number;
  /** An ISO day; null where it is kept for good. */
  readonly keep_until: string | null;
  readonly at: Date;
}

/** Samples that were kept back and are not gone. */
const samplesThere = (db: Knex, now: Date) =>
  db("live_retained_sample as x")
    .join("fill as f", "f.id", "x.fill_id")
    .whereRaw(`x.id = any(${stillOpen("retained_sample")})`)
    .andWhere("x.stated_at", "<=", now)
    .orderByRaw("x.keep_until, x.id")
    .select(
      "x.id",
      "x.entry_id",
      "x.fill_id",
      "f.name",
      "x.place",
      "x.grams",
      "x.keep_until",
      "x.stated_at as at",
    );

/** Those first whose day comes first. */
export const samplesKept = (db: Knex, now: Date, most = 200): Promise<SampleRow[]> =>
  samplesThere(db, now).limit(most, AS_WRITTEN);

/** The one of that number, or those that came out of a vessel, whatever it holds since. */
export const samplesBy = (
  db: Knex,
  now: Date,
  { id, vesselId }: { readonly id?: number | undefined; readonly vesselId?: number | undefined },
): Promise<SampleRow[]> =>
  samplesThere(db, now).where(id === undefined ? { "f.vessel_id": vesselId } : { "x.id": id });

/** Of these fills those whose vessel was looked for at the last stock-take of its place, and not seen. */
export async function notSeen(
  db: Knex,
  fills: readonly number[],
): Promise<{ fill_id: number; at: Date; place: string }[]> {
  const { rows } = await db.raw(
    `select f.id as fill_id, last.stated_at as at, last.place
       from fill f
       join lateral (select x.* from live_stock_seen x where x.vessel_id = f.vessel_id
                      order by ${newestFirst("x")} limit 1) last on f.opened_at <= last.stated_at
      where f.id = any(?::bigint[]) and not last.seen
        and not exists (select 1 from live_vessel_place p
                         where p.vessel_id = f.vessel_id and p.stated_at > last.stated_at)
      order by f.id`,
    [[...fills]],
  );
  return rows;
}

/** When stock was taken at each place last. */
export const lastStockTakes = (db: Knex): Promise<{ place: string; at: Date }[]> =>
  db("live_stock_take")
    .groupByRaw("lower(place)")
    .select(db.raw("max(place) as place"), db.raw("max(stated_at) as at"));
