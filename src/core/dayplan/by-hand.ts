/** Ways to win honey without a machine, as stations of the day, and what this house's own work teaches of them. */
import { mustBeWithin } from "../domain-error";

export const HAND_WAYS = ["crush", "press", "gravity"] as const;
export type HandWay = (typeof HAND_WAYS)[number];

/**
 * Frames at a time, the minutes they take hands or room, and what stays in the comb, % of its honey
 * (common practice). Crushing and pressing take their time for every frame, hanging to drain takes it once
 * for all that hang.
 */
const PRACTICE = {
  crush: { name: "crush and strain", slots: 10, runMin: 40, leftPct: 12, combLost: true, together: false },
  press: { name: "press", slots: 6, runMin: 20, leftPct: 8, combLost: true, together: false },
  gravity: { name: "gravity drain", slots: 10, runMin: 480, leftPct: 15, combLost: false, together: true },
} as const satisfies Record<HandWay, object>;

/** Practice counts as much as so many of the house's own pieces of work. */
const PRACTICE_WEIGHT = 2;

/** One piece of work as it was booked; what was not measured is null. */
export interface HandWork {
  readonly way: HandWay;
  readonly frames: number;
  readonly minutes: number | null;
  /** Honey left over honey there was, 0-1. */
  readonly left: number | null;
}

export interface HandStation {
  readonly way: HandWay;
  readonly name: string;
  readonly slots: number;
  /** Minutes `slots` frames take. */
  readonly runMin: number;
  /** Honey that stays in the comb, %. */
  readonly leftPct: number;
  readonly combLost: boolean;
  /** Pieces of work its time and its yield were learnt from. */
  readonly timesFrom: number;
  readonly yieldsFrom: number;
}

const mean = (practice: number, own: readonly number[]): number =>
  (PRACTICE_WEIGHT * practice + own.reduce((a, b) => a + b, 0)) / (PRACTICE_WEIGHT + own.length);

/** A station as practice has it, moved by this house's own work. @throws DomainError for work that cannot be */
export function handStation(way: HandWay, past: readonly HandWork[] = []): HandStation {
  const { together, ...practice } = PRACTICE[way];
  const own = past.filter((w) => w.way === way);
  for (const w of own) {
    mustBeWithin(w.frames, 1, 5000, "Frames");
    mustBeWithin(w.minutes ?? 1, 1, 10_000, "The time it took", "min");
    mustBeWithin(w.left ?? 0, 0, 1, "The share that stayed");
  }
  const times = own.flatMap((w) =>
    w.minutes === null ? [] : [together ? w.minutes : (w.minutes / w.frames) * practice.slots],
  );
  const lefts = own.flatMap((w) => (w.left === null ? [] : [w.left * 100]));
  return {
    way,
    ...practice,
    runMin: mean(practice.runMin, times),
    leftPct: mean(practice.leftPct, lefts),
    timesFrom: times.length,
    yieldsFrom: lefts.length,
  };
}
