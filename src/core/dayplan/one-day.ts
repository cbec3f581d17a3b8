/**
 * One day as it may go: whoever is free takes what can be begun first. Boxes are uncapped, frames wait,
 * machines are loaded, turned and emptied, honey runs through the mesh into pails that are swapped.
 */
import type { seeded } from "../statistics/seeded";
import type { DayPlan, Extractor, Hand } from "./plan";
import { Strain } from "./strain";

type Rng = ReturnType<typeof seeded>;

export interface Piece {
  readonly station: string;
  readonly fromMin: number;
  readonly toMin: number;
  readonly what: string;
  readonly does: "uncap" | "serve" | "spin" | "strain" | "clean";
  /** Frames uncapped or spun, kg strained; 0 otherwise. */
  readonly amount: number;
}

export interface Day {
  /** Infinite when the shifts ended before the work. */
  readonly finish: number;
  /** By hands, then machines, then the strainer, then waiting for the hot room, minutes. */
  readonly busy: readonly number[];
  readonly pails: number;
  readonly meshes: number;
  /** Minutes boxes waited to be begun, all together. */
  readonly waits: number;
  readonly board: readonly Piece[];
}

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

export const QUARTER = 15;

interface Ready {
  readonly at: number;
  readonly frames: number;
  readonly slots: number;
  readonly kg: number;
}

/** Uncapped frames in the order they became ready, and how far they are loaded. */
class Bench {
  private readonly ready: Ready[] = [];
  private next = 0;
  /** Frames gone of the next. */
  private gone = 0;

  add(ready: Ready): void {
    let i = this.ready.length;
    while (i > this.next && (this.ready[i - 1] as Ready).at > ready.at) i -= 1;
    if (i === this.next && this.gone > 0) i += 1;
    this.ready.splice(i, 0, ready);
  }

  get empty(): boolean {
    return this.next >= this.ready.length;
  }

  /** What a machine would take: until it is full, or nothing more stands there. */
  load(slots: number): { frames: number; kg: number; at: number; full: boolean } {
    let [taken, frames, kg, at, gone] = [0, 0, 0, 0, this.gone];
    for (let i = this.next; i < this.ready.length; i++) {
      const r = this.ready[i] as Ready;
      const take = Math.min(Math.floor((slots - taken) / r.slots), r.frames - gone);
      if (take > 0) {
        taken += take * r.slots;
        frames += take;
        kg += (r.kg * take) / r.frames;
        at = Math.max(at, r.at);
      }
      if (take < r.frames - gone) return { frames, kg, at, full: true };
      gone = 0;
    }
    return { frames, kg, at, full: taken >= slots };
  }

  /** Takes so many frames away at `when`, and counts how long they waited. */
  take(frames: number, when: number, waiting: Float64Array): void {
    for (let left = frames; left > 0; ) {
      const r = this.ready[this.next] as Ready;
      const take = Math.min(left, r.frames - this.gone);
      for (let q = Math.floor(r.at / QUARTER); q < waiting.length && q * QUARTER < when; q++)
        waiting[q] = (waiting[q] as number) + take;
      left -= take;
      this.gone += take;
      if (this.gone === r.frames) {
        this.next += 1;
        this.gone = 0;
      }
    }
  }
}

interface Spinning {
  /** Since when it stands empty; or when it wants somebody. */
  at: number;
  /** Frames in it, 0 when it is empty. */
  frames: number;
  from: number;
  turnsLeft: number;
  /** Minutes between two turns. */
  part: number;
}

const NOT_YET = Number.POSITIVE_INFINITY;
/** What there is to do, most urgent first where two can begin together. */
const [ATTEND, PAILS, LOAD, UNCAP] = [0, 1, 2, 3];

export function oneDay(
  plan: DayPlan,
  order: DayPlan["boxes"],
  rng: Rng,
  waiting: Float64Array,
  draw: boolean,
): Day {
  const { hands, extractors, breaks } = plan;
  const busy = new Array<number>(hands.length + extractors.length + 2).fill(0);
  const board: Piece[] = [];
  const free = hands.map((h) => h.fromMin);
  const skills = (h: Hand): number => Number(Boolean(h.uncap)) + Number(h.loads) + Number(h.pails);
  // Who can do least is asked first.
  const those = (can: (h: Hand) => boolean): number[] =>
    hands
      .map((_, i) => i)
      .filter((i) => can(hands[i] as Hand))
      .sort((a, b) => skills(hands[a] as Hand) - skills(hands[b] as Hand));
  const uncapping = those((h) => h.uncap !== null);
  const loading = those((h) => h.loads);
  const swapping = those((h) => h.pails);
  const machines = extractors.map((): Spinning => ({ at: 0, frames: 0, from: 0, turnsLeft: 0, part: 0 }));
  const bench = new Bench();
  const strain = new Strain(plan);
  let [box, uncapped, waits, spinEnd] = [0, 0, 0, 0];
  /** Until when, and how long in all, everybody at the benches waited for the hot room. */
  let [waitedTo, forRoom] = [0, 0];

  /** Hands `who` busy for `minutes` from `begin` on. */
  const work = (
    who: number,
    begin: number,
    minutes: number,
    what: string,
    does: Piece["does"],
    amount = 0,
  ) => {
    const span = through(breaks, begin, minutes);
    free[who] = span.to;
    busy[who] = (busy[who] as number) + minutes;
    if (draw) {
      const station = (hands[who] as Hand).name;
      const last = board.findLast((p) => p.station === station);
      const goesOn = last && last.what === what && span.from - last.toMin < 0.01;
      if (goesOn) board.splice(board.indexOf(last), 1);
      board.push({
        station,
        fromMin: goesOn ? last.fromMin : span.from,
        toMin: span.to,
        what,
        does,
        amount: amount + (goesOn ? last.amount : 0),
      });
    }
    return span;
  };

  for (;;) {
    let [kind, index, who, begin] = [-1, -1, -1, NOT_YET];
    let take = { frames: 0, kg: 0 };
    const consider = (k: number, i: number, can: readonly number[], at: number): boolean => {
      if (at >= begin && !(at === begin && k < kind)) return false;
      let found = false;
      for (const h of can) {
        const from = Math.max(free[h] as number, at);
        if (from >= (hands[h] as Hand).toMin) continue;
        if (from < begin || (from === begin && k < kind)) {
          [kind, index, who, begin] = [k, i, h, from];
          found = true;
        }
      }
      return found;
    };
    if (strain.standstill) consider(PAILS, 0, swapping, strain.standstill.at);
    const release = order[box]?.releaseMin ?? NOT_YET;
    if (box < order.length) consider(UNCAP, 0, uncapping, release);
    for (let i = 0; i < machines.length; i++) {
      const machine = machines[i] as Spinning;
      const extractor = extractors[i] as Extractor;
      if (machine.frames > 0) {
        consider(ATTEND, i, loading, machine.at);
        continue;
      }
      if (bench.empty) continue;
      const load = bench.load(extractor.slots);
      // A part load goes in when nothing more comes, or not before it could be out again.
      if (!load.full && release < Math.max(load.at, machine.at) + extractor.runMin) continue;
      // Its honey is out when the run ends: by then there must be room for it.
      const room = strain.roomAt(load.kg) - extractor.runMin;
      if (consider(LOAD, i, loading, Math.max(load.at, machine.at, room))) take = load;
    }
    if (kind < 0) break;

    if (kind === UNCAP) {
      const b = order[box] as DayPlan["boxes"][number];
      const idle = uncapping.reduce((since, h) => {
        const worked = (free[h] as number) > (hands[h] as Hand).fromMin;
        return worked ? Math.max(since, free[h] as number) : since;
      }, waitedTo);
      forRoom += Math.max(0, b.releaseMin - idle);
      waitedTo = Math.max(waitedTo, b.releaseMin);
      const { uncap, loads, pails } = hands[who] as Hand;
      const pace = uncap as NonNullable<Hand["uncap"]>;
      // Who has other things to see to looks up after every frame.
      const frames = loads || pails ? 1 : b.frames - uncapped;
      const cv = pace.cv >= 0.999 ? pace.cv : pace.cv / Math.sqrt(frames);
      const span = work(who, begin, drawn(rng, frames * pace.minPerFrame, cv), b.id, "uncap", frames);
      if (uncapped === 0) waits += span.from - b.releaseMin;
      bench.add({ at: span.to, frames, slots: b.slotsPerFrame, kg: (b.kg * frames) / b.frames });
      uncapped += frames;
      if (uncapped === b.frames) [box, uncapped] = [box + 1, 0];
      continue;
    }
    if (kind === PAILS) {
      const { minutes, what } = strain.standstill as NonNullable<Strain["standstill"]>;
      strain.goOn(work(who, begin, minutes, what, "serve").to);
      continue;
    }
    const machine = machines[index] as Spinning;
    const extractor = extractors[index] as Extractor;
    const emptied = (from: number, to: number, frames: number) => {
      machine.at = to;
      machine.frames = 0;
      spinEnd = Math.max(spinEnd, to);
      busy[hands.length + index] = (busy[hands.length + index] as number) + to - from;
      if (draw)
        board.push({
          station: extractor.name,
          fromMin: from,
          toMin: to,
          what: `${frames} frames`,
          does: "spin",
          amount: frames,
        });
    };
    if (kind === ATTEND) {
      if (machine.turnsLeft > 0) {
        const turned = work(
          who,
          begin,
          machine.frames * plan.turnMinPerFrame,
          `turns ${extractor.name}`,
          "serve",
        );
        machine.turnsLeft -= 1;
        machine.at = turned.to + machine.part;
        continue;
      }
      const out = work(
        who,
        begin,
        machine.frames * plan.unloadMinPerFrame,
        `empties ${extractor.name}`,
        "serve",
      );
      emptied(machine.from, out.to, machine.frames);
      continue;
    }
    const { frames, kg } = take;
    bench.take(frames, begin, waiting);
    const run = drawn(rng, extractor.runMin, extractor.cv);
    const loadMin = frames * plan.loadMinPerFrame;
    if (extractor.cranked) {
      const turning = run + extractor.turns * frames * plan.turnMinPerFrame;
      const emptying = frames * plan.unloadMinPerFrame;
      const span = work(who, begin, loadMin + turning + emptying, `cranks ${extractor.name}`, "serve");
      strain.add(kg, span.to - emptying);
      emptied(span.from, span.to, frames);
      continue;
    }
    const span = work(who, begin, loadMin, `fills ${extractor.name}`, "serve");
    machine.from = span.from;
    machine.frames = frames;
    machine.turnsLeft = extractor.turns;
    machine.part = run / (extractor.turns + 1);
    machine.at = span.to + machine.part;
    // The drum drains while it turns: the strainer has it when the run is over.
    strain.add(kg, span.to + run);
  }

  const done = box >= order.length && bench.empty && machines.every((m) => m.frames === 0);
  const end = done ? Math.max(spinEnd, strain.endAt) : NOT_YET;
  busy[busy.length - 2] = strain.busyMin;
  busy[busy.length - 1] = forRoom;
  if (draw) {
    for (const r of strain.ran)
      board.push({
        station: "strain",
        fromMin: r.fromMin,
        toMin: r.toMin,
        what: `${r.kg.toFixed(0)} kg`,
        does: "strain",
        amount: r.kg,
      });
    if (plan.cleaningMin > 0 && Number.isFinite(end))
      board.push({
        station: "cleaning",
        fromMin: end,
        toMin: end + plan.cleaningMin,
        what: "all hands",
        does: "clean",
        amount: 0,
      });
  }
  return {
    finish: end + plan.cleaningMin,
    busy,
    pails: strain.pailsUsed,
    meshes: strain.meshes,
    waits,
    board,
  };
}
