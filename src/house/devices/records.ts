/** Rows of what devices post: the one thing no entry stands behind. */
import type { Knex } from "knex";
import type { DeviceRow } from "../hot-room/records";

export async function postsSince(db: Knex, deviceId: number, since: Date): Promise<number> {
  const row = await db("device_post")
    .where({ device_id: deviceId })
    .where("received_at", ">", since)
    .count("* as n")
    .first();
  return Number(row?.n ?? 0);
}

/**
 * Which screens look again although no entry was made: those that show the hot room, those that show where vessels
 * stand, or every one, because something got too warm.
 */
export const LOOK_AGAIN = { room: "0", places: "-2", all: "-1" } as const;
export type LookAgain = keyof typeof LOOK_AGAIN;

/** Keeps posts, each moment of a device once; how many were new. */
export async function keepPosts(
  db: Knex,
  rows: readonly Record<string, unknown>[],
  looks: LookAgain = "room",
): Promise<number> {
  const made = await db("device_post")
    .insert([...rows])
    .onConflict(["device_id", "at"])
    .ignore()
    .returning("id");
  await db.raw("select pg_notify('aumbry', ?)", [LOOK_AGAIN[looks]]);
  return made.length;
}

/** What a thermometer said last before a moment; null when it never spoke. */
export async function saidBefore(db: Knex, deviceId: number, at: Date): Promise<number | null> {
  const row = await db("device_post")
    .where({ device_id: deviceId })
    .where("at", "<", at)
    .whereNotNull("temp_c")
    .orderBy("at", "desc")
    .first("temp_c");
  return row?.temp_c ?? null;
}

export const standInOf = (db: Knex, kind: DeviceRow["kind"]): Promise<DeviceRow | undefined> =>
  db("live_device").where({ kind, stand_in: true, place: null }).first();
