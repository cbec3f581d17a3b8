/** May this honey ferment? Lochhead (1933), and water activity after Chirife, Zamora & Motto (2006). */
import { mustBeWithin } from "../domain-error";
import type { Verdict } from "../verdict";

export type FermentationClass = "safe" | "low" | "moderate" | "high" | "always";

/** Lochhead's classes: upper water limit %, the yeast count per gram below which it is safe. */
const CLASSES: readonly { upTo: number; risk: FermentationClass; yeastPerG: number; sentence: string }[] = [
  {
    upTo: 17.1,
    risk: "safe",
    yeastPerG: Number.POSITIVE_INFINITY,
    sentence: "safe whatever the yeast count",
  },
  { upTo: 18.0, risk: "low", yeastPerG: 1000, sentence: "safe under 1,000 yeasts per gram" },
  { upTo: 19.0, risk: "moderate", yeastPerG: 10, sentence: "safe only under 10 yeasts per gram" },
  { upTo: 20.0, risk: "high", yeastPerG: 1, sentence: "safe only under 1 yeast per gram" },
  {
    upTo: Number.POSITIVE_INFINITY,
    risk: "always",
    yeastPerG: 0,
    sentence: "always in danger of fermenting",
  },
];

/**
 * Lochhead's fermentation class for `waterPct` (% by mass, 10-35). 17.1 % itself is no longer "safe";
 * between the published bands (18.0 to 18.1) the wetter band counts.
 */
export function fermentationRisk(
  waterPct: number,
): Verdict<FermentationClass, { waterPct: number; safeBelowYeastPerG: number }> {
  mustBeWithin(waterPct, 10, 35, "Water content", "%");
  const found =
    CLASSES.find((c) => (c.risk === "safe" ? waterPct < c.upTo : waterPct <= c.upTo)) ??
    CLASSES[CLASSES.length - 1];
  const { risk, yeastPerG, sentence } = found as (typeof CLASSES)[number];
  return {
    verdict: risk,
    sentence: `At ${waterPct.toFixed(1)} % water: ${sentence}.`,
    because: [
      { what: "Water in the honey", figure: `${waterPct.toFixed(1)} %` },
      { what: "Fermentation class by water and yeast count", figure: sentence, source: "Lochhead 1933" },
    ],
    figures: { waterPct, safeBelowYeastPerG: yeastPerG },
  };
}

/**
 * Water activity (0-1) of liquid honey: aw = 0.267 + 0.0177 W.
 * Chirife, Zamora & Motto 2006, J. Food Eng. 72:287; valid 15-21 % water, outside it `extrapolated` is true.
 */
export function waterActivity(waterPct: number): { value: number; extrapolated: boolean } {
  mustBeWithin(waterPct, 10, 35, "Water content", "%");
  return { value: 0.267 + 0.0177 * waterPct, extrapolated: !(waterPct >= 15 && waterPct <= 21) };
}
