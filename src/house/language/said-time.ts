/** Days and times as whoever is reading writes them; browser and server say them alike. */
import { shown } from "./shown";

const MONTHS = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"];
const WEEKDAYS = ["Sun", "Mon", "Tue", "Wed", "Thu", "Fri", "Sat"];

const ISO_DAY = /^(\d{4})-(\d\d)-(\d\d)$/;

/** "13 Aug 2026", "Aug 13, 2026" or "2026-08-13"; what is no ISO day stays as it is. */
export function daySaid(isoDay: string): string {
  const style = shown().day;
  const [, year, month, date] = ISO_DAY.exec(isoDay) ?? [];
  if (!year || style === "ymd") return isoDay;
  const name = MONTHS[Number(month) - 1] ?? "";
  return style === "mdy" ? `${name} ${Number(date)}, ${year}` : `${Number(date)} ${name} ${year}`;
}

/** The same without its year: "13 Aug", "Aug 13", "08-13". */
export function dayOfYearSaid(isoDay: string): string {
  const style = shown().day;
  const [, year, month, date] = ISO_DAY.exec(isoDay) ?? [];
  if (!year) return isoDay;
  const name = MONTHS[Number(month) - 1] ?? "";
  if (style === "ymd") return `${month}-${date}`;
  return style === "mdy" ? `${name} ${Number(date)}` : `${Number(date)} ${name}`;
}

/** "Thu 13 Aug", "Thu, Aug 13". */
export function weekdaySaid(isoDay: string): string {
  const weekday = weekdayOf(isoDay);
  return `${weekday}${shown().day === "mdy" ? "," : ""} ${dayOfYearSaid(isoDay)}`;
}

export const weekdayOf = (isoDay: string): string => WEEKDAYS[new Date(`${isoDay}T12:00Z`).getUTCDay()] ?? "";

/** "14:20", as it is kept, as it is said: "14:20" or "2:20 pm"; what is no time of the day stays as it is. */
export function clockSaid(clock: string): string {
  const [, hour, minute] = /^(\d\d):(\d\d)$/.exec(clock) ?? [];
  if (!hour || shown().clock === "24") return clock;
  return `${Number(hour) % 12 || 12}:${minute} ${Number(hour) < 12 ? "am" : "pm"}`;
}

let written: { readonly zone: string; readonly as: Intl.DateTimeFormat } | null = null;

/** A moment in a zone as ISO day and time of the day, for who has no calendar at hand. */
export function partsIn(zone: string, ms: number): { readonly day: string; readonly clock: string } {
  // A house keeps to one zone: its formatter is made once.
  if (written?.zone !== zone)
    written = {
      zone,
      as: new Intl.DateTimeFormat("sv-SE", { dateStyle: "short", timeStyle: "short", timeZone: zone }),
    };
  const text = written.as.format(ms);
  const [day = "", clock = ""] = text.split(" ");
  return { day, clock };
}

/** From a moment on, ms, a zone's clock is so many minutes ahead of UTC. */
export interface ClockShift {
  readonly fromMs: number;
  readonly minutes: number;
}

/**
 * The same by shifts that were told, without the browser's calendar: to be made ready, that takes a slow tablet a tenth
 * of a second.
 * @param shifts in order; the first holds for what was before, too
 */
export function partsBy(
  shifts: readonly ClockShift[],
  ms: number,
): { readonly day: string; readonly clock: string } {
  const { minutes = 0 } = shifts.findLast((s) => s.fromMs <= ms) ?? shifts[0] ?? {};
  const text = new Date(ms + minutes * 60_000).toISOString();
  return { day: text.slice(0, 10), clock: text.slice(11, 16) };
}

/** The moment of a day and a clock time in a zone, ms; where the clock skips it, the hour it skips to. */
export function momentAt(zone: string, isoDay: string, clock: string): number {
  const asIfThere = Date.parse(`${isoDay}T${clock}:00Z`);
  const shift = (ms: number): number => {
    const there = partsIn(zone, ms);
    return Date.parse(`${there.day}T${there.clock}:00Z`) - Math.floor(ms / 60_000) * 60_000;
  };
  // The shift of the guess may be another than that of the moment, around a change of the clocks.
  const guess = asIfThere - shift(asIfThere);
  return asIfThere - shift(guess);
}
