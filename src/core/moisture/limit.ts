/**
 * The water of many boxes from readings of a few: the mass-weighted mean and its one-sided 95 % upper limit.
 *
 * What is uncertain, and how it adds up: boxes of one pull differ; frames of one box differ; a hand reading is
 * off by chance; an instrument is off in the same direction every time. Chance averages away with readings, an
 * instrument's common error does not. How far boxes and frames lie apart is not known either: it is weighed
 * over what common practice has seen (0.3 to 1.0 points between boxes, 0.3 to 0.8 between frames), moved by the
 * readings at hand, and drops of one sheet may or may not be of one frame. Boxes not read are like those that
 * were, and count with the honey in them.
 */

export interface BoxReading {
  readonly waterPct: number;
  /** One standard deviation of what changes from drop to drop: the hand and the scale's step, points. */
  readonly sdPct: number;
  /** One standard deviation of what is common to all readings of `instrument`, points; 0 when left out. */
  readonly commonSdPct?: number | undefined;
  /** Whose common error it is; readings without a name share one. */
  readonly instrument?: string | undefined;
  /** Drops put down together; readings without a name stand each alone. */
  readonly sheet?: string | undefined;
}

export interface BoxWater {
  readonly name: string;
  readonly massKg: number;
  readonly cappedPct: number;
  readonly readings: readonly BoxReading[];
  /** Honey that was stirred together (a batch, a pail): no combs that differ, only drops. */
  readonly mixed?: boolean | undefined;
}

export interface BoxesWater {
  readonly meanPct: number;
  /** Half of the 68 % interval around the mean, points. */
  readonly sePct: number;
  /** One-sided 95 % upper limit of the mass-weighted mean. */
  readonly upperPct: number;
  /** How far boxes lie apart, points. */
  readonly boxSdPct: number;
  /** How far frames of a box lie apart, points. */
  readonly frameSdPct: number;
  readonly readBoxes: number;
  readonly boxes: number;
  /** Two-sided 95 % interval of what one more reading, of a box like these, would show. */
  readonly nextReading: { readonly lo: number; readonly hi: number };
}

/** Possible spreads, points, with how likely each is before anything was read (common practice, the wide ones rare). */
type Spread = readonly (readonly [sdPct: number, weight: number])[];
export const BOX_SPREAD: Spread = [
  [0.25, 1],
  [0.45, 2],
  [0.7, 3],
  [1.05, 6],
  [1.6, 0.6],
  [2.6, 0.05],
];
export const FRAME_SPREAD: Spread = [
  [0.25, 1],
  [0.45, 2],
  [0.65, 3],
  [0.9, 7],
  [1.4, 0.5],
  [2.6, 0.05],
];
/** Stirred honey is alike; drops that differ all the same show that it was not stirred. */
const MIXED_SPREAD: Spread = [
  [0.05, 6],
  [0.15, 3],
  [0.4, 1],
  [1, 0.3],
  [2.6, 0.05],
];
const NO_SPREAD: Spread = [[0, 1]];

/**
 * Counted over made-up pulls: with spreads at the wide end of what is common, whose width few readings cannot
 * show, this quantile of what is believed leaves 5 % above (`limit.test.ts`).
 */
const UPPER_P = 0.96;

interface ReadBox {
  readonly massKg: number;
  readonly readings: readonly BoxReading[];
  /** Readings by the frame they are of, when drops of one sheet are of one frame. */
  readonly sheets: readonly (readonly BoxReading[])[];
  readonly pct: number;
  /** Weight of each reading in `pct`, in order. */
  readonly weights: readonly number[];
}

function asRead(box: BoxWater): ReadBox {
  const precision = box.readings.map((r) => 1 / r.sdPct ** 2);
  const total = precision.reduce((a, b) => a + b, 0);
  const weights = precision.map((p) => p / total);
  const sheets = new Map<string, BoxReading[]>();
  for (const [i, r] of box.readings.entries()) {
    const key = r.sheet ?? `alone ${i}`;
    sheets.set(key, [...(sheets.get(key) ?? []), r]);
  }
  return {
    massKg: box.massKg,
    readings: box.readings,
    sheets: [...sheets.values()],
    pct: box.readings.reduce((s, r, i) => s + r.waterPct * (weights[i] as number), 0),
    weights,
  };
}

const logNormal = (difference: number, variance: number): number =>
  -0.5 * (difference ** 2 / variance + Math.log(variance));

/** What the readings of one box say under a frame spread: how well they fit together, and the box's own mean. */
function ofBox(box: ReadBox, frameVariance: number, sameFrame: boolean) {
  let fit = 0;
  let precision = 0;
  let weighted = 0;
  const groups = sameFrame ? box.sheets : box.readings.map((r) => [r]);
  const means: { pct: number; variance: number }[] = [];
  for (const group of groups) {
    const p = group.map((r) => 1 / r.sdPct ** 2);
    const total = p.reduce((a, b) => a + b, 0);
    const pct = group.reduce((s, r, i) => s + r.waterPct * (p[i] as number), 0) / total;
    if (group.length > 1) for (const r of group) fit += logNormal(r.waterPct - pct, r.sdPct ** 2);
    // The frame's own mean takes one degree of freedom of its drops.
    if (group.length > 1) fit += 0.5 * Math.log(1 / total);
    means.push({ pct, variance: frameVariance + 1 / total });
  }
  for (const m of means) {
    precision += 1 / m.variance;
    weighted += m.pct / m.variance;
  }
  const pct = weighted / precision;
  for (const m of means) fit += logNormal(m.pct - pct, m.variance);
  return { pct, variance: 1 / precision, fit: fit + 0.5 * Math.log(1 / precision) };
}

/** Variance of the weighted mean of a box's drops around the box's own water. */
function dropVariance(box: ReadBox, frameVariance: number, sameFrame: boolean): number {
  const chance = box.readings.reduce((v, r, i) => v + ((box.weights[i] as number) * r.sdPct) ** 2, 0);
  if (!sameFrame) return chance + frameVariance * box.weights.reduce((v, w) => v + w ** 2, 0);
  const bySheet = box.sheets.map((sheet) =>
    box.readings.reduce((w, r, i) => w + (sheet.includes(r) ? (box.weights[i] as number) : 0), 0),
  );
  return chance + frameVariance * bySheet.reduce((v, w) => v + w ** 2, 0);
}

/** Variance of the instruments' common errors in the mass-weighted mean. */
function commonVariance(read: readonly ReadBox[], readKg: number): number {
  const byInstrument = new Map<string, number>();
  for (const box of read)
    for (const [i, r] of box.readings.entries()) {
      const key = r.instrument ?? "";
      const part = (box.massKg / readKg) * (box.weights[i] as number) * (r.commonSdPct ?? 0);
      byInstrument.set(key, (byInstrument.get(key) ?? 0) + part);
    }
  return [...byInstrument.values()].reduce((v, sd) => v + sd ** 2, 0);
}

/** Standard normal distribution function (Abramowitz and Stegun 7.1.26, to 1.5e-7). */
function normalCdf(z: number): number {
  const x = Math.abs(z) / Math.SQRT2;
  const t = 1 / (1 + 0.3275911 * x);
  const tail =
    t *
    (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429)))) *
    Math.exp(-x * x);
  return z >= 0 ? 1 - tail / 2 : tail / 2;
}

/** Near enough for any figure here, points. */
const NEAR_PCT = 1e-6;
const INV_SQRT_TAU = 1 / Math.sqrt(2 * Math.PI);

/**
 * Where a mixture of normals around 0 leaves `1 - p` above, p over 0.5, to 0.000001 points: Newton's steps, halved
 * where they would leave the bracket.
 */
function mixtureQuantile(parts: readonly { variance: number; weight: number }[], p: number): number {
  const sds = parts.map((x) => Math.sqrt(x.variance));
  let [lo, hi] = [0, 6 * Math.max(...sds)];
  let at = 1.5 * Math.sqrt(parts.reduce((s, x) => s + x.weight * x.variance, 0));
  for (;;) {
    let [below, density] = [0, 0];
    for (let i = 0; i < sds.length; i++) {
      const sd = sds[i] as number;
      const z = at / sd;
      const { weight } = parts[i] as { weight: number };
      below += weight * normalCdf(z);
      density += (weight * INV_SQRT_TAU * Math.exp(-0.5 * z * z)) / sd;
    }
    if (below < p) lo = at;
    else hi = at;
    const step = at - (below - p) / density;
    const next = step > lo && step < hi ? step : (lo + hi) / 2;
    if (Math.abs(next - at) < NEAR_PCT || hi - lo < NEAR_PCT) return next;
    at = next;
  }
}

interface Part {
  readonly box: number;
  readonly frame: number;
  /** Of the mass-weighted mean around the truth. */
  readonly variance: number;
  /** Of one more reading around the mean. */
  readonly next: number;
  readonly weight: number;
}

/** What is believed of some boxes: their mean, and its error as a mixture over the spreads there may be. */
interface Belief {
  readonly meanPct: number;
  readonly parts: readonly Part[];
  readonly readBoxes: number;
  readonly boxes: number;
}

/** Parts lighter than this do not move any figure. */
const NEGLIGIBLE = 1e-5;

function beliefOf(boxes: readonly BoxWater[], commonSdPct: number): Belief | null {
  const all = boxes.filter((b) => b.massKg > 0);
  const read = all.filter((b) => b.readings.length > 0).map(asRead);
  if (read.length === 0) return null;
  const kg = all.reduce((s, b) => s + b.massKg, 0);
  const readKg = read.reduce((s, b) => s + b.massKg, 0);
  const meanPct = read.reduce((s, b) => s + b.pct * b.massKg, 0) / readKg;
  const unread = all.filter((b) => b.readings.length === 0).reduce((v, b) => v + (b.massKg / kg) ** 2, 0);
  // How much of one box's departure from the others enters: read ones by the weight they have too much.
  const boxShare = unread + read.reduce((v, b) => v + (b.massKg / readKg - b.massKg / kg) ** 2, 0);
  const common = commonVariance(read, readKg) + commonSdPct ** 2;
  const mixed = all.every((b) => b.mixed);
  const togetherDrops = read.some((b) => b.sheets.some((s) => s.length > 1));
  const hand = read.reduce((s, b) => s + (b.readings[0]?.sdPct ?? 0) ** 2, 0) / read.length;
  const parts: (Part & { log: number })[] = [];
  for (const sameFrame of togetherDrops && !mixed ? [true, false] : [false])
    for (const [frame, frameWeight] of mixed ? MIXED_SPREAD : FRAME_SPREAD) {
      const each = read.map((b) => ofBox(b, frame ** 2, sameFrame));
      const drops = read.reduce(
        (v, b) => v + (b.massKg / readKg) ** 2 * dropVariance(b, frame ** 2, sameFrame),
        0,
      );
      const within = each.reduce((s, e) => s + e.fit, 0);
      for (const [box, boxWeight] of mixed && all.length === 1 ? NO_SPREAD : BOX_SPREAD) {
        let [precision, weighted, fit] = [0, 0, within];
        for (const e of each) {
          precision += 1 / (box ** 2 + e.variance);
          weighted += e.pct / (box ** 2 + e.variance);
        }
        for (const e of each) fit += logNormal(e.pct - weighted / precision, box ** 2 + e.variance);
        parts.push({
          box,
          frame,
          variance: Math.max(1e-6, box ** 2 * boxShare + drops + common),
          next: box ** 2 + frame ** 2 + hand + 1 / precision,
          weight: 0,
          log: fit - 0.5 * Math.log(precision) + Math.log(frameWeight * boxWeight),
        });
      }
    }
  const top = Math.max(...parts.map((p) => p.log));
  const likely = parts
    .map((p) => ({ ...p, weight: Math.exp(p.log - top) }))
    .filter((p) => p.weight > NEGLIGIBLE);
  const total = likely.reduce((s, p) => s + p.weight, 0);
  return {
    meanPct,
    parts: likely.map((p) => ({ ...p, weight: p.weight / total })),
    readBoxes: read.length,
    boxes: all.length,
  };
}

/**
 * Null when no box was read. Boxes without honey do not count.
 * @param commonSdPct what all readings may be off by besides their instruments, points: reckoned forward, say
 */
export function waterOfBoxes(
  boxes: readonly BoxWater[],
  { commonSdPct = 0 }: { readonly commonSdPct?: number } = {},
): BoxesWater | null {
  const belief = beliefOf(boxes, commonSdPct);
  if (!belief) return null;
  const { meanPct, parts, readBoxes } = belief;
  const next = mixtureQuantile(
    parts.map((p) => ({ variance: p.next, weight: p.weight })),
    0.975,
  );
  return {
    meanPct,
    sePct: mixtureQuantile(parts, 0.8413),
    upperPct: meanPct + mixtureQuantile(parts, UPPER_P),
    boxSdPct: Math.sqrt(parts.reduce((s, p) => s + p.weight * p.box ** 2, 0)),
    frameSdPct: Math.sqrt(parts.reduce((s, p) => s + p.weight * p.frame ** 2, 0)),
    readBoxes,
    boxes: belief.boxes,
    nextReading: { lo: meanPct - next, hi: meanPct + next },
  };
}

/** The mean of some boxes and whether its upper limit is over `limitPct`: as `waterOfBoxes` finds, without the figures. */
export function meanAndOver(
  boxes: readonly BoxWater[],
  limitPct: number,
): { readonly meanPct: number; readonly over: boolean } | null {
  const belief = beliefOf(boxes, 0);
  if (!belief) return null;
  const room = limitPct - belief.meanPct;
  const below = belief.parts.reduce((s, p) => s + p.weight * normalCdf(room / Math.sqrt(p.variance)), 0);
  return { meanPct: belief.meanPct, over: below < UPPER_P };
}

/**
 * Which box to test next: the unread one that could move the answer most, heavy and little capped; when all
 * were read, the one with fewest readings for its honey. Null without boxes.
 */
export function nextToTest<B extends BoxWater>(boxes: readonly B[]): B | null {
  const weight = (b: B): number =>
    b.readings.length === 0 ? 1e6 + b.massKg * (110 - b.cappedPct) : b.massKg / b.readings.length;
  return boxes.reduce<B | null>((best, b) => (!best || weight(b) > weight(best) ? b : best), null);
}
