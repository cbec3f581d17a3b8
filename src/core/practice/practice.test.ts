import { describe, expect, it } from "vitest";
import { driedTo } from "./chance";
import { finishMin } from "./days/holds-up";
import { costSum, judge, noBelief, PARTS, type Problem, play, score } from "./game";
import {
  believedOf,
  bestKgOf,
  casesOf,
  certainKg,
  type At as DayAt,
  judgeOf,
  playedTo,
  playThrough,
  SCENARIOS,
  type Scenario,
  scenarioById,
  scoreOf,
} from "./index";

/** Two truths, two looks, two ends: small enough to be written out by hand. */
interface Door {
  readonly tiger: number;
}
type At = { readonly looks: number };
const TIGER: Problem<At, Door> = {
  truths: [{ tiger: 0 }, { tiger: 1 }],
  start: { looks: 0 },
  moves: ({ looks }) => (looks < 2 ? ["listen", "left", "right"] : ["left", "right"]),
  seen: ({ looks }, move, { tiger }) =>
    move === "listen"
      ? [
          { p: tiger === 0 ? 0.85 : 0.15, says: "left", next: { looks: looks + 1 } },
          { p: tiger === 0 ? 0.15 : 0.85, says: "right", next: { looks: looks + 1 } },
        ]
      : [{ p: 1, says: "open", next: null }],
  cost: (_, move, { tiger }) =>
    move === "listen" ? { time: 1 } : { risk: (move === "left") === (tiger === 0) ? 100 : 0 },
};

/** Every policy there is, one by one: what to do at the start and after each thing seen. */
function bruteForce<S, H>(problem: Problem<S, H>): number {
  const policies = (at: S, depth: number): ((truth: H) => number)[] =>
    depth > 4
      ? []
      : problem.moves(at).flatMap((move) => {
          const shown = new Map<string, S | null>();
          for (const truth of problem.truths)
            for (const { p, says, next } of problem.seen(at, move, truth)) if (p > 0) shown.set(says, next);
          let ways: ReadonlyMap<string, (truth: H) => number>[] = [new Map()];
          for (const [says, next] of shown) {
            const after = next === null ? [() => 0] : policies(next, depth + 1);
            ways = ways.flatMap((w) => after.map((a) => new Map([...w, [says, a]])));
          }
          return ways.map(
            (way) => (truth: H) =>
              costSum(problem.cost(at, move, truth)) +
              problem
                .seen(at, move, truth)
                .reduce((s, { p, says }) => s + (p > 0 ? p * (way.get(says)?.(truth) ?? 0) : 0), 0),
          );
        });
  return Math.min(
    ...policies(problem.start, 0).map(
      (policy) => problem.truths.reduce((s, t) => s + policy(t), 0) / problem.truths.length,
    ),
  );
}

describe("the best that can be known", () => {
  it("is what looking at every policy one by one finds, on small games", () => {
    expect(judge(TIGER).best.kg).toBeCloseTo(bruteForce(TIGER), 9);
    for (const [listen, right] of [
      [40, 0.85],
      [0.1, 0.6],
      [3, 0.99],
    ] as const) {
      const other: Problem<At, Door> = {
        ...TIGER,
        seen: (at, move, truth) =>
          TIGER.seen(at, move, truth).map((s) =>
            move === "listen" ? { ...s, p: s.p > 0.5 ? right : 1 - right } : s,
          ),
        cost: (at, move, truth) => (move === "listen" ? { time: listen } : TIGER.cost(at, move, truth)),
      };
      expect(judge(other).best.kg).toBeCloseTo(bruteForce(other), 9);
    }
  });

  it("is by hand: listen once or twice and open the other door", () => {
    // Twice: right twice or wrong twice 0.745 of the time, 3.02 % wrong; at odds, even.
    const twice = 2 + (0.15 ** 2 + 0.85 * 0.15) * 100;
    expect(judge(TIGER).best.kg).toBeCloseTo(Math.min(1 + 15, twice, 50), 9);
  });

  it("what is seen is believed by its chance (Bayes)", () => {
    const { believing } = judge(TIGER);
    const [left = 0] = believing({ looks: 0 }, [0.5, 0.5], "listen", "left");
    expect(left).toBeCloseTo(0.85, 12);
    const [again = 0] = believing({ looks: 1 }, [0.85, 0.15], "listen", "left");
    expect(again).toBeCloseTo(0.85 ** 2 / (0.85 ** 2 + 0.15 ** 2), 12);
    expect(() => believing({ looks: 0 }, [1, 0], "left", "a cow")).toThrow("nobody can see");
  });

  it("the same seed shows the same; a move that is not to be had is refused", () => {
    const judging = judge(TIGER);
    const a = play(TIGER, judging, 7, ["listen", "listen"]);
    expect(play(TIGER, judging, 7, ["listen", "listen"])).toEqual(a);
    expect(() => play(TIGER, judging, 7, ["listen", "listen", "listen"])).toThrow("not to be had");
    expect(() => play(TIGER, judging, 7, ["left", "left"])).toThrow("over");
  });

  it("a decision is judged by what was known: luck changes what it came to, not its points", () => {
    const judging = judge(TIGER);
    const points = new Set<number>();
    const came = new Set<number>();
    for (let seed = 0; seed < 40; seed++) {
      const told = score([{ judging, played: play(TIGER, judging, seed, ["left"]) }]);
      points.add(told.points);
      came.add(costSum(told.came));
    }
    expect(points.size).toBe(1);
    expect([...came].sort((a, b) => a - b)).toEqual([0, 100]);
  });
});

const RUNS = 200;
const mean = (list: readonly number[]) => list.reduce((a, b) => a + b, 0) / list.length;
const CASES = SCENARIOS.flatMap((s) => s.cases.map((of, i) => [`${s.title} ${i + 1}`, of] as const));

describe.each(CASES)("the case %s", (_, of) => {
  it("is a game: chances add up, no cost is under nothing, every move is named, it comes to an end", () => {
    const { problem } = of;
    expect(noBelief(problem).reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
    expect(noBelief(problem)).toHaveLength(problem.truths.length);
    const knots = [problem.start];
    const known = new Set<string>();
    for (let at = knots.pop(); at !== undefined; at = knots.pop()) {
      const moves = problem.moves(at);
      expect(moves.length).toBeGreaterThan(0);
      for (const move of moves) {
        expect(of.moves[move]?.label, move).toBeTruthy();
        for (const truth of problem.truths) {
          const cost = problem.cost(at, move, truth);
          const least = Math.min(...PARTS.map((part) => cost[part] ?? 0));
          const seen = problem.seen(at, move, truth);
          const off = Math.abs(seen.reduce((s, x) => s + x.p, 0) - 1);
          // One word for all that must hold: it is asked a million times.
          if (!(least >= 0 && off < 1e-9)) expect({ move, truth, least, off }).toBe("a game");
          for (const { next } of seen)
            if (next !== null && !known.has(JSON.stringify(next))) {
              known.add(JSON.stringify(next));
              knots.push(next);
            }
        }
      }
      for (const said of of.stands(at)) expect(said).toBeTruthy();
    }
    expect(known.size).toBeLessThan(500);
    // As many sentences whatever was true, each as it was.
    const told = problem.truths.map((truth) => of.was(truth));
    expect(new Set(told.map((list) => list.length)).size).toBe(1);
    expect(told.flat().every(Boolean)).toBe(true);
  });

  it("nobody who never decides is brought to an end by it: the last word is somebody's", () => {
    let at: DayAt | null = of.problem.start;
    for (let i = 0; at !== null && of.problem.moves(at).includes("wait"); i++) {
      expect(i).toBeLessThan(20);
      at = of.problem.seen(at, "wait", of.problem.truths[0] as never)[0]?.next ?? null;
    }
    expect(at).not.toBeNull();
  });
});

describe.each(SCENARIOS.map((s) => [s.title, s] as const))("the day %s", (_, scenario) => {
  const results = (how: "naive" | "cautious" | "best", runs = RUNS) =>
    Array.from({ length: runs }, (__, seed) => {
      const day = playThrough(scenario, seed * 7919 + 13, how);
      return { day, told: scoreOf(day) };
    });

  it("in 200 seeded runs the best player loses least, and scores full; nobody beats what can be known", () => {
    const best = results("best");
    const others = [results("naive"), results("cautious")];
    expect(best.every(({ told }) => told.points === 100 && told.beyondKg < 1e-6)).toBe(true);
    // What it comes to in the end, counted: within three standard errors of what was foreseen, and under the others'.
    const came = best.map(({ told }) => costSum(told.came));
    const sd = Math.sqrt(mean(came.map((c) => (c - mean(came)) ** 2)));
    expect(Math.abs(mean(came) - bestKgOf(scenario))).toBeLessThan(3 * (sd / Math.sqrt(RUNS)) + 0.05);
    for (const other of others) {
      expect(mean(other.map(({ told }) => told.points))).toBeLessThan(99.5);
      expect(mean(other.map(({ told }) => costSum(told.came)))).toBeGreaterThan(mean(came) - 1e-9);
      for (const { told } of other) expect(told.beyondKg).toBeGreaterThanOrEqual(-1e-9);
    }
  });

  it("has cases that look alike and are not: no one way of going about it is the best in all of them", () => {
    const ways = new Set(
      results("best", 20).flatMap(({ day }) =>
        day.cases.map(({ played }) => played.decisions.map((d) => d.move).join(" ")),
      ),
    );
    expect(ways.size).toBeGreaterThan(1);
    // A look is worth something in one of them at least.
    const looks = scenario.cases.filter((of) => {
      const [seen] = of.problem.seen(of.problem.start, judgeOf(of).best.move, of.problem.truths[0] as never);
      return seen?.next != null;
    });
    expect(looks.length).toBeGreaterThan(0);
  });

  it("brings all its cases, in an order of its seed", () => {
    expect(new Set(casesOf(scenario, 5))).toEqual(new Set(scenario.cases));
    const orders = Array.from({ length: 40 }, (__, seed) =>
      casesOf(scenario, seed)
        .map((of) => scenario.cases.indexOf(of))
        .join(""),
    );
    expect(new Set(orders).size).toBeGreaterThan(3);
    const day = playThrough(scenario, 11, "naive");
    expect(day.cases.map(({ of }) => of)).toEqual(casesOf(scenario, 11));
    expect(day.over).toBe(true);
    const moves = day.cases.flatMap(({ played }) => played.decisions.map((d) => d.move));
    expect(playedTo(scenario, 11, moves.slice(0, -1)).over).toBe(false);
    expect(() => playedTo(scenario, 11, [...moves, "wait"])).toThrow("over");
  });
});

describe("what is computed in them", () => {
  it("what a move costs for certain is told, and never more than it comes to", () => {
    for (const [, of] of CASES) {
      const { problem } = of;
      for (const move of problem.moves(problem.start)) {
        const certain = certainKg(of, problem.start, move);
        for (const truth of problem.truths)
          expect(costSum(problem.cost(problem.start, move, truth))).toBeGreaterThanOrEqual(certain - 1e-9);
      }
      for (const line of of.known) expect(line).not.toMatch(/undefined|NaN/);
    }
    const [ripe] = (scenarioById("ripe") as Scenario).cases;
    // By hand: 4 kg and a twentieth of 100 in time, a twenty-fifth of it eaten.
    expect(ripe && certainKg(ripe, ripe.problem.start, "back")).toBeCloseTo(13, 9);
    expect(ripe?.known).toContain(
      "Of ten as wet ferment: at 17.5 % none, at 18.5 % six, at 19.5 % nine. What ferments is lost.",
    );
  });

  it("the truth stands beside what could be believed: as wide as it was where nobody looked, known where it was seen", () => {
    const scenario = scenarioById("ripe") as Scenario;
    const [of] = scenario.cases;
    if (!of) throw new Error("no case");
    const seed = Array.from({ length: 200 }, (_, i) => i).find((i) => casesOf(scenario, i)[0] === of) ?? 0;
    const [blind] = playedTo(scenario, seed, ["spin"]).cases;
    const [water, off] = blind ? believedOf(blind) : [];
    // 17.9 with 0.7: four of five lie within 1.28 of these.
    expect(water?.belief).toEqual({ kind: "figure", lo: "16.9", middle: "17.9", hi: "18.9" });
    expect(off?.belief).toMatchObject({ kind: "thing", spokeFor: expect.closeTo(1 / 3, 9) });
    const [looked] = playedTo(scenario, seed, ["oil", "read", "read", "spin"]).cases;
    const [closer, known] = looked ? believedOf(looked) : [];
    expect(known?.belief).toMatchObject({ kind: "thing", spokeFor: 1 });
    const band = (b: typeof closer) =>
      b?.belief.kind === "figure" ? Number(b.belief.hi) - Number(b.belief.lo) : Number.NaN;
    expect(band(closer)).toBeLessThan(band(water));
    // Counted over many days, the band holds what is true four times of five and seldom more often than nine of ten.
    let held = 0;
    let all = 0;
    for (let i = 0; i < 300; i++)
      for (const one of playThrough(scenario, i, "best").cases) {
        const [b] = believedOf(one);
        if (b?.belief.kind !== "figure") throw new Error("a figure");
        const was = Number(/[\d.]+\d/.exec(b.was)?.[0]);
        all += 1;
        held += was >= Number(b.belief.lo) && was <= Number(b.belief.hi) ? 1 : 0;
      }
    expect(held / all).toBeGreaterThan(0.8);
    expect(held / all).toBeLessThan(0.99);
  });

  it("a night in a dry room takes half a per cent to one out, in a damp one a good deal less (common practice)", () => {
    const room = { tempC: 33, humidityPct: 35 };
    expect(18 - driedTo(18, 14, room)).toBeGreaterThan(0.4);
    expect(18 - driedTo(18, 14, room)).toBeLessThan(1.1);
    expect(18 - driedTo(18, 14, { tempC: 25, humidityPct: 58 })).toBeLessThan(0.15);
    expect(driedTo(18, 0, room)).toBe(18);
  });

  it("free hands save most where things wait, by the day's own simulation", () => {
    const usual = { bench: 1.2, machine: 0.25, strainer: 3 };
    for (const [slow, pace] of [
      ["bench", { ...usual, bench: 2.4 }],
      ["machine", { ...usual, machine: 2.2 }],
      ["strainer", { ...usual, strainer: 17 }],
    ] as const) {
      const took = Object.fromEntries(
        (["bench", "machine", "strainer"] as const).map((help) => [help, finishMin(30, pace, help)]),
      );
      for (const [help, min] of Object.entries(took))
        if (help !== slow) expect(min - (took[slow] ?? 0)).toBeGreaterThan(60);
    }
  });

  it("frames laid by weight pull less than by hand, and those less than as they come, in every load of ours", () => {
    const { cases } = scenarioById("odd-load") as Scenario;
    for (const of of cases) {
      const at = (laid: string) => ({ step: 2, laid, looked: true });
      const kg = (laid: string) =>
        mean(of.problem.truths.map((truth) => costSum(of.problem.cost(at(laid), "fast", truth))));
      expect(kg("scale")).toBeLessThanOrEqual(kg("hands"));
      expect(kg("hands")).toBeLessThanOrEqual(kg("round") + 1e-9);
      expect(kg("scale")).toBeLessThan(kg("round"));
    }
  });
});
