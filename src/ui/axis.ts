/** How a chart's axis is written: round figures, in the house's ink. */
import { nice, ticks } from "d3-array";

export const INK = { fill: "var(--ink-2)", fontSize: 13 };
const ABOUT = 5;

/** From round figure to round figure around these values, with its ticks. */
export function roundTicks(values: readonly number[], about = ABOUT) {
  const [lo, hi] = [Math.min(...values), Math.max(...values)];
  const domain = Number.isFinite(lo) ? nice(lo === hi ? lo - 1 : lo, lo === hi ? hi + 1 : hi, about) : [0, 1];
  return { domain, ticks: ticks(domain[0] ?? 0, domain[1] ?? 1, about), interval: 0 };
}

export type Axis = Pick<ReturnType<typeof roundTicks>, "domain" | "ticks">;

/** Where a value lies on its axis, % of it from its lower end. */
export const along = ({ domain: [lo = 0, hi = 1] }: Axis, value: number): number =>
  (100 * (value - lo)) / (hi - lo);
