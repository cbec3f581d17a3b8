/** An extraction day as stations and boxes: what the simulation is asked. All times in minutes from the plan's start. */
import { DomainError, mustBeWithin } from "../domain-error";
import type { FrameWidth } from "../extraction";

export interface Box {
  readonly id: string;
  readonly frames: number;
  /** Honey expected, kg. */
  readonly kg: number;
  /** When it leaves the hot room; 0 when it is ready. */
  readonly releaseMin: number;
  /** Its frames are deep ones: in some machines such a frame takes two slots. */
  readonly deep: boolean;
}

/** Somebody on the floor: what they can do, and from when to when they are there; gone home already, no time at all. */
export interface Hand {
  readonly name: string;
  /** Who it is, where a row on the board is called otherwise: before and after noon may be two rows of one person. */
  readonly person?: string;
  readonly fromMin: number;
  readonly toMin: number;
  /** Their pace at the bench; null when they do not uncap. */
  readonly uncap: {
    readonly minPerFrame: number;
    /** Spread of a frame's time, standard deviation over mean; 1 is as irregular as chance. */
    readonly cv: number;
  } | null;
  /** Minutes they have been at the box they are at as the plan begins; nothing where that is not known. */
  readonly begunMin?: number;
  /** Loads, turns and empties machines, and cranks those turned by hand. */
  readonly loads: boolean;
  /** Swaps pails and changes meshes. */
  readonly pails: boolean;
  /** Other tools they know: what `adviseDay` may put into their hands. */
  readonly knows?: readonly { readonly tool: string; readonly minPerFrame: number }[];
}

export interface Extractor {
  readonly name: string;
  readonly slots: number;
  /** Slots a deep frame takes in it. */
  readonly deepSlots: FrameWidth;
  /** Minutes it turns, all sides together. */
  readonly runMin: number;
  readonly cv: number;
  /** How often frames are turned in a run, the machine standing: 0 radial, 2 tangential and three baskets. */
  readonly turns: number;
  /** Turned by hand: somebody stands at it all the while. */
  readonly cranked: boolean;
  /** What turns in it as the plan begins; null when it stands empty. */
  readonly turning: Turning | null;
}

/** A run that was begun before the plan, and goes on by itself until it is turned or done. */
export interface Turning {
  readonly frames: number;
  /** Honey it still brings, kg. */
  readonly kg: number;
  /** Minutes until its programme ends; 0 when it has. */
  readonly leftMin: number;
  readonly turnsLeft: number;
}

/** A thing to do on the floor: a box to uncap, a machine to see to, the pail and mesh under the strainer. */
export interface Place {
  readonly what: "box" | "machine" | "strainer";
  /** The box's or machine's name; "" for the strainer. */
  readonly of: string;
}

export interface DayPlan {
  readonly boxes: readonly Box[];
  /** Uncapped already as the plan begins: their frames stand at the machines. */
  readonly bench?: readonly Box[];
  /** Places somebody was sent to by the lead; whoever has gone home is sent nowhere. */
  readonly given?: readonly (Place & { readonly person: string })[];
  /**
   * How soon a machine that stands or a full pail is seen to by whoever is free. Left out, at once. `follows` of one
   * are told and go at once (0-1), of the others it takes a chance time of mean `minutes` until somebody notices.
   */
  readonly notice?: { readonly follows: number; readonly minutes: number };
  readonly hands: readonly Hand[];
  readonly extractors: readonly Extractor[];
  readonly loadMinPerFrame: number;
  readonly turnMinPerFrame: number;
  readonly unloadMinPerFrame: number;
  readonly strainKgPerMin: number;
  /** Honey that may stand in drum and sump before spinning must wait, kg. */
  readonly bufferKg: number;
  readonly pailKg: number;
  /** Honey in the pail under the strainer, and on its way there, as the plan begins, kg. */
  readonly pailHasKg: number;
  readonly standsKg: number;
  /** Honey through the mesh since it was put in, as the plan begins, kg; all it stands where it is clogged. */
  readonly meshHasKg: number;
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
/** Practice counts as much as so many of the house's own batches. */
const PRACTICE_WEIGHT = 2;

/**
 * Part of a harvest that goes into the cappings with a tool, %: common practice, moved by what the house's
 * batches uncapped with it gave. @throws DomainError for a share outside 0-100 %
 */
export function cappingsShare(
  tool: Tool,
  past: readonly { readonly tool: Tool; readonly pct: number }[],
): { readonly pct: number; readonly learntFrom: number } {
  const own = past.filter((p) => p.tool === tool);
  for (const p of own) mustBeWithin(p.pct, 0, 100, "The share in the cappings", "%");
  const sum = own.reduce((s, p) => s + p.pct, 0);
  return {
    pct: (PRACTICE_WEIGHT * TOOLS[tool].cappingsPct + sum) / (PRACTICE_WEIGHT + own.length),
    learntFrom: own.length,
  };
}

/** Somebody on the floor who does not uncap. */
export const NO_TOOL = "none";

/** Figures a plan starts from where the house says nothing else (common practice). */
export const USUAL = {
  cv: 0.3,
  loadMinPerFrame: 0.12,
  turnMinPerFrame: 0.06,
  unloadMinPerFrame: 0.08,
  strainKgPerMin: 6,
  bufferKg: 150,
  pailKg: 26.5,
  pailHasKg: 0,
  standsKg: 0,
  meshHasKg: 0,
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
  const turning = plan.extractors.flatMap((e) => (e.turning ? [e.turning] : []));
  some([...plan.boxes, ...turning], "boxes to spin");
  some(plan.extractors, "machine");
  some(
    plan.hands.filter((h) => h.uncap),
    "one to uncap",
  );
  some(
    plan.hands.filter((h) => h.loads),
    "one to load the machines",
  );
  some(
    plan.hands.filter((h) => h.pails),
    "one to swap pails",
  );
  mustBeWithin(plan.hands.length, 1, 60, "People");
  mustBeWithin(plan.boxes.length, 0, 5000, "Boxes");
  for (const b of plan.boxes) {
    mustBeWithin(b.frames, 1, 14, `Frames in box ${b.id}`);
    mustBeWithin(b.kg, 0, 70, `Honey in box ${b.id}`, "kg");
    mustBeWithin(b.releaseMin, 0, 10_000, `The release of box ${b.id}`, "min");
  }
  for (const h of plan.hands) {
    mustBeWithin(h.toMin - h.fromMin, 0, 20_000, `The shift of ${h.name}`, "min");
    mustBeWithin(h.begunMin ?? 0, 0, 1440, `What ${h.name} has begun`, "min");
    for (const pace of [...(h.uncap ? [h.uncap] : []), ...(h.knows ?? [])])
      mustBeWithin(pace.minPerFrame, 0.01, 60, `Minutes a frame of ${h.name}`);
    mustBeWithin(h.uncap?.cv ?? 0, 0, 2, "The spread");
  }
  for (const e of plan.extractors) {
    mustBeWithin(e.slots, 2, 120, `Slots of ${e.name}`);
    mustBeWithin(e.deepSlots, 1, 2, `Slots a deep frame takes in ${e.name}`);
    mustBeWithin(e.runMin, 0.01, 240, `Minutes a run of ${e.name}`);
    mustBeWithin(e.cv, 0, 2, "The spread");
    mustBeWithin(e.turns, 0, 4, `Turns in a run of ${e.name}`);
  }
  for (const t of turning) {
    mustBeWithin(t.frames, 1, 120, "Frames that turn");
    mustBeWithin(t.kg, 0, 1000, "Honey that turns", "kg");
    mustBeWithin(t.leftMin, 0, 240, "What is left of a run", "min");
    mustBeWithin(t.turnsLeft, 0, 4, "Turns left");
  }
  if (plan.notice) {
    mustBeWithin(plan.notice.follows, 0, 1, "The part that follows");
    mustBeWithin(plan.notice.minutes, 0, 240, "Minutes until it is noticed", "min");
  }
  mustBeWithin(plan.strainKgPerMin, 0.01, 1e6, "The strainer's speed", "kg/min");
  mustBeWithin(plan.bufferKg, 1, 1e6, "What may stand before the strainer", "kg");
  mustBeWithin(plan.pailKg, 1, 2000, "What a pail takes", "kg");
  mustBeWithin(plan.pailHasKg, 0, plan.pailKg, "The honey in the pail", "kg");
  mustBeWithin(plan.standsKg, 0, 5000, "Honey before the strainer", "kg");
  mustBeWithin(plan.meshKg, 1, 1e6, "Honey a mesh stands", "kg");
  mustBeWithin(plan.meshHasKg, 0, 1e6, "Honey through the mesh", "kg");
}
