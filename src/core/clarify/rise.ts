/** What rises out of standing honey, and when it is clear: Stokes' law with honey's own density and viscosity. */
import { DomainError, mustBeWithin } from "../domain-error";
import { densityKgM3, viscosityPaS } from "../honey";

const GRAVITY_M_S2 = 9.80665;
/** Over this Reynolds number drag is no longer Stokes' to a per cent or two (Oseen's first correction is 3/16 Re). */
const MOST_REYNOLDS = 0.1;

/** What has to rise, as it is told apart. Diameters, mm; densities, kg/m³ (air; beeswax about 960, common handbooks). */
export const RISERS = {
  bubbles: { name: "bubbles", diameterMm: 0.2, particleDensityKgM3: 1.2 },
  wax: { name: "wax crumbs", diameterMm: 0.2, particleDensityKgM3: 960 },
  fine: { name: "fine wax", diameterMm: 0.1, particleDensityKgM3: 960 },
  coarse: { name: "coarse wax", diameterMm: 0.5, particleDensityKgM3: 960 },
} as const;
export type Riser = keyof typeof RISERS;

/** Honey is called clear when these have risen (common practice: what an eye sees against the light). */
export const CLEAR_OF = ["wax", "bubbles"] as const satisfies readonly Riser[];

/**
 * Honeys of other flowers are thicker or thinner than the published ones, and crumbs are no spheres: a computed time
 * may be off by so much either way (80 % of cases: viscosity by its flower about ±20 %, sizes about ±15 %).
 */
export const RISE_SPREAD = 0.35;

export interface Rising {
  /** 0.01-5 mm, across. */
  readonly diameterMm: number;
  /** Lighter than honey; 0-1300 kg/m³. */
  readonly particleDensityKgM3: number;
  /** 13-22 %. */
  readonly waterPct: number;
  /** 10-75 °C. */
  readonly tempC: number;
}

/**
 * How fast a small sphere rises in honey, mm/h: v = g d² (ρh − ρp) / 18 η (Stokes 1851).
 * @throws DomainError out of range, and `not-stokes` where the Reynolds number forbids it: too large in too thin honey
 */
export function riseVelocityMmPerH({ diameterMm, particleDensityKgM3, waterPct, tempC }: Rising): number {
  mustBeWithin(diameterMm, 0.01, 5, "The particle", "mm");
  mustBeWithin(particleDensityKgM3, 0, 1300, "Its density", "kg/m³");
  const honey = densityKgM3(waterPct, tempC);
  const eta = viscosityPaS(waterPct, tempC);
  const d = diameterMm / 1000;
  const mPerS = (GRAVITY_M_S2 * d * d * (honey - particleDensityKgM3)) / (18 * eta);
  const reynolds = (honey * mPerS * d) / eta;
  if (reynolds > MOST_REYNOLDS)
    throw new DomainError(
      "not-stokes",
      `Something of ${diameterMm} mm rises too fast in honey so thin for this law to hold (Reynolds number ${reynolds.toFixed(2)}).`,
      { reynolds },
    );
  return mPerS * 1000 * 3600;
}

/** Hours until the slowest of such particles, one that began at the floor, has risen through `heightM` (0-3 m). @throws DomainError */
export function clearingTimeH({ heightM, ...rising }: Rising & { readonly heightM: number }): number {
  mustBeWithin(heightM, 0, 3, "The honey's height", "m");
  return (heightM * 1000) / riseVelocityMmPerH(rising);
}

/** A stretch of time at one temperature. */
export interface Stretch {
  readonly hours: number;
  readonly tempC: number;
}

export interface Clearing {
  /** Clear from the floor up to here by now, m; never over `heightM`. */
  readonly clearToM: number;
  /** Hours from now until all of it is clear at the temperature it has now: 0 when it is, with the band. */
  readonly restH: number;
  readonly restLoH: number;
  readonly restHiH: number;
  /** So many hours of `past` had gone by when it was clear; null while it is not. */
  readonly clearedAfterH: number | null;
}

/**
 * How far one kind of particle has risen over the times and temperatures since the last pour, and what is left. The
 * front rises from the floor: what stands under it has nothing of the kind in it any more. Standing honey warms and
 * cools with currents in it, so this is the least time.
 * @param past since the last pour, in order of time; temperatures outside 10-75 °C count as the nearest
 * @throws DomainError as `riseVelocityMmPerH`
 */
export function clearing(
  riser: Pick<Rising, "diameterMm" | "particleDensityKgM3">,
  heightM: number,
  waterPct: number,
  past: readonly Stretch[],
  nowC: number,
): Clearing {
  mustBeWithin(heightM, 0, 3, "The honey's height", "m");
  const w = Math.min(22, Math.max(13, waterPct));
  const speed = (tempC: number): number =>
    riseVelocityMmPerH({ ...riser, waterPct: w, tempC: Math.min(75, Math.max(10, tempC)) }) / 1000;
  let [risen, gone] = [0, 0];
  let clearedAfterH: number | null = heightM === 0 ? 0 : null;
  for (const { hours, tempC } of past) {
    const by = hours * speed(tempC);
    if (clearedAfterH === null && risen + by >= heightM)
      clearedAfterH = gone + (hours * (heightM - risen)) / by;
    risen += by;
    gone += hours;
  }
  const left = Math.max(0, heightM - risen);
  const now = speed(nowC);
  // What is uncertain is the speed: of all of it, risen and still to rise.
  const at = (factor: number): number => Math.max(0, heightM - risen * factor) / (now * factor);
  return {
    clearToM: Math.min(heightM, risen),
    restH: left / now,
    restLoH: at(1 + RISE_SPREAD),
    restHiH: at(1 - RISE_SPREAD),
    clearedAfterH,
  };
}
