/**
 * A day simulated many times over: boxes are uncapped by whoever is free, frames wait, machines spin full
 * loads, honey is strained into pails. Chance is in every uncapped frame and every run, by seed.
 */
import { mustBeWithin } from "../domain-error";
import { seeded } from "../statistics/seeded";
import { checkPlan, type DayPlan } from "./plan";

export interface StationLoad {
  readonly station: string;
  /** Part of the working time it was busy, 0-1. */
  readonly utilisation: number;
  readonly busyMin: number;
}

export interface DayForecast {
  /** When the last thing is washed, minutes from the start; infinite when shifts end before the work does. */
  readonly finishMin: { readonly p10: number; readonly p50: number; readonly p90: number };
  readonly stations: readonly StationLoad[];
  /** The station that holds the day up. */
  readonly bottleneck: string;
  /** Pails and lids; null when no day was finished. */
  readonly pails: { readonly p50: number; readonly p90: number } | null;
  readonly meshChanges: number;
  /** Frames uncapped and waiting, mean over the day, every quarter of an hour. */
  readonly waiting: readonly { readonly atMin: number; readonly frames: number }[];
  /** The quarter of an hour in the middle of the day when most frames wait: the machines go on through a break. */
  readonly breakAtMin: number;
  /** Mean minutes a box waits to be uncapped after its release. */
  readonly boxWaitMin: number;
  /** Replicates in which the shifts ended before the work. */
  readonly unfinished: number;
  readonly replicates: number;
  /** One day as it would go, to draw: what each station does when. */
  readonly board: readonly {
    readonly station: string;
    readonly fromMin: number;
    readonly toMin: number;
    readonly what: string;
  }[];
}

type Rng = ReturnType<typeof seeded>;

/** A time of mean `mean` and spread `cv`: exponential for 1, a gamma of whole shape else, nothing random for 0. */
function drawn(rng: Rng, mean: number, cv: number): number {
  if (cv === 0) return mean;
  const shape = Math.max(1, Math.round(1 / cv ** 2));
  // Many draws of a steady hand are a normal; few keep the gamma's own lean.
  if (shape > 8) return Math.max(mean * 0.2, rng.normal(mean, mean / Math.sqrt(shape)));
  let sum = 0;
  for (let i = 0; i < shape; i++) sum -= Math.log(1 - rng.next());
  return (sum / shape) * mean;
}

/** When work of `minutes` begun at `at` ends, breaks left out; and when it truly begins. */
function through(breaks: DayPlan["breaks"], at: number, minutes: number): { from: number; to: number } {
  let from = at;
  for (const b of breaks) if (from >= b.fromMin && from < b.toMin) from = b.toMin;
  let to = from + minutes;
  for (const b of breaks) if (b.fromMin >= from && b.fromMin < to) to += b.toMin - b.fromMin;
  return { from, to };
}

/** The one soonest free. */
function soonest(free: readonly number[]): number {
  let best = 0;
  for (let i = 1; i < free.length; i++) if ((free[i] as number) < (free[best] as number)) best = i;
  return best;
}

interface Day {
  finish: number;
  busy: number[];
  pails: number;
  mesh: number;
  waits: number;
  board: { station: string; fromMin: number; toMin: number; what: string }[];
}

const QUARTER = 15;

interface Spinning {
  freeAt: number;
  /** When it stands still and wants taking out; null while it is empty. */
  spunAt: number | null;
  frames: number;
  from: number;
}

interface Queue {
  readonly ready: readonly { at: number; frames: number; slots: number; kg: number }[];
  next: number;
  /** Frames of the next box not loaded yet. */
  left: number;
}

interface Taken {
  readonly frames: number;
  readonly kg: number;
  /** When the last of them is uncapped. */
  readonly at: number;
  readonly next: number;
  readonly left: number;
}

/** Frames in order until the machine is full or nothing more will come; null when nothing is left. */
function taken({ ready, next, left }: Queue, slots: number): Taken | null {
  let [full, frames, kg, at] = [0, 0, 0, 0];
  while (next < ready.length) {
    const r = ready[next] as Queue["ready"][number];
    const take = Math.min(Math.floor((slots - full) / r.slots), left);
    if (take === 0) break;
    full += take * r.slots;
    frames += take;
    kg += (r.kg * take) / r.frames;
    at = Math.max(at, r.at);
    left -= take;
    if (left === 0) {
      next += 1;
      left = ready[next]?.frames ?? 0;
    }
  }
  return frames === 0 ? null : { frames, kg, at, next, left };
}

function oneDay(plan: DayPlan, order: DayPlan["boxes"], rng: Rng, waiting: Float64Array, draw: boolean): Day {
  const { uncappers, extractors, breaks } = plan;
  const busy = new Array<number>(uncappers.length + extractors.length + 2).fill(0);
  const board: Day["board"] = [];
  const hands = uncappers.map((u) => u.fromMin);
  const ready: { at: number; frames: number; slots: number; kg: number }[] = [];
  let waits = 0;
  for (const box of order) {
    // Whoever could begin this box first takes it.
    let who = -1;
    let begin = Number.POSITIVE_INFINITY;
    for (let i = 0; i < hands.length; i++) {
      const at = Math.max(hands[i] as number, box.releaseMin);
      if (at < (uncappers[i]?.toMin ?? 0) && at < begin) [who, begin] = [i, at];
    }
    const u = uncappers[who];
    if (!u) return { finish: Number.POSITIVE_INFINITY, busy, pails: 0, mesh: 0, waits, board };
    let minutes = 0;
    if (u.cv === 0) minutes = box.frames * u.minPerFrame;
    else if (u.cv >= 0.999) minutes = drawn(rng, box.frames * u.minPerFrame, 1);
    else minutes = drawn(rng, box.frames * u.minPerFrame, u.cv / Math.sqrt(box.frames));
    const { from, to } = through(breaks, begin, minutes);
    waits += from - box.releaseMin;
    hands[who] = to;
    busy[who] = (busy[who] as number) + minutes;
    ready.push({ at: to, frames: box.frames, slots: box.slotsPerFrame, kg: box.kg });
    if (draw) board.push({ station: u.name, fromMin: from, toMin: to, what: box.id });
  }
  ready.sort((a, b) => a.at - b.at);
  const L = uncappers.length + extractors.length;
  const machines = extractors.map((): Spinning => ({ freeAt: 0, spunAt: null, frames: 0, from: 0 }));
  const tenders = new Array<number>(plan.tenders).fill(0);
  const queue: Queue = { ready, next: 0, left: ready[0]?.frames ?? 0 };
  let [strainFree, inPail, pails, mesh, out, spinEnd] = [0, 0, 0, 0, 0, 0];
  /** When each load is through the strainer. */
  const strained: { at: number; kg: number }[] = [];
  /** When so much of what is out is strained that `kg` more may come. */
  const roomAt = (kg: number): number => {
    let stood = kg;
    for (let i = strained.length - 1; i >= 0; i--) {
      const load = strained[i] as { at: number; kg: number };
      stood += load.kg;
      if (stood > plan.bufferKg) return load.at;
    }
    return 0;
  };
  for (;;) {
    const t = soonest(tenders);
    const tender = tenders[t] as number;
    // What can begin first: taking out a machine that has stopped, or filling an empty one.
    let [m, begin, loading] = [-1, Number.POSITIVE_INFINITY, false];
    let take: Taken | null = null;
    for (let i = 0; i < machines.length; i++) {
      const machine = machines[i] as Spinning;
      if (machine.spunAt !== null) {
        const at = Math.max(machine.spunAt, tender);
        if (at < begin || (at === begin && loading)) [m, begin, loading, take] = [i, at, false, null];
        continue;
      }
      const load = taken(queue, (extractors[i] as DayPlan["extractors"][number]).slots);
      if (!load) continue;
      // Its honey is out when the run ends: by then there must be room for it.
      const room = roomAt(load.kg) - (extractors[i] as DayPlan["extractors"][number]).runMin;
      const at = Math.max(load.at, machine.freeAt, tender, room);
      if (at < begin) [m, begin, loading, take] = [i, at, true, load];
    }
    const machine = machines[m];
    const extractor = extractors[m];
    if (!machine || !extractor) break;
    if (!loading) {
      const work = through(breaks, begin, machine.frames * plan.unloadMinPerFrame);
      tenders[t] = work.to;
      machine.freeAt = work.to;
      machine.spunAt = null;
      spinEnd = Math.max(spinEnd, work.to);
      busy[uncappers.length + m] = (busy[uncappers.length + m] as number) + work.to - machine.from;
      busy[L] = (busy[L] as number) + machine.frames * plan.unloadMinPerFrame;
      if (draw)
        board.push({
          station: extractor.name,
          fromMin: machine.from,
          toMin: work.to,
          what: `${machine.frames} frames`,
        });
      continue;
    }
    const { frames, kg } = take as Taken;
    for (let i = queue.next; i <= (take as Taken).next && i < ready.length; i++) {
      const r = ready[i] as (typeof ready)[number];
      for (let q = Math.floor(r.at / QUARTER); q < waiting.length && q * QUARTER < begin; q++)
        waiting[q] =
          (waiting[q] as number) + (i === (take as Taken).next ? r.frames - (take as Taken).left : r.frames);
    }
    queue.next = (take as Taken).next;
    queue.left = (take as Taken).left;
    const work = through(breaks, begin, frames * plan.loadMinPerFrame);
    tenders[t] = work.to;
    busy[L] = (busy[L] as number) + frames * plan.loadMinPerFrame;
    machine.from = work.from;
    machine.frames = frames;
    machine.spunAt = work.to + drawn(rng, extractor.runMin, extractor.cv);

    let minutes = kg / plan.strainKgPerMin;
    const meshBefore = Math.floor(out / plan.meshKg);
    out += kg;
    const changes = Math.floor(out / plan.meshKg + 1e-9) - meshBefore;
    mesh += changes;
    minutes += changes * plan.meshMin;
    inPail += kg;
    while (inPail >= plan.pailKg) {
      inPail -= plan.pailKg;
      pails += 1;
      minutes += plan.swapMin;
    }
    const straining = Math.max(strainFree, machine.spunAt);
    strainFree = straining + minutes;
    busy[L + 1] = (busy[L + 1] as number) + minutes;
    strained.push({ at: strainFree, kg });
    if (draw)
      board.push({ station: "strain", fromMin: straining, toMin: strainFree, what: `${kg.toFixed(0)} kg` });
  }
  if (inPail > 0.05) pails += 1;
  const work = Math.max(spinEnd, strainFree);
  if (draw && plan.cleaningMin > 0)
    board.push({ station: "cleaning", fromMin: work, toMin: work + plan.cleaningMin, what: "all hands" });
  return { finish: work + plan.cleaningMin, busy, pails, mesh, waits, board };
}

const quantileOf = (sorted: readonly number[], q: number): number =>
  sorted[Math.min(sorted.length - 1, Math.max(0, Math.ceil(q * sorted.length) - 1))] ?? Number.NaN;

/**
 * Simulates `replicates` days (1-20,000) by `seed`. `progress` is told now and then and may answer false to
 * stop; then what was done so far is the answer. @throws DomainError for a plan that cannot be
 */
export function simulateDay(
  plan: DayPlan,
  { seed, replicates, progress }: { seed: number; replicates: number; progress?: (done: number) => boolean },
): DayForecast {
  checkPlan(plan);
  mustBeWithin(replicates, 1, 20_000, "Replicates");
  const order = [...plan.boxes].sort((a, b) => a.releaseMin - b.releaseMin);
  const rng = seeded(seed);
  const names = [
    ...plan.uncappers.map((u) => u.name),
    ...plan.extractors.map((e) => e.name),
    "loading",
    "strain",
  ];
  const busy = names.map(() => 0);
  const span: number[] = [];
  const pails: number[] = [];
  const quarters = new Float64Array(4 * 20);
  let [mesh, waits, unfinished, done, working] = [0, 0, 0, 0, 0];
  let board: Day["board"] = [];
  for (let r = 0; r < replicates; r++) {
    const day = oneDay(plan, order, rng, quarters, r === 0);
    if (r === 0) board = day.board;
    done += 1;
    span.push(day.finish);
    waits += day.waits / order.length;
    for (const [i, b] of day.busy.entries()) busy[i] = (busy[i] as number) + b;
    if (Number.isFinite(day.finish)) {
      pails.push(day.pails);
      mesh += day.mesh;
      working += day.finish - plan.cleaningMin;
    } else {
      unfinished += 1;
      working += Math.max(...plan.uncappers.map((u) => u.toMin));
    }
    if (progress && r % 50 === 49 && !progress(r + 1)) break;
  }
  span.sort((a, b) => a - b);
  pails.sort((a, b) => a - b);
  const finished = Math.max(1, done - unfinished);
  const stations = names.map((station, i) => ({
    station,
    utilisation: working > 0 ? (busy[i] as number) / (station === "loading" ? plan.tenders : 1) / working : 0,
    busyMin: (busy[i] as number) / done,
  }));
  const waiting = [...quarters].map((frames, i) => ({ atMin: i * QUARTER, frames: frames / done }));
  const p50 = quantileOf(span, 0.5);
  const end = Number.isFinite(p50) ? p50 : 600;
  const middle = waiting.filter((w) => w.atMin >= end * 0.35 && w.atMin <= end * 0.65);
  return {
    finishMin: { p10: quantileOf(span, 0.1), p50, p90: quantileOf(span, 0.9) },
    stations,
    bottleneck: stations.reduce((a, b) => (b.utilisation > a.utilisation ? b : a)).station,
    pails: pails.length > 0 ? { p50: quantileOf(pails, 0.5), p90: quantileOf(pails, 0.9) } : null,
    meshChanges: Math.round(mesh / finished),
    waiting: waiting.filter((w) => w.atMin <= end),
    breakAtMin: middle.reduce(
      (a, b) => (b.frames > a.frames ? b : a),
      middle[0] ?? { atMin: end / 2, frames: 0 },
    ).atMin,
    boxWaitMin: waits / done,
    unfinished,
    replicates: done,
    board,
  };
}
