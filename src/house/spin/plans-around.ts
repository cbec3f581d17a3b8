/** The plans of the days about now. */
import type { Knex } from "knex";
import { daysLater } from "../language/clock";
import { minutesOf } from "../language/clock-time";
import { holdsAfterMidnight, type PlanInput } from "./plan-input";
import { planBefore, planOf } from "./records/day-plans";

export interface PlansAround {
  /** The plan that goes on now or is to begin today. */
  readonly plan: PlanInput | null;
  readonly planTomorrow: PlanInput | null;
  /** The newest plan of an earlier day: what another day's begins with. */
  readonly planBefore: PlanInput | null;
}

const planFor = async (db: Knex, day: string) => (await planOf(db, day)) as PlanInput | null;

/** Today's plan, or last night's while somebody is still there and today's has not begun. */
export async function plansAround(db: Knex, today: string, nowMin: number): Promise<PlansAround> {
  const [own, night, planTomorrow, before] = await Promise.all([
    planFor(db, today),
    planFor(db, daysLater(today, -1)),
    planFor(db, daysLater(today, 1)),
    planBefore(db, today),
  ]);
  const begun = own !== null && minutesOf(own.start) <= nowMin;
  return {
    plan: !begun && night && holdsAfterMidnight(night, nowMin) ? night : own,
    planTomorrow,
    planBefore: before as PlanInput | null,
  };
}
