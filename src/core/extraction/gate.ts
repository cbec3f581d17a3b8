/** The drum and the pail under its gate: where the honey is that came out of the combs, and whether more may come. */
import { mustBeWithin } from "../domain-error";
import { METRIC, quantityIn, type Shown } from "../units";

/** Honey a run gives: fast at first, less and less towards its end. */
export interface Flow {
  readonly kg: number;
  readonly fromMs: number;
  readonly toMs: number;
  /** How much faster at first: its flow falls to e^-decline by the end; common practice when left out. */
  readonly decline?: number;
}

/** A draining film: more than half of the honey is out after a third of the time (common practice). */
export const USUAL_DECLINE = 2.5;

/** Part of a run's honey that is out after so much of its time, both 0-1. */
const outAfter = (time: number, decline: number): number =>
  (1 - Math.exp(-decline * time)) / (1 - Math.exp(-decline));
/** Part of the time after which so much of the honey is out; the inverse. */
const timeFor = (part: number, decline: number): number =>
  -Math.log(1 - Math.min(1, Math.max(0, part)) * (1 - Math.exp(-decline))) / decline;

/** A pail that stood under the gate, from when on; what it weighed when it was weighed, net. */
export interface PailUnder {
  readonly fromMs: number;
  readonly holdsKg: number;
  readonly weighedKg: number | null;
}

/** Honey weighed away without standing in the list of pails under the gate. */
export interface TakenAway {
  readonly atMs: number;
  readonly kg: number;
}

/** Fill a pail no fuller than this part of what it holds: it must be carried. */
export const PAIL_FULL = 0.97;
/** A pail less full than this when it was taken away left no honey behind in the drum. */
const NOT_FULL = 0.9;

/** Honey that came out of the combs between two moments, kg. */
export const cameBetween = (flows: readonly Flow[], fromMs: number, toMs: number): number =>
  flows.reduce((kg, f) => {
    const lasts = Math.max(1, f.toMs - f.fromMs);
    const at = (ms: number) => Math.min(1, Math.max(0, (ms - f.fromMs) / lasts));
    if (!(at(toMs) > at(fromMs))) return kg;
    const decline = f.decline ?? USUAL_DECLINE;
    return kg + f.kg * (outAfter(at(toMs), decline) - outAfter(at(fromMs), decline));
  }, 0);

/** Honey still to come of what turns at `nowMs`, kg. */
export const stillToCome = (flows: readonly Flow[], nowMs: number): number =>
  cameBetween(
    flows.filter((f) => f.fromMs <= nowMs),
    nowMs,
    Number.MAX_SAFE_INTEGER,
  );

/** Minutes from `nowMs` until `kg` more has come of what turns; infinite when so much never comes. */
export function minutesUntil(flows: readonly Flow[], nowMs: number, kg: number): number {
  const turning = flows.filter((f) => f.fromMs <= nowMs && f.toMs > nowMs);
  if (kg <= 0) return 0;
  if (stillToCome(turning, nowMs) < kg) return Number.POSITIVE_INFINITY;
  let [lo, hi] = [nowMs, Math.max(...turning.map((f) => f.toMs))];
  // To a second.
  while (hi - lo > 1000) {
    const mid = (lo + hi) / 2;
    if (cameBetween(turning, nowMs, mid) < kg) lo = mid;
    else hi = mid;
  }
  return (hi - nowMs) / 60_000;
}

const DECLINES = [0.5, 1, 1.5, 2, 2.5, 3, 4, 5, 6.5, 8] as const;
/** How far practice itself is to be trusted: a factor of two either way, as one pail weighs. */
const DECLINE_SPREAD = Math.log(2);
/** A pail's weight tells the outflow to about this part. */
const PAIL_TELLS = 0.08;

/**
 * The decline that fits pails weighed in the middle of runs: each with the flows around it and how long it stood.
 * With none, practice.
 */
export function learntDecline(
  pails: readonly {
    readonly flows: readonly Flow[];
    readonly fromMs: number;
    readonly toMs: number;
    readonly kg: number;
  }[],
): number {
  const wrong = (decline: number): number =>
    (Math.log(decline / USUAL_DECLINE) / DECLINE_SPREAD) ** 2 +
    pails.reduce((sum, p) => {
      const told = cameBetween(
        p.flows.map((f) => ({ ...f, decline })),
        p.fromMs,
        p.toMs,
      );
      return sum + ((told - p.kg) / (PAIL_TELLS * Math.max(5, p.kg))) ** 2;
    }, 0);
  return DECLINES.reduce((a, b) => (wrong(b) < wrong(a) ? b : a));
}

/**
 * Honey in the pail under the gate and over it in the drum at `nowMs`, kg: each pail takes what came and what
 * the one before left in the drum, up to what it holds; what a pail weighed counts before what was expected.
 * Without a pail everything stands in the drum.
 * @param pails in the order they were put under
 */
export function underTheGate(
  pails: readonly PailUnder[],
  taken: readonly TakenAway[],
  flows: readonly Flow[],
  nowMs: number,
): { readonly pailKg: number; readonly drumKg: number } {
  let drum = 0;
  let since = 0;
  /** What came until `toMs`, less what was weighed away meanwhile. */
  const until = (toMs: number): number => {
    const away = taken.reduce((kg, t) => kg + (t.atMs > since && t.atMs <= toMs ? t.kg : 0), 0);
    const there = drum + cameBetween(flows, since, toMs) - away;
    since = toMs;
    return Math.max(0, there);
  };
  for (const [i, pail] of pails.entries()) {
    if (pail.fromMs > nowMs) break;
    drum = until(pail.fromMs);
    const end = Math.min(pails[i + 1]?.fromMs ?? Number.POSITIVE_INFINITY, nowMs + 1);
    if (end > nowMs && pail.weighedKg === null) {
      const there = until(nowMs);
      const pailKg = Math.min(there, pail.holdsKg * PAIL_FULL);
      return { pailKg, drumKg: there - pailKg };
    }
    const there = until(Math.min(end, nowMs));
    const took = pail.weighedKg ?? Math.min(there, pail.holdsKg * PAIL_FULL);
    drum = took < pail.holdsKg * NOT_FULL && pail.weighedKg !== null ? 0 : Math.max(0, there - took);
  }
  return { pailKg: 0, drumKg: until(nowMs) };
}

export type HeadroomVerdict = "fine" | "last-load" | "swap-soon" | "swap-first" | "drain-first" | "no-pail";

export interface Headroom {
  readonly verdict: HeadroomVerdict;
  readonly sentence: string;
  /** Minutes of running until the pail is full; null when it will not be. */
  readonly swapInMin: number | null;
  readonly pailFreeKg: number;
}

/**
 * May the next load run, and when is the pail full? What turns now comes first, then the next load, each of them
 * fast at first. The pail takes what it can, the drum the rest up to the frames.
 * @throws DomainError for masses outside 0-5,000 kg
 */
export function headroom({
  pailKg,
  pailHoldsKg,
  drumKg,
  drumHoldsKg,
  turning = { kg: 0, min: 0 },
  minutesFor = (wanted) => (turning.kg > 0 ? wanted / turning.kg : 0) * turning.min,
  next,
  shown = METRIC,
}: {
  readonly pailKg: number;
  /** Null while no pail stands there. */
  readonly pailHoldsKg: number | null;
  readonly drumKg: number;
  readonly drumHoldsKg: number;
  readonly turning?: { readonly kg: number; readonly min: number };
  /** Minutes until that many kilograms of what turns have come; evenly when left out. */
  readonly minutesFor?: (kg: number) => number;
  readonly next: { readonly kg: number; readonly min: number; readonly decline?: number };
  /** In whose units the sentence speaks. */
  readonly shown?: Shown;
}): Headroom {
  const kg = (x: number): string => quantityIn(x, "kg", shown);
  for (const [value, what] of [
    [pailKg, "The honey in the pail"],
    [pailHoldsKg ?? 0, "What the pail holds"],
    [drumKg, "The honey in the drum"],
    [drumHoldsKg, "What the drum holds"],
    [turning.kg, "What turns"],
    [next.kg, "The next load"],
  ] as const)
    mustBeWithin(value, 0, 5000, what, "kg");
  const says = (verdict: HeadroomVerdict, sentence: string, swapInMin: number | null, free: number) => ({
    verdict,
    sentence,
    swapInMin,
    pailFreeKg: Math.max(0, free),
  });
  if (pailHoldsKg === null)
    return says(
      "no-pail",
      drumKg + turning.kg > 0.5
        ? `Put a pail under it before the gate is opened: ${kg(drumKg + turning.kg)} stand or come in the drum.`
        : "Put a pail under it before the gate is opened.",
      null,
      0,
    );
  // What still hangs in the drum runs into the pail first.
  const room = pailHoldsKg * PAIL_FULL - pailKg - drumKg;
  if (room <= 0)
    return says(
      "swap-first",
      `The pail is full${drumKg > 0.5 ? `, ${kg(drumKg)} more stand in the drum` : ""}: shut the gate and swap it before the next load.`,
      0,
      0,
    );
  if (turning.kg > room) {
    const inMin = minutesFor(room);
    return says(
      "swap-soon",
      `What turns brings ${kg(turning.kg)} more, this pail takes ${kg(room)}: swap ${inMin < 1 ? "now" : `in ${Math.round(inMin)} min`}.`,
      inMin,
      room,
    );
  }
  const left = room - turning.kg;
  const ofNext = (wanted: number): number =>
    next.min * timeFor(wanted / next.kg, next.decline ?? USUAL_DECLINE);
  if (next.kg > left + drumHoldsKg)
    return says(
      "drain-first",
      `Drain before the next load: ${kg(next.kg)} come, drum and pail take ${kg(left + drumHoldsKg)}.`,
      turning.min + ofNext(left),
      left,
    );
  if (next.kg > left) {
    const inMin = ofNext(left);
    return says(
      "last-load",
      `The next load brings ${kg(next.kg)}, this pail takes ${kg(left)}: swap ${inMin < 1 ? "at once" : `in ${Math.round(inMin)} min`} of running.`,
      turning.min + inMin,
      left,
    );
  }
  const loads = next.kg > 0 ? Math.floor(left / next.kg) : 0;
  return says(
    "fine",
    next.kg > 0
      ? `This pail takes ${loads === 1 ? "one more load" : `${loads} more loads`}: ${kg(left)} free.`
      : `${kg(left)} free in the pail.`,
    null,
    left,
  );
}
