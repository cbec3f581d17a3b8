/**
 * What a pull will give before it is spun: by the scale where supers were weighed, by frame class and
 * capping otherwise, corrected by what this house's own batches gave.
 */

import { DomainError, mustBeWithin } from "../domain-error";
import { figureIn, METRIC, quantityIn, rangeOf, type Shown, unitIn } from "../units";
import type { Reason } from "../verdict";

export const FRAME_CLASSES = ["light", "middle", "heavy"] as const;
export type FrameClass = (typeof FRAME_CLASSES)[number];
export type SuperDepth = "deep" | "medium" | "shallow" | "custom";

/**
 * Honey in a frame, kg, by depth and how heavy it lifts (common practice: a heavy deep frame up to about
 * 5.4 kg, a medium one 2.3-3.2 kg full, partly filled small frames about 1.1-1.2 kg).
 */
const KG_PER_FRAME: Record<SuperDepth, Record<FrameClass, number>> = {
  deep: { light: 1.6, middle: 2.9, heavy: 4.4 },
  medium: { light: 1.1, middle: 1.8, heavy: 2.7 },
  shallow: { light: 0.8, middle: 1.3, heavy: 1.9 },
  custom: { light: 1.1, middle: 1.8, heavy: 2.7 },
};
/** A super's real honey lies about this far around such an estimate. */
const CLASS_SPREAD = 0.25;
/** Comb gives about this part of its honey; the rest stays as wets and cappings (common practice). */
const OUT_PRIOR = { share: 0.93, sd: 0.04, worth: 2 } as const;

export interface PulledSuper {
  readonly name: string;
  readonly depth: SuperDepth;
  readonly framesTaken: number;
  readonly cappedPct: number;
  /** Gross less empty, kg; null when not weighed. */
  readonly netKg: number | null;
  readonly frameClass: FrameClass | null;
}

/** One past batch: what came in by weight and what went into pails. */
export interface PastBatch {
  readonly inKg: number;
  readonly outKg: number;
}
/** Past weighed supers of one depth: mean honey of a frame. */
export type PastFrames = Partial<
  Record<SuperDepth, { readonly kgPerFrame: number; readonly supers: number }>
>;

/**
 * Honey likely in one super, kg, with one standard deviation. A frame class counts; without one the middle
 * class does, and a half-capped super is taken as a lighter one. The house's own weighed supers move the
 * table: ten of them count as much as the table itself.
 * @throws DomainError for impossible frames or capping
 */
export function honeyInSuper(
  s: PulledSuper,
  past: PastFrames = {},
): { kg: number; sdKg: number; weighed: boolean } {
  mustBeWithin(s.cappedPct, 0, 100, "The share capped", "%");
  mustBeWithin(s.framesTaken, 0, 14, "Frames taken");
  if (s.netKg !== null) {
    if (!(s.netKg >= 0))
      throw new DomainError("out-of-range", "A super's honey cannot weigh less than nothing.", { ...s });
    return { kg: s.netKg, sdKg: 0.1, weighed: true };
  }
  const known = past[s.depth];
  const trust = known ? known.supers / (known.supers + 10) : 0;
  const table = KG_PER_FRAME[s.depth];
  const house = known ? 1 + trust * (known.kgPerFrame / table.middle - 1) : 1;
  const full = s.frameClass === null ? 0.6 + 0.4 * (s.cappedPct / 100) : 1;
  const kg = table[s.frameClass ?? "middle"] * house * full * s.framesTaken;
  return {
    kg,
    sdKg: kg * CLASS_SPREAD * (s.frameClass === null ? 1.4 : 1) * (1 - 0.4 * trust),
    weighed: false,
  };
}

export interface ExpectedYield {
  readonly kg: number;
  /** 80 % of pulls like this one would lie between these. */
  readonly loKg: number;
  readonly hiKg: number;
  readonly outShare: number;
  readonly because: readonly Reason[];
}

/** The part of the honey that comes out, learnt: the prior counts like two batches. */
function outShare(past: readonly PastBatch[]): { share: number; sd: number } {
  const shares = past.filter((b) => b.inKg > 0).map((b) => Math.min(1, b.outKg / b.inKg));
  const n = shares.length;
  const share =
    (OUT_PRIOR.worth * OUT_PRIOR.share + shares.reduce((a, b) => a + b, 0)) / (OUT_PRIOR.worth + n);
  const squares = shares.reduce((s, x) => s + (x - share) ** 2, OUT_PRIOR.worth * OUT_PRIOR.sd ** 2);
  return { share, sd: Math.sqrt(squares / (OUT_PRIOR.worth + n)) };
}

const Z80 = 1.2816;

/** Expected honey in pails from a pull not yet spun, with an 80 % band. @throws DomainError as `honeyInSuper` */
export function expectedYield(
  supers: readonly PulledSuper[],
  {
    batches = [],
    frames = {},
    shown = METRIC,
  }: {
    batches?: readonly PastBatch[];
    frames?: PastFrames;
    /** In whose units the reasons speak. */
    shown?: Shown;
  } = {},
): ExpectedYield {
  const each = supers.map((s) => honeyInSuper(s, frames));
  const held = each.reduce((kg, e) => kg + e.kg, 0);
  const weighed = each.filter((e) => e.weighed);
  const guessed = each.filter((e) => !e.weighed);
  // Guesses by one hand are off in the same direction: half of each one's variance is common to all of them, and
  // does not average away over many.
  const alone = Math.sqrt(each.reduce((v, e) => v + (e.weighed ? e.sdKg : e.sdKg * Math.SQRT1_2) ** 2, 0));
  const common = guessed.reduce((s, e) => s + e.sdKg * Math.SQRT1_2, 0);
  const out = outShare(batches);
  const kg = held * out.share;
  const sd = Math.sqrt((alone ** 2 + common ** 2) * out.share ** 2 + (held * out.sd) ** 2);
  return {
    kg,
    loKg: Math.max(0, kg - Z80 * sd),
    hiKg: kg + Z80 * sd,
    outShare: out.share,
    because: [
      {
        what: `${weighed.length} supers weighed, gross less empty`,
        figure: quantityIn(
          weighed.reduce((k, e) => k + e.kg, 0),
          "kg",
          shown,
        ),
      },
      ...(guessed.length > 0
        ? [
            {
              what: `${guessed.length} supers by depth, frames, how they lift and capping`,
              figure: quantityIn(
                guessed.reduce((k, e) => k + e.kg, 0),
                "kg",
                shown,
              ),
              source:
                Object.keys(frames).length > 0
                  ? "common practice, moved by this house's weighed supers"
                  : "common practice",
            },
          ]
        : []),
      {
        what: "Part that comes out of the comb",
        figure: `${(out.share * 100).toFixed(0)} % ±${(out.sd * 100).toFixed(0)}`,
        source:
          batches.length > 0
            ? `${batches.length} closed batches of this house, with common practice behind`
            : "common practice",
      },
      {
        what: "80 % of such pulls would give",
        figure: `${rangeOf(figureIn(Math.max(0, kg - Z80 * sd), "kg", shown, 0), figureIn(kg + Z80 * sd, "kg", shown, 0))} ${unitIn("kg", shown)}`,
      },
    ],
  };
}
