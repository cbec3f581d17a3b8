/** Days as people write them; a day that could mean two things is not read. */
import { daySaid } from "@/house/language/said-time";
import { shown } from "@/house/language/shown";

const MONTHS = ["jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec"];

/** The ISO day, if there is such a day. */
function iso(year: number, month: number, day: number): string | null {
  const at = new Date(Date.UTC(year, month - 1, day));
  const whole = at.getUTCFullYear() === year && at.getUTCMonth() === month - 1 && at.getUTCDate() === day;
  return whole && year >= 1000 && year <= 9999 ? at.toISOString().slice(0, 10) : null;
}

/** "2026-08-13", "13.8.2026", "13.8.", "13 Aug 2026", "13 august", "Aug 13, 2026" as an ISO day; null when it is none of these. */
export function readDay(text: string, thisYear: number): string | null {
  const said = text.trim().toLowerCase().slice(0, 40);
  const [, y, m, d] = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(said) ?? [];
  if (y) return iso(Number(y), Number(m), Number(d));
  const [, day, month, year] = /^(\d{1,2})\. ?(\d{1,2})\.? ?(\d{4})?$/.exec(said) ?? [];
  if (day) return iso(Number(year ?? thisYear), Number(month), Number(day));
  const [, on, name = "", of] = /^(\d{1,2})\.? ([a-z]{3,9})\.?(?: (\d{4}))?$/.exec(said) ?? [];
  if (on) return named(name, on, of ?? thisYear);
  const [, month1 = "", on1, of1] = /^([a-z]{3,9})\.? (\d{1,2})(?:,? (\d{4}))?$/.exec(said) ?? [];
  if (on1) return named(month1, on1, of1 ?? thisYear);
  // "8/13/2026" is read only where days are written month first.
  const [, m2, d2, y2] = /^(\d{1,2})\/(\d{1,2})(?:\/(\d{4}))?$/.exec(said) ?? [];
  return m2 && shown().day === "mdy" ? iso(Number(y2 ?? thisYear), Number(m2), Number(d2)) : null;
}

function named(name: string, day: string, year: string | number): string | null {
  const number = MONTHS.indexOf(name.slice(0, 3)) + 1;
  return number > 0 ? iso(Number(year), number, Number(day)) : null;
}

/** As whoever reads writes it: "13 Aug 2026", "Aug 13, 2026"; what is no ISO day stays as it is. */
export const writeDay = daySaid;
