import { type Judge, judge, least, type Played, play, type Score, score } from "./game";
import type { At, Scenario } from "./scenario";
import { FLOOR_DAYS } from "./scenarios-floor";
import { HONEY_DAYS } from "./scenarios-honey";

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
export type { At, Scenario } from "./scenario";

/** In the order of a season's day. */
export const SCENARIOS: readonly Scenario[] = [
  ...HONEY_DAYS.slice(0, 2),
  ...FLOOR_DAYS.slice(0, 3),
  ...HONEY_DAYS.slice(2),
  ...FLOOR_DAYS.slice(3),
];

export const scenarioById = (id: string): Scenario | undefined => SCENARIOS.find((s) => s.id === id);

/** Looking a game through once is enough: it is the same whoever plays. */
const judges = new Map<string, Judge<At>>();
export function judgeOf(scenario: Scenario): Judge<At> {
  const before = judges.get(scenario.id);
  if (before) return before;
  const made = judge(scenario.problem);
  judges.set(scenario.id, made);
  return made;
}

/** @throws DomainError for a move that is not to be had */
export const playedTo = (scenario: Scenario, seed: number, moves: readonly string[]): Played<At> =>
  play(scenario.problem, judgeOf(scenario), seed, moves);

export const scoreOf = (scenario: Scenario, played: Played<At>): Score => score(judgeOf(scenario), played);

/** How somebody plays a game of a seed to its end: by rule of thumb, or as well as can be known. */
export function playThrough(
  scenario: Scenario,
  seed: number,
  how: "naive" | "cautious" | "best",
): Played<At> {
  const moves: string[] = [];
  for (;;) {
    const now = playedTo(scenario, seed, moves);
    if (now.at === null) return now;
    const saw = now.decisions.map(({ move, says }) => ({ move, says }));
    const ways = judgeOf(scenario).ways(now.at, now.belief);
    moves.push(how === "best" ? least(ways).move : scenario[how](now.at, saw));
  }
}
