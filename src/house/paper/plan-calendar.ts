/** A pull plan as all-day events (RFC 5545), so that the boards are not forgotten. */
import ical, { ICalCalendarMethod } from "ical-generator";
import type { Knex } from "knex";
import { DateTime } from "luxon";
import { Refusal } from "../language/errors";
import { houseNow } from "../ledger/records/house";
import { CLEARING, stepsOf } from "../yard/clearing";
import { maybePlan } from "../yard/records/plans";

export async function planCalendar(
  db: Knex,
  id: number,
  now = new Date(),
): Promise<{ text: string; name: string }> {
  const plan = Number.isSafeInteger(id) ? await maybePlan(db, id) : undefined;
  if (!plan) throw new Refusal("unknown-plan", "There is no such plan.", 404);
  const house = await houseNow(db);
  const clearing = CLEARING[plan.method];
  const calendar = ical({
    name: `${house.name}: ${plan.yard}`,
    prodId: "-//Aumbry//Pull plan//EN",
    method: ICalCalendarMethod.PUBLISH,
  });
  for (const step of stepsOf(plan)) {
    calendar.createEvent({
      id: `plan-${plan.id}-${step.id}@aumbry`,
      stamp: now,
      start: DateTime.fromISO(step.date),
      end: DateTime.fromISO(step.date).plus({ days: 1 }),
      allDay: true,
      summary: `${plan.yard}: ${step.what}`,
      location: plan.location || plan.yard,
      description: `${clearing.name}. Kit: ${clearing.kit.join("; ")}.${plan.note ? ` ${plan.note}` : ""}`,
    });
  }
  return {
    text: calendar.toString(),
    name: `pull-${plan.yard.replace(/[^\p{L}\p{N}]+/gu, "-")}-${plan.date}.ics`,
  };
}
