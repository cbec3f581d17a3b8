/**
 * What is known of a refractometer: its scale, its temperature compensation, its checks against a
 * reference. Offsets live in index space, so one offset serves any scale; between two checks the drift is
 * taken as linear, after the last one it stays.
 */
import { DomainError, mustBeWithin } from "../domain-error";
import type { ReadingScale } from "./reading";
import { MEDIA, type Reference } from "./references";
import { INDEX_PER_C, refractiveIndexFromBrix, WATER_RANGE_PCT, waterLineIndex20 } from "./refraction";

export interface InstrumentKind {
  readonly scale: ReadingScale;
  /** Smallest step that can be read, in the scale's own unit. */
  readonly resolution: number;
  /** Compensates temperature itself, between these sample temperatures, °C. */
  readonly compensates: boolean;
  readonly atcLoC: number | null;
  readonly atcHiC: number | null;
}

export interface InstrumentCheck {
  /** Milliseconds since 1970, UTC. */
  readonly atMs: number;
  /** Reference minus reading, refractive index. */
  readonly offset: number;
  /** The screw was turned on what this check showed: from then on the instrument reads right. */
  readonly adjusted?: boolean;
  /** How surely the reference itself is known, one standard deviation of its index; 0 when left out. */
  readonly sdIndex?: number;
}

/** What a reference can show on each scale: from water up to the densest block. */
const SCALE_RANGE: Record<ReadingScale, readonly [number, number, string, string]> = {
  index: [1.33, 1.52, "A refractive index", ""],
  brix: [0, 85, "A Brix reading", "°Bx"],
  water: [12, 30, "A reading in % water", "%"],
};

function indexOnScale(scale: ReadingScale, value: number): number {
  const [lo, hi, what, unit] = SCALE_RANGE[scale];
  mustBeWithin(value, lo, hi, what, unit);
  if (scale === "index") return value;
  return scale === "brix" ? refractiveIndexFromBrix(value) : waterLineIndex20(value);
}

/** More than this is not an offset but a dirty prism or the wrong bottle: about 4 points of water. */
const MOST_OFFSET = 0.01;

/**
 * The offset a check shows, in refractive index: what the reference should read at `tempC` (10-45 °C) less what
 * it did read. `expected` is the reference's figure at 20 °C and `shown` what the instrument showed, both on its
 * own scale. The reference changes with temperature by its own coefficient; an instrument that compensates adds
 * honey's.
 * @throws DomainError when a figure is not on the scale, the temperature out of range or the offset beyond adjusting
 */
export function calibrationOffset(
  { scale, compensates }: Pick<InstrumentKind, "scale" | "compensates">,
  {
    expected,
    shown,
    reference,
    tempC,
  }: {
    readonly expected: number;
    readonly shown: number;
    readonly reference: Reference;
    readonly tempC: number;
  },
): number {
  mustBeWithin(tempC, 10, 45, "The reference's temperature", "°C");
  const perC = MEDIA[reference].perC + (compensates ? INDEX_PER_C : 0);
  const offset = indexOnScale(scale, expected) + perC * (tempC - 20) - indexOnScale(scale, shown);
  if (!(Math.abs(offset) <= MOST_OFFSET))
    throw new DomainError(
      "offset-too-large",
      `${shown} instead of ${expected} is too far off to correct: clean the prism, check the reference, adjust the screw, and check again.`,
      { expected, shown, offset },
    );
  return offset;
}

/** One step of the scale near honey, in points of water. */
const STEP_IN_WATER: Record<ReadingScale, number> = { water: 1, brix: 1.2, index: 390 };

/** Uncertainty a scale's step adds, points of water (a step read to its nearest mark is uniform: step / √12). */
export const stepSdPct = ({ scale, resolution }: Pick<InstrumentKind, "scale" | "resolution">): number =>
  (resolution * STEP_IN_WATER[scale]) / Math.sqrt(12);

const WATER_PER_INDEX =
  (WATER_RANGE_PCT.hi - WATER_RANGE_PCT.lo) / (waterLineIndex20(13) - waterLineIndex20(25));

/** An offset in index as points of water near honey, for people: -0.0005 adds about 0.2 points. */
export const offsetInWaterPct = (offset: number): number => -offset * WATER_PER_INDEX;

/**
 * How far off a hand refractometer may be that nobody checked, one standard deviation, points (common practice:
 * with it the uncertainty of one reading of ±0.2 doubles).
 */
export const UNCHECKED_SD_PCT = 0.35;

export interface InstrumentStanding {
  readonly offset: number;
  /** One standard deviation of what all its readings may be off by, points of water. */
  readonly commonSdPct: number;
  readonly verified: boolean;
  /** Why it is not verified; empty when it is. */
  readonly doubts: readonly string[];
  /** When the next check is due, ms; null when it was never checked. */
  readonly dueMs: number | null;
}

/**
 * What an instrument was worth at a moment: its offset with linear drift between the checks around it, and
 * whether a check within `intervalHours` before stands behind it. `checks` in any order.
 */
export function instrumentStanding(
  kind: InstrumentKind,
  checks: readonly InstrumentCheck[],
  { atMs, intervalHours, sampleTempC }: { atMs: number; intervalHours: number; sampleTempC?: number },
): InstrumentStanding {
  mustBeWithin(intervalHours, 1, 24 * 400, "The time between two checks", "h");
  const sorted = [...checks].sort((a, b) => a.atMs - b.atMs);
  const before = sorted.filter((c) => c.atMs <= atMs).at(-1);
  const after = sorted.find((c) => c.atMs > atMs);
  const doubts: string[] = [];
  if (!before) doubts.push(after ? "it was only checked later" : "it was never checked");
  else if (atMs - before.atMs > intervalHours * 3_600_000) doubts.push("its check was overdue");
  if (kind.compensates && sampleTempC !== undefined && kind.atcLoC !== null && kind.atcHiC !== null)
    if (!(sampleTempC >= kind.atcLoC && sampleTempC <= kind.atcHiC))
      doubts.push(`${sampleTempC} °C lies outside the ${kind.atcLoC} to ${kind.atcHiC} °C it compensates`);
  // After the screw was turned the old offset has ended.
  const since = before && (before.adjusted ? 0 : before.offset);
  const offset =
    before && after && since !== undefined
      ? since + ((after.offset - since) * (atMs - before.atMs)) / (after.atMs - before.atMs)
      : (since ?? after?.offset ?? 0);
  const reference = before ?? after;
  return {
    offset,
    commonSdPct:
      doubts.length === 0
        ? Math.abs(offsetInWaterPct(reference?.sdIndex ?? 0))
        : Math.max(UNCHECKED_SD_PCT, Math.abs(offsetInWaterPct(reference?.sdIndex ?? 0))),
    verified: doubts.length === 0,
    doubts,
    dueMs: before ? before.atMs + intervalHours * 3_600_000 : null,
  };
}
