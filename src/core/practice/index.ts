import { DomainError } from "../domain-error";
import { seeded } from "../statistics/seeded";
import { DAYS } from "./days";
import { type Belief, type Judge, judge, least, PARTS, type Played, playOn, type Score, score } from "./game";
import type { At, Case, Scenario } from "./scenario";

export { DomainError } from "../domain-error";
export {
  type Cost,
  costSum,
  type Decision,
  type Foreseen,
  PARTS,
  type Part,
  type Played,
  type Score,
} from "./game";
export type { At, Case, Scenario } from "./scenario";

/** In the order of a season's day. */
export const SCENARIOS: readonly Scenario[] = DAYS;

export const scenarioById = (id: string): Scenario | undefined => SCENARIOS.find((s) => s.id === id);

/** Looking a case through once is enough: it is the same whoever plays. */
const judges = new WeakMap<Case, Judge<At>>();
export function judgeOf(of: Case): Judge<At> {
  const before = judges.get(of);
  if (before) return before;
  const made = judge(of.problem);
  judges.set(of, made);
  return made;
}

export interface CasePlayed {
  readonly of: Case;
  readonly played: Played<At>;
}

/** A day as far as it came: the cases that are over, and the one that goes on, if any. */
export interface DayPlayed {
  readonly cases: readonly CasePlayed[];
  readonly over: boolean;
}

/** The cases of a day, in the order its seed brings them (Fisher and Yates). */
export function casesOf(scenario: Scenario, seed: number): readonly Case[] {
  const list = [...scenario.cases];
  const chance = seeded(seed >>> 0);
  for (let i = list.length - 1; i > 0; i--) {
    const j = Math.floor(chance.next() * (i + 1));
    [list[i], list[j]] = [list[j] as Case, list[i] as Case];
  }
  return list;
}

/** What is true and what is shown in the nth case of a day. */
const seedOf = (seed: number, nth: number): number => (seed ^ Math.imul(nth + 1, 0x85ebca6b)) >>> 0;

/** @throws DomainError for a move that is not to be had, or one when the day is over */
export function playedTo(scenario: Scenario, seed: number, moves: readonly string[]): DayPlayed {
  const cases: CasePlayed[] = [];
  let made = 0;
  const order = casesOf(scenario, seed);
  for (const [nth, of] of order.entries()) {
    const played = playOn(of.problem, judgeOf(of), seedOf(seed, nth), moves.slice(made));
    cases.push({ of, played });
    made += played.decisions.length;
    if (played.at !== null) break;
  }
  if (made < moves.length) throw new DomainError("over", "The day is over.");
  return { cases, over: cases.length === order.length && cases.at(-1)?.played.at === null };
}

export const scoreOf = (day: DayPlayed): Score =>
  score(day.cases.map(({ of, played }) => ({ judging: judgeOf(of), played })));

/** What the best that could be known was to be expected to cost, all cases together, kg. */
export const bestKgOf = (scenario: Scenario): number =>
  scenario.cases.reduce((kg, of) => kg + judgeOf(of).best.kg, 0);

/** What a move costs whatever is true, kg as good as lost: that much may be known before it is made. */
export function certainKg({ problem }: Case, at: At, move: string): number {
  const costs = problem.truths.map((truth) => problem.cost(at, move, truth));
  return PARTS.reduce((sum, part) => sum + Math.min(...costs.map((c) => c[part] ?? 0)), 0);
}

export interface Believed {
  /** What was true. */
  readonly was: string;
  /** What could be believed as the last thing was decided: a figure within its band, or one of a few things. */
  readonly belief:
    | { readonly kind: "figure"; readonly lo: string; readonly middle: string; readonly hi: string }
    | {
        readonly kind: "thing";
        /** How much spoke for what was true, 0-1. */
        readonly spokeFor: number;
        /** What most spoke for, and how much. */
        readonly likeliest: string;
        readonly likeliestSpokeFor: number;
      };
}

const FIGURE = /\d+(?:\.\d+)?/;
/** A band that holds what is believed four times of five. */
const BAND = [0.1, 0.5, 0.9] as const;
/** Fewer figures than this are things apart, not a measure. */
const FEW = 4;

/** The hidden truth of a case beside what could be believed when it was decided, sentence by sentence. */
export function believedOf({ of, played }: CasePlayed): Believed[] {
  const { truths } = of.problem;
  const weights: Belief = played.belief;
  const real = truths[played.truth];
  return (real ? of.was(real) : []).map((was, line): Believed => {
    const spoke = new Map<string, number>();
    for (const [i, truth] of truths.entries()) {
      const said = of.was(truth)[line] ?? "";
      spoke.set(said, (spoke.get(said) ?? 0) + (weights[i] ?? 0));
    }
    const said = [...spoke.keys()];
    // The same sentence with another figure each time: that figure was what nobody knew.
    if (said.length >= FEW && new Set(said.map((x) => x.replace(FIGURE, "#"))).size === 1) {
      const figures = [...spoke]
        .map(([x, p]) => ({ x: FIGURE.exec(x)?.[0] ?? "", p }))
        .sort((a, b) => Number(a.x) - Number(b.x));
      const upTo = (i: number): number => figures.slice(0, i + 1).reduce((sum, { p }) => sum + p, 0);
      const [lo = "", middle = "", hi = ""] = BAND.map(
        (q) => (figures.find((_, i) => upTo(i) >= q - 1e-9) ?? figures.at(-1))?.x,
      );
      return { was, belief: { kind: "figure", lo, middle, hi } };
    }
    const [likeliest, likeliestSpokeFor] = [...spoke].reduce((a, b) => (b[1] > a[1] + 1e-9 ? b : a));
    return { was, belief: { kind: "thing", spokeFor: spoke.get(was) ?? 0, likeliest, likeliestSpokeFor } };
  });
}

/** How somebody plays a day of a seed to its end: by rule of thumb, or as well as can be known. */
export function playThrough(scenario: Scenario, seed: number, how: "naive" | "cautious" | "best"): DayPlayed {
  const cases = casesOf(scenario, seed).map((of, nth): CasePlayed => {
    const moves: string[] = [];
    for (;;) {
      const played = playOn(of.problem, judgeOf(of), seedOf(seed, nth), moves);
      if (played.at === null) return { of, played };
      const saw = played.decisions.map(({ move, says }) => ({ move, says }));
      moves.push(
        how === "best" ? least(judgeOf(of).ways(played.at, played.belief)).move : of[how](played.at, saw),
      );
    }
  });
  return { cases, over: true };
}
