/** What the house's clock and this browser's differ by, as it was when the house last answered. */
import { keep, keptUnder } from "../kept";

const KEY = "aumbry-clock";

/** A page that was kept tells an old moment: its difference is not the clocks'. */
const isKept = (): boolean => document.documentElement.dataset.keptAt !== undefined;

/** Milliseconds to add to this browser's clock. */
export function clockOffset(houseNowMs: number): number {
  if (isKept()) return keptUnder<number>(KEY) ?? 0;
  const offset = houseNowMs - Date.now();
  // A page that took long is no other clock.
  if (Math.abs(offset) < 1500) keep(KEY, null);
  else keep(KEY, offset);
  return offset;
}

/** The house's moment now, as far as this browser knows. */
export const houseMoment = (): string => new Date(Date.now() + (keptUnder<number>(KEY) ?? 0)).toISOString();
