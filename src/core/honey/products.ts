/** Honey that is made into something else by steps and days: set honey, and comb that is frozen against moth (common practice). */
import { DomainError, mustBeWithin } from "../domain-error";

export const PRODUCT_RUNS = ["seeded", "stirred", "comb"] as const;
export type ProductRun = (typeof PRODUCT_RUNS)[number];

export interface ProductStep {
  readonly id: string;
  /** From the beginning, h: no sooner, and the latest that is usual. */
  readonly fromH: number;
  readonly toH: number;
  /** °C it is done at; null where it does not matter. */
  readonly tempC: { readonly lo: number; readonly hi: number } | null;
}

const DAY = 24;
const STEPS: Readonly<Record<ProductRun, readonly ProductStep[]>> = {
  seeded: [
    { id: "seed", fromH: 0, toH: 6, tempC: { lo: 22, hi: 27 } },
    { id: "jar", fromH: 0, toH: DAY, tempC: { lo: 22, hi: 27 } },
    { id: "cold", fromH: 2, toH: 1.5 * DAY, tempC: { lo: 13, hi: 15 } },
    { id: "look", fromH: 5 * DAY, toH: 10 * DAY, tempC: { lo: 13, hi: 15 } },
  ],
  stirred: [
    { id: "cold", fromH: 0, toH: DAY, tempC: { lo: 14, hi: 16 } },
    { id: "stir", fromH: DAY, toH: 2 * DAY, tempC: { lo: 14, hi: 16 } },
    { id: "pearly", fromH: 5 * DAY, toH: 14 * DAY, tempC: { lo: 14, hi: 16 } },
    { id: "jar", fromH: 5 * DAY, toH: 15 * DAY, tempC: { lo: 14, hi: 22 } },
  ],
  comb: [
    { id: "drain", fromH: 12, toH: DAY, tempC: { lo: 25, hi: 30 } },
    { id: "wrap", fromH: 12, toH: 1.5 * DAY, tempC: null },
    { id: "freeze", fromH: 12 + 48, toH: 1.5 * DAY + 96, tempC: { lo: -30, hi: -18 } },
    { id: "thaw", fromH: 12 + 48 + 12, toH: 1.5 * DAY + 96 + 36, tempC: null },
  ],
};

export const stepsOf = (run: ProductRun): readonly ProductStep[] => STEPS[run];

/** Water it sets well at, %: drier it sets hard, wetter it may ferment or part. */
export const SET_WATER = { lo: 17, hi: 18 } as const;
/** Fine seed, % of the honey. */
export const SEED_PCT = { lo: 5, hi: 10 } as const;
/** Over this the seed melts, °C. */
export const SEED_MELTS_C = 27;

/**
 * Seed for so much honey, kg: a share of what comes out in the end.
 * @param seedPct 2-20 %
 * @throws DomainError out of range
 */
export function seedKg(honeyKg: number, seedPct: number): number {
  mustBeWithin(honeyKg, 0.1, 100_000, "The honey", "kg");
  mustBeWithin(seedPct, 2, 20, "The seed", "%");
  return (honeyKg * seedPct) / (100 - seedPct);
}

/** What speaks against setting this honey; nothing when nothing does. */
export function againstSetting(honey: {
  readonly waterPct: number | null;
  readonly upperPct: number | null;
  readonly clear: boolean | null;
}): readonly ("unread" | "dry" | "wet" | "not-clear")[] {
  const { waterPct, upperPct, clear } = honey;
  if ((waterPct === null) !== (upperPct === null))
    throw new DomainError("half-read", "A water content comes with its upper end.");
  return [
    ...(waterPct === null ? (["unread"] as const) : []),
    ...(waterPct !== null && waterPct < SET_WATER.lo ? (["dry"] as const) : []),
    ...(upperPct !== null && waterPct !== null && waterPct > SET_WATER.hi ? (["wet"] as const) : []),
    ...(clear === false ? (["not-clear"] as const) : []),
  ];
}
