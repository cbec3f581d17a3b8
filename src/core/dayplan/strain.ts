/** Honey on its way from the machines through the mesh into pails, as one day of the simulation goes. */
import type { DayPlan } from "./plan";

interface Load {
  readonly kg: number;
  readonly outAt: number;
  left: number;
  /** When the last of it is through; infinite while that waits for somebody. */
  doneAt: number;
}

/** A full pail or a clogged mesh: straining stands until somebody has seen to it. */
export interface Standstill {
  readonly at: number;
  readonly minutes: number;
  readonly what: "swaps a pail" | "changes the mesh";
}

const DROP = 1e-9;

export class Strain {
  private readonly loads: Load[] = [];
  private next = 0;
  private time = 0;
  private done = 0;
  private pailAt: number;
  private meshAt: number;
  standstill: Standstill | null = null;
  busyMin = 0;
  meshes = 0;
  pails = 0;
  /** What ran when, to draw. */
  readonly ran: { fromMin: number; toMin: number; kg: number }[] = [];

  constructor(private readonly plan: DayPlan) {
    this.pailAt = plan.pailKg - plan.pailHasKg;
    this.meshAt = Math.max(0, plan.meshKg - plan.meshHasKg);
    // A mesh that is clogged as the day goes on holds still whatever comes.
    if (this.meshAt <= DROP) this.standstill = { at: 0, minutes: plan.meshMin, what: "changes the mesh" };
  }

  /** A load's honey is out of the combs. */
  add(kg: number, outAt: number): void {
    if (kg <= 0) return;
    this.loads.push({ kg, outAt, left: kg, doneAt: Number.POSITIVE_INFINITY });
    this.advance();
  }

  /** Somebody saw to the standstill until `at`. */
  goOn(at: number): void {
    if (!this.standstill) return;
    this.busyMin += this.standstill.minutes;
    if (this.standstill.what === "swaps a pail") {
      this.pailAt += this.plan.pailKg;
      this.pails += 1;
    } else {
      this.meshAt += this.plan.meshKg;
      this.meshes += 1;
    }
    this.standstill = null;
    this.time = at;
    this.advance();
  }

  private advance(): void {
    for (; !this.standstill && this.next < this.loads.length; ) {
      const load = this.loads[this.next] as Load;
      const from = Math.max(this.time, load.outAt);
      const kg = Math.max(0, Math.min(load.left, this.pailAt - this.done, this.meshAt - this.done));
      this.time = from + kg / this.plan.strainKgPerMin;
      this.done += kg;
      this.busyMin += this.time - from;
      load.left -= kg;
      if (kg > DROP) this.ran.push({ fromMin: from, toMin: this.time, kg });
      if (load.left <= DROP) {
        load.doneAt = this.time;
        this.next += 1;
      }
      if (this.done >= this.meshAt - DROP)
        this.standstill = { at: this.time, minutes: this.plan.meshMin, what: "changes the mesh" };
      else if (this.done >= this.pailAt - DROP)
        this.standstill = { at: this.time, minutes: this.plan.swapMin, what: "swaps a pail" };
    }
  }

  /** When so much of what is out is strained that `kg` more may come; infinite while that waits for somebody. */
  roomAt(kg: number): number {
    let stood = kg;
    for (let i = this.loads.length - 1; i >= 0; i--) {
      const load = this.loads[i] as Load;
      stood += load.kg;
      if (stood > this.plan.bufferKg) return load.doneAt;
    }
    return 0;
  }

  get endAt(): number {
    return this.next < this.loads.length || this.standstill ? Number.POSITIVE_INFINITY : this.time;
  }

  /** Pails with honey in them, the last one part full. */
  get pailsUsed(): number {
    return this.pails + (this.done - (this.pailAt - this.plan.pailKg) > 0.05 ? 1 : 0);
  }
}
