import { mustBeWithin } from "../domain-error";
import { gramsFromOz, ozFromGrams } from "../units";

/** Whole ounces where the grams are their rounding (680 g is 24 oz), else tenths, rounded down. */
function ounces(nominalG: number): number {
  const exact = ozFromGrams(nominalG);
  const whole = Math.round(exact);
  return Math.round(gramsFromOz(whole)) === nominalG ? whole : Math.floor(exact * 10 + 1e-9) / 10;
}

/** What a label is written for: from a portion to a pallet tank. */
export const NET_LABEL_G = { lo: 5, hi: 2_000_000 } as const;
/** The largest jar: over it honey is sold in bulk. */
const JAR_G = 10_000;

const POUND_OZ = 16;
/** From here on pounds stand first. */
const POUNDS_FIRST_OZ = 4 * POUND_OZ;

const inPounds = (oz: number): string => {
  const lb = Math.floor(oz / POUND_OZ + 1e-9);
  const rest = Math.round((oz - lb * POUND_OZ) * 10) / 10;
  return rest > 0 ? `${lb} lb ${rest} oz` : `${lb} lb`;
};

/**
 * Net quantity in both systems. Metric as 76/211/EEC wants it; for the USA as 21 CFR 101.7 does (from memory):
 * ounces alone under a pound, "24 oz (1 lb 8 oz)" from one pound to under four, pounds first from there, the
 * metric quantity behind. The ounce is 28.349523125 g exactly.
 * @throws DomainError outside 5 g to 2,000 kg
 */
export function netQuantityText(nominalG: number): { metric: string; us: string } {
  mustBeWithin(nominalG, NET_LABEL_G.lo, NET_LABEL_G.hi, "Net quantity", "g");
  const metric =
    nominalG > JAR_G
      ? // A pail or a drum: as its scale tells it, never more than is in it.
        `${Math.floor(nominalG / 10 + 1e-9) / 100} kg`
      : nominalG >= 1000 && nominalG % 10 === 0
        ? `${nominalG / 1000} kg`
        : `${nominalG} g`;
  const oz = ounces(nominalG);
  const us = oz < POUND_OZ ? `${oz} oz` : oz < POUNDS_FIRST_OZ ? `${oz} oz (${inPounds(oz)})` : inPounds(oz);
  return { metric, us: `Net Wt ${us} ${metric}` };
}

/** Least height of the net-quantity figures, mm. Directive 76/211/EEC, Annex I, 3.1. */
export function digitHeightMm(nominalG: number): number {
  mustBeWithin(nominalG, NET_LABEL_G.lo, NET_LABEL_G.hi, "Net quantity", "g");
  if (nominalG <= 50) return 2;
  if (nominalG <= 200) return 3;
  return nominalG <= 1000 ? 4 : 6;
}
