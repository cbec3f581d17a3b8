import type { Knex } from "knex";

export interface DeviceRow {
  readonly id: number;
  readonly entry_id: number;
  readonly name: string;
  readonly kind: "scale" | "refractometer" | "thermo-hygrometer" | "thermometer";
  readonly token_sha256: string;
  readonly stand_in: boolean;
  /** What it measures where that is not the hot room: a place of the store, a warmer by its name. */
  readonly place: string | null;
}

export const devices = (db: Knex): Promise<DeviceRow[]> => db("live_device").orderBy("name");
export const maybeDevice = (db: Knex, name: string): Promise<DeviceRow | undefined> =>
  db("live_device").whereRaw("lower(name) = lower(?)", [name]).first();

/** A row of the room's log, from a device or typed by somebody. */
export interface LoggedAir {
  readonly at: Date;
  readonly temp_c: number;
  readonly humidity_pct: number;
  /** The device's name, or null when it was typed. */
  readonly device: string | null;
  readonly stand_in: boolean;
}

/** The room's log since a moment, oldest first. Typed figures stand beside the devices' own. */
export async function airSince(db: Knex, since: Date): Promise<LoggedAir[]> {
  const { rows } = await db.raw(
    `select p.at, p.temp_c, p.humidity_pct, d.name as device, d.stand_in
       from device_post p join live_device d on d.id = p.device_id
      where p.at >= ? and d.kind = 'thermo-hygrometer' and d.place is null
      union all
     select at, temp_c, humidity_pct, null, false from live_climate_note where at >= ?
      order by at`,
    [since, since],
  );
  return rows;
}

/** The newest post of a device of this kind, if it is no older than `since`. */
export const newestPost = (
  db: Knex,
  kind: DeviceRow["kind"],
  since: Date,
): Promise<
  | {
      at: Date;
      gross_kg: number | null;
      shown: number | null;
      temp_c: number | null;
      device: string;
      stand_in: boolean;
    }
  | undefined
> =>
  db("device_post as p")
    .join("live_device as d", "d.id", "p.device_id")
    .where("d.kind", kind)
    .whereNull("d.place")
    .where("p.at", ">=", since)
    .orderBy("p.at", "desc")
    .first("p.at", "p.gross_kg", "p.shown", "p.temp_c", "d.name as device", "d.stand_in");

export interface StackAir {
  readonly stack: string;
  readonly fan: "full" | "some" | "none";
  readonly at: Date;
}

/** How each stack stood to the fan, oldest first: a log by time, like the air. */
export const draughtLog = (db: Knex): Promise<StackAir[]> =>
  db("live_stack_air").orderBy(["at", "id"]).select("stack", "fan", "at");

/** Where a super's honey stood, oldest first. */
export interface Stood {
  readonly fill_id: number;
  readonly place: string;
  readonly stack: string;
  readonly at: Date;
}
export const placesOf = (db: Knex, fillIds: readonly number[]): Promise<Stood[]> =>
  fillIds.length === 0
    ? Promise.resolve([])
    : db("live_standing_place as p")
        .whereRaw("p.fill_id = any(?::bigint[])", [[...fillIds]])
        .orderBy(["p.stated_at", "p.entry_id", "p.id"])
        .select("p.fill_id", "p.place", "p.stack", "p.stated_at as at");
