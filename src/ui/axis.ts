/** How a chart's axis is written: round figures, as many as there is room for. */
import { nice, ticks } from "d3-array";

const ABOUT = 5;

/** From round figure to round figure around these values, with its ticks. */
export function roundTicks(values: readonly number[], about = ABOUT) {
  const [lo, hi] = [Math.min(...values), Math.max(...values)];
  const domain = Number.isFinite(lo) ? nice(lo === hi ? lo - 1 : lo, lo === hi ? hi + 1 : hi, about) : [0, 1];
  return { domain, ticks: ticks(domain[0] ?? 0, domain[1] ?? 1, about) };
}

export interface Axis {
  readonly domain: readonly number[];
  readonly ticks: readonly number[];
}

/** Where a value lies on its axis, % of it from its lower end. */
export const along = ({ domain: [lo = 0, hi = 1] }: Axis, value: number): number =>
  (100 * (value - lo)) / (hi - lo);

/** The shortest step of 1, 2, 4, 8... by which no more than so many of `n` are left. */
const stepFor = (n: number, most: number): number => 2 ** Math.max(0, Math.ceil(Math.log2(n / most)));

/**
 * Ticks with the first of these rooms each is written in; one that is written in none is left out. Evenly spaced in each,
 * and what is written in a narrower room is in a wider one.
 * @param most how many are written in each room, from the narrowest on
 */
export function fewer(ticks: readonly number[], most: readonly number[]): { tick: number; fits: number }[] {
  const steps = most.map((m) => stepFor(ticks.length, m));
  return ticks.flatMap((tick, i) => {
    const fits = steps.findIndex((step) => i % step === 0);
    return fits < 0 ? [] : [{ tick, fits }];
  });
}
