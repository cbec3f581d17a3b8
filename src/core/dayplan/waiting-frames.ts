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

/** Uncapped frames in the order they became ready, and how far they are loaded. */
export class WaitingFrames {
  private readonly ready: Ready[] = [];
  private next = 0;
  /** Frames gone of the next. */
  private gone = 0;
  /** Frames that stand there. */
  private deep = 0;
  private other = 0;

  add(ready: Ready): void {
    let i = this.ready.length;
    while (i > this.next && (this.ready[i - 1] as Ready).at > ready.at) i -= 1;
    if (i === this.next && this.gone > 0) i += 1;
    this.ready.splice(i, 0, ready);
    this.count(ready, ready.frames);
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

  /** What a machine would take: until it is full, or nothing more stands there. */
  load({ slots, deepSlots }: Extractor): { frames: number; kg: number; at: number; full: boolean } {
    let [taken, frames, kg, at, gone] = [0, 0, 0, 0, this.gone];
    for (let i = this.next; i < this.ready.length; i++) {
      const r = this.ready[i] as Ready;
      const width = r.deep ? deepSlots : 1;
      const take = Math.min(Math.floor((slots - taken) / width), r.frames - gone);
      if (take > 0) {
        taken += take * width;
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
      this.count(r, -take);
      if (this.gone === r.frames) {
        this.next += 1;
        this.gone = 0;
      }
    }
  }
}
