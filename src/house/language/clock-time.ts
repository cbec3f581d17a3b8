/** Times of the day as they are typed and kept: "08:30". */

export const CLOCK_TIME = /^([01]\d|2[0-3]):[0-5]\d$/;

/** Minute of the day, 0-1439. */
export const minutesOf = (clock: string): number =>
  Number(clock.slice(0, 2)) * 60 + Number(clock.slice(3, 5));

/** A time as it is typed, "8:30", "14:20", "2:20 pm" or "2 pm", as it is kept; null while it is none. */
export function readClock(text: string): string | null {
  const [, hour, minute = "00", half = ""] =
    /^(\d{1,2})(?::(\d\d))? ?([ap]m)?$/.exec(text.trim().toLowerCase().slice(0, 12)) ?? [];
  if (!hour || (half === "" && !text.includes(":"))) return null;
  const h = Number(hour);
  if (half !== "" && (h < 1 || h > 12)) return null;
  const kept = `${String(half === "" ? h : (h % 12) + (half === "pm" ? 12 : 0)).padStart(2, "0")}:${minute}`;
  return CLOCK_TIME.test(kept) ? kept : null;
}
