/** How closely honey is watched so that it does not ferment: by the liquid between its crystals, where it stands. */
import { mustBeWithin } from "../domain-error";
import { LOOKS, type Look, liquidWaterPct } from "../honey/granulation";

/** From calm to soon lost. */
export const WATCHES = ["calm", "monthly", "fortnightly", "weekly"] as const;
export type Watch = (typeof WATCHES)[number];
/** Days from one look to the next. */
export const LOOK_DAYS: Readonly<Record<Watch, number | null>> = {
  calm: null,
  monthly: 30,
  fortnightly: 14,
  weekly: 7,
};

/** Upper limits of the liquid's water, %, yeast unknown (common practice, after Lochhead 1933). */
const UP_TO_PCT = [17.1, 18, 19] as const;
/** Up to so much water honey is safe under so many yeasts in a gram (Lochhead 1933). */
const SAFE_UNDER: readonly (readonly [upToPct: number, yeastPerG: number])[] = [
  [18, 1000],
  [19, 10],
  [20, 1],
];
/** Yeast sleeps under this (common practice). */
export const SLEEPS_UNDER_C = 11;
/** Over this a store is warm (common practice). */
export const WARM_STORE_C = 20;
/** So much in one vessel warms and wets itself where it begins (common practice: a drum). */
const BIG_KG = 100;
/** One side of a reading's error, as for water before jars. */
const ONE_SIDED = 1.645;

export interface Watched {
  /** How often it is looked at: by the wet end of what its liquid may be. */
  readonly verdict: Watch;
  /** The same by the middle: what it most likely is, and so what is used first. */
  readonly likely: Watch;
  /** Water of the liquid between the crystals, %, between these. */
  readonly liquidPct: { readonly lo: number; readonly mid: number; readonly hi: number };
  /** What raised it over what the liquid alone says. */
  readonly raisedBy: readonly ("a big vessel" | "a warm store")[];
  /** So few yeasts were counted that it is safe as wet as it may be (Lochhead 1933). */
  readonly fewYeasts: boolean;
  /** Its store is so cold that yeast sleeps. */
  readonly asleep: boolean;
}

/**
 * @param waterPct of the whole, 13-25 %, with its standard error; the liquid is judged at its wet end
 * @param look how far it has set; null where nobody looked, taken as clear
 * @param store how warm it stands, °C; null where nobody knows
 * @throws DomainError out of range
 */
export function fermentationWatch({
  waterPct,
  sePct,
  look,
  massKg,
  store,
  yeastPerG = null,
}: {
  readonly waterPct: number;
  readonly sePct: number;
  readonly look: Look | null;
  readonly massKg: number;
  readonly store: { readonly loC: number; readonly hiC: number } | null;
  /** Null where nobody counted. */
  readonly yeastPerG?: number | null;
}): Watched {
  mustBeWithin(waterPct, 13, 25, "Water content", "%");
  mustBeWithin(sePct, 0, 5, "The error", "points");
  const set = LOOKS[look ?? "clear"];
  const inRange = (w: number): number => Math.min(25, Math.max(13, w));
  const liquidPct = {
    lo: liquidWaterPct(inRange(waterPct - ONE_SIDED * sePct), set.lo),
    mid: liquidWaterPct(waterPct, set.mid),
    hi: liquidWaterPct(inRange(waterPct + ONE_SIDED * sePct), set.hi),
  };
  const asleep = store !== null && store.hiC < SLEEPS_UNDER_C;
  const safe = (liquid: number): boolean =>
    yeastPerG !== null && yeastPerG < (SAFE_UNDER.find(([upTo]) => liquid <= upTo)?.[1] ?? 0);
  const raisedBy = [
    ...(massKg >= BIG_KG ? (["a big vessel"] as const) : []),
    ...(store !== null && store.hiC > WARM_STORE_C ? (["a warm store"] as const) : []),
  ];
  const watchAt = (liquid: number): Watch => {
    const by = UP_TO_PCT.findIndex((limit, i) => (i === 0 ? liquid < limit : liquid <= limit));
    const own = by === -1 ? WATCHES.length - 1 : by;
    const raised = own === 0 ? 0 : Math.min(WATCHES.length - 1, own + raisedBy.length);
    return WATCHES[asleep || safe(liquid) ? 0 : raised] ?? "weekly";
  };
  const verdict = watchAt(liquidPct.hi);
  return {
    verdict,
    likely: watchAt(liquidPct.mid),
    liquidPct,
    raisedBy: verdict === "calm" ? [] : raisedBy,
    asleep,
    fewYeasts: safe(liquidPct.hi),
  };
}
