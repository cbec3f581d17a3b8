/** The water honey settles to in a room's air. */
import { mustBeWithin } from "../domain-error";

/** Relative humidity % → water %, Martin (1958), Bee World 39:165. */
const MARTIN: readonly (readonly [number, number])[] = [
  [50, 15.9],
  [60, 18.3],
  [70, 24.2],
  [80, 33.1],
];
/** Points of water per % of humidity along the water-activity line (Chirife, Zamora & Motto 2006: aw = 0.267 + 0.0177 W). */
const BELOW_PER_PCT = 1 / 1.77;
/** Drier honey than this does not come out of a room. */
const DRIEST_PCT = 13;

/** Slopes that keep the curve monotone (Fritsch & Carlson 1980), worked out once. */
const SLOPES: readonly number[] = (() => {
  const secant = MARTIN.slice(1).map(
    ([x, y], i) =>
      (y - (MARTIN[i] as readonly [number, number])[1]) / (x - (MARTIN[i] as readonly [number, number])[0]),
  );
  return MARTIN.map((_, i) => {
    const [left, right] = [secant[i - 1], secant[i]];
    if (left === undefined) return secant[0] as number;
    if (right === undefined) return left;
    return (2 * left * right) / (left + right);
  });
})();

/**
 * Equilibrium water of honey, % by mass, in air of `humidityPct` (0-100 %). Monotone cubic through the
 * published rows from 50 to 80 %; below 50 % along the water-activity line but never under 13 %, above 80 %
 * along the last slope: both say `extrapolated`.
 * @throws DomainError outside 0-100 %
 */
export function equilibriumWaterPct(humidityPct: number): { value: number; extrapolated: boolean } {
  mustBeWithin(humidityPct, 0, 100, "The relative humidity", "%");
  const [first, last] = [MARTIN[0], MARTIN.at(-1)] as [readonly [number, number], readonly [number, number]];
  if (humidityPct < first[0])
    return {
      value: Math.max(DRIEST_PCT, first[1] - (first[0] - humidityPct) * BELOW_PER_PCT),
      extrapolated: true,
    };
  if (humidityPct > last[0])
    return { value: last[1] + (humidityPct - last[0]) * (SLOPES.at(-1) as number), extrapolated: true };
  const i = Math.min(MARTIN.length - 2, Math.floor((humidityPct - first[0]) / 10));
  const [x0, y0] = MARTIN[i] as readonly [number, number];
  const [x1, y1] = MARTIN[i + 1] as readonly [number, number];
  const h = x1 - x0;
  const t = (humidityPct - x0) / h;
  const value =
    y0 * (1 + 2 * t) * (1 - t) ** 2 +
    h * (SLOPES[i] as number) * t * (1 - t) ** 2 +
    y1 * t ** 2 * (3 - 2 * t) +
    h * (SLOPES[i + 1] as number) * t ** 2 * (t - 1);
  return { value, extrapolated: false };
}

/** The humidity, %, at which honey settles to `waterPct`; the inverse of the above by bisection. Valid 13.1-40 %. */
export function humidityForWater(waterPct: number): number {
  mustBeWithin(waterPct, DRIEST_PCT + 0.1, 40, "Water content", "%");
  let [lo, hi] = [0, 100];
  for (let step = 0; step < 60 && hi - lo > 1e-6; step++) {
    const mid = (lo + hi) / 2;
    if (equilibriumWaterPct(mid).value < waterPct) lo = mid;
    else hi = mid;
  }
  return (lo + hi) / 2;
}
