/** Whether honey that was poured together is one honey: by what its top and its bottom read. */
import { mustBeWithin } from "../domain-error";

export type Mixed = "mixed" | "stir" | "unmixed";

/** Top and bottom apart by more than this are unmixed; by more than the other, stirred and read again, points (common practice). */
export const MIXED_PTS = { unmixed: 0.5, stir: 0.3 } as const;
/** Read again after so long, min. */
export const AGAIN_MIN = 30;

export interface MixJudgement {
  readonly mixed: Mixed;
  readonly meanPct: number;
  readonly apartPts: number;
  /** What was read less what was foretold, points; null where nothing was. */
  readonly offPts: number | null;
  /** Further off than the error of both lets it be (95 %). */
  readonly unlike: boolean;
}

/** One drop of a refractometer, and the instrument's own error, which two drops share, points (common practice). */
const DROP_SD = 0.15;
const INSTRUMENT_SD = 0.15;
const TWO_SIDED = 1.96;

/**
 * @param foretold what was reckoned of the parts, % water, with its standard error
 * @throws DomainError for readings outside 10-35 %
 */
export function judgeMix(
  topPct: number,
  bottomPct: number,
  foretold: { readonly waterPct: number; readonly sePct: number } | null,
): MixJudgement {
  mustBeWithin(topPct, 10, 35, "The water at the top", "%");
  mustBeWithin(bottomPct, 10, 35, "The water at the bottom", "%");
  const apartPts = Math.abs(topPct - bottomPct);
  const meanPct = (topPct + bottomPct) / 2;
  const offPts = foretold && meanPct - foretold.waterPct;
  // Half a ten-thousandth: 17.8 and 17.3 are half a point apart, whatever the binary says.
  const over = (limit: number): boolean => apartPts > limit + 5e-5;
  return {
    mixed: over(MIXED_PTS.unmixed) ? "unmixed" : over(MIXED_PTS.stir) ? "stir" : "mixed",
    meanPct,
    apartPts,
    offPts,
    unlike:
      foretold !== null &&
      offPts !== null &&
      Math.abs(offPts) > TWO_SIDED * Math.hypot(foretold.sePct, INSTRUMENT_SD, DROP_SD / Math.SQRT2),
  };
}
