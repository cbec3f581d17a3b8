/** Honey through a mesh: how long a pass takes, and when the mesh is clogging. */
import { mustBeWithin } from "../domain-error";
import { densityKgM3, viscosityPaS } from "../honey";

const GRAVITY_M_S2 = 9.80665;
/**
 * v = ρ g h w / (C η): a clean woven mesh of opening w under a head h; C is about 100, and 65-130 over the meshes that
 * were timed (common practice; the house's own passes calibrate it).
 */
const CLEAN_C = 100;
/** A mesh in use is slower by three to ten times (common practice). */
export const USED_SLOWER = { lo: 3, hi: 10 } as const;

export interface Pass {
  /** 0.1-5000 kg through the mesh. */
  readonly massKg: number;
  /** Opening between the wires, µm, 50-3000. */
  readonly openingUm: number;
  /** Mesh that is wetted, dm², 0.1-200. */
  readonly areaDm2: number;
  /** Honey over the mesh, cm, 0.5-100. */
  readonly headCm: number;
  /** 13-22 %. */
  readonly waterPct: number;
  /** 10-75 °C. */
  readonly tempC: number;
}

/** What a clean mesh lets through, kg/min. @throws DomainError out of range */
export function strainRateKgPerMin({
  openingUm,
  areaDm2,
  headCm,
  waterPct,
  tempC,
}: Omit<Pass, "massKg">): number {
  mustBeWithin(openingUm, 50, 3000, "The mesh's opening", "µm");
  mustBeWithin(areaDm2, 0.1, 200, "The mesh's area", "dm²");
  mustBeWithin(headCm, 0.5, 100, "The honey over the mesh", "cm");
  const rho = densityKgM3(waterPct, tempC);
  const v =
    (rho * GRAVITY_M_S2 * (headCm / 100) * (openingUm / 1e6)) / (CLEAN_C * viscosityPaS(waterPct, tempC));
  return v * (areaDm2 / 100) * rho * 60;
}

export interface StrainTime {
  readonly min: number;
  readonly loMin: number;
  readonly hiMin: number;
  /** Passes of this house it was learnt from; 0: by the law and common practice alone. */
  readonly learntFrom: number;
}

/** A pass of this house, timed. */
export interface TimedPass extends Pass {
  readonly minutes: number;
}

/** How much slower the house's meshes are than clean ones before anything was timed: between three and ten times. */
const PRIOR = {
  mean: Math.log(Math.sqrt(USED_SLOWER.lo * USED_SLOWER.hi)),
  sd: Math.log(10 / 3) / (2 * 1.2816),
};
/** One pass is unlike the next by so much, in the logarithm of its time (wax, pollen, how often it is scraped). */
const PASS_SD = 0.35;

/**
 * Minutes a pass takes, with an 80 % band: the clean mesh's time, slowed as meshes in use are (common practice), and
 * moved towards what this house's passes took.
 * @throws DomainError out of range
 */
export function strainTimeMin(pass: Pass, timed: readonly TimedPass[] = []): StrainTime {
  mustBeWithin(pass.massKg, 0.1, 5000, "The honey to strain", "kg");
  const clean = (p: Pass): number => p.massKg / strainRateKgPerMin(p);
  const seen = timed.filter((t) => t.minutes > 0).map((t) => Math.log(t.minutes / clean(t)));
  // A normal prior, and normal passes of known spread: the textbook's posterior.
  const precision = 1 / PRIOR.sd ** 2 + seen.length / PASS_SD ** 2;
  const mean = (PRIOR.mean / PRIOR.sd ** 2 + seen.reduce((a, b) => a + b, 0) / PASS_SD ** 2) / precision;
  const sd = Math.sqrt(1 / precision + PASS_SD ** 2);
  const at = (z: number): number => clean(pass) * Math.exp(mean + z * sd);
  return { min: at(0), loMin: at(-1.2816), hiMin: at(1.2816), learntFrom: seen.length };
}

/** What came through since the pass began: minutes and kilograms, in order of time. */
export interface Through {
  readonly min: number;
  readonly kg: number;
  /** Of the honey as it ran just then, °C, 10-75; null where nobody measured. */
  readonly tempC?: number | null;
}

/** A rate this far under where the pass began says that the mesh is closing, or is to be changed (common practice). */
const CLOGGING = 0.5;
const CLOSED = 0.25;
/** One slow look is a look; two, or one over so many minutes, are a rate. */
const LOOK_MIN = 5;

export type FlowVerdict = "unknown" | "runs" | "cold" | "clogging" | "change";

export interface Flow {
  /** Over the last told stretch; null before anything is told. */
  readonly nowKgPerMin: number | null;
  readonly firstKgPerMin: number | null;
  /** "cold": slower only as far as colder honey is thicker. */
  readonly verdict: FlowVerdict;
  readonly clogging: boolean;
  /** Minutes until `totalKg` is through as fast as it runs now; null where it does not run. */
  readonly restMin: number | null;
}

/**
 * How a pass runs by what was weighed under it, its rate corrected for how thick honey is at the temperature told.
 * @param through in any order; a fall in mass is a pail changed by mistake and is left out
 * @param waterPct of the honey, 13-22 %
 * @throws DomainError for a temperature or water out of range
 */
export function flowOf(through: readonly Through[], totalKg: number, waterPct = 17.5): Flow {
  const told = [{ min: 0, kg: 0, tempC: null }, ...through]
    .sort((a, b) => a.min - b.min)
    .filter((t, i, all) => i === 0 || (t.min > (all[i - 1]?.min ?? 0) && t.kg >= (all[i - 1]?.kg ?? 0)));
  const stretches = told.slice(1).map((t, i) => {
    const minutes = t.min - (told[i]?.min ?? 0);
    const rate = (t.kg - (told[i]?.kg ?? 0)) / minutes;
    // Honey told once is taken to stay as it is until it is told again.
    const tempC = told.slice(0, i + 2).findLast((x) => x.tempC != null)?.tempC ?? null;
    return { minutes, rate, thick: tempC === null ? null : viscosityPaS(waterPct, tempC) };
  });
  const first = stretches[0] ?? null;
  const left = Math.max(0, totalKg - (told.at(-1)?.kg ?? 0));
  const shares = stretches.map((x) => {
    const raw = first && first.rate > 0 ? x.rate / first.rate : 1;
    const thicker = first?.thick && x.thick ? x.thick / first.thick : 1;
    return { raw, own: raw * thicker, minutes: x.minutes };
  });
  const [before, now] = [shares.at(-2), shares.at(-1)];
  const verdict = ((): FlowVerdict => {
    if (!now || shares.length < 2) return "unknown";
    if (left === 0) return "runs";
    const surely = now.minutes >= LOOK_MIN || (before !== undefined && before.own < CLOGGING);
    if (now.own < CLOSED && surely) return "change";
    if (now.own < CLOGGING && surely) return "clogging";
    return now.raw < CLOGGING && now.own >= CLOGGING ? "cold" : "runs";
  })();
  const rate = stretches.at(-1)?.rate ?? null;
  return {
    nowKgPerMin: rate,
    firstKgPerMin: first?.rate ?? null,
    verdict,
    clogging: verdict === "clogging" || verdict === "change",
    restMin: rate === null || rate <= 0 ? null : left / rate,
  };
}
