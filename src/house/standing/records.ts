/** Rows that cross the bays: what stands in pails, what is set up, and the moment the house is in. */
import type { Knex } from "knex";

const MINUTE = 60_000;

/** Changes with every entry, every device's word and every minute. */
export async function momentOf(db: Knex, now: Date): Promise<string> {
  const { rows } = await db.raw(
    "select (select max(id) from entry) as entry, (select max(id) from device_post) as post",
  );
  return `${rows[0].entry} ${rows[0].post} ${Math.floor(now.getTime() / MINUTE)}`;
}

/** What is set up at all. */
export interface EquipmentThere {
  readonly yards: boolean;
  readonly colonies: boolean;
  readonly supers: boolean;
  readonly pails: boolean;
}

export async function equipmentThere(db: Knex): Promise<EquipmentThere> {
  const { rows } = await db.raw(
    `select exists (select 1 from live_yard) as yards, exists (select 1 from live_colony) as colonies,
            exists (select 1 from live_vessel where kind = 'super') as supers,
            exists (select 1 from live_vessel where kind = 'pail') as pails`,
  );
  return rows[0];
}

export interface PailRow {
  fill_id: number;
  tag: string;
  grams: number;
  capacity_g: number | null;
  batch: number;
  batch_id: number;
  batch_fill: number;
  opened_at: Date;
}

export const pailsHolding = (db: Knex): Promise<PailRow[]> =>
  db("fill_balance as b")
    .join("live_fill as f", "f.id", "b.fill_id")
    .join("vessel as v", "v.id", "f.vessel_id")
    .join("movement as m", (j) => j.on("m.to_fill", "f.id").andOnVal("m.kind", "pail"))
    .join("live_batch as t", "t.fill_id", "m.from_fill")
    .where("b.kind", "pail")
    .where("b.grams", ">", 0)
    .orderByRaw("length(v.tag), v.tag")
    .select(
      "f.id as fill_id",
      "v.tag",
      "b.grams",
      "v.capacity_g",
      "t.number as batch",
      "t.id as batch_id",
      "t.fill_id as batch_fill",
      "f.opened_at",
    );
