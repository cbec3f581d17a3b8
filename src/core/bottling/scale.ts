/** The scale at the filler and the empty jar: what a known weight says of one, and whether one tare stands for all. */
import { DomainError, mustBeWithin } from "../domain-error";
import { maximumAllowableVariationG, type NetRules, tolerableNegativeErrorG } from "./net-quantity";

/** A scale may be off by so much of what a jar may be short (OIML R 87, from memory). */
export const SCALE_SHARE = 0.2;
/** Empty jars whose mean is taken for all, and how far they may differ: a quarter of what a jar may be short (OIML R 87, from memory). */
export const TARE = { jars: 25, share: 0.25 } as const;

const errorOf = (nominalG: number, rules: NetRules): number =>
  rules === "us-hb133" ? maximumAllowableVariationG(nominalG) : tolerableNegativeErrorG(nominalG);

export interface ScaleSaid {
  /** Shown for each gram there is. */
  readonly span: number;
  /** Shown too much of one jar, g; under nothing, too little. */
  readonly offG: number;
  readonly mayBeG: number;
  readonly fit: boolean;
}

/**
 * What a known weight says of a scale for jars of a size: an error of its span, zero being set with the empty jar.
 * @param knownG 10-50,000 g; as near to a jar as can be had
 * @throws DomainError out of range, or a weight that is not the one it should be
 */
export function scaleSaid(
  { knownG, shownG }: { readonly knownG: number; readonly shownG: number },
  nominalG: number,
  rules: NetRules,
): ScaleSaid {
  mustBeWithin(knownG, 10, 50_000, "The known weight", "g");
  mustBeWithin(shownG, 0, 60_000, "What the scale shows", "g");
  const span = shownG / knownG;
  if (span < 0.8 || span > 1.25)
    throw new DomainError(
      "other-weight",
      `The scale shows ${shownG} g for ${knownG} g: that is another weight, or the scale is broken.`,
      { knownG, shownG },
    );
  const offG = (span - 1) * nominalG;
  const mayBeG = SCALE_SHARE * errorOf(nominalG, rules);
  return { span, offG, mayBeG, fit: Math.abs(offG) <= mayBeG };
}

export interface AverageTare {
  readonly meanG: number;
  readonly sdG: number;
  readonly mayBeG: number;
}

/**
 * The mean of empty jars as every jar's tare.
 * @param emptyG at least 25 empty jars, g
 * @throws DomainError `tare-jars` for fewer, `tare-spread` where they differ too much: then each jar is zeroed
 */
export function averageTare(emptyG: readonly number[], nominalG: number, rules: NetRules): AverageTare {
  if (emptyG.length < TARE.jars)
    throw new DomainError(
      "tare-jars",
      `Weigh ${TARE.jars} empty jars for a mean tare; these are ${emptyG.length}. Or zero the scale with each jar.`,
    );
  for (const g of emptyG) mustBeWithin(g, 1, 20_000, "An empty jar", "g");
  const meanG = emptyG.reduce((a, b) => a + b, 0) / emptyG.length;
  const sdG = Math.sqrt(emptyG.reduce((s, g) => s + (g - meanG) ** 2, 0) / (emptyG.length - 1));
  const mayBeG = TARE.share * errorOf(nominalG, rules);
  if (sdG > mayBeG)
    throw new DomainError(
      "tare-spread",
      `Empty jars differ by ${sdG.toFixed(2)} g; a mean tare is good up to ${mayBeG.toFixed(2)} g. Zero the scale with each jar.`,
      { sdG, mayBeG },
    );
  return { meanG, sdG, mayBeG };
}
