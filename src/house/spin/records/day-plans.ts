import type { Knex } from "knex";
import { newestFirst } from "../../ledger/records/newest";

export const planOf = async (db: Knex, day: string): Promise<unknown | null> =>
  (await db("live_day_plan as p").where({ date: day }).orderByRaw(newestFirst("p")).first("plan"))?.plan ??
  null;
/** The newest plan of a day before. */
export const planBefore = async (db: Knex, day: string): Promise<unknown | null> =>
  (
    await db("live_day_plan as p")
      .where("date", "<", day)
      .orderByRaw(`p.date desc, ${newestFirst("p")}`)
      .first("plan")
  )?.plan ?? null;
