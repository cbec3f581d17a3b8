/**
 * A vessel of honey warming in warm air: how long until it is warm to the core, and how warm core, mean and wall are
 * meanwhile. A round vessel of height and width, a film of air round it, and crystals that take heat to melt.
 */
import bessel from "bessel";
import { DomainError, mustBeWithin } from "../domain-error";
import { densityKgM3 } from "../honey";
import { type HeatAccount, heatAccount, type Warmth } from "./index";

const { besselj } = bessel;

/** kJ/kgK of honey at 17-18 % water, and kJ that a kilogram of its crystals takes to melt. */
const SPECIFIC_HEAT_KJ_KGK = 2.4;
const MELTING_KJ_KG = 105;
/**
 * Conductivity, W/mK: syrup physics say 0.33-0.38, White (1975) prints nearer 0.53. Film of still to moving air on a
 * vessel, W/m²K (common practice). The quick end takes the one with the other, and so does the slow end.
 */
const CONDUCTS_W_MK = { lo: 0.33, mid: 0.35, hi: 0.53 } as const;
const FILM_W_M2K = { lo: 7, mid: 9, hi: 12 } as const;
/** What is still grained dissolves so long after the core is warm, h (common practice). */
const DISSOLVES_H = { lo: 12, mid: 18, hi: 24 } as const;
/** Fewer crystals than this are only a haze. */
const GRAINED = 0.02;
const WATER_PCT = 17.5;
const HOUR_S = 3600;

export interface Warming {
  /** 0.02-0.6 m. */
  readonly radiusM: number;
  /** Of the honey in it, 0.02-2 m. */
  readonly heightM: number;
  /** Of the honey when it goes in, -10 to 70 °C. */
  readonly fromC: number;
  /** Of the air or water round it, 0-80 °C. */
  readonly roomC: number;
  /** Share of the mass that is crystals, 0-0.4. */
  readonly crystals: number;
}

interface Setting {
  readonly conductsWmK: number;
  readonly filmWm2K: number;
  readonly dissolvesH: number;
}
const MIDDLE: Setting = {
  conductsWmK: CONDUCTS_W_MK.mid,
  filmWm2K: FILM_W_M2K.mid,
  dissolvesH: DISSOLVES_H.mid,
};
const QUICK: Setting = { conductsWmK: CONDUCTS_W_MK.hi, filmWm2K: FILM_W_M2K.hi, dissolvesH: DISSOLVES_H.lo };
const SLOW: Setting = { conductsWmK: CONDUCTS_W_MK.lo, filmWm2K: FILM_W_M2K.lo, dissolvesH: DISSOLVES_H.hi };

/** One mode of a shape cooling or warming through a film: how fast it fades, and its weight at core, wall and in the mean. */
interface Mode {
  readonly root: number;
  readonly core: number;
  readonly mean: number;
  readonly wall: number;
}

const MODES = 10;
const STEP = 0.05;

/** The first roots of `f` over nought. */
function rootsOf(f: (x: number) => number): number[] {
  const roots: number[] = [];
  for (let x = 1e-6; roots.length < MODES; x += STEP) {
    if (f(x) * f(x + STEP) > 0) continue;
    let [lo, hi] = [x, x + STEP];
    for (let i = 0; i < 50; i++) {
      const mid = (lo + hi) / 2;
      if (f(lo) * f(mid) <= 0) hi = mid;
      else lo = mid;
    }
    roots.push((lo + hi) / 2);
  }
  return roots;
}

/** Modes follow from the Biot number alone, and a house asks for the same few vessels all day. */
function known(modesOf: (biot: number) => readonly Mode[]): (biot: number) => readonly Mode[] {
  const found = new Map<number, readonly Mode[]>();
  return (biot) => {
    const before = found.get(biot);
    if (before) return before;
    const modes = modesOf(biot);
    if (found.size >= MOST_KNOWN) found.clear();
    found.set(biot, modes);
    return modes;
  };
}
const MOST_KNOWN = 1000;

/** Long cylinder, Biot number h r / k (Carslaw & Jaeger, Conduction of Heat in Solids, 7.7; from memory). */
const cylinderModes = known((biot) =>
  rootsOf((z) => z * besselj(z, 1) - biot * besselj(z, 0)).map((z) => {
    const [j0, j1] = [besselj(z, 0), besselj(z, 1)];
    const core = ((2 / z) * j1) / (j0 * j0 + j1 * j1);
    return { root: z, core, mean: (core * 2 * j1) / z, wall: core * j0 };
  }),
);

/** Slab of half height H, Biot number h H / k (the same, 3.11). */
const slabModes = known((biot) =>
  rootsOf((z) => z * Math.sin(z) - biot * Math.cos(z)).map((z) => {
    const core = (4 * Math.sin(z)) / (2 * z + Math.sin(2 * z));
    return { root: z, core, mean: (core * Math.sin(z)) / z, wall: core * Math.cos(z) };
  }),
);

function checked(w: Warming): Warming {
  mustBeWithin(w.radiusM, 0.02, 0.6, "The vessel's radius", "m");
  mustBeWithin(w.heightM, 0.02, 2, "The honey's height", "m");
  mustBeWithin(w.fromC, -10, 70, "The honey's temperature", "°C");
  mustBeWithin(w.roomC, 0, 80, "The temperature round it", "°C");
  mustBeWithin(w.crystals, 0, 0.4, "The share of crystals");
  return w;
}

/** Where in the vessel: its middle, all of it, or the honey at its wall at half its height. */
type Where = "core" | "mean" | "wall";
type Warm = Readonly<Record<Where, number>>;
/** How warm it is everywhere after so many hours: what fades is reckoned once for all places. */
type Course = (hours: number) => Warm;

/** What is left of the difference in one direction, of size `sizeM`, at a Fourier number of t / size². */
function leftOf(modes: readonly Mode[], sizeM: number, t: number): Warm {
  let [core, mean, wall] = [0, 0, 0];
  for (const m of modes) {
    const fades = Math.exp((-(m.root ** 2) * t) / sizeM ** 2);
    core += m.core * fades;
    mean += m.mean * fades;
    wall += m.wall * fades;
  }
  return { core, mean, wall };
}

const share = (x: number): number => Math.min(1, Math.max(0, x));

/**
 * The finite cylinder is the product of the long one and the slab. Crystals melt on the way to `meltedC` and are
 * taken as so much more specific heat.
 */
function courseOf(w: Warming, meltedC: number, by: Setting): Course {
  const rise = Math.max(5, meltedC - w.fromC);
  const heat = (SPECIFIC_HEAT_KJ_KGK + (MELTING_KJ_KG * w.crystals) / rise) * 1000;
  const diffusivity = by.conductsWmK / (densityKgM3(WATER_PCT, 30) * heat);
  const half = w.heightM / 2;
  const acrossIt = cylinderModes((by.filmWm2K * w.radiusM) / by.conductsWmK);
  const alongIt = slabModes((by.filmWm2K * half) / by.conductsWmK);
  const tempC = (left: number): number => w.roomC + (w.fromC - w.roomC) * share(left);
  return (hours) => {
    // So few modes do not add up to where it began.
    if (hours === 0) return { core: w.fromC, mean: w.fromC, wall: w.fromC };
    const t = Math.max(0, hours) * HOUR_S * diffusivity;
    const [round, flat] = [leftOf(acrossIt, w.radiusM, t), leftOf(alongIt, half, t)];
    return {
      core: tempC(round.core * flat.core),
      mean: tempC(round.mean * flat.mean),
      wall: tempC(round.wall * flat.core),
    };
  };
}

export interface WarmingTime {
  /** Hours until its core is there, and what is grained dissolved; between these, four times in five. */
  readonly hours: number;
  readonly loH: number;
  readonly hiH: number;
}

/** Nothing is planned for longer, h. */
const LONGEST_H = 24 * 60;

/** Hours until the core is at `untilC`; null where that is never or not within 60 days. */
function hoursUntil(w: Warming, untilC: number, by: Setting): number | null {
  if (w.fromC >= untilC) return 0;
  if (w.roomC <= untilC) return null;
  const after = courseOf(w, untilC, by);
  if (after(LONGEST_H).core < untilC) return null;
  let [lo, hi] = [0, LONGEST_H];
  for (let i = 0; i < 40; i++) {
    const mid = (lo + hi) / 2;
    if (after(mid).core < untilC) lo = mid;
    else hi = mid;
  }
  return hi;
}

/**
 * How long a vessel warms until its core is at `untilC`, what is grained in it dissolving for 12 to 24 h besides
 * (common practice); null where what is round it is not warm enough for that. The band is of conductivity and film,
 * about -35 / +15 %.
 * @throws DomainError out of range
 */
export function warmingTimeH({ untilC, ...w }: Warming & { readonly untilC: number }): WarmingTime | null {
  checked(w);
  mustBeWithin(untilC, -10, 80, "The temperature it is to reach", "°C");
  const of = (by: Setting): number | null => {
    const warm = hoursUntil(w, untilC, by);
    return warm === null ? null : warm + (w.crystals >= GRAINED ? by.dissolvesH : 0);
  };
  const [hours, loH, hiH] = [of(MIDDLE), of(QUICK), of(SLOW)];
  return hours === null || loH === null ? null : { hours, loH, hiH: hiH ?? LONGEST_H };
}

/** A temperature between the slow end and the quick. */
export interface BetweenC {
  readonly loC: number;
  readonly midC: number;
  readonly hiC: number;
}

/**
 * How warm its core, all of it and the honey at its wall are after so many hours.
 * @param meltedC where what is grained has melted, °C
 * @throws DomainError out of range
 */
export function warmedC(
  w: Warming & { readonly meltedC: number },
): (hours: number) => Readonly<Record<Where, BetweenC>> {
  checked(w);
  const [slow, mid, quick] = [SLOW, MIDDLE, QUICK].map((by) => courseOf(w, w.meltedC, by)) as [
    Course,
    Course,
    Course,
  ];
  return (hours) => {
    if (!(hours >= 0))
      throw new DomainError("out-of-range", "A stretch of time cannot be negative.", { hours });
    const [a, b, c] = [slow(hours), mid(hours), quick(hours)];
    const of = (at: Where): BetweenC => ({
      loC: Math.min(a[at], b[at], c[at]),
      midC: b[at],
      hiC: Math.max(a[at], b[at], c[at]),
    });
    return { core: of("core"), mean: of("mean"), wall: of("wall") };
  };
}

const PIECES = 24;

/**
 * What so many hours of warming cost the whole of it and the honey at its wall, which is warm first and longest.
 * @throws DomainError out of range
 */
export function warmingCost(
  w: Warming & { readonly meltedC: number },
  hours: number,
): Readonly<Record<"mean" | "wall", HeatAccount>> {
  const at = warmedC(w);
  const pieces = Array.from({ length: PIECES }, (_, i) => at(((i + 0.5) * hours) / PIECES));
  const account = (where: Where): HeatAccount =>
    heatAccount(pieces.map(({ [where]: { loC, hiC } }): Warmth => ({ hours: hours / PIECES, loC, hiC })));
  return { mean: account("mean"), wall: account("wall") };
}

/** Honey of so much glucose to its water clears at this temperature, °C, within 3 (common practice). */
const CLEARS_C = [
  { underRatio: 1.4, tempC: 35 },
  { underRatio: 1.6, tempC: 40 },
  { underRatio: 1.9, tempC: 45 },
  { underRatio: Number.POSITIVE_INFINITY, tempC: 50 },
] as const;
const CLEARS_WITHIN_C = 3;

/**
 * How warm honey must get so that its crystals dissolve, by glucose to water, both in % of the honey.
 * @throws DomainError for glucose outside 15-50 % or water outside 13-25 %
 */
export function clearsAtC(
  glucosePct: number,
  waterPct: number,
): { readonly tempC: number; readonly withinC: number } {
  mustBeWithin(glucosePct, 15, 50, "The glucose", "%");
  mustBeWithin(waterPct, 13, 25, "Water content", "%");
  const ratio = glucosePct / waterPct;
  const { tempC } = CLEARS_C.find((c) => ratio < c.underRatio) ?? CLEARS_C[3];
  return { tempC, withinC: CLEARS_WITHIN_C };
}

export interface ToWarm<T> {
  readonly of: T;
  /** How long it takes, h; taken at the slow end where it must be ready. */
  readonly hours: number;
}

export interface InTurn<T> extends ToWarm<T> {
  /** Hours before the deadline when it goes in and comes out. */
  readonly startsH: number;
  readonly endsH: number;
}

/**
 * Which vessel goes in when, so that all are ready at the deadline and none stays warm longer than it must: the
 * slowest ones end last, each place is filled backwards from the deadline.
 * @param places how many vessels stand in it at once, 1-500
 * @throws DomainError for no place
 */
export function warmingOrder<T>(list: readonly ToWarm<T>[], places: number): InTurn<T>[] {
  mustBeWithin(places, 1, 500, "The places in it");
  const free: number[] = Array.from({ length: places }, () => 0);
  return [...list]
    .sort((a, b) => b.hours - a.hours)
    .map((w) => {
      const place = free.reduce((best, h, i) => (h < (free[best] ?? 0) ? i : best), 0);
      const endsH = free[place] ?? 0;
      free[place] = endsH + w.hours;
      return { ...w, endsH, startsH: endsH + w.hours };
    })
    .sort((a, b) => b.startsH - a.startsH);
}
