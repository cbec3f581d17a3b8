/** What warmth has cost a honey: enzymes lost and hydroxymethylfurfural (HMF) formed, over its whole history. */
import { DomainError, mustBeWithin } from "../domain-error";

const KELVIN = 273.15;
/** Rates are published between 20 and 70 °C; colder honey is taken by the same law, and loses next to nothing. */
const RANGE_C = { lo: -25, hi: 80 } as const;

/** ln of days as a + b / T, fitted so that the worst row of its table is least. */
interface Arrhenius {
  readonly a: number;
  readonly b: number;
}
/** 147 kJ/mol; worst row of the table 2.2 % (White, Kushnir & Subers 1964, Food Technology 18:555). */
const DIASTASE: Arrhenius = { a: -53.081786, b: 17704.0907 };
/** 169 kJ/mol, from memory of published half-lives, ±20 %. */
const INVERTASE: Arrhenius = { a: -62.792769, b: 20374.137 };
/** Days to 30 mg/kg, the quick and the slow end of what is published; worst rows 13 % and 9 %. */
const HMF = {
  quick: { a: -50.731928, b: 16862.1842 },
  slow: { a: -46.064467, b: 15623.3789 },
} as const;
const HMF_TOLD_MG_KG = 30;

const daysBy = ({ a, b }: Arrhenius, tempC: number): number => Math.exp(a + b / (tempC + KELVIN));
const within = (tempC: number): number =>
  mustBeWithin(tempC, RANGE_C.lo, RANGE_C.hi, "The honey's temperature", "°C");

/** Days in which half of the diastase is lost, -25 to 80 °C. @throws DomainError out of range */
export const diastaseHalfLifeDays = (tempC: number): number => daysBy(DIASTASE, within(tempC));
/** Days in which half of the invertase is lost, which premium labels judge; ±20 %. @throws DomainError out of range */
export const invertaseHalfLifeDays = (tempC: number): number => daysBy(INVERTASE, within(tempC));
/** Days until about 30 mg/kg of HMF have formed, between the quickest and the slowest honeys. @throws DomainError out of range */
export const hmfDays = (tempC: number): { readonly lo: number; readonly hi: number } => ({
  lo: daysBy(HMF.quick, within(tempC)),
  hi: daysBy(HMF.slow, tempC),
});

/** A stretch of a honey's life. A temperature nobody told is a range; both ends may be one figure. */
export interface Warmth {
  readonly hours: number;
  readonly loC: number;
  readonly hiC: number;
}

export interface HeatAccount {
  /** % of the diastase there was at the beginning that is left: between these. */
  readonly diastaseLoPct: number;
  readonly diastaseHiPct: number;
  readonly invertaseLoPct: number;
  readonly invertaseHiPct: number;
  /** HMF formed since, mg/kg: between these. */
  readonly hmfLoMgKg: number;
  readonly hmfHiMgKg: number;
  /** Hours of its life whose temperature is known only as a range. */
  readonly unknownHours: number;
}

export const UNTOUCHED: HeatAccount = {
  diastaseLoPct: 100,
  diastaseHiPct: 100,
  invertaseLoPct: 100,
  invertaseHiPct: 100,
  hmfLoMgKg: 0,
  hmfHiMgKg: 0,
  unknownHours: 0,
};

/** Wider than this, a temperature counts as not known, °C. */
const KNOWN_C = 2;

/**
 * What stretches of time cost, as it adds up: halvings of the enzymes, HMF formed, hours of which little is known. The
 * losses of two stretches one after the other are their sum, in any order.
 */
export interface Loss {
  readonly diastaseLo: number;
  readonly diastaseHi: number;
  readonly invertaseLo: number;
  readonly invertaseHi: number;
  readonly hmfLo: number;
  readonly hmfHi: number;
  readonly unknownHours: number;
}
export const NO_LOSS: Loss = {
  diastaseLo: 0,
  diastaseHi: 0,
  invertaseLo: 0,
  invertaseHi: 0,
  hmfLo: 0,
  hmfHi: 0,
  unknownHours: 0,
};

/** Two losses together, or what one is more than another where `sign` is -1. */
export const addLoss = (a: Loss, b: Loss, sign: 1 | -1 = 1): Loss => ({
  diastaseLo: a.diastaseLo + sign * b.diastaseLo,
  diastaseHi: a.diastaseHi + sign * b.diastaseHi,
  invertaseLo: a.invertaseLo + sign * b.invertaseLo,
  invertaseHi: a.invertaseHi + sign * b.invertaseHi,
  hmfLo: a.hmfLo + sign * b.hmfLo,
  hmfHi: a.hmfHi + sign * b.hmfHi,
  unknownHours: a.unknownHours + sign * b.unknownHours,
});

/** What one stretch costs. @throws DomainError as {@link heatAccount} */
export function lossOf({ hours, loC, hiC }: Warmth): Loss {
  if (!(hours >= 0))
    throw new DomainError("out-of-range", "A stretch of time cannot be negative.", { hours });
  if (loC > hiC)
    throw new DomainError("out-of-range", "A range of temperatures ends under its beginning.", {
      loC,
      hiC,
    });
  const days = hours / 24;
  return {
    diastaseLo: days / diastaseHalfLifeDays(loC),
    diastaseHi: days / diastaseHalfLifeDays(hiC),
    invertaseLo: days / invertaseHalfLifeDays(loC),
    invertaseHi: days / invertaseHalfLifeDays(hiC),
    hmfLo: (HMF_TOLD_MG_KG * days) / hmfDays(loC).hi,
    hmfHi: (HMF_TOLD_MG_KG * days) / hmfDays(hiC).lo,
    unknownHours: hiC - loC > KNOWN_C ? hours : 0,
  };
}

/** An account after a loss. */
export function accountAfter(lost: Loss, before: HeatAccount = UNTOUCHED): HeatAccount {
  const left = (pct: number, halvings: number): number => pct * 0.5 ** halvings;
  return {
    diastaseLoPct: left(before.diastaseLoPct, lost.diastaseHi),
    diastaseHiPct: left(before.diastaseHiPct, lost.diastaseLo),
    invertaseLoPct: left(before.invertaseLoPct, lost.invertaseHi),
    invertaseHiPct: left(before.invertaseHiPct, lost.invertaseLo),
    hmfLoMgKg: before.hmfLoMgKg + lost.hmfLo,
    hmfHiMgKg: before.hmfHiMgKg + lost.hmfHi,
    unknownHours: before.unknownHours + lost.unknownHours,
  };
}

/**
 * The account of a honey after these stretches, in any order: enzymes fall and HMF forms at the rate of each moment's
 * temperature, so splitting a stretch changes nothing.
 * @param before what it had on its account when they began
 * @throws DomainError for negative hours, a range the wrong way round, or a temperature out of range
 */
export const heatAccount = (log: readonly Warmth[], before: HeatAccount = UNTOUCHED): HeatAccount =>
  accountAfter(
    log.reduce((lost, stretch) => addLoss(lost, lossOf(stretch)), NO_LOSS),
    before,
  );

/**
 * The account of honeys mixed, by mass. "% of the start" mixes so only as far as the honeys began alike: say so.
 * @throws DomainError when nothing is mixed
 */
export function mixHeat(
  parts: readonly { readonly massKg: number; readonly account: HeatAccount }[],
): HeatAccount {
  const mass = parts.reduce((kg, p) => kg + p.massKg, 0);
  if (!(mass > 0)) throw new DomainError("nothing-mixed", "There is no honey to mix.");
  const mean = (of: (a: HeatAccount) => number): number =>
    parts.reduce((sum, p) => sum + of(p.account) * p.massKg, 0) / mass;
  return {
    diastaseLoPct: mean((a) => a.diastaseLoPct),
    diastaseHiPct: mean((a) => a.diastaseHiPct),
    invertaseLoPct: mean((a) => a.invertaseLoPct),
    invertaseHiPct: mean((a) => a.invertaseHiPct),
    hmfLoMgKg: mean((a) => a.hmfLoMgKg),
    hmfHiMgKg: mean((a) => a.hmfHiMgKg),
    unknownHours: mean((a) => a.unknownHours),
  };
}

/** Hours at this temperature until so many % of the diastase there is now are lost. @throws DomainError out of range */
export function hoursToLose(pct: number, tempC: number): number {
  mustBeWithin(pct, 0.01, 99.9, "The loss", "%");
  return 24 * diastaseHalfLifeDays(tempC) * Math.log2(100 / (100 - pct));
}
