/**
 * How fast a stack dries, learnt from its own readings: dW/dt = -k s (W - We), where We and the speed s come
 * from the logged climate and from where each box stood in the draught. ln k has a prior (median 0.007 per hour
 * at 29 °C in moving air, a factor of two either way, common practice). Each box starts from its own water when
 * it was set in, so that a fresh box in a dried stack does not slow the others down. Worked out on a grid of ln k,
 * of what the room's sensor may be off by and of how far frames lie apart, with the starting waters integrated
 * out exactly: few readings give an honest, wide answer. What the stack holds now is judged like any other honey
 * (`moisture/limit`): by mass, unread boxes and all.
 */
import { DomainError } from "../domain-error";
import { type BoxesWater, type BoxReading, waterOfBoxes } from "../moisture/limit";
import { type Climate, FAN_SPEED, type FanPosition } from "./climate";

export interface StackReading extends BoxReading {
  readonly atMs: number;
  readonly box: string;
}

/** From a moment on a box stood so to the fan; null where it was not in the hot room. Oldest first. */
export type Draught = readonly { readonly fromMs: number; readonly fan: FanPosition | null }[];

export interface StackBox {
  readonly name: string;
  readonly massKg: number;
  readonly cappedPct?: number;
  readonly draught: Draught;
}

export const RATE_PRIOR = { medianPerHour: 0.007, spread: 2.15 } as const;
/** Boxes of one stack start about this far apart, points (common practice). */
const BOX_SD = 0.5;
/** Frames of one box lie so far apart, points, each as likely as its weight (common practice). */
const FRAME_SDS = [
  [0.1, 0.5],
  [0.4, 0.35],
  [0.8, 0.15],
] as const;
/** A room's hygrometer may be off by about this much, % of humidity (common practice: ±3 %). */
const SENSOR_SD_PCT = 1.8;
/** Rates of single boxes, and of honey getting drier, wander about this part around the one rate. */
const MODEL_SD = 0.15;

/** Three places and weights that carry mean and variance of a normal (Gauss-Hermite). */
const NODES = [
  [-Math.sqrt(3), 1 / 6],
  [0, 2 / 3],
  [Math.sqrt(3), 1 / 6],
] as const;

/** What lies ahead of a possibility: its water a little off, or its rate slower as honey dries (both at once is rare). */
const SLOWS = { meanLn: -0.1, sdLn: 0.18 } as const;
const ONWARD = [
  [Math.SQRT2, 0],
  [-Math.SQRT2, 0],
  [0, Math.SQRT2],
  [0, -Math.SQRT2],
] as const;

/** One possibility: this rate ahead, this water now (mean of the stack), this error of the sensor, and how likely. */
export interface DryingState {
  readonly kPerHour: number;
  readonly waterPct: number;
  /** The sensor shows so many % of humidity too little. */
  readonly sensorOffPct: number;
  readonly weight: number;
}

export interface DryingRate {
  readonly kPerHour: { readonly median: number; readonly lo: number; readonly hi: number };
  /** Water of the stack now: the judgement of every box with its readings brought forward. */
  readonly water: BoxesWater;
  readonly nowPct: number;
  readonly nowSdPct: number;
  /** The box that is wettest now, by its own readings. */
  readonly wettest: { readonly box: string; readonly waterPct: number };
  /** Readings as they would come out now, by box. */
  readonly brought: ReadonlyMap<string, readonly BoxReading[]>;
  /** What bringing them forward may have got wrong in common, points. */
  readonly broughtSdPct: number;
  readonly states: readonly DryingState[];
  /** Readings so far; one moment alone says nothing about k beyond the prior. */
  readonly readings: number;
  readonly moments: number;
  /** Part of the time since the first reading with no climate logged, 0-1. */
  readonly unloggedShare: number;
}

interface Leg {
  readonly hours: number;
  readonly equilibriumPct: number;
  readonly perHumidityPct: number;
}

/** The last piece of a draught log that began by `atMs`; before the first word the first one holds. */
function fanAt(draught: Draught, atMs: number): { fan: FanPosition | null; untilMs: number } {
  let at = 0;
  while (at + 1 < draught.length && (draught[at + 1]?.fromMs ?? 0) <= atMs) at++;
  return { fan: draught[at]?.fan ?? null, untilMs: draught[at + 1]?.fromMs ?? Number.POSITIVE_INFINITY };
}

/** Hours at unit speed between moments, each under one climate and in one draught. */
function legsBetween(climate: Climate, draught: Draught, fromMs: number, toMs: number): Leg[] {
  const legs: Leg[] = [];
  const { pieces } = climate;
  // First piece that ends after `fromMs`.
  let [lo, hi] = [0, pieces.length - 1];
  while (lo < hi) {
    const mid = (lo + hi) >> 1;
    if ((pieces[mid]?.toMs ?? 0) > fromMs) hi = mid;
    else lo = mid + 1;
  }
  let at = fromMs;
  for (let i = lo; i < pieces.length && at < toMs; ) {
    const p = pieces[i];
    if (!p) break;
    const { fan, untilMs } = fanAt(draught, at);
    const end = Math.min(toMs, p.toMs, untilMs);
    if (fan !== null)
      legs.push({
        hours: ((end - at) / 3_600_000) * p.speed * FAN_SPEED[fan],
        equilibriumPct: p.equilibriumPct,
        perHumidityPct: p.perHumidityPct,
      });
    at = end;
    if (end >= p.toMs) i++;
  }
  return legs;
}

/** W at a later moment is `kept` of W before plus `gained`: the equation is linear. */
interface Step {
  readonly kept: number;
  readonly gained: number;
}
/** The same for a sensor that is right, and what is gained more for each % of humidity that it shows too little. */
interface Travelled extends Step {
  readonly gainedPerPct: number;
}
function travel(legs: readonly Leg[], k: number): Travelled {
  let [kept, gained, gainedPerPct] = [1, 0, 0];
  for (const leg of legs) {
    const e = Math.exp(-k * leg.hours);
    kept *= e;
    gained = gained * e + leg.equilibriumPct * (1 - e);
    gainedPerPct = gainedPerPct * e + leg.perHumidityPct * (1 - e);
  }
  return { kept, gained, gainedPerPct };
}

/** Drops of one box at one moment, taken together. */
interface Sheet {
  readonly atMs: number;
  /** Which of its cohort's moments that is. */
  readonly at: number;
  readonly waterPct: number;
  /** Of chance alone, the frame's departure apart. */
  readonly variance: number;
}

/** Boxes that stood in the same draught from the same moment on dry alike. */
interface Cohort {
  readonly draught: Draught;
  readonly fromMs: number;
  readonly boxes: { readonly name: string; readonly massKg: number; readonly sheets: Sheet[] }[];
  /** Honey of all of them. */
  readonly massKg: number;
  /** Every moment asked about, in order, the last one being now, with the legs from the moment before. */
  readonly times: readonly { readonly atMs: number; readonly legs: readonly Leg[] }[];
}

function sheetsOf(readings: readonly StackReading[]): Sheet[] {
  const byMoment = new Map<number, StackReading[]>();
  for (const r of readings) byMoment.set(r.atMs, [...(byMoment.get(r.atMs) ?? []), r]);
  return [...byMoment]
    .sort(([a], [b]) => a - b)
    .map(([atMs, drops]) => ({
      atMs,
      at: 0,
      waterPct: drops.reduce((s, r) => s + r.waterPct, 0) / drops.length,
      variance: drops.reduce((v, r) => v + r.sdPct ** 2, 0) / drops.length ** 2,
    }));
}

function cohortsOf(
  boxes: readonly StackBox[],
  readings: readonly StackReading[],
  climate: Climate,
  nowMs: number,
): Cohort[] {
  const byHistory = new Map<string, { draught: Draught; fromMs: number; boxes: Cohort["boxes"] }>();
  for (const box of boxes) {
    const own = readings.filter((r) => r.box === box.name);
    const setIn = box.draught.find((d) => d.fan !== null)?.fromMs ?? nowMs;
    const key = JSON.stringify(box.draught);
    const known = byHistory.get(key) ?? { draught: box.draught, fromMs: setIn, boxes: [] };
    const sheets = sheetsOf(own);
    known.fromMs = Math.min(known.fromMs, sheets[0]?.atMs ?? setIn);
    known.boxes.push({ name: box.name, massKg: box.massKg, sheets });
    byHistory.set(key, known);
  }
  return [...byHistory.values()].map((c) => {
    // A box set in before anything was read starts at its cohort's first reading.
    const first = Math.min(nowMs, ...c.boxes.flatMap((b) => b.sheets.map((s) => s.atMs)));
    const fromMs = Number.isFinite(c.fromMs) ? Math.max(c.fromMs, first) : first;
    const times = [...new Set([...c.boxes.flatMap((b) => b.sheets.map((s) => s.atMs)), nowMs])].sort(
      (a, b) => a - b,
    );
    return {
      ...c,
      fromMs,
      massKg: c.boxes.reduce((kg, b) => kg + b.massKg, 0),
      boxes: c.boxes.map((b) => ({
        ...b,
        sheets: b.sheets.map((s) => ({ ...s, at: times.indexOf(s.atMs) })),
      })),
      times: times.map((atMs, i) => ({
        atMs,
        legs: legsBetween(climate, c.draught, times[i - 1] ?? fromMs, atMs),
      })),
    };
  });
}

/** At each moment of a cohort, in order, W as a line of W at its beginning; the last one is now. */
function pathOf(cohort: Cohort, k: number): Travelled[] {
  let [kept, gained, gainedPerPct] = [1, 0, 0];
  return cohort.times.map(({ legs }) => {
    const step = travel(legs, k);
    kept *= step.kept;
    gained = gained * step.kept + step.gained;
    gainedPerPct = gainedPerPct * step.kept + step.gainedPerPct;
    return { kept, gained, gainedPerPct };
  });
}

/** What its readings say of a box's beginning, and how well: for a sensor that is off by z it held m - mPerPct z, % water. */
interface Start {
  readonly box: Cohort["boxes"][number];
  readonly m: number;
  readonly mPerPct: number;
  /** Spread of m among boxes that were set in together. */
  readonly variance: number;
  /** Twice the log likelihood lost: a parabola over z. */
  readonly lost: readonly [number, number, number];
}

/** The beginnings of the boxes of a cohort that were read, along a path and for frames that lie so far apart. */
function startsOf(cohort: Cohort, path: readonly Travelled[], frameSd: number): Start[] {
  const starts: Start[] = [];
  for (const box of cohort.boxes) {
    let [p, bm, bmPerPct, logs] = [0, 0, 0, 0];
    let [ss, ssOnce, ssTwice] = [0, 0, 0];
    for (const s of box.sheets) {
      const { kept, gained, gainedPerPct } = path[s.at] as Travelled;
      // What the model gets wrong grows with what has dried since the beginning.
      const drift = MODEL_SD * Math.abs(1 - kept) * 3;
      const variance = s.variance + frameSd ** 2 + drift ** 2;
      const y = s.waterPct - gained;
      p += kept ** 2 / variance;
      bm += (kept * y) / variance;
      bmPerPct += (kept * gainedPerPct) / variance;
      ss += y ** 2 / variance;
      ssOnce += (y * gainedPerPct) / variance;
      ssTwice += gainedPerPct ** 2 / variance;
      logs += Math.log(variance);
    }
    if (p === 0) continue;
    const [m, mPerPct] = [bm / p, bmPerPct / p];
    const variance = BOX_SD ** 2 + 1 / p;
    starts.push({
      box,
      m,
      mPerPct,
      variance,
      lost: [
        ss - p * m ** 2 + Math.log(p * variance) + logs,
        -2 * (ssOnce - p * m * mPerPct),
        ssTwice - p * mPerPct ** 2,
      ],
    });
  }
  return starts;
}

interface Fit {
  readonly log: number;
  /** What a box of this cohort holds now that was not read, % water. */
  readonly meanNow: number;
  /** Honey in its boxes that were read, and the same times what each holds now. */
  readonly readKg: number;
  readonly readKgPct: number;
}

/** Water a box held at its beginning, drawn to the others as far as its readings are uncertain. */
const drawn = (s: Start, m: number, mean: number): number => mean + (BOX_SD ** 2 / s.variance) * (m - mean);

/** Where the boxes of a cohort began together, for a sensor that is off by so much. */
function meanStart(starts: readonly Start[], sensorOffPct: number): { mean: number; precision: number } {
  let [precision, weighted] = [0, 0];
  for (const s of starts) {
    precision += 1 / s.variance;
    weighted += (s.m - s.mPerPct * sensorOffPct) / s.variance;
  }
  return { mean: weighted / precision, precision };
}

/** Log likelihood of a cohort's readings along a path, and its boxes' water now; null where nothing was read. */
function fitOf(starts: readonly Start[], now: Travelled, sensorOffPct: number): Fit | null {
  if (starts.length === 0) return null;
  const { mean, precision } = meanStart(starts, sensorOffPct);
  const gained = now.gained + now.gainedPerPct * sensorOffPct;
  let [lost, readKg, readKgPct] = [Math.log(precision), 0, 0];
  for (const s of starts) {
    const m = s.m - s.mPerPct * sensorOffPct;
    const [whole, once, twice] = s.lost;
    lost += whole + (once + twice * sensorOffPct) * sensorOffPct + (m - mean) ** 2 / s.variance;
    readKg += s.box.massKg;
    readKgPct += s.box.massKg * (gained + now.kept * drawn(s, m, mean));
  }
  return { log: -0.5 * lost, meanNow: gained + now.kept * mean, readKg, readKgPct };
}

/** What each read box of a cohort holds now, by a sensor that is right. */
function boxesNow(cohort: Cohort, path: readonly Travelled[], frameSd: number) {
  const starts = startsOf(cohort, path, frameSd);
  const { mean } = meanStart(starts, 0);
  const { kept, gained } = path.at(-1) as Travelled;
  return starts.map((s) => ({ name: s.box.name, waterPct: gained + kept * drawn(s, s.m, mean) }));
}

/** The same of all cohorts, and the stack's mean water now: read boxes as they are, the others like those they stood with. */
function fitOfAll(
  cohorts: readonly Cohort[],
  starts: readonly (readonly Start[])[],
  paths: readonly (readonly Travelled[])[],
  sensorOffPct: number,
  totalKg: number,
): { log: number; meanNow: number } {
  let [log, kgPct, unreadKg] = [0, 0, 0];
  let known: number | null = null;
  for (let i = 0; i < cohorts.length; i++) {
    const ofAll = cohorts[i]?.massKg ?? 0;
    const fit = fitOf(starts[i] ?? [], paths[i]?.at(-1) as Travelled, sensorOffPct);
    if (fit) {
      log += fit.log;
      known ??= fit.meanNow;
      kgPct += fit.readKgPct + (ofAll - fit.readKg) * fit.meanNow;
    } else unreadKg += ofAll;
  }
  return { log, meanNow: (kgPct + unreadKg * (known ?? 0)) / totalKg };
}

const LN_MEDIAN = Math.log(RATE_PRIOR.medianPerHour);
const LN_SPREAD = Math.log(RATE_PRIOR.spread);

/** Values put in order, however often they are weighted anew afterwards. */
export interface InOrder {
  readonly sorted: Float64Array;
  /** Which of the values given stands there. */
  readonly from: Uint32Array;
}

export function inOrder(values: Float64Array): InOrder {
  // Sorted as bare numbers, and each then looked for: a sort that asks a function takes twice as long.
  const sorted = values.slice().sort();
  const [from, equals] = [new Uint32Array(sorted.length), new Uint32Array(sorted.length)];
  for (let i = 0; i < values.length; i++) {
    const value = values[i] as number;
    let [lo, hi] = [0, sorted.length - 1];
    while (lo < hi) {
      const mid = (lo + hi) >> 1;
      if ((sorted[mid] as number) < value) lo = mid + 1;
      else hi = mid;
    }
    const before = equals[lo] as number;
    equals[lo] = before + 1;
    from[lo + before] = i;
  }
  return { sorted, from };
}

/** The same for values that lie much as those did: few of them have to move. */
export function inOrderLike(values: Float64Array, before: InOrder): InOrder {
  const [sorted, from] = [new Float64Array(values.length), new Uint32Array(values.length)];
  for (let i = 0; i < values.length; i++) {
    const which = before.from[i] as number;
    const value = values[which] as number;
    let at = i;
    for (; at > 0; at--) {
      const earlier = sorted[at - 1] as number;
      const whose = from[at - 1] as number;
      // Equal ones stand in the order they were given, as they do when they are put in order by themselves.
      if (earlier < value || (earlier === value && whose < which)) break;
      sorted[at] = earlier;
      from[at] = whose;
    }
    sorted[at] = value;
    from[at] = which;
  }
  return { sorted, from };
}

/**
 * Values at rising cumulative weights `qs` (0-1), linear between the middles of the sorted weights.
 * @param weights as many as values were put in order, none negative, one at least above zero
 */
export function weightedQuantiles(
  { sorted, from }: InOrder,
  weights: ArrayLike<number>,
  qs: readonly number[],
): number[] {
  let total = 0;
  for (let i = 0; i < weights.length; i++) total += weights[i] as number;
  const found: number[] = [];
  let [before, lastValue, lastAt] = [0, Number.NaN, Number.NaN];
  let q = qs[0] as number;
  for (let i = 0; i < sorted.length; i++) {
    const value = sorted[i] as number;
    const weight = weights[from[i] as number] as number;
    const at = (before + weight / 2) / total;
    while (at >= q) {
      found.push(
        !Number.isNaN(lastAt) && Number.isFinite(value)
          ? lastValue + ((value - lastValue) * (q - lastAt)) / (at - lastAt || 1)
          : value,
      );
      if (found.length === qs.length) return found;
      q = qs[found.length] as number;
    }
    lastValue = value;
    lastAt = at;
    before += weight;
  }
  while (found.length < qs.length) found.push(lastValue);
  return found;
}

interface Possibility {
  readonly lnK: number;
  readonly sensorOffPct: number;
  readonly meanNow: number;
  readonly weight: number;
}

function posteriorOver(lnKs: readonly number[], cohorts: readonly Cohort[], totalKg: number): Possibility[] {
  const each: (Omit<Possibility, "weight"> & { log: number })[] = [];
  for (const lnK of lnKs) {
    const paths = cohorts.map((c) => pathOf(c, Math.exp(lnK)));
    const before = -0.5 * ((lnK - LN_MEDIAN) / LN_SPREAD) ** 2;
    const spreads = FRAME_SDS.map(([frameSd, weight]) => ({
      weight,
      starts: cohorts.map((c, i) => startsOf(c, paths[i] as readonly Travelled[], frameSd)),
    }));
    for (const [z, sensorWeight] of NODES)
      for (const { weight, starts } of spreads) {
        const sensorOffPct = z * SENSOR_SD_PCT;
        const { log, meanNow } = fitOfAll(cohorts, starts, paths, sensorOffPct, totalKg);
        each.push({ lnK, sensorOffPct, meanNow, log: before + log + Math.log(sensorWeight * weight) });
      }
  }
  const top = Math.max(...each.map((e) => e.log));
  const raw = each.map((e) => Math.exp(e.log - top));
  const total = raw.reduce((a, b) => a + b, 0);
  return each.map(({ lnK, sensorOffPct, meanNow }, i) => ({
    lnK,
    sensorOffPct,
    meanNow,
    weight: (raw[i] ?? 0) / total,
  }));
}

const evenly = (from: number, to: number, n: number): number[] =>
  Array.from({ length: n }, (_, i) => from + ((to - from) * i) / (n - 1));

const meanOf = (list: readonly Possibility[], ask: (p: Possibility) => number): number =>
  list.reduce((s, p) => s + p.weight * ask(p), 0);

/** Readings as they would come out now under the likeliest rate, the older the less sure. */
function broughtForward(
  cohorts: readonly Cohort[],
  readings: readonly StackReading[],
  k: number,
): Map<string, BoxReading[]> {
  const brought = new Map<string, BoxReading[]>();
  for (const c of cohorts) {
    const path = pathOf(c, k);
    const now = path.at(-1) as Step;
    for (const box of c.boxes)
      brought.set(
        box.name,
        readings
          .filter((r) => r.box === box.name)
          .map(({ atMs, box: _, ...r }) => {
            const then = path[c.times.findIndex((t) => t.atMs === atMs)] as Step;
            const kept = now.kept / then.kept;
            const waterPct = now.gained + kept * (r.waterPct - then.gained);
            return { ...r, waterPct, sdPct: Math.hypot(r.sdPct, MODEL_SD * (r.waterPct - waterPct)) };
          }),
      );
  }
  return brought;
}

/**
 * The rate and the present water of a stack from its readings (any order, each with its box and standard
 * deviation) under the logged climate, seen at `nowMs`. `boxes` are all boxes of the stack, read or not, with
 * their honey and where they stood; left out, those that were read, alike in mass, in the draught `fan` all the
 * time. The 80 % interval of k is `lo` to `hi`.
 * @throws DomainError `no-readings` without a reading, `no-climate` without a logged row, `bad-input` for a
 *   reading after `nowMs`, without uncertainty or of no box
 */
export function dryingRate(
  readings: readonly StackReading[],
  climate: Climate,
  { nowMs, fan = "full", boxes }: { nowMs: number; fan?: FanPosition; boxes?: readonly StackBox[] },
): DryingRate {
  if (readings.length === 0) throw new DomainError("no-readings", "There is no reading of this stack yet.");
  if (climate.pieces.length === 0)
    throw new DomainError("no-climate", "Nothing is logged of the room's air yet.");
  const bad = readings.find((r) => !(r.atMs <= nowMs && r.sdPct > 0 && Number.isFinite(r.waterPct)));
  if (bad)
    throw new DomainError("bad-input", "A reading must lie in the past and have an uncertainty.", { bad });
  const all: readonly StackBox[] =
    boxes ??
    [...new Set(readings.map((r) => r.box))].map((name) => ({
      name,
      massKg: 1,
      draught: [{ fromMs: Number.NEGATIVE_INFINITY, fan }],
    }));
  if (readings.some((r) => !all.some((b) => b.name === r.box)))
    throw new DomainError("bad-input", "A reading must be of a box of the stack.");
  const held = all.filter((b) => b.massKg > 0);
  const totalKg = held.reduce((s, b) => s + b.massKg, 0);
  const ofHeld = readings.filter((r) => held.some((b) => b.name === r.box));
  const cohorts = cohortsOf(held, ofHeld, climate, nowMs);
  const coarse = posteriorOver(
    evenly(LN_MEDIAN - 3.4 * LN_SPREAD, LN_MEDIAN + 3.4 * LN_SPREAD, 17),
    cohorts,
    totalKg,
  );
  const mean = meanOf(coarse, (c) => c.lnK);
  const sd = Math.max(0.05, Math.sqrt(meanOf(coarse, (c) => (c.lnK - mean) ** 2)));
  const fine = posteriorOver(evenly(mean - 3.2 * sd, mean + 3.2 * sd, 21), cohorts, totalKg);
  const [lo = 0, median = 0, hi = 0] = weightedQuantiles(
    inOrder(Float64Array.from(fine, (f) => f.lnK)),
    fine.map((f) => f.weight),
    [0.1, 0.5, 0.9],
  ).map(Math.exp);
  const middle = meanOf(fine, (f) => f.meanNow);
  const broughtSdPct = Math.sqrt(meanOf(fine, (f) => (f.meanNow - middle) ** 2));
  const brought = broughtForward(cohorts, ofHeld, median);
  const water = waterOfBoxes(
    held.map((b) => ({
      name: b.name,
      massKg: b.massKg,
      cappedPct: b.cappedPct ?? 100,
      readings: brought.get(b.name) ?? [],
    })),
    { commonSdPct: broughtSdPct },
  );
  if (!water) throw new DomainError("no-readings", "There is no reading of this stack yet.");
  const ownSd = Math.sqrt(Math.max(0, water.sePct ** 2 - broughtSdPct ** 2));
  const wettest = cohorts
    .flatMap((c) => boxesNow(c, pathOf(c, median), 0.4))
    .reduce((a, b) => (b.waterPct > a.waterPct ? b : a));
  const first = Math.min(...ofHeld.map((r) => r.atMs));
  const unlogged = climate.gaps.reduce(
    (ms, g) => ms + Math.max(0, Math.min(g.toMs, nowMs) - Math.max(g.fromMs, first)),
    Math.max(0, Math.min(nowMs, climate.pieces[0]?.fromMs ?? nowMs) - first),
  );
  // Frame spreads, which follow each other, are summed up: what is ahead only asks for rate, sensor and water.
  const ahead = Array.from({ length: fine.length / FRAME_SDS.length }, (_, i) => {
    const spreads = fine.slice(i * FRAME_SDS.length, (i + 1) * FRAME_SDS.length);
    const { lnK, sensorOffPct } = spreads[0] as Possibility;
    const weight = spreads.reduce((s, f) => s + f.weight, 0);
    return { lnK, sensorOffPct, weight, meanNow: meanOf(spreads, (f) => f.meanNow) };
  });
  return {
    kPerHour: { median, lo, hi },
    water,
    nowPct: water.meanPct,
    nowSdPct: water.sePct,
    wettest: { box: wettest.name, waterPct: wettest.waterPct },
    brought,
    broughtSdPct,
    states: ahead
      .filter((f) => f.weight > 2e-4)
      .flatMap((f) =>
        ONWARD.map(([z, slow]) => ({
          kPerHour: Math.exp(f.lnK + SLOWS.meanLn + slow * SLOWS.sdLn),
          waterPct: water.meanPct + (f.meanNow / f.weight - middle) + z * ownSd,
          sensorOffPct: f.sensorOffPct,
          weight: f.weight / ONWARD.length,
        })),
      ),
    readings: readings.length,
    moments: new Set(readings.map((r) => r.atMs)).size,
    unloggedShare: nowMs > first ? unlogged / (nowMs - first) : 0,
  };
}
