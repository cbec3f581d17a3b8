/** The water honey settles to in a room's air. */
import { mustBeWithin } from "../domain-error";

/** Relative humidity % → water %, Martin (1958), Bee World 39:165. */
const MARTIN: readonly (readonly [number, number])[] = [
  [50, 15.9],
  [60, 18.3],
  [70, 24.2],
  [80, 33.1],
];
/** GAB isotherm on dry matter below the table (monolayer, C and K fitted to honey; common practice). */
const GAB = { monolayer: 0.095, c: 17.3, k: 1.01 } as const;
/** From here up to the table's first row the isotherm is brought onto it, value and slope. */
const BLEND_FROM_PCT = 40;
/** How surely the isotherm below the table is known, points (one standard deviation, from its misfit at the table). */
export const ISOTHERM_SD_PCT = 0.8;

function gabPct(humidityPct: number): number {
  const x = GAB.k * (humidityPct / 100);
  const dry = (GAB.monolayer * GAB.c * x) / ((1 - x) * (1 - x + GAB.c * x));
  return (100 * dry) / (1 + dry);
}

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

/** Below the table: the isotherm, brought onto the table's first row in value and slope between 40 and 50 %. */
function belowTable(humidityPct: number): number {
  const [x1, y1] = MARTIN[0] as readonly [number, number];
  const isotherm = gabPct(humidityPct);
  const h = x1 - BLEND_FROM_PCT;
  const t = (humidityPct - BLEND_FROM_PCT) / h;
  if (t <= 0) return isotherm;
  const missing = y1 - gabPct(x1);
  const slope = (SLOPES[0] as number) - (gabPct(x1) - gabPct(x1 - 0.001)) / 0.001;
  return isotherm + missing * t ** 2 * (3 - 2 * t) + h * slope * t ** 2 * (t - 1);
}

/**
 * Equilibrium water of honey, % by mass, in air of `humidityPct` (0-100 %). Monotone cubic through the
 * published rows from 50 to 80 %; below 50 % a GAB isotherm (about 12.8 % at 40 and 10.7 % at 30 % humidity,
 * within 0.8 points), above 80 % along the last slope: both say `extrapolated`. That comb honey is seldom seen
 * drier than about 14 % is a matter of patience, not of this equilibrium, which is what drives the drying.
 * @throws DomainError outside 0-100 %
 */
export function equilibriumWaterPct(humidityPct: number): { value: number; extrapolated: boolean } {
  mustBeWithin(humidityPct, 0, 100, "The relative humidity", "%");
  const [first, last] = [MARTIN[0], MARTIN.at(-1)] as [readonly [number, number], readonly [number, number]];
  if (humidityPct < first[0]) return { value: belowTable(humidityPct), extrapolated: true };
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

/** The humidity, %, at which honey settles to `waterPct`; the inverse of the above by bisection. Valid 8-40 %. */
export function humidityForWater(waterPct: number): number {
  mustBeWithin(waterPct, 8, 40, "Water content", "%");
  let [lo, hi] = [0, 100];
  for (let step = 0; step < 60 && hi - lo > 1e-6; step++) {
    const mid = (lo + hi) / 2;
    if (equilibriumWaterPct(mid).value < waterPct) lo = mid;
    else hi = mid;
  }
  return (lo + hi) / 2;
}

/** Points of equilibrium for one % more of humidity, at `humidityPct` (0-100 %). @throws as {@link equilibriumWaterPct} */
export function equilibriumSlope(humidityPct: number): number {
  const [lo, hi] = [Math.max(0, humidityPct - 0.5), Math.min(100, humidityPct + 0.5)];
  return (equilibriumWaterPct(hi).value - equilibriumWaterPct(lo).value) / (hi - lo);
}
