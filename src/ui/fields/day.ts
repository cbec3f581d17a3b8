/** Days as people write them, day first; a day that could mean two things is not read. */

const MONTHS = ["jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec"];

/** The ISO day, if there is such a day. */
function iso(year: number, month: number, day: number): string | null {
  const at = new Date(Date.UTC(year, month - 1, day));
  const whole = at.getUTCFullYear() === year && at.getUTCMonth() === month - 1 && at.getUTCDate() === day;
  return whole && year >= 1000 && year <= 9999 ? at.toISOString().slice(0, 10) : null;
}

/** "2026-08-13", "13.8.2026", "13.8.", "13 Aug 2026", "13 august" as an ISO day; null when it is none of these. */
export function readDay(text: string, thisYear: number): string | null {
  const said = text.trim().toLowerCase().slice(0, 40);
  const [, y, m, d] = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(said) ?? [];
  if (y) return iso(Number(y), Number(m), Number(d));
  const [, day, month, year] = /^(\d{1,2})\. ?(\d{1,2})\.? ?(\d{4})?$/.exec(said) ?? [];
  if (day) return iso(Number(year ?? thisYear), Number(month), Number(day));
  const [, on, name = "", of] = /^(\d{1,2})\.? ([a-z]{3,9})\.?(?: (\d{4}))?$/.exec(said) ?? [];
  const number = MONTHS.indexOf(name.slice(0, 3)) + 1;
  return on && number > 0 ? iso(Number(of ?? thisYear), number, Number(on)) : null;
}

/** "13 Aug 2026"; what is no ISO day stays as it is. */
export function writeDay(day: string): string {
  const [, year, month, date] = /^(\d{4})-(\d\d)-(\d\d)$/.exec(day) ?? [];
  if (!year) return day;
  const name = MONTHS[Number(month) - 1] ?? "";
  return `${Number(date)} ${name[0]?.toUpperCase() ?? ""}${name.slice(1)} ${year}`;
}
