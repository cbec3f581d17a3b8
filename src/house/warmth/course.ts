/** A vessel in a warmer: how long until it is liquid to the core, what that costs, and how it goes against that. */
import { heatAccount } from "@/core/heat";
import { type Warming, type WarmingTime, warmingCost, warmingTimeH } from "@/core/heat/warming";
import { crystalShare, LOOKS, type Look } from "@/core/honey/granulation";
import { heightM, widthCm } from "../settle/settling";
import type { VesselState } from "../standing/snapshot";

/** Honey nobody measured goes in so cool, °C (common practice: a store in autumn). */
export const USUAL_FROM_C = 15;
/** Honey nobody looked at before it was warmed is taken for grained: else nobody would warm it. */
export const USUAL_LOOK: Look = "solid";

export interface ToWarmUp {
  readonly vessel: Pick<VesselState, "kind" | "diameterCm">;
  readonly grams: number;
  readonly fromC: number;
  readonly look: Look;
}

/** What is never done is taken out after so long, h. */
const NEVER_H = 48;

const clamp = (x: number, lo: number, hi: number): number => Math.min(hi, Math.max(lo, x));

/** As the core reckons it. */
export const warmingOf = ({ vessel, grams, fromC, look }: ToWarmUp, roomC: number): Warming => ({
  radiusM: clamp(widthCm(vessel) / 200, 0.02, 0.6),
  heightM: clamp(heightM(vessel, grams), 0.02, 2),
  fromC: clamp(fromC, -10, 70),
  roomC: clamp(roomC, 0, 80),
  crystals: crystalShare(LOOKS[look].mid),
});

export interface Estimate {
  /** Null where what is round it is not warm enough. */
  readonly time: WarmingTime | null;
  /** % of its diastase that warming so long costs the whole of it, and the honey at its wall; at the worst. */
  readonly costPct: number;
  readonly wallPct: number;
}

/**
 * How long, and what it costs until it is surely done: in its warmest corner and in its coolest, which takes longer,
 * whichever costs more.
 */
export function estimateOf(of: ToWarmUp, warmC: number, spreadC: number, untilC: number): Estimate {
  const w = warmingOf(of, warmC);
  const timeAt = (there: Warming): WarmingTime | null => warmingTimeH({ ...there, untilC });
  const corner = (strays: number) => {
    const there = { ...w, roomC: clamp(warmC + strays, 0, 80) };
    const time = timeAt(there);
    return { time, cost: warmingCost({ ...there, meltedC: untilC }, time?.hiH ?? NEVER_H) };
  };
  const [cool, mid, hot] = [corner(-spreadC), timeAt(w), corner(spreadC)];
  const worst = (where: "mean" | "wall"): number =>
    100 - Math.min(cool.cost[where].diastaseLoPct, hot.cost[where].diastaseLoPct);
  return {
    // Where it is coolest in the warmer it may never be done.
    time: mid && {
      ...mid,
      loH: hot.time?.loH ?? mid.loH,
      hiH: cool.time?.hiH ?? mid.hiH * 2,
    },
    costPct: worst("mean"),
    wallPct: worst("wall"),
  };
}

/** % of its diastase that hours at a temperature cost. */
export const lossPct = (hours: number, tempC: number): number =>
  100 - heatAccount([{ hours, loC: tempC, hiC: tempC }]).diastaseHiPct;
