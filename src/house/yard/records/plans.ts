import type { Knex } from "knex";
import { joinNewest } from "../../ledger/records/newest";
import type { ClearingMethod } from "../clearing";

export interface PlanRow {
  readonly id: number;
  readonly entry_id: number;
  readonly yard_id: number;
  readonly yard: string;
  readonly location: string | null;
  readonly date: string;
  readonly method: ClearingMethod;
  readonly note: string;
  readonly done: readonly string[];
}

const plans = (db: Knex) =>
  db("live_pull_plan as p")
    .join("live_yard as y", "y.id", "p.yard_id")
    .joinRaw(joinNewest("yard_detail", "d", "location", "x.yard_id = y.id"))
    .select(
      "p.*",
      "y.name as yard",
      "d.location",
      db.raw(
        "coalesce((select array_agg(s.step) from live_plan_step s where s.plan_id = p.id), '{}') as done",
      ),
    );

/** Plans from a day on whose yard was not pulled on or after their day yet. */
export const openPlans = (db: Knex, from: string): Promise<PlanRow[]> =>
  plans(db)
    .whereRaw("p.id = any(array(select id from pull_plan where date >= ?))", [from])
    // Each pull's moment by itself: the yard's few since then, not every entry of the house.
    .whereRaw(`not exists (
      select 1 from pull u left join lateral (select e.happened_at from entry e where e.id = u.entry_id offset 0) e on true
       where u.yard_id = p.yard_id and u.date >= p.date and coalesce(e.happened_at, 'infinity') >= p.stated_at
         and not exists (select 1 from undone x where x.entry_id = u.entry_id))`)
    .orderBy(["p.date", "p.id"]);
export const maybePlan = (db: Knex, id: number): Promise<PlanRow | undefined> =>
  plans(db).where("p.id", id).first();
