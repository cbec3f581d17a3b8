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

const MINUTE_MS = 60_000;

interface Post {
  readonly device_id: number;
  readonly at: Date;
  readonly temp_c: number;
  readonly humidity_pct: number;
}

/** What was heard last, with the moment it was read for. */
const heard = new WeakMap<Knex, { readonly moment: string; readonly posts: Promise<readonly Post[]> }>();

/**
 * What these sensors said since a moment, oldest first. Entries do not change it: it is read anew with a device's next
 * word or the next minute. Ten days of a word a minute are 14,000 rows, too many for each entry.
 */
async function saidSince(
  db: Knex,
  sensors: readonly number[],
  since: Date,
  now: Date,
): Promise<readonly Post[]> {
  const { rows } = await db.raw("select max(id) as post from device_post");
  const [from, minute] = [since, now].map((t) => Math.floor(t.getTime() / MINUTE_MS));
  const moment = [rows[0].post, from, minute, ...sensors].join(" ");
  const known = heard.get(db);
  if (known?.moment === moment) return known.posts;
  const posts: Promise<readonly Post[]> = db("device_post")
    .whereRaw("device_id = any(?::bigint[])", [[...sensors]])
    .where("at", ">=", new Date((from as number) * MINUTE_MS))
    .orderBy(["at", "id"])
    .select("device_id", "at", "temp_c", "humidity_pct")
    .then((read) => read);
  const mine = { moment, posts };
  heard.set(db, mine);
  posts.catch(() => heard.get(db) === mine && heard.delete(db));
  return posts;
}

/** The room's log since a moment, oldest first. Typed figures stand beside the devices' own. */
export async function airSince(db: Knex, since: Date, now: Date): Promise<LoggedAir[]> {
  const [sensors, typed] = await Promise.all([
    db("live_device")
      .where("kind", "thermo-hygrometer")
      .whereNull("place")
      .orderBy("id")
      .select("id", "name", "stand_in"),
    db("live_climate_note").where("at", ">=", since).select("at", "temp_c", "humidity_pct"),
  ]);
  const called = new Map(sensors.map((d) => [d.id as number, d]));
  const said = called.size > 0 ? await saidSince(db, [...called.keys()], since, now) : [];
  const log: LoggedAir[] = [
    ...said
      // What was read begins with the minute.
      .filter((p) => p.at >= since)
      .map(({ device_id, at, temp_c, humidity_pct }) => ({
        at,
        temp_c,
        humidity_pct,
        device: called.get(device_id)?.name ?? null,
        stand_in: called.get(device_id)?.stand_in ?? false,
      })),
    ...typed.map((t) => ({ ...t, device: null, stand_in: false })),
  ];
  return typed.length > 0 ? log.sort((a, b) => a.at.getTime() - b.at.getTime()) : log;
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

/**
 * How these stacks stood to the fan from a moment on, oldest first: a log by time, like the air, with the last word on
 * each that held then.
 */
export async function draughtLog(db: Knex, stacks: readonly string[], since: Date): Promise<StackAir[]> {
  const { rows } = await db.raw(
    `select a.stack, a.fan, a.at
       from unnest(?::text[]) as asked (stack)
       join live_stack_air a on a.stack = asked.stack
        and a.at >= coalesce((select b.at from live_stack_air b where b.stack = asked.stack and b.at <= ?
                               order by b.at desc limit 1), '-infinity')
      order by a.at, a.id`,
    [[...new Set(stacks)], since],
  );
  return rows;
}

/** The same, as far as it says in what draught boxes stood that stood at these places. */
export const draughtOfPlaces = (db: Knex, places: readonly Stood[], now: Date): Promise<StackAir[]> =>
  draughtLog(
    db,
    places.map((p) => p.stack),
    new Date(Math.min(now.getTime(), ...places.map((p) => p.at.getTime()))),
  );

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
