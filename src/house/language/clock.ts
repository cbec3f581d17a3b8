import { DateTime } from "luxon";
import { type ClockShift, clockSaid, dayOfYearSaid, daySaid, weekdayOf, weekdaySaid } from "./said-time";

/** Clocks change at whole minutes (the time zone database, since 1972). */
const MINUTE_MS = 60_000;
const DAY_MS = 86_400_000;
const MOST_OFFSETS = 20_000;
const offsets = new Map<string, number>();

/** Minutes a zone's clock is ahead of UTC at a moment; screens ask it of the same moments again and again. */
function offsetMin(zone: string, ms: number): number {
  const key = `${zone} ${Math.floor(ms / MINUTE_MS)}`;
  let known = offsets.get(key);
  if (known === undefined) {
    if (offsets.size >= MOST_OFFSETS) offsets.clear();
    known = DateTime.fromMillis(ms, { zone }).offset;
    offsets.set(key, known);
  }
  return known;
}

/** What a zone's clock shows at a moment, as the same figures in UTC. @throws RangeError for no moment or no zone */
const shownAt = (zone: string, at: Date): Date =>
  new Date(at.getTime() + offsetMin(zone, at.getTime()) * MINUTE_MS);

/** How a zone's clock stands to UTC from one moment to another, for a browser: one shift, and one more for each change. */
export function clockShifts(zone: string, fromMs: number, toMs: number): ClockShift[] {
  let at = Math.floor(fromMs / DAY_MS) * DAY_MS;
  const shifts = [{ fromMs: at, minutes: offsetMin(zone, at) }];
  // Day by day, and within a day that changes it by halves to the minute.
  for (; at < toMs; at += DAY_MS) {
    const minutes = offsetMin(zone, at + DAY_MS);
    if (minutes === shifts.at(-1)?.minutes) continue;
    let [before, after] = [at, at + DAY_MS];
    while (after - before > MINUTE_MS) {
      const middle = Math.floor((before + after) / 2 / MINUTE_MS) * MINUTE_MS;
      if (offsetMin(zone, middle) === minutes) after = middle;
      else before = middle;
    }
    shifts.push({ fromMs: after, minutes });
  }
  return shifts;
}

/** Days and hours as the house's own clock shows them. */
export const dayIn = (zone: string, at: Date): string => shownAt(zone, at).toISOString().slice(0, 10);
/** "14:20": the time of the day as it is kept and reckoned with. */
export const timeOfDayIn = (zone: string, at: Date): string => shownAt(zone, at).toISOString().slice(11, 16);
/** The same as it is said: "14:20" or "2:20 pm". */
export const clockIn = (zone: string, at: Date): string => clockSaid(timeOfDayIn(zone, at));
/** "2026-08-13T14:30": day and time as a field takes them. */
export const wallTimeIn = (zone: string, at: Date): string => shownAt(zone, at).toISOString().slice(0, 16);
export const shortDayIn = (zone: string, at: Date): string => weekdaySaid(dayIn(zone, at));
export const writtenDay = daySaid;
/** A calendar day has no zone: it is reckoned in plain days. @throws RangeError for no day */
export const daysLater = (isoDay: string, days: number): string =>
  new Date(Date.parse(`${isoDay}T00:00Z`) + days * DAY_MS).toISOString().slice(0, 10);
export const monthsLater = (isoDay: string, months: number): string =>
  DateTime.fromISO(isoDay).plus({ months }).toISODate() as string;

/** "14:20" today, "Fri 14:20" within a week, "12 Aug 14:20" otherwise. */
export function whenIn(zone: string, at: Date, now: Date): string {
  const [there, here] = [shownAt(zone, at).getTime(), shownAt(zone, now).getTime()];
  const clock = clockIn(zone, at);
  if (Math.floor(there / DAY_MS) === Math.floor(here / DAY_MS)) return clock;
  const day = dayIn(zone, at);
  const near = Math.abs(there - here) < 6 * DAY_MS;
  return `${near ? weekdayOf(day) : dayOfYearSaid(day)} ${clock}`;
}

/** The moment a thing dated `isoDay` is booked at: now when that is today, noon of the day otherwise. */
export function momentOf(isoDay: string, zone: string, now: Date): Date {
  if (isoDay === dayIn(zone, now)) return now;
  return DateTime.fromISO(`${isoDay}T12:00`, { zone }).toJSDate();
}

/** From when a thing is known that is here since `isoDay`; null, since ever, when nobody said. */
export const knownFrom = (zone: string, isoDay: string | undefined): Date | null =>
  isoDay === undefined ? null : DateTime.fromISO(isoDay, { zone }).startOf("day").toJSDate();

/** Work that goes on over midnight goes by what was done before it, so long (common practice: a shift). */
const SHIFT_H = 8;

/** Since when something counts as done today: since midnight, or for a shift that began before it. */
export function todayFrom(zone: string, at: Date): Date {
  const now = DateTime.fromJSDate(at, { zone });
  return DateTime.min(now.startOf("day"), now.minus({ hours: SHIFT_H })).toJSDate();
}

/** "3 h", "2 days", "5 min": ages for people. */
export function ageBetween(from: Date, to: Date): string {
  const minutes = Math.max(0, Math.round((to.getTime() - from.getTime()) / 60_000));
  if (minutes < 90) return `${minutes} min`;
  const hours = Math.round(minutes / 60);
  if (hours < 48) return `${hours} h`;
  return `${Math.round(hours / 24)} days`;
}
