/** What a practice day is: its cases, and the words around them. */
import type { Problem, Seen } from "./game";

/** Where a game stands: counted steps, and what the learner knows was done. */
export type At = Readonly<Record<string, number | string | boolean>>;
export type Truth = Readonly<Record<string, number>>;

/** What was seen so far, for those who play by rule of thumb. */
export type Saw = readonly { readonly move: string; readonly says: string }[];

/** One thing to decide from the first look to the last word: a stack, a load, a drum. */
export interface Case {
  /** What stands to be decided, in a sentence or two. */
  readonly asks: string;
  /** What is known as it begins. */
  readonly known: readonly string[];
  readonly problem: Problem<At, Truth>;
  /** Each move as its button says it, and what may be known of it before it is chosen. */
  readonly moves: Readonly<Record<string, { readonly label: string; readonly means: string }>>;
  /** How it stands, in figures with units. */
  readonly stands: (at: At) => readonly string[];
  /** What was true all the while: as many sentences whatever it was, so that each can be held against what was believed. */
  readonly was: (truth: Truth) => readonly string[];
  /** Who takes the first figure for the truth, and who makes sure of everything whatever it costs. */
  readonly naive: (at: At, saw: Saw) => string;
  readonly cautious: (at: At, saw: Saw) => string;
}

/** A day of one craft: several cases that look alike and are not, in an order of its seed. */
export interface Scenario {
  readonly id: string;
  readonly title: string;
  /** The day in a sentence. */
  readonly asks: string;
  /** What it is about, told when it is over. */
  readonly teaches: string;
  /** A danger at this step, where there is one. */
  readonly caution?: string;
  /** Who does not decide for so long has waited, s. */
  readonly patienceS: number;
  readonly cases: readonly Case[];
}

/** The number in what was shown last by a move; null where it was not asked. */
export function figureSeen(saw: Saw, move: string): number | null {
  const said = saw.findLast((s) => s.move === move)?.says;
  const [found] = /-?\d+(?:\.\d+)?/.exec(said ?? "") ?? [];
  return found === undefined ? null : Number(found);
}

/** What is seen for certain. */
export const one = (says: string, next: At | null): Seen<At>[] => [{ p: 1, says, next }];
/** A step on, with what changed. */
export const on = (at: At, more: At = {}): At => ({ ...at, step: Number(at.step) + 1, ...more });
/** The step a game stands at. */
export const stepOf = (at: At): number => Number(at.step);
