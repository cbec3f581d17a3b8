/** Uncapped frames between the hands and the machines. */
import type { Extractor } from "./plan";

/** Waiting frames are counted so often, minutes. */
export const QUARTER = 15;

interface Ready {
  readonly at: number;
  readonly frames: number;
  readonly deep: boolean;
  readonly kg: number;
}

/** How far a machine was filled from what stands there, and what it took. */
interface Filling {
  /** The first that was not looked at, or did not go in any more. */
  next: number;
  /** Frames gone of it before. */
  gone: number;
  taken: number;
  frames: number;
  kg: number;
  at: number;
  full: boolean;
}

/** Uncapped frames in the order they became ready, and how far they are loaded. */
export class WaitingFrames {
  private readonly ready: Ready[] = [];
  private next = 0;
  /** Frames gone of the next. */
  private gone = 0;
  /** Frames that stand there. */
  private deep = 0;
  private other = 0;
  /** What each machine would take, as far as it was looked at: frames that come behind are only added to it. */
  private readonly fillings: (Filling | undefined)[] = [];

  add(ready: Ready): void {
    let i = this.ready.length;
    while (i > this.next && (this.ready[i - 1] as Ready).at > ready.at) i -= 1;
    if (i === this.next && this.gone > 0) i += 1;
    if (i === this.ready.length) this.ready.push(ready);
    else this.ready.splice(i, 0, ready);
    this.count(ready, ready.frames);
    for (let m = 0; m < this.fillings.length; m++) {
      const f = this.fillings[m];
      // It came among those already taken, or before one that did not fit and may fit itself.
      if (f && (i < f.next || (i === f.next && f.full))) this.fillings[m] = undefined;
    }
  }

  private count({ deep }: Ready, frames: number): void {
    if (deep) this.deep += frames;
    else this.other += frames;
  }

  /** Slots all that stands there would take in a machine. */
  slotsIn({ deepSlots }: Extractor): number {
    return this.other + this.deep * deepSlots;
  }

  get empty(): boolean {
    return this.next >= this.ready.length;
  }

  /** What machine number `m` would take: until it is full, or nothing more stands there. */
  load(
    m: number,
    { slots, deepSlots }: Extractor,
  ): { frames: number; kg: number; at: number; full: boolean } {
    this.fillings[m] ??= {
      next: this.next,
      gone: this.gone,
      taken: 0,
      frames: 0,
      kg: 0,
      at: 0,
      full: false,
    };
    const f = this.fillings[m];
    while (!f.full && f.next < this.ready.length) {
      const r = this.ready[f.next] as Ready;
      const width = r.deep ? deepSlots : 1;
      const take = Math.min(Math.floor((slots - f.taken) / width), r.frames - f.gone);
      if (take > 0) {
        f.taken += take * width;
        f.frames += take;
        f.kg += (r.kg * take) / r.frames;
        f.at = Math.max(f.at, r.at);
      }
      if (take < r.frames - f.gone) f.full = true;
      else {
        f.next += 1;
        f.gone = 0;
      }
    }
    return { frames: f.frames, kg: f.kg, at: f.at, full: f.full || f.taken >= slots };
  }

  /** Takes so many frames away at `when`, and counts how long they waited. */
  take(frames: number, when: number, waiting: Float64Array): void {
    this.fillings.length = 0;
    for (let left = frames; left > 0; ) {
      const r = this.ready[this.next] as Ready;
      const take = Math.min(left, r.frames - this.gone);
      for (let q = Math.floor(r.at / QUARTER); q < waiting.length && q * QUARTER < when; q++)
        waiting[q] = (waiting[q] as number) + take;
      left -= take;
      this.gone += take;
      this.count(r, -take);
      if (this.gone === r.frames) {
        this.next += 1;
        this.gone = 0;
      }
    }
  }
}
