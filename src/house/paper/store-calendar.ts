/** What is due in the store as all-day events (RFC 5545): looks, and samples whose time is over. */
import ical, { ICalCalendarMethod } from "ical-generator";
import type { Knex } from "knex";
import { DateTime } from "luxon";
import { dayIn } from "../language/clock";
import { capital } from "../language/spoken";
import { snapshot } from "../standing/snapshot";
import { samplesKept } from "../store/records";
import { watchList } from "../store/watch";

/** A calendar holds no more than this. */
const MOST = 500;

export async function storeCalendar(db: Knex, now = new Date()): Promise<{ text: string; name: string }> {
  const s = await snapshot(db, now);
  const calendar = ical({
    name: `${s.house.name}: the store`,
    prodId: "-//Aumbry//Store//EN",
    method: ICalCalendarMethod.PUBLISH,
  });
  const add = (id: string, day: string, summary: string, description: string, location: string): void => {
    calendar.createEvent({
      id: `${id}@aumbry`,
      stamp: now,
      start: DateTime.fromISO(day),
      end: DateTime.fromISO(day).plus({ days: 1 }),
      allDay: true,
      summary,
      description,
      ...(location ? { location } : {}),
    });
  };
  for (const { v, watch, due } of watchList(s).slice(0, MOST)) {
    // What is overdue stands on today.
    const day = dayIn(s.house.zone, new Date(Math.max(due.getTime(), now.getTime())));
    add(
      `look-${v.fillId}`,
      day,
      `Look at ${v.name}: it may ferment`,
      `The liquid in it is up to ${watch.liquidPct.hi.toFixed(1)} % water; look ${watch.verdict}.`,
      v.place,
    );
  }
  for (const sample of await samplesKept(db, now))
    if (sample.keep_until)
      add(
        `sample-${sample.fill_id}-${sample.at.getTime()}`,
        sample.keep_until,
        `${capital(sample.name)}'s sample was kept until today`,
        "Keep it longer, or throw it away.",
        sample.place,
      );
  return { text: calendar.toString(), name: "store.ics" };
}
