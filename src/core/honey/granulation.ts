/** Honey that sets: how much of it, what that leaves of the liquid between the crystals, and how soon it comes. */
import { mustBeWithin } from "../domain-error";

/** Glucose of a usual honey, % of it (common practice: 28-34). */
const USUAL_GLUCOSE_PCT = 31;
/** Glucose takes a tenth of its mass in water into its crystals: C6H12O6·H2O, 18.015 on 180.156. */
const WATER_OF_CRYSTAL = 18.015 / 180.156;

/** How a honey looks, and which share of its glucose is crystals then (common practice, by eye). */
export const LOOKS = {
  clear: { lo: 0, mid: 0, hi: 0 },
  cloudy: { lo: 0.02, mid: 0.1, hi: 0.2 },
  half: { lo: 0.2, mid: 0.33, hi: 0.5 },
  solid: { lo: 0.4, mid: 0.55, hi: 0.75 },
} as const;
export type Look = keyof typeof LOOKS;

/**
 * Water of the liquid between the crystals, %: the crystals take less of it than they leave, so that it is wetter than
 * the honey was.
 * @param waterPct of the whole, 13-25 %
 * @param share 0-0.9 of its glucose is crystals
 * @throws DomainError out of range
 */
export function liquidWaterPct(waterPct: number, share: number, glucosePct = USUAL_GLUCOSE_PCT): number {
  mustBeWithin(waterPct, 13, 25, "Water content", "%");
  mustBeWithin(share, 0, 0.9, "The share of its glucose that is crystals");
  mustBeWithin(glucosePct, 15, 50, "The glucose", "%");
  const glucose = glucosePct * share;
  return (100 * (waterPct - glucose * WATER_OF_CRYSTAL)) / (100 - glucose * (1 + WATER_OF_CRYSTAL));
}

/** Share of the mass that is crystals, 0-0.4. @throws DomainError out of range */
export const crystalShare = (share: number, glucosePct = USUAL_GLUCOSE_PCT): number =>
  (mustBeWithin(glucosePct, 15, 50, "The glucose", "%") / 100) *
  mustBeWithin(share, 0, 0.9, "The share of its glucose that is crystals") *
  (1 + WATER_OF_CRYSTAL);

export const TENDENCIES = ["fast", "medium", "slow"] as const;
export type Tendency = (typeof TENDENCIES)[number];

/** Weeks until it is half set where it stands at 10 to 18 °C (common practice). */
const WEEKS: Readonly<Record<Tendency, readonly [lo: number, hi: number]>> = {
  fast: [1, 4],
  medium: [4, 20],
  slow: [26, 100],
};

/** By their first word as beekeepers say it (common practice; from memory of handbooks of bee plants). */
const BY_BLOOM: Readonly<Record<Tendency, RegExp>> = {
  fast: /\b(rape|canola|ivy|mustard|dandelion|sunflower|aster|goldenrod|charlock|turnip|willow|cotton|alfalfa|lucerne)\b/i,
  slow: /\b(acacia|robinia|locust|honeydew|chestnut|sage|tupelo|sourwood|borage|fireweed|willowherb|manuka|longan)\b/i,
  medium:
    /\b(clover|lime|linden|basswood|bramble|blackberry|fruit|apple|cherry|hawthorn|phacelia|buckwheat|heather|ling|orange|citrus|thyme|lavender|bean)\b/i,
};

export interface GranulationTendency {
  readonly verdict: Tendency | "unknown";
  readonly by: "glucose to water" | "bloom" | "nothing";
  /** Glucose to water, where both are known. */
  readonly ratio: number | null;
  /** Weeks until it is half set at this temperature; null where nobody can say, or it hardly sets so warm or cold. */
  readonly weeks: readonly [lo: number, hi: number] | null;
}

/** How many times longer it takes at a temperature than at 10 to 18 °C; null where it hardly sets (common practice). */
function slower(tempC: number): number | null {
  if (tempC >= 27 || tempC < 0) return null;
  if (tempC >= 22) return 6;
  if (tempC > 18) return 2.5;
  return tempC >= 10 ? 1 : 2.5;
}

/**
 * How soon honey sets: by glucose to water where both are measured (under 1.7 slow, to 2.1 medium, above fast), else
 * by what bloomed, which says less.
 * @param bloom what bloomed, in words; the quickest of several counts
 * @param tempC where it stands
 * @throws DomainError for glucose outside 15-50 % or water outside 13-25 %
 */
export function granulationTendency({
  glucosePct = null,
  waterPct = null,
  bloom = "",
  tempC = 15,
}: {
  readonly glucosePct?: number | null;
  readonly waterPct?: number | null;
  readonly bloom?: string;
  readonly tempC?: number;
}): GranulationTendency {
  const weeksOf = (verdict: Tendency): readonly [number, number] | null => {
    const times = slower(tempC);
    return times === null ? null : [WEEKS[verdict][0] * times, WEEKS[verdict][1] * times];
  };
  if (glucosePct !== null && waterPct !== null) {
    mustBeWithin(glucosePct, 15, 50, "The glucose", "%");
    const ratio = glucosePct / mustBeWithin(waterPct, 13, 25, "Water content", "%");
    const verdict = ratio < 1.7 ? "slow" : ratio <= 2.1 ? "medium" : "fast";
    return { verdict, by: "glucose to water", ratio, weeks: weeksOf(verdict) };
  }
  const told = bloom.slice(0, 200);
  const verdict =
    TENDENCIES.find((t) => t !== "slow" && BY_BLOOM[t].test(told)) ??
    (BY_BLOOM.slow.test(told) ? "slow" : null);
  if (!verdict) return { verdict: "unknown", by: "nothing", ratio: null, weeks: null };
  return { verdict, by: "bloom", ratio: null, weeks: weeksOf(verdict) };
}
