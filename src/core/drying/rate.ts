/**
 * How fast a stack dries, learnt from its own readings: dW/dt = -k s (W - We), where We and the speed s
 * come from the logged climate. ln k has a prior (median 0.007 per hour at 29 °C in moving air, a factor of
 * two either way, common practice); each box starts from its own water. Worked out on a grid of ln k, with
 * the starting waters integrated out exactly, so that few readings give an honest, wide answer.
 */
import { DomainError } from "../domain-error";
import { type Climate, FAN_SPEED, type FanPosition } from "./climate";

export interface StackReading {
  readonly atMs: number;
  readonly box: string;
  readonly waterPct: number;
  readonly sdPct: number;
}

export const RATE_PRIOR = { medianPerHour: 0.007, spread: 2 } as const;
/** Boxes of one stack start about this far apart, points (common practice). */
const BOX_SD = 0.5;

/** One possibility: this rate, this water now (mean of the stack), and how likely both are. */
export interface DryingState {
  readonly kPerHour: number;
  readonly waterPct: number;
  readonly weight: number;
}

export interface DryingRate {
  readonly kPerHour: { readonly median: number; readonly lo: number; readonly hi: number };
  /** Water of the stack now, mean and standard deviation, %. */
  readonly nowPct: number;
  readonly nowSdPct: number;
  /** The box that is wettest now, by its own readings. */
  readonly wettest: { readonly box: string; readonly waterPct: number };
  /** The model's mean water at each moment a reading was taken, in order. */
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
}

/** Hours at unit speed between moments, each under one climate. */
function legsBetween(climate: Climate, fan: FanPosition, fromMs: number, toMs: number): Leg[] {
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
  for (let i = lo; i < pieces.length && at < toMs; i++) {
    const p = pieces[i];
    if (!p) break;
    const end = Math.min(toMs, p.toMs);
    legs.push({
      hours: ((end - at) / 3_600_000) * p.speed * FAN_SPEED[fan],
      equilibriumPct: p.equilibriumPct,
    });
    at = end;
  }
  return legs;
}

/** W at a later moment is `kept` of W before plus `gained`: the equation is linear. */
function travel(legs: readonly Leg[], k: number): { kept: number; gained: number } {
  let [kept, gained] = [1, 0];
  for (const leg of legs) {
    const e = Math.exp(-k * leg.hours);
    kept *= e;
    gained = gained * e + leg.equilibriumPct * (1 - e);
  }
  return { kept, gained };
}

interface Moment {
  readonly atMs: number;
  readonly readings: readonly { box: number; waterPct: number; sdPct: number }[];
  /** From the moment before (or the first) to here. */
  readonly legs: readonly Leg[];
}

/** Log likelihood of all readings under k, and the stack's mean water now (mean, variance) given k. */
function under(k: number, moments: readonly Moment[], onward: readonly Leg[], boxes: number) {
  const info = Array.from({ length: boxes }, () => ({ p: 0, bm: 0, ss: 0, logSd: 0 }));
  let [kept, gained] = [1, 0];
  for (const m of moments) {
    const step = travel(m.legs, k);
    kept *= step.kept;
    gained = gained * step.kept + step.gained;
    for (const r of m.readings) {
      const box = info[r.box];
      if (!box) continue;
      const w = 1 / r.sdPct ** 2;
      const y = r.waterPct - gained;
      box.p += kept ** 2 * w;
      box.bm += kept * y * w;
      box.ss += y ** 2 * w;
    }
  }
  let [precision, weighted, fit] = [0, 0, 0];
  const starts = info.map((b) => {
    const m = b.bm / b.p;
    const variance = BOX_SD ** 2 + 1 / b.p;
    precision += 1 / variance;
    weighted += m / variance;
    fit -= 0.5 * (b.ss - b.p * m ** 2) + 0.5 * Math.log(b.p * variance);
    return { m, variance };
  });
  const mean = weighted / precision;
  for (const s of starts) fit -= (0.5 * (s.m - mean) ** 2) / s.variance;
  fit -= 0.5 * Math.log(precision);
  const last = travel(onward, k);
  const [b, a] = [kept * last.kept, gained * last.kept + last.gained];
  return {
    fit,
    nowPct: a + b * mean,
    nowVariance: b ** 2 / precision,
    boxNow: starts.map((s) => {
      const pull = BOX_SD ** 2 / s.variance;
      return a + b * (mean + pull * (s.m - mean));
    }),
  };
}

const LN_MEDIAN = Math.log(RATE_PRIOR.medianPerHour);
const LN_SPREAD = Math.log(RATE_PRIOR.spread);

/** Normal quantile points and weights that carry mean and variance of the water (Gauss-Hermite, three points). */
const NODES = [
  [-Math.sqrt(3), 1 / 6],
  [0, 2 / 3],
  [Math.sqrt(3), 1 / 6],
] as const;

/** Values at rising cumulative weights `qs`, linear between the middles of the sorted weights. */
export function weightedQuantiles(
  list: readonly { value: number; weight: number }[],
  qs: readonly number[],
): number[] {
  const sorted = [...list].sort((a, b) => a.value - b.value);
  const total = sorted.reduce((s, x) => s + x.weight, 0);
  const found: number[] = [];
  let before = 0;
  let last: { value: number; at: number } | null = null;
  for (const x of sorted) {
    const at = (before + x.weight / 2) / total;
    for (let q = qs[found.length]; q !== undefined && at >= q; q = qs[found.length])
      found.push(
        last && Number.isFinite(x.value)
          ? last.value + ((x.value - last.value) * (q - last.at)) / (at - last.at || 1)
          : x.value,
      );
    last = { value: x.value, at };
    before += x.weight;
  }
  while (found.length < qs.length) found.push(last?.value ?? Number.NaN);
  return found;
}

function posteriorOver(
  lnKs: readonly number[],
  moments: readonly Moment[],
  onward: readonly Leg[],
  boxes: number,
) {
  const each = lnKs.map((lnK) => {
    const got = under(Math.exp(lnK), moments, onward, boxes);
    return { lnK, ...got, log: got.fit - 0.5 * ((lnK - LN_MEDIAN) / LN_SPREAD) ** 2 };
  });
  const top = Math.max(...each.map((e) => e.log));
  const raw = each.map((e) => Math.exp(e.log - top));
  const total = raw.reduce((a, b) => a + b, 0);
  return each.map((e, i) => ({ ...e, weight: (raw[i] ?? 0) / total }));
}

const evenly = (from: number, to: number, n: number): number[] =>
  Array.from({ length: n }, (_, i) => from + ((to - from) * i) / (n - 1));

/**
 * The rate and the present water of a stack from its readings (any order, each with its box and standard
 * deviation) under the logged climate, seen at `nowMs`. The 80 % interval of k is `lo` to `hi`.
 * @throws DomainError `no-readings` without a reading, `no-climate` without a logged row, `bad-input` for a
 *   reading after `nowMs` or without uncertainty
 */
export function dryingRate(
  readings: readonly StackReading[],
  climate: Climate,
  { nowMs, fan = "full" }: { nowMs: number; fan?: FanPosition },
): DryingRate {
  if (readings.length === 0) throw new DomainError("no-readings", "There is no reading of this stack yet.");
  if (climate.pieces.length === 0)
    throw new DomainError("no-climate", "Nothing is logged of the room's air yet.");
  const bad = readings.find((r) => !(r.atMs <= nowMs && r.sdPct > 0 && Number.isFinite(r.waterPct)));
  if (bad)
    throw new DomainError("bad-input", "A reading must lie in the past and have an uncertainty.", { bad });
  const names = [...new Set(readings.map((r) => r.box))];
  const sorted = [...readings].sort((a, b) => a.atMs - b.atMs);
  const first = (sorted[0] as StackReading).atMs;
  const moments: Moment[] = [];
  for (const r of sorted) {
    const reading = { box: names.indexOf(r.box), waterPct: r.waterPct, sdPct: r.sdPct };
    const last = moments.at(-1);
    if (last && last.atMs === r.atMs) (last.readings as (typeof reading)[]).push(reading);
    else
      moments.push({
        atMs: r.atMs,
        readings: [reading],
        legs: last ? legsBetween(climate, fan, last.atMs, r.atMs) : [],
      });
  }
  const onward = legsBetween(climate, fan, (moments.at(-1) as Moment).atMs, nowMs);
  const coarse = posteriorOver(
    evenly(LN_MEDIAN - 3.6 * LN_SPREAD, LN_MEDIAN + 3.6 * LN_SPREAD, 25),
    moments,
    onward,
    names.length,
  );
  const mean = coarse.reduce((s, c) => s + c.weight * c.lnK, 0);
  const sd = Math.max(0.04, Math.sqrt(coarse.reduce((s, c) => s + c.weight * (c.lnK - mean) ** 2, 0)));
  const fine = posteriorOver(evenly(mean - 3.8 * sd, mean + 3.8 * sd, 39), moments, onward, names.length);
  const [lo = 0, median = 0, hi = 0] = weightedQuantiles(
    fine.map((f) => ({ value: f.lnK, weight: f.weight })),
    [0.1, 0.5, 0.9],
  ).map(Math.exp);
  const nowPct = fine.reduce((s, f) => s + f.weight * f.nowPct, 0);
  const variance = fine.reduce((s, f) => s + f.weight * (f.nowVariance + (f.nowPct - nowPct) ** 2), 0);
  const boxNow = names.map((box, i) => ({
    box,
    waterPct: fine.reduce((s, f) => s + f.weight * (f.boxNow[i] ?? 0), 0),
  }));
  const unlogged = climate.gaps.reduce(
    (ms, g) => ms + Math.max(0, Math.min(g.toMs, nowMs) - Math.max(g.fromMs, first)),
    Math.max(0, Math.min(nowMs, climate.pieces[0]?.fromMs ?? nowMs) - first),
  );
  return {
    kPerHour: { median, lo, hi },
    nowPct,
    nowSdPct: Math.sqrt(variance),
    wettest: boxNow.reduce((a, b) => (b.waterPct > a.waterPct ? b : a)),
    states: fine.flatMap((f) =>
      NODES.map(([z, w]) => ({
        kPerHour: Math.exp(f.lnK),
        waterPct: f.nowPct + z * Math.sqrt(f.nowVariance),
        weight: f.weight * w,
      })),
    ),
    readings: readings.length,
    moments: moments.length,
    unloggedShare: nowMs > first ? unlogged / (nowMs - first) : 0,
  };
}
