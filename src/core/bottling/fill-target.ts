/** How full to aim: the lowest mean that keeps the packer's duty in 99 lots of 100, at the spread that was measured. */
import { DomainError, mustBeWithin } from "../domain-error";
import { densityKgM3 } from "../honey";
import { binomialAtMost, chiSquareQuantile, normalShare } from "../statistics";
import {
  EVERY_JAR,
  maximumAllowableVariationG,
  NET_G,
  type NetRules,
  SHORT_SHARE,
  tolerableNegativeErrorG,
} from "./net-quantity";

/** So often the duty is to be kept. */
const KEPT = 0.99;
/** The spread is known only as well as so many jars tell it: it is taken at so many of its possible values. */
const SPREADS = 60;

export interface FillTarget {
  readonly targetG: number;
  /** Over the label, g a jar. */
  readonly giveawayG: number;
  /** The spread of one jar from the next as measured, no finer than the scale, g. */
  readonly sdG: number;
  /** What the same filler would need if its spread were known for sure: the rest is for the few jars weighed. */
  readonly ifKnownG: number;
}

/** Probability that a lot keeps its duty, filled to a mean with a spread. */
function keeps(meanG: number, sdG: number, nominalG: number, errorG: number, lot: number): number {
  if (lot < EVERY_JAR) return normalShare((meanG - nominalG) / sdG) ** lot;
  const once = normalShare((nominalG - errorG - meanG) / sdG);
  const twice = normalShare((nominalG - 2 * errorG - meanG) / sdG);
  return (
    normalShare(((meanG - nominalG) * Math.sqrt(lot)) / sdG) *
    binomialAtMost(Math.floor(SHORT_SHARE * lot), lot, once) *
    (1 - twice) ** lot
  );
}

/**
 * How likely a lot of `lot` jars filled to a mean keeps the packer's own duty, 0-1: the mean at the label, few jars short
 * by more than the tolerable error, none by twice of it (OIML R 87).
 * @param sdG of one jar from the next, over 0 g
 * @throws DomainError outside 5 g to 50 kg
 */
export const dutyKept = (
  meanG: number,
  { sdG, nominalG, lot }: { readonly sdG: number; readonly nominalG: number; readonly lot: number },
): number => keeps(meanG, sdG, nominalG, tolerableNegativeErrorG(nominalG), lot);

function lowest(kept: (meanG: number) => number, fromG: number, sdG: number): number {
  let [lo, hi] = [fromG - sdG, fromG + 60 * sdG];
  for (let i = 0; i < 60; i++) {
    const mid = (lo + hi) / 2;
    if (kept(mid) < KEPT) lo = mid;
    else hi = mid;
  }
  return hi;
}

/**
 * The mean to fill to. The spread is estimated from the jars weighed, and its own doubt is part of the answer: it is
 * averaged over what it may be (a scaled inverse chi-square).
 * @param weightsG net weights of jars filled alike, 3-1000 of them, g
 * @param stepG what the scale shows in, 0-50 g
 * @param lot jars to be filled, 1-10,000,000
 * @throws DomainError out of range
 */
export function fillTargetG(
  weightsG: readonly number[],
  {
    nominalG,
    lot,
    rules,
    stepG = 0,
  }: { readonly nominalG: number; readonly lot: number; readonly rules: NetRules; readonly stepG?: number },
): FillTarget {
  const n = weightsG.length;
  if (n < 3 || n > 1000)
    throw new DomainError("too-few", "Weigh at least three jars, and at most 1,000.", { n });
  mustBeWithin(nominalG, NET_G.lo, NET_G.hi, "The net quantity", "g");
  mustBeWithin(lot, 1, 10_000_000, "The lot", "jars");
  mustBeWithin(stepG, 0, 50, "The scale's step", "g");
  const mean = weightsG.reduce((a, b) => a + b, 0) / n;
  const variance = weightsG.reduce((s, g) => s + (g - mean) ** 2, 0) / (n - 1);
  // A scale that shows whole steps says nothing of what is finer.
  const sdG = Math.max(0.01, Math.sqrt(Math.max(variance, stepG ** 2 / 12)));
  const errorG =
    rules === "us-hb133" ? maximumAllowableVariationG(nominalG) : tolerableNegativeErrorG(nominalG);
  const spreads = Array.from({ length: SPREADS }, (_, i) => {
    const p = Math.min(0.9999, Math.max(0.0001, (i + 0.5) / SPREADS));
    return sdG * Math.sqrt((n - 1) / chiSquareQuantile(p, n - 1));
  });
  const targetG = lowest(
    (m) => spreads.reduce((sum, sd) => sum + keeps(m, sd, nominalG, errorG, lot), 0) / SPREADS,
    nominalG,
    sdG,
  );
  return {
    targetG,
    giveawayG: targetG - nominalG,
    sdG,
    ifKnownG: lowest((m) => keeps(m, sdG, nominalG, errorG, lot), nominalG, sdG),
  };
}

/**
 * What a filler that measures by volume gives at another temperature than it was set at, g: warm honey is lighter.
 * @param waterPct of the honey, 13-25 %; temperatures 0-75 °C
 * @throws DomainError out of range
 */
export function volumetricFillG(setG: number, setC: number, honeyC: number, waterPct = 17.5): number {
  mustBeWithin(setG, NET_G.lo, NET_G.hi, "The fill", "g");
  return (setG * densityKgM3(waterPct, honeyC)) / densityKgM3(waterPct, setC);
}
