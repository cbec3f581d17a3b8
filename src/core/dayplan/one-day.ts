/**
 * One day as it may go: whoever is free takes what can be begun first. Boxes are uncapped, frames wait,
 * machines are loaded, turned and emptied, honey runs through the mesh into pails that are swapped.
 */

import type { seeded } from "../statistics/seeded";
import { formatKg } from "../units";
import { stretches, through } from "./breaks";
import type { DayPlan, Extractor, Hand } from "./plan";
import { Strain } from "./strain";
import { WaitingFrames } from "./waiting-frames";

type Rng = ReturnType<typeof seeded>;

/** What a hand does, and at which place. */
export interface Task {
  readonly kind: "uncap" | "load" | "turn" | "empty" | "crank" | "pail" | "mesh";
  /** The box or machine; "" for the strainer. */
  readonly of: string;
}

export interface Piece {
  readonly station: string;
  readonly fromMin: number;
  readonly toMin: number;
  readonly what: string;
  readonly does: "uncap" | "serve" | "spin" | "strain" | "clean";
  /** Frames uncapped or spun, kg strained; 0 otherwise. */
  readonly amount: number;
  /** Of a hand's work, what it is. */
  readonly task?: Task;
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
  /** Boxes of the plan that were not spun to their last frame. */
  readonly boxesLeft: number;
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

/** Of a box that takes longer than it should, so much is taken to be left. */
const LAST_PART = 0.1;
const NOT_YET = Number.POSITIVE_INFINITY;
/** What there is to do, most urgent first where two can begin together. */
const [ATTEND, PAILS, LOAD, UNCAP] = [0, 1, 2, 3];

/** What a machine takes, or would. */
type Taken = ReturnType<WaitingFrames["load"]>;

/** The floor on one day: who is free when, what stands where, and what may begin next. */
class Floor {
  private readonly busy: number[];
  private readonly board: Piece[] = [];
  private readonly free: number[];
  private readonly machines: Spinning[];
  private readonly bench = new WaitingFrames();
  private readonly strain: Strain;
  private box = 0;
  /** Frames of the next box that are uncapped already. */
  private uncapped = 0;
  private waits = 0;
  private spinEnd = 0;
  /** Frames of the plan's boxes that are out again. */
  private spun: number;
  /** Until when, and how long in all, everybody at the benches waited for the hot room. */
  private waitedTo = 0;
  private forRoom = 0;
  /** Minutes each hand has put into the box it is at already. */
  private readonly begun: number[];
  /** The standstill at the strainer, and when somebody sees it. */
  private stands: Strain["standstill"] = null;
  private standsSeenAt = 0;
  // What may begin first, as far as it is looked through.
  private kind = -1;
  private index = -1;
  private who = -1;
  private begin = NOT_YET;
  private take: Taken | null = null;

  constructor(
    private readonly plan: DayPlan,
    private readonly order: DayPlan["boxes"],
    private readonly crews: Crews,
    private readonly rng: Rng,
    private readonly waiting: Float64Array,
    private readonly draw: boolean,
  ) {
    this.busy = new Array<number>(plan.hands.length + plan.extractors.length + 2).fill(0);
    this.free = plan.hands.map((h) => h.fromMin);
    this.begun = plan.hands.map((h) => h.begunMin ?? 0);
    this.machines = plan.extractors.map(({ turning }) => {
      const part = turning ? turning.leftMin / (turning.turnsLeft + 1) : 0;
      return {
        at: part,
        frames: turning?.frames ?? 0,
        from: 0,
        turnsLeft: turning?.turnsLeft ?? 0,
        part,
      };
    });
    this.strain = new Strain(plan);
    this.strain.add(plan.standsKg, 0);
    const turning = plan.extractors.flatMap((e) => e.turning ?? []);
    const bench = plan.bench ?? [];
    for (const b of bench)
      for (let i = 0; i < b.frames; i++)
        this.bench.add({ at: 0, frames: 1, deep: b.deep, kg: b.kg / b.frames });
    // What turned or was uncapped before belongs to no box of the plan.
    this.spun = -[...turning, ...bench].reduce((frames, t) => frames + t.frames, 0);
    for (const { kg, leftMin } of turning.sort((a, b) => a.leftMin - b.leftMin)) this.strain.add(kg, leftMin);
  }

  run(): Day {
    while (this.lookAround()) {
      if (this.kind === UNCAP) this.uncap();
      else if (this.kind === PAILS) this.seeToPails();
      else if (this.kind === ATTEND) this.attend();
      else this.load();
    }
    return this.close();
  }

  /** How long nobody sees that something stands; nothing where everybody is told. */
  private unseen(): number {
    const { notice } = this.plan;
    if (!notice || notice.follows >= 1) return 0;
    const [told, minutes] = [this.rng.next() < notice.follows, drawn(this.rng, notice.minutes, 1)];
    return told ? 0 : minutes;
  }

  /** The one who was sent there, where they are still here. */
  private sentTo(kind: number, index: number, at: number): readonly number[] | null {
    const { given } = this.plan;
    if (!given || given.length === 0) return null;
    const of =
      kind === PAILS
        ? ""
        : kind === UNCAP
          ? (this.order[this.box]?.id ?? "")
          : (this.plan.extractors[index]?.name ?? "");
    const what = kind === PAILS ? "strainer" : kind === UNCAP ? "box" : "machine";
    const sent = given.find((g) => g.what === what && g.of === of);
    if (!sent) return null;
    const hands = this.plan.hands.flatMap((h, i) =>
      (h.person ?? h.name) === sent.person && Math.max(this.free[i] as number, at) < h.toMin ? [i] : [],
    );
    return hands.length > 0 ? hands : null;
  }

  /** Whoever of `able` could begin it first, if that is before all else looked at. */
  private consider(kind: number, index: number, able: readonly number[], at: number): boolean {
    if (at > this.begin || (at === this.begin && kind > this.kind)) return false;
    const sent = this.sentTo(kind, index, at)?.filter((h) => able.includes(h)) ?? [];
    const can = sent.length > 0 ? sent : able;
    let found = false;
    for (let i = 0; i < can.length; i++) {
      const h = can[i] as number;
      const from = Math.max(this.free[h] as number, at);
      if (from >= (this.plan.hands[h] as Hand).toMin) continue;
      if (from < this.begin || (from === this.begin && kind < this.kind)) {
        this.kind = kind;
        this.index = index;
        this.who = h;
        this.begin = from;
        found = true;
      }
    }
    return found;
  }

  /** When the next box may be begun; never when there is none, or everybody at the benches has gone home. */
  private moreFrom(): number {
    const box = this.order[this.box];
    if (!box) return NOT_YET;
    for (const h of this.crews.uncap)
      if (Math.max(this.free[h] as number, box.releaseMin) < (this.plan.hands[h] as Hand).toMin)
        return box.releaseMin;
    return NOT_YET;
  }

  /** Finds what may begin next; false when nothing more can. */
  private lookAround(): boolean {
    this.kind = -1;
    this.begin = NOT_YET;
    const { standstill } = this.strain;
    if (standstill && standstill !== this.stands) {
      this.stands = standstill;
      this.standsSeenAt = standstill.at + this.unseen();
    }
    if (standstill) this.consider(PAILS, 0, this.crews.pails, this.standsSeenAt);
    const release = this.moreFrom();
    if (release < NOT_YET) this.consider(UNCAP, 0, this.crews.uncap, release);
    for (let i = 0; i < this.machines.length; i++) {
      const machine = this.machines[i] as Spinning;
      if (machine.frames > 0) {
        this.consider(ATTEND, i, this.crews.loads, machine.at);
        continue;
      }
      if (this.bench.empty || machine.at > this.begin) continue;
      const extractor = this.plan.extractors[i] as Extractor;
      // Far from full and more to come soon: no need to look closer.
      if (this.bench.slotsIn(extractor) < extractor.slots - 1 && release < machine.at + extractor.runMin)
        continue;
      const load = this.bench.load(i, extractor);
      const from = Math.max(load.at, machine.at);
      // A part load goes in when nothing more comes, or not before it could be out again.
      if (!load.full && release < from + extractor.runMin) continue;
      // Its honey is out when the run ends: by then there must be room for it.
      const room = this.strain.roomAt(load.kg) - extractor.runMin;
      if (this.consider(LOAD, i, this.crews.loads, Math.max(from, room))) this.take = load;
    }
    return this.kind >= 0;
  }

  /** The one who was found is busy for so many minutes from when it may begin. */
  private work(
    minutes: number,
    what: string,
    does: Piece["does"],
    task: Task,
    amount = 0,
  ): { from: number; to: number } {
    const span = through(this.plan.breaks, this.begin, minutes);
    this.free[this.who] = span.to;
    this.busy[this.who] = (this.busy[this.who] as number) + minutes;
    if (this.draw)
      for (const part of stretches(this.plan.breaks, span.from, span.to))
        this.note({
          station: (this.plan.hands[this.who] as Hand).name,
          fromMin: part.from,
          toMin: part.to,
          what,
          does,
          // Done when it ends.
          amount: part.to === span.to ? amount : 0,
          task,
        });
    return span;
  }

  /** On the board; frame after frame of one box is one piece of work. */
  private note(piece: Piece): void {
    const last = this.board.findLast((p) => p.station === piece.station);
    if (last && last.what === piece.what && piece.fromMin - last.toMin < 0.01)
      this.board.splice(this.board.indexOf(last), 1, {
        ...piece,
        fromMin: last.fromMin,
        amount: last.amount + piece.amount,
      });
    else this.board.push(piece);
  }

  private uncap(): void {
    const b = this.order[this.box] as DayPlan["boxes"][number];
    let idle = this.waitedTo;
    for (const h of this.crews.uncap) {
      const until = this.free[h] as number;
      if (until > (this.plan.hands[h] as Hand).fromMin) idle = Math.max(idle, until);
    }
    this.forRoom += Math.max(0, b.releaseMin - idle);
    this.waitedTo = Math.max(this.waitedTo, b.releaseMin);
    const { uncap, loads, pails } = this.plan.hands[this.who] as Hand;
    const pace = uncap as NonNullable<Hand["uncap"]>;
    // Who has other things to see to looks up after every frame.
    const frames = loads || pails ? 1 : b.frames - this.uncapped;
    const cv = pace.cv >= 0.999 ? pace.cv : pace.cv / Math.sqrt(frames);
    const minutes = this.leftOf(drawn(this.rng, frames * pace.minPerFrame, cv));
    const span = this.work(minutes, b.id, "uncap", { kind: "uncap", of: b.id }, frames);
    if (this.uncapped === 0) this.waits += span.from - b.releaseMin;
    // Frames are handed over one by one, whoever uncaps: the first can be loaded before the box is done.
    for (let i = 1; i <= frames; i++)
      this.bench.add({
        at: frames === 1 ? span.to : through(this.plan.breaks, span.from, (minutes * i) / frames).to,
        frames: 1,
        deep: b.deep,
        kg: b.kg / b.frames,
      });
    this.uncapped += frames;
    if (this.uncapped === b.frames) {
      this.box += 1;
      this.uncapped = 0;
    }
  }

  /** Of a box that was begun before, what is left; however long it has taken, a last part is. */
  private leftOf(minutes: number): number {
    const spent = Math.min(this.begun[this.who] as number, minutes * (1 - LAST_PART));
    this.begun[this.who] = 0;
    return minutes - spent;
  }

  private seeToPails(): void {
    const { minutes, what } = this.strain.standstill as NonNullable<Strain["standstill"]>;
    const kind = what === "swaps a pail" ? "pail" : "mesh";
    this.strain.goOn(this.work(minutes, what, "serve", { kind, of: "" }).to);
  }

  /** A machine has stopped: its frames are turned, or taken out. */
  private attend(): void {
    const machine = this.machines[this.index] as Spinning;
    const { name } = this.plan.extractors[this.index] as Extractor;
    if (machine.turnsLeft > 0) {
      const turned = this.work(machine.frames * this.plan.turnMinPerFrame, `turns ${name}`, "serve", {
        kind: "turn",
        of: name,
      });
      machine.turnsLeft -= 1;
      machine.at = turned.to + machine.part + this.unseen();
      return;
    }
    const out = this.work(machine.frames * this.plan.unloadMinPerFrame, `empties ${name}`, "serve", {
      kind: "empty",
      of: name,
    });
    this.emptied(machine.from, out.to, machine.frames);
  }

  private load(): void {
    const machine = this.machines[this.index] as Spinning;
    const extractor = this.plan.extractors[this.index] as Extractor;
    const { frames, kg } = this.take as Taken;
    this.bench.take(frames, this.begin, this.waiting);
    const run = drawn(this.rng, extractor.runMin, extractor.cv);
    const loadMin = frames * this.plan.loadMinPerFrame;
    if (extractor.cranked) {
      const turning = run + extractor.turns * frames * this.plan.turnMinPerFrame;
      const emptying = frames * this.plan.unloadMinPerFrame;
      const span = this.work(loadMin + turning + emptying, `cranks ${extractor.name}`, "serve", {
        kind: "crank",
        of: extractor.name,
      });
      this.strain.add(kg, span.to - emptying);
      this.emptied(span.from, span.to, frames);
      return;
    }
    const span = this.work(loadMin, `fills ${extractor.name}`, "serve", { kind: "load", of: extractor.name });
    machine.from = span.from;
    machine.frames = frames;
    machine.turnsLeft = extractor.turns;
    machine.part = run / (extractor.turns + 1);
    machine.at = span.to + machine.part + this.unseen();
    // The drum drains while it turns: the strainer has it when the run is over.
    this.strain.add(kg, span.to + run);
  }

  private emptied(from: number, to: number, frames: number): void {
    const machine = this.machines[this.index] as Spinning;
    machine.at = to;
    machine.frames = 0;
    this.spinEnd = Math.max(this.spinEnd, to);
    this.spun += frames;
    const i = this.plan.hands.length + this.index;
    this.busy[i] = (this.busy[i] as number) + to - from;
    if (this.draw)
      this.board.push({
        station: (this.plan.extractors[this.index] as Extractor).name,
        fromMin: from,
        toMin: to,
        what: `${frames} frames`,
        does: "spin",
        amount: frames,
      });
  }

  /** Frames are spun in the order of their boxes. */
  private boxesLeft(): number {
    let frames = 0;
    const whole = this.order.findIndex((b) => {
      frames += b.frames;
      return frames > this.spun;
    });
    return whole < 0 ? 0 : this.order.length - whole;
  }

  private close(): Day {
    const { plan, strain, busy } = this;
    const done =
      this.box >= this.order.length && this.bench.empty && this.machines.every((m) => m.frames === 0);
    const end = done ? Math.max(this.spinEnd, strain.endAt) : NOT_YET;
    busy[busy.length - 2] = strain.busyMin;
    busy[busy.length - 1] = this.forRoom;
    if (this.draw) {
      for (const r of strain.ran)
        this.board.push({
          station: "strain",
          fromMin: r.fromMin,
          toMin: r.toMin,
          what: `${formatKg(r.kg, 0)} kg`,
          does: "strain",
          amount: r.kg,
        });
      if (plan.cleaningMin > 0 && Number.isFinite(end))
        this.board.push({
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
      waits: this.waits,
      boxesLeft: this.boxesLeft(),
      board: this.board,
    };
  }
}

/** Who can do what, by number; who can do least is asked first. */
export interface Crews {
  readonly uncap: readonly number[];
  readonly loads: readonly number[];
  readonly pails: readonly number[];
}

export function crewsOf({ hands }: DayPlan): Crews {
  const skills = (h: Hand): number => Number(h.uncap !== null) + Number(h.loads) + Number(h.pails);
  const those = (can: (h: Hand) => boolean): number[] =>
    hands
      .map((h, i) => ({ h, i }))
      .filter(({ h }) => can(h))
      .sort((a, b) => skills(a.h) - skills(b.h))
      .map(({ i }) => i);
  return {
    uncap: those((h) => h.uncap !== null),
    loads: those((h) => h.loads),
    pails: those((h) => h.pails),
  };
}

/** One day by chance; frames waiting are added to `waiting` quarter by quarter, `draw` keeps its board. */
export const oneDay = (
  plan: DayPlan,
  order: DayPlan["boxes"],
  crews: Crews,
  rng: Rng,
  waiting: Float64Array,
  draw: boolean,
): Day => new Floor(plan, order, crews, rng, waiting, draw).run();
