import type { Knex } from "knex";
import type { Tool } from "@/core/dayplan";
import { IS_HOLDING } from "../../ledger/records/fills";

export interface BinState {
  readonly fill_id: number;
  readonly tag: string;
  readonly grams: number;
  readonly opened_at: Date;
}
export const binsHolding = (db: Knex): Promise<BinState[]> =>
  db("fill_balance as b")
    .join("live_fill as f", "f.id", "b.fill_id")
    .join("vessel as v", "v.id", "f.vessel_id")
    .whereRaw(IS_HOLDING, [["cappings"]])
    .orderBy("f.id")
    .select("f.id as fill_id", "v.tag", "b.grams", "f.opened_at");

/** Of so many of the newest batches that had cappings the share is learnt. */
const CAPPINGS_BATCHES = 30;

/** What the newest batches gave into the cappings, % of what came in, by the tool most of their runs name. */
export async function cappingsOfBatches(db: Knex): Promise<{ tool: Tool; pct: number }[]> {
  const { rows } = await db.raw(
    `with cut as (
       select from_fill, sum(grams) as grams from movement c
        where kind = 'cappings' and reverses is null and not exists (select 1 from undone u where u.entry_id = c.entry_id)
        group by from_fill order by from_fill desc limit ?)
     select least(100, 100.0 * cut.grams / came.grams)::float8 as pct, runs.tool
       from cut join live_batch b on b.fill_id = cut.from_fill
       join lateral (
         select nullif(sum(j.grams), 0) as grams from movement j
          where j.to_fill = cut.from_fill and j.kind = 'join' and j.reverses is null
            and not exists (select 1 from undone u where u.entry_id = j.entry_id)) came on came.grams is not null
       join lateral (
         select tool from live_run r where r.batch_id = b.id and tool is not null
          group by tool order by count(*) desc, tool limit 1) runs on true`,
    [CAPPINGS_BATCHES],
  );
  return rows;
}
