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

/** Keeps posts, each moment of a device once; how many were new. Screens look again, although no entry was made. */
export async function keepPosts(db: Knex, rows: readonly Record<string, unknown>[]): Promise<number> {
  const made = await db("device_post")
    .insert([...rows])
    .onConflict(["device_id", "at"])
    .ignore()
    .returning("id");
  await db.raw("select pg_notify('aumbry', '0')");
  return made.length;
}

export const standInOf = (db: Knex, kind: DeviceRow["kind"]): Promise<DeviceRow | undefined> =>
  db("live_device").where({ kind, stand_in: true }).first();
