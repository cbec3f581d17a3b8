/**
 * The water of many boxes from readings of a few: the mass-weighted mean and its one-sided 95 % upper limit.
 * Boxes not read are taken to be like those that were, as far apart as those are from each other.
 */
import { DomainError } from "../domain-error";
import { tQuantile } from "../statistics";

export interface BoxWater {
  readonly name: string;
  readonly massKg: number;
  readonly cappedPct: number;
  readonly readings: readonly { readonly waterPct: number; readonly sdPct: number }[];
}

/** Boxes of one pull differ by about this much (common practice); it counts like three boxes' worth of knowing. */
export const BOX_SD_PRIOR = { sdPct: 0.6, df: 3 } as const;

export interface BoxesWater {
  readonly meanPct: number;
  readonly sePct: number;
  readonly df: number;
  /** One-sided 95 % upper limit of the mass-weighted mean. */
  readonly upperPct: number;
  /** How far boxes lie apart, points. */
  readonly boxSdPct: number;
  readonly readBoxes: number;
  readonly boxes: number;
}

/** Mean and variance of one box's own readings, weighted by their precision. */
function ownWater(box: BoxWater): { pct: number; variance: number } {
  const weights = box.readings.map((r) => 1 / r.sdPct ** 2);
  const total = weights.reduce((a, b) => a + b, 0);
  return {
    pct: box.readings.reduce((s, r, i) => s + r.waterPct * ((weights[i] ?? 0) / total), 0),
    variance: 1 / total,
  };
}

/** Standard error of the mass-weighted mean when `n` boxes (effective) holding `share` of the honey are read. */
const standardError = (boxSdPct: number, n: number, share: number, readingVariance: number): number =>
  Math.sqrt(((1 - share) * boxSdPct ** 2) / n + readingVariance);

/** Null when no box was read. Boxes without honey do not count. */
export function waterOfBoxes(boxes: readonly BoxWater[]): BoxesWater | null {
  const all = boxes.filter((b) => b.massKg > 0);
  const read = all.filter((b) => b.readings.length > 0).map((b) => ({ ...ownWater(b), massKg: b.massKg }));
  const readKg = read.reduce((s, b) => s + b.massKg, 0);
  const n = read.length;
  if (n === 0) return null;
  const meanPct = read.reduce((s, b) => s + b.pct * b.massKg, 0) / readKg;
  const plain = read.reduce((s, b) => s + b.pct, 0) / n;
  const squares = read.reduce((s, b) => s + (b.pct - plain) ** 2, 0);
  const df = BOX_SD_PRIOR.df + n - 1;
  const boxSdPct = Math.sqrt((BOX_SD_PRIOR.df * BOX_SD_PRIOR.sdPct ** 2 + squares) / df);
  const effective = readKg ** 2 / read.reduce((s, b) => s + b.massKg ** 2, 0);
  const readingVariance = read.reduce((s, b) => s + b.variance * (b.massKg / readKg) ** 2, 0);
  const share = readKg / all.reduce((s, b) => s + b.massKg, 0);
  const sePct = standardError(boxSdPct, effective, share, readingVariance);
  return {
    meanPct,
    sePct,
    df,
    upperPct: meanPct + tQuantile(0.95, df) * sePct,
    boxSdPct,
    readBoxes: n,
    boxes: all.length,
  };
}

/**
 * How many more boxes must be read until the upper limit falls to `limitPct`, if the mean stays as it is.
 * 0 when it is settled already; null when reading more cannot help, because the mean itself is over the
 * limit or even every box read would leave it open.
 * @throws DomainError `bad-input` for a negative spread or more boxes read than there are
 */
export function readingsNeeded(
  now: Pick<BoxesWater, "meanPct" | "boxSdPct" | "readBoxes" | "boxes">,
  { limitPct, readingSdPct = 0.2 }: { limitPct: number; readingSdPct?: number },
): number | null {
  if (!(now.boxSdPct >= 0 && now.readBoxes >= 1 && now.boxes >= now.readBoxes))
    throw new DomainError("bad-input", "The boxes read must be at least one and no more than all.", {
      ...now,
    });
  if (now.meanPct >= limitPct) return null;
  for (let n = now.readBoxes; n <= now.boxes; n++) {
    const se = standardError(now.boxSdPct, n, n / now.boxes, readingSdPct ** 2 / n);
    if (now.meanPct + tQuantile(0.95, BOX_SD_PRIOR.df + n - 1) * se <= limitPct) return n - now.readBoxes;
  }
  return null;
}

/**
 * Which box to test next: the unread one that could move the answer most, heavy and little capped; when all
 * were read, the wettest. Null without boxes.
 */
export function nextToTest<B extends BoxWater>(boxes: readonly B[]): B | null {
  const weight = (b: B): number =>
    b.readings.length === 0 ? 1e6 + b.massKg * (110 - b.cappedPct) : ownWater(b).pct;
  return boxes.reduce<B | null>((best, b) => (!best || weight(b) > weight(best) ? b : best), null);
}
