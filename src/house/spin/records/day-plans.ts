import type { Knex } from "knex";
import { newestFirst } from "../../ledger/records/newest";

export const planOf = async (db: Knex, day: string): Promise<unknown | null> =>
  (await db("live_day_plan as p").where({ date: day }).orderByRaw(newestFirst("p")).first("plan"))?.plan ??
  null;
/** Days before `day` with a plan of their own, the newest first. */
export const plannedDays = (db: Knex, day: string, most: number): Promise<string[]> =>
  db("live_day_plan")
    .where("date", "<", day)
    .distinct("date")
    .orderBy("date", "desc")
    .limit(most)
    .pluck("date");

/** The newest plan of a day before. */
export const planBefore = async (db: Knex, day: string): Promise<unknown | null> =>
  (
    await db("live_day_plan as p")
      .where("date", "<", day)
      .orderByRaw(`p.date desc, ${newestFirst("p")}`)
      .first("plan")
  )?.plan ?? null;
