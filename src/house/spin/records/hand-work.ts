import type { Knex } from "knex";
import type { HandWork } from "@/core/dayplan";
import { newestIds } from "../../ledger/records/newest";

const MEASURED = ["stated_at", "entry_id", "way", "frames", "minutes", "honey_g", "left_g"];

/**
 * Work done without a machine, newest first: what was measured of it. Where there is enough that was told as a fact,
 * the entries of the first months, which have it in their answer only, are not looked at.
 */
export function handWork(db: Knex, limit = 60): Promise<HandWork[]> {
  const told = db("live_hand_work")
    .whereRaw(`id = any(${newestIds("hand_work", limit)})`)
    .select(MEASURED);
  const before = db("hand_work_known")
    .whereRaw("(select count(*) from told) < ?", [limit])
    .whereRaw("entry_id <> all(select entry_id from told)")
    .select(MEASURED);
  return db
    .with("told", told)
    .from(db("told").select(MEASURED).unionAll(before).as("w"))
    .orderBy([
      { column: "stated_at", order: "desc" },
      { column: "entry_id", order: "desc" },
    ])
    .limit(limit)
    .select("way", "frames", "minutes", db.raw('left_g::float8 / nullif(honey_g, 0) as "left"'));
}
