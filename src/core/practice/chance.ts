/** Chances the practice days are made of. Spreads are the practice house's own: invented, and told when it is over. */
import { dryingSpeed, equilibriumWaterPct, RATE_PRIOR } from "../drying";
import { fermentationRisk } from "../moisture";
import { normalShare } from "../statistics";

/** As many equally likely figures as `n`, spread round a mean as measurements are. */
export function spreadOut(mean: number, sd: number, n: number): number[] {
  // Middles of n slices of a normal spread, found by halving.
  return Array.from({ length: n }, (_, i) => {
    const share = (i + 0.5) / n;
    let [lo, hi] = [-5, 5];
    for (let k = 0; k < 50; k++) {
      const mid = (lo + hi) / 2;
      if (normalShare(mid) < share) lo = mid;
      else hi = mid;
    }
    return mean + sd * lo;
  });
}

/** What an instrument shows of a true figure, to its step, with the chance of each. */
export function shows(
  truth: number,
  sd: number,
  step: number,
): { readonly p: number; readonly value: number }[] {
  const first = Math.round((truth - 3 * sd) / step);
  const last = Math.round((truth + 3 * sd) / step);
  const found: { p: number; value: number }[] = [];
  for (let i = first; i <= last; i++)
    found.push({
      p: normalShare(((i + 0.5) * step - truth) / sd) - normalShare(((i - 0.5) * step - truth) / sd),
      value: Number((i * step).toFixed(3)),
    });
  const sum = found.reduce((s, f) => s + f.p, 0);
  return found.map((f) => ({ ...f, p: f.p / sum }));
}

/** Every pair of two lists. */
export const pairs = <A, B>(a: readonly A[], b: readonly B[]): [A, B][] =>
  a.flatMap((x) => b.map((y): [A, B] => [x, y]));

/** Yeasts in a gram of the practice house's honey, log10: mean and spread. */
const YEASTS = { mean: 1.2, sd: 0.8 } as const;

/** Chance that a honey ferments: that it holds more yeasts than Lochhead's class of its water bears. */
export function fermentChance(waterPct: number): number {
  const bears = fermentationRisk(waterPct).figures.safeBelowYeastPerG;
  if (!Number.isFinite(bears)) return 0;
  if (bears <= 0) return 1;
  return 1 - normalShare((Math.log10(bears) - YEASTS.mean) / YEASTS.sd);
}

const OF_TEN = [
  "none",
  "one",
  "two",
  "three",
  "four",
  "five",
  "six",
  "seven",
  "eight",
  "nine",
  "all",
] as const;
/** So many of ten, in words. */
export const ofTen = (share: number): string =>
  OF_TEN[Math.round(10 * Math.min(1, Math.max(0, share)))] ?? "all";

/** How often honey of these waters ferments: what the trade knows, and a decision goes by. */
export const fermentsSaid = (...waters: readonly number[]): string =>
  `Of ten as wet ferment: ${waters.map((w) => `at ${w.toFixed(1)} % ${ofTen(fermentChance(w))}`).join(", ")}.`;

/** A hot room with its fan full on. */
export interface Room {
  readonly tempC: number;
  readonly humidityPct: number;
}

/** Water of a stack after so many hours in a room, %: towards the balance of its air, `pace` times as fast as usual. */
export function driedTo(waterPct: number, hours: number, { tempC, humidityPct }: Room, pace = 1): number {
  const balance = equilibriumWaterPct(humidityPct).value;
  const left = Math.exp(-RATE_PRIOR.medianPerHour * pace * dryingSpeed(tempC, "full") * hours);
  return balance + (waterPct - balance) * left;
}

/** Stacks dry half as fast as usual, as usual, or twice as fast: the spread of rates there is (`RATE_PRIOR`). */
export const PACES = [1 / RATE_PRIOR.spread, 1, RATE_PRIOR.spread] as const;

export const pct = (x: number): string => `${x.toFixed(1)} %`;
