import type { Knex } from "knex";
import type { HandWork } from "@/core/dayplan";
/** Work done without a machine, newest first: what was measured of it. */
export function handWork(db: Knex, limit = 60): Promise<HandWork[]> {
  return db("hand_work_known")
    .orderBy([
      { column: "stated_at", order: "desc" },
      { column: "entry_id", order: "desc" },
    ])
    .limit(limit)
    .select("way", "frames", "minutes", db.raw('left_g::float8 / nullif(honey_g, 0) as "left"'));
}
