/** An extraction day as stations and boxes: what the simulation is asked. All times in minutes from the plan's start. */
import { DomainError, mustBeWithin } from "../domain-error";

export interface Box {
  readonly id: string;
  readonly frames: number;
  /** Honey expected, kg. */
  readonly kg: number;
  /** When it leaves the hot room; 0 when it is ready. */
  readonly releaseMin: number;
  /** Slots one of its frames takes: a deep may take two. */
  readonly slotsPerFrame: number;
}

/** One pair of hands at one tool, or an uncapping machine. */
export interface Uncapper {
  readonly name: string;
  readonly minPerFrame: number;
  /** Spread of a frame's time, standard deviation over mean; 1 is as irregular as chance. */
  readonly cv: number;
  readonly fromMin: number;
  readonly toMin: number;
}

export interface Extractor {
  readonly name: string;
  readonly slots: number;
  readonly runMin: number;
  readonly cv: number;
}

export interface DayPlan {
  readonly boxes: readonly Box[];
  readonly uncappers: readonly Uncapper[];
  readonly extractors: readonly Extractor[];
  /** People who load and unload; one serves one machine at a time. */
  readonly tenders: number;
  readonly loadMinPerFrame: number;
  readonly unloadMinPerFrame: number;
  readonly strainKgPerMin: number;
  /** Honey that may stand in drum and sump before spinning must wait, kg. */
  readonly bufferKg: number;
  readonly pailKg: number;
  readonly swapMin: number;
  /** A clogged mesh after so much honey, kg, and the minutes to change it. */
  readonly meshKg: number;
  readonly meshMin: number;
  readonly breaks: readonly { readonly fromMin: number; readonly toMin: number }[];
  readonly cleaningMin: number;
}

/** Minutes a frame by tool, and the part of the honey that goes into the cappings (common practice). */
export const TOOLS = {
  fork: { name: "fork", minPerFrame: 2.5, cappingsPct: 5 },
  "cold-knife": { name: "cold knife", minPerFrame: 1.8, cappingsPct: 20 },
  "hot-knife": { name: "hot knife", minPerFrame: 1.5, cappingsPct: 15 },
  "heated-plane": { name: "heated plane", minPerFrame: 2, cappingsPct: 12 },
  roller: { name: "spiked roller", minPerFrame: 1, cappingsPct: 3 },
  machine: { name: "uncapping machine", minPerFrame: 0.4, cappingsPct: 15 },
} as const;
export type Tool = keyof typeof TOOLS;

/**
 * Ways to win honey without a machine, as stations of the plan: frames at a time, the minutes they take hands
 * or room, and what stays in the comb (common practice; the house's own weighings move the last).
 */
export const HAND_STATIONS = {
  crush: { name: "crush and strain", slots: 10, runMin: 40, leftPct: 12, combLost: true },
  press: { name: "press", slots: 6, runMin: 20, leftPct: 8, combLost: true },
  gravity: { name: "gravity drain", slots: 10, runMin: 480, leftPct: 15, combLost: false },
} as const;

/** Figures a plan starts from where the house says nothing else (common practice). */
export const USUAL = {
  cv: 0.3,
  loadMinPerFrame: 0.12,
  unloadMinPerFrame: 0.08,
  strainKgPerMin: 6,
  bufferKg: 150,
  pailKg: 26.5,
  swapMin: 1.5,
  meshKg: 300,
  meshMin: 6,
  cleaningMin: 60,
} as const;

/** @throws DomainError naming what is impossible */
export function checkPlan(plan: DayPlan): void {
  const some = (list: readonly unknown[], what: string) => {
    if (list.length === 0) throw new DomainError("empty-plan", `The plan has no ${what}.`);
  };
  some(plan.boxes, "boxes to spin");
  some(plan.uncappers, "one to uncap");
  some(plan.extractors, "machine");
  mustBeWithin(plan.tenders, 1, 20, "People who load");
  mustBeWithin(plan.boxes.length, 1, 5000, "Boxes");
  for (const b of plan.boxes) {
    mustBeWithin(b.frames, 1, 14, `Frames in box ${b.id}`);
    mustBeWithin(b.kg, 0, 70, `Honey in box ${b.id}`, "kg");
    mustBeWithin(b.releaseMin, 0, 10_000, `The release of box ${b.id}`, "min");
    mustBeWithin(b.slotsPerFrame, 1, 2, "Slots a frame");
  }
  for (const u of plan.uncappers) {
    mustBeWithin(u.minPerFrame, 0.01, 60, `Minutes a frame of ${u.name}`);
    mustBeWithin(u.cv, 0, 2, "The spread");
    mustBeWithin(u.toMin - u.fromMin, 1, 10_000, `The shift of ${u.name}`, "min");
  }
  for (const e of plan.extractors) {
    mustBeWithin(e.slots, 2, 120, `Slots of ${e.name}`);
    mustBeWithin(e.runMin, 0.01, 240, `Minutes a run of ${e.name}`);
    mustBeWithin(e.cv, 0, 2, "The spread");
  }
  mustBeWithin(plan.strainKgPerMin, 0.01, 1e6, "The strainer's speed", "kg/min");
  mustBeWithin(plan.bufferKg, 1, 1e6, "What may stand before the strainer", "kg");
  mustBeWithin(plan.pailKg, 1, 2000, "What a pail takes", "kg");
  mustBeWithin(plan.meshKg, 1, 1e6, "Honey a mesh stands", "kg");
}
