/** Rows of warmth: what honey is warmed in, what stands in it, how warm honey and air were, how honey looks. */
import type { Knex } from "knex";
import type { Look } from "@/core/honey/granulation";
import { refuse } from "../language/errors";
import { HONEY_VESSELS } from "../ledger/kinds";
import { IS_HOLDING } from "../ledger/records/fills";
import { newestFirst } from "../ledger/records/newest";
import type { Known } from "../vessels/records";
import type { WarmerKind } from "./kinds";

export interface WarmerRow extends Known {
  readonly name: string;
  readonly kind: WarmerKind;
  /** What it is set to, and how far it strays from that, °C. */
  readonly temp_c: number;
  readonly spread_c: number;
  readonly places: number;
}

/** A warmer set up again under its name is the same one, set otherwise: the newest word holds. */
export const warmers = async (db: Knex): Promise<WarmerRow[]> => {
  const { rows } = await db.raw(
    `select distinct on (lower(w.name)) w.* from live_warmer w order by lower(w.name), ${newestFirst("w")}`,
  );
  return rows;
};

/** As it was set at a moment; as it was set first where it was typed in later. */
export async function warmerNamed(db: Knex, name: string, at: Date): Promise<WarmerRow> {
  const rows: (WarmerRow & { stated_at: Date })[] = await db("live_warmer as w")
    .whereRaw("lower(w.name) = lower(?)", [name])
    .orderByRaw("w.stated_at, w.id");
  return (
    rows.findLast((w) => w.stated_at <= at) ??
    rows[0] ??
    refuse("unknown-warmer", `There is nothing called "${name}" to warm honey in: set it up first.`, "warmer")
  );
}

export interface WarmthRow {
  readonly fill_id: number;
  readonly at: Date;
  readonly temp_c: number;
}

/** How warm fills were told to be, up to a moment, in order of time. */
export const warmthOf = (db: Knex, fills: readonly number[], now: Date): Promise<WarmthRow[]> =>
  db("live_vessel_warmth as x")
    .whereRaw("x.fill_id = any(?::bigint[])", [[...fills]])
    .andWhere("x.stated_at", "<=", now)
    .orderByRaw("x.stated_at, x.id")
    .select("x.fill_id", "x.stated_at as at", "x.temp_c");

export interface WarmingRow {
  readonly fill_id: number;
  readonly entry_id: number;
  readonly at: Date;
  /** What it was put into; null where it was taken out. */
  readonly warmer: string | null;
  readonly until_c: number | null;
  readonly ready_by: Date | null;
  readonly despite: string;
}

/** Into which warmer fills were put and when they were taken out, up to a moment, in order of time. */
export const warmingsOf = (db: Knex, fills: readonly number[], now: Date): Promise<WarmingRow[]> =>
  db("live_warming as x")
    .leftJoin("warmer as w", "w.id", "x.warmer_id")
    .whereRaw("x.fill_id = any(?::bigint[])", [[...fills]])
    .andWhere("x.stated_at", "<=", now)
    .orderByRaw("x.stated_at, x.id")
    .select(
      "x.fill_id",
      "x.entry_id",
      "x.stated_at as at",
      "w.name as warmer",
      "x.until_c",
      "x.ready_by",
      "x.despite",
    );

/** How a warmer was set over time, oldest first. */
export interface WarmerSetting {
  readonly name: string;
  readonly at: Date;
  readonly temp_c: number;
  readonly spread_c: number;
}
export const settingsOfWarmers = (db: Knex): Promise<WarmerSetting[]> =>
  db("live_warmer as w")
    .orderByRaw("w.stated_at, w.id")
    .select("w.name", "w.stated_at as at", "w.temp_c", "w.spread_c");

/** Vessels that stand in a warmer at a moment and still hold honey. */
export async function standingInWarmer(
  db: Knex,
  name: string,
  at: Date,
): Promise<{ fill_id: number; name: string }[]> {
  const { rows } = await db.raw(
    `select f.id as fill_id, f.name
       from fill_balance b
       join fill f on f.id = b.fill_id
       join lateral (select x.warmer_id from live_warming x where x.fill_id = f.id and x.stated_at <= ?
                      order by ${newestFirst("x")} limit 1) last on true
       join warmer w on w.id = last.warmer_id
      where ${IS_HOLDING} and lower(w.name) = lower(?) order by f.id`,
    [at, [...HONEY_VESSELS], name],
  );
  return rows;
}

export interface LookRow {
  readonly fill_id: number;
  readonly at: Date;
  readonly look: Look;
}
/** How fills looked, up to a moment, in order of time. */
export const looksOf = (db: Knex, fills: readonly number[], now: Date): Promise<LookRow[]> =>
  db("live_granulation as x")
    .whereRaw("x.fill_id = any(?::bigint[])", [[...fills]])
    .andWhere("x.stated_at", "<=", now)
    .orderByRaw("x.stated_at, x.id")
    .select("x.fill_id", "x.stated_at as at", "x.look");

/** Air of a place: over a stretch that begins at `at`. */
export interface AirRow {
  readonly place: string;
  readonly at: Date;
  readonly lo_c: number;
  readonly hi_c: number;
  /** Hours it speaks for. */
  readonly hours: number;
}

/** What thermometers said, place by place, and what was typed, oldest first: a day a row, or an hour. */
export async function airOfPlaces(
  db: Knex,
  since: Date,
  now: Date,
  by: "day" | "hour" = "day",
): Promise<AirRow[]> {
  const { rows } = await db.raw(
    `select d.place, date_trunc(?, h.hour) as at, min(h.lo_c) as lo_c, max(h.hi_c) as hi_c,
            ?::int as hours
       from device_hour h join live_device d on d.id = h.device_id
      where h.hour >= ? and h.hour <= ? and coalesce(d.place, '') <> ''
      group by 1, 2
     union all
     select a.place, a.stated_at, a.temp_c, a.temp_c, 24 from live_place_air a
      where a.stated_at >= ? and a.stated_at <= ?
      order by 2`,
    [by, by === "day" ? 24 : 1, since, now, since, now],
  );
  return rows;
}

export interface AirNow {
  readonly place: string;
  readonly at: Date;
  readonly temp_c: number;
  readonly humidity_pct: number | null;
  /** The device's name, or null when somebody typed it. */
  readonly device: string | null;
  readonly stand_in: boolean;
}

/** The newest word on each place's air that is no older than `since`. */
export async function airNow(db: Knex, since: Date, now: Date): Promise<AirNow[]> {
  const { rows } = await db.raw(
    `select distinct on (lower(place)) place, at, temp_c, humidity_pct, device, stand_in from (
       select d.place, p.at, p.temp_c, p.humidity_pct, d.name as device, d.stand_in
         from live_device d
         join lateral (select * from device_post p where p.device_id = d.id and p.at <= ?
                        order by p.at desc limit 1) p on true
        where coalesce(d.place, '') <> '' and p.at >= ? and p.temp_c is not null
       union all
       select a.place, a.stated_at, a.temp_c, a.humidity_pct, null, false
         from live_place_air a where a.stated_at >= ? and a.stated_at <= ?) x
      order by lower(place), at desc`,
    [now, since, since, now],
  );
  return rows;
}

/** Where fills' vessels stood, oldest first. */
export const placesOfFills = (
  db: Knex,
  fills: readonly number[],
  now: Date,
): Promise<{ fill_id: number; at: Date; place: string }[]> =>
  db("fill as f")
    .join("live_vessel_place as p", "p.vessel_id", "f.vessel_id")
    .whereRaw("f.id = any(?::bigint[])", [[...fills]])
    .andWhereRaw("(p.stated_at <= ?)", [now])
    .orderByRaw("p.stated_at, p.id")
    .select("f.id as fill_id", "p.stated_at as at", "p.place");

/** Of the batches with these fills those that settle otherwise than the house. */
export const schoolsOfBatches = async (
  db: Knex,
  fills: readonly number[],
): Promise<{ fill_id: number; school: "strain-first" | "settle-first" }[]> =>
  db("live_batch_school as x")
    .join("batch as b", "b.id", "x.batch_id")
    .whereRaw("b.fill_id = any(?::bigint[])", [[...fills]])
    .distinctOn("b.fill_id")
    .orderByRaw(`b.fill_id, ${newestFirst("x")}`)
    .select("b.fill_id", "x.school");
