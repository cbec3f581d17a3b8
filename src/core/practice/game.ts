/**
 * A practice day as a finite game under uncertainty: what is true is drawn once and hidden, moves cost and show
 * something, and the best that the same knowledge allows is computed by looking at every way it can go (backward
 * induction over beliefs; Astrom 1965, from memory of it).
 */
import { DomainError } from "../domain-error";
import { seeded } from "../statistics/seeded";

/** What a move costs, in kilograms of honey as good as lost, by its kind. */
export const PARTS = ["lost", "risk", "time", "giveAway", "broken"] as const;
export type Part = (typeof PARTS)[number];
export type Cost = Readonly<Partial<Record<Part, number>>>;

/** What a move shows, with its chance under what is true, and where the game stands then; null where it is over. */
export interface Seen<S> {
  readonly p: number;
  readonly says: string;
  readonly next: S | null;
}

export interface Problem<S, H> {
  /** What may be true. */
  readonly truths: readonly H[];
  /** How likely each is beforehand, adding up to 1; left out, each as likely as another. */
  readonly chances?: readonly number[];
  readonly start: S;
  /** The moves there are where the game stands; never none. They must come to an end. */
  readonly moves: (at: S) => readonly string[];
  /** Chances of what is seen add up to 1. */
  readonly seen: (at: S, move: string, truth: H) => readonly Seen<S>[];
  /** Kilograms, none negative. "risk" is what depends on the truth, the others are known beforehand or counted. */
  readonly cost: (at: S, move: string, truth: H) => Cost;
}

/** How likely each truth is, by all that was seen; adds up to 1. */
export type Belief = readonly number[];

export const costSum = (cost: Cost): number => PARTS.reduce((sum, part) => sum + (cost[part] ?? 0), 0);

const plus = (a: Cost, b: Cost, times = 1): Cost =>
  Object.fromEntries(
    PARTS.flatMap((part) => {
      const sum = (a[part] ?? 0) + times * (b[part] ?? 0);
      return sum === 0 ? [] : [[part, sum]];
    }),
  );

/** What is believed before anything was seen. */
export const noBelief = ({
  truths,
  chances,
}: {
  readonly truths: readonly unknown[];
  readonly chances?: readonly number[] | undefined;
}): Belief => chances ?? truths.map(() => 1 / truths.length);

/** What a move comes to be expected, and the best that follows it. */
export interface Foreseen {
  readonly move: string;
  /** kg as good as lost, by part. */
  readonly cost: Cost;
  readonly kg: number;
}

/** More knots than this are looked at by no game here; one that has more is refused, not cut short. */
const MOST_KNOTS = 400_000;

/** A move where the game stands, under every truth: asked of the problem once, whatever is believed. */
interface Way<S> {
  readonly move: string;
  /** By truth. */
  readonly costs: readonly Cost[];
  /** By what it says. */
  readonly shown: ReadonlyMap<string, { readonly next: S | null; readonly chances: readonly number[] }>;
}

/** Looks at every way a game can go; what was once looked at is kept. `pick` chooses among the ways on. */
class Lookahead<S, H> {
  private readonly known = new Map<string, readonly Foreseen[]>();
  private readonly standing = new Map<string, readonly Way<S>[]>();

  constructor(
    private readonly problem: Problem<S, H>,
    private readonly pick: (ways: readonly Foreseen[]) => Foreseen,
  ) {}

  private waysAt(at: S, key: string): readonly Way<S>[] {
    const before = this.standing.get(key);
    if (before) return before;
    const { truths } = this.problem;
    const ways = this.problem.moves(at).map((move): Way<S> => {
      const shown = new Map<string, { next: S | null; chances: number[] }>();
      for (const [i, truth] of truths.entries())
        for (const { p, says, next } of this.problem.seen(at, move, truth)) {
          let one = shown.get(says);
          if (!one) {
            one = { next, chances: truths.map(() => 0) };
            shown.set(says, one);
          }
          one.chances[i] = (one.chances[i] as number) + p;
        }
      return {
        move,
        costs: truths.map((truth) => this.problem.cost(at, move, truth)),
        shown,
      };
    });
    this.standing.set(key, ways);
    return ways;
  }

  believing(at: S, belief: Belief, move: string, says: string): Belief {
    const chances = this.waysAt(at, JSON.stringify(at))
      .find((way) => way.move === move)
      ?.shown.get(says)?.chances;
    const weights = belief.map((b, i) => b * (chances?.[i] ?? 0));
    const sum = weights.reduce((a, b) => a + b, 0);
    if (!(sum > 0)) throw new DomainError("not-seen", `After "${move}" nobody can see "${says}".`);
    return weights.map((w) => w / sum);
  }

  ways(at: S, belief: Belief): readonly Foreseen[] {
    const where = JSON.stringify(at);
    const key = `${where} ${belief.map((b) => Math.round(b * 1e9)).join(" ")}`;
    const before = this.known.get(key);
    if (before) return before;
    if (this.known.size >= MOST_KNOTS)
      throw new DomainError("too-large", "The game is too large to be looked through.");
    const ways = this.waysAt(at, where).map(({ move, costs, shown }): Foreseen => {
      const cost: Record<Part, number> = { lost: 0, risk: 0, time: 0, giveAway: 0, broken: 0 };
      const add = (more: Cost, times: number) => {
        for (const part of PARTS) cost[part] += times * (more[part] ?? 0);
      };
      for (const [i, weight] of belief.entries()) if (weight > 0) add(costs[i] ?? {}, weight);
      for (const { next, chances } of shown.values()) {
        if (next === null) continue;
        const weights = belief.map((b, i) => b * (chances[i] as number));
        const p = weights.reduce((sum, w) => sum + w, 0);
        if (p > 0)
          add(
            this.pick(
              this.ways(
                next,
                weights.map((w) => w / p),
              ),
            ).cost,
            p,
          );
      }
      return { move, cost, kg: costSum(cost) };
    });
    this.known.set(key, ways);
    return ways;
  }
}

/** The least of all there is to be expected; the first of those alike. */
export const least = (ways: readonly Foreseen[]): Foreseen =>
  ways.reduce((a, b) => (b.kg < a.kg - 1e-12 ? b : a));
const most = (ways: readonly Foreseen[]): Foreseen => ways.reduce((a, b) => (b.kg > a.kg ? b : a));

export interface Judge<S> {
  /** Each move there is with what it comes to when everything after it is done as well as can be. */
  readonly ways: (at: S, belief: Belief) => readonly Foreseen[];
  /** What is believed after a move showed something (Bayes). @throws DomainError where that could not be seen */
  readonly believing: (at: S, belief: Belief, move: string, says: string) => Belief;
  readonly best: Foreseen;
  /** What the worst way through the whole game would be expected to cost, kg. */
  readonly worstKg: number;
}

/** @throws DomainError for a game too large to be looked through */
export function judge<S, H>(problem: Problem<S, H>): Judge<S> {
  const looked = new Lookahead(problem, least);
  const belief = noBelief(problem);
  let worst: number | null = null;
  return {
    ways: (at, now) => looked.ways(at, now),
    believing: (at, before, move, says) => looked.believing(at, before, move, says),
    best: least(looked.ways(problem.start, belief)),
    // Asked for when all is over, and not before somebody waits for the first move.
    get worstKg() {
      worst ??= most(new Lookahead(problem, most).ways(problem.start, belief)).kg;
      return worst;
    },
  };
}

export interface Decision<S> {
  readonly at: S;
  readonly move: string;
  readonly says: string;
  readonly belief: Belief;
  /** What was known to come of it, and of the best there was. */
  readonly chosen: Foreseen;
  readonly best: Foreseen;
  /** What it cost in the end, by what was true. */
  readonly cost: Cost;
}

export interface Played<S> {
  readonly decisions: readonly Decision<S>[];
  /** Where it stands; null when it is over. */
  readonly at: S | null;
  readonly belief: Belief;
  readonly truth: number;
}

/** One truth by a seed, and chances of its own for each step: the same moves show the same again. */
const drawn = (seed: number, step: number): number => {
  const chance = seeded((seed ^ Math.imul(step + 1, 0x9e3779b1)) >>> 0);
  chance.next();
  return chance.next();
};

/**
 * A game of a seed as far as these moves bring it; what is left of them when it is over is not played.
 * @throws DomainError for a move that is not to be had
 */
export function playOn<S, H>(
  problem: Problem<S, H>,
  judging: Judge<S>,
  seed: number,
  moves: readonly string[],
): Played<S> {
  let chance = drawn(seed, 0);
  const found = noBelief(problem).findIndex((p) => {
    chance -= p;
    return chance < 0;
  });
  const truth = found === -1 ? problem.truths.length - 1 : found;
  const real = problem.truths[truth] as H;
  let at: S | null = problem.start;
  let belief = noBelief(problem);
  const decisions: Decision<S>[] = [];
  for (const [i, move] of moves.entries()) {
    if (at === null) break;
    const ways = judging.ways(at, belief);
    const chosen = ways.find((w) => w.move === move);
    if (!chosen) throw new DomainError("no-such-move", `"${move}" is not to be had here.`);
    let left = drawn(seed, i + 1);
    const seen = problem.seen(at, move, real);
    const shown =
      seen.find((s) => {
        left -= s.p;
        return left < 0;
      }) ?? (seen.at(-1) as Seen<S>);
    decisions.push({
      at,
      move,
      says: shown.says,
      belief,
      chosen,
      best: least(ways),
      cost: problem.cost(at, move, real),
    });
    if (shown.next !== null) belief = judging.believing(at, belief, move, shown.says);
    at = shown.next;
  }
  return { decisions, at, belief, truth };
}

/** The same, for moves that must all be played. @throws DomainError for a move when it is over, too */
export function play<S, H>(
  problem: Problem<S, H>,
  judging: Judge<S>,
  seed: number,
  moves: readonly string[],
): Played<S> {
  const played = playOn(problem, judging, seed, moves);
  if (played.decisions.length < moves.length) throw new DomainError("over", "The game is over.");
  return played;
}

export interface Score {
  /** 100 where every decision was the best that could be known, 0 where the whole was the worst. */
  readonly points: number;
  /** What the decisions cost beyond the best that was known, kg as good as lost. */
  readonly beyondKg: number;
  /** The same by part; a part may be under nothing where another was paid for it. */
  readonly beyond: Cost;
  /** What it came to in the end, luck included. */
  readonly came: Cost;
  /** The decisions that cost most, the dearest first. */
  readonly dearest: readonly number[];
}

const DEAR_KG = 0.05;

/** Judged by what was knowable at each step, never by how it came out; several games one after the other together. */
export function score<S>(
  games: readonly { readonly judging: Judge<S>; readonly played: Played<S> }[],
): Score {
  const decisions = games.flatMap(({ played }) => played.decisions);
  const by = decisions.map((d) => plus(d.chosen.cost, d.best.cost, -1));
  const kg = by.map((c) => Math.max(0, costSum(c)));
  const beyondKg = kg.reduce((a, b) => a + b, 0);
  const room = Math.max(
    1e-9,
    games.reduce((sum, { judging }) => sum + judging.worstKg - judging.best.kg, 0),
  );
  return {
    points: Math.round(100 * (1 - Math.min(1, beyondKg / room))),
    beyondKg,
    beyond: by.reduce((a, b) => plus(a, b), {}),
    came: decisions.reduce((a, d) => plus(a, d.cost), {} as Cost),
    dearest: kg
      .map((k, i) => ({ k, i }))
      .filter(({ k }) => k > DEAR_KG)
      .sort((a, b) => b.k - a.k)
      .slice(0, 2)
      .map(({ i }) => i),
  };
}
