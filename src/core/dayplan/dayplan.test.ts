import { describe, expect, it } from "vitest";
import { seeded } from "../statistics/seeded";
import { adviseDay, type DayPlan, simulateDay, USUAL } from "./index";

const boxes = (n: number, frames = 9, kg = 18, releaseMin = 0) =>
  Array.from({ length: n }, (_, i) => ({ id: `b${i}`, frames, kg, releaseMin, slotsPerFrame: 1 }));
const hand = (name: string, minPerFrame: number, cv = 0) => ({
  name,
  minPerFrame,
  cv,
  fromMin: 0,
  toMin: 5000,
});
/** A day in which only what a test is about takes time. */
const bare = (change: Partial<DayPlan>): DayPlan => ({
  boxes: boxes(10),
  uncappers: [hand("uncap", 0.01)],
  extractors: [{ name: "machine", slots: 120, runMin: 0.01, cv: 0 }],
  tenders: 1,
  loadMinPerFrame: 0,
  unloadMinPerFrame: 0,
  strainKgPerMin: 1e6,
  bufferKg: 1e6,
  pailKg: 2000,
  swapMin: 0,
  meshKg: 1e6,
  meshMin: 0,
  breaks: [],
  cleaningMin: 0,
  ...change,
});
const once = { seed: 1, replicates: 1 };

describe("against closed forms", () => {
  it("one station: so many frames, so many minutes", () => {
    const day = simulateDay(bare({ uncappers: [hand("uncap", 2)] }), once);
    expect(day.finishMin.p50).toBeCloseTo(10 * 9 * 2 + 0.01, 2);
    expect(day.bottleneck).toBe("uncap");
    expect(day.stations[0]?.utilisation).toBeCloseTo(1, 3);
  });

  it("two stations in series: the first box, then the slower station's pace", () => {
    // Boxes of 9 frames, a machine of 9 slots: uncap 9 min a box, spin 15 min: 9 + 10 x 15.
    const slowSpin = bare({
      uncappers: [hand("uncap", 1)],
      extractors: [{ name: "machine", slots: 9, runMin: 15, cv: 0 }],
    });
    expect(simulateDay(slowSpin, once).finishMin.p50).toBeCloseTo(9 + 150, 2);
    expect(simulateDay(slowSpin, once).bottleneck).toBe("machine");
    // Spin 5 min: 10 x 9 + 5.
    const slowHand = bare({
      uncappers: [hand("uncap", 1)],
      extractors: [{ name: "machine", slots: 9, runMin: 5, cv: 0 }],
    });
    expect(simulateDay(slowHand, once).finishMin.p50).toBeCloseTo(95, 2);
  });

  it("straining, pails and meshes take their time", () => {
    const day = simulateDay(
      bare({ strainKgPerMin: 3, pailKg: 26.5, swapMin: 2, meshKg: 50, meshMin: 5 }),
      once,
    );
    // 180 kg: 60 min, six full pails of seven, three meshes.
    expect(day.finishMin.p50).toBeCloseTo(0.91 + 60 + 6 * 2 + 3 * 5, 1);
    expect(day.pails?.p50).toBe(7);
    expect(day.meshChanges).toBe(3);
  });

  it("breaks, shifts, releases and cleaning move the end", () => {
    const work = { uncappers: [hand("uncap", 1)] };
    const end = (change: Partial<DayPlan>) => simulateDay(bare({ ...work, ...change }), once).finishMin.p50;
    expect(end({})).toBeCloseTo(90, 0);
    expect(end({ breaks: [{ fromMin: 30, toMin: 60 }] })).toBeCloseTo(120, 0);
    expect(end({ cleaningMin: 45 })).toBeCloseTo(135, 0);
    expect(end({ boxes: boxes(10, 9, 18, 100) })).toBeCloseTo(190, 0);
    const short = simulateDay(bare({ uncappers: [{ ...hand("uncap", 1), toMin: 60 }] }), once);
    expect(short.finishMin.p50).toBe(Number.POSITIVE_INFINITY);
    expect(short.unfinished).toBe(1);
  });

  it("a deep frame that takes two slots halves the load", () => {
    const spin = {
      extractors: [{ name: "machine", slots: 18, runMin: 10, cv: 0 }],
      uncappers: [hand("uncap", 0.01)],
    };
    const single = simulateDay(bare({ ...spin, boxes: boxes(4) }), once).finishMin.p50;
    const deep = simulateDay(
      bare({ ...spin, boxes: boxes(4).map((b) => ({ ...b, slotsPerFrame: 2 })) }),
      once,
    ).finishMin.p50;
    expect(deep).toBeCloseTo(single * 2, 0);
  });

  // M/M/1: Poisson arrivals at rate λ, exponential service of mean 1/μ: mean wait in queue ρ / (μ - λ).
  it("random arrivals at one irregular hand wait as long as queueing theory says", () => {
    const rng = seeded(42);
    const lambda = 1 / 12;
    let at = 0;
    const arriving = Array.from({ length: 4000 }, (_, i) => {
      at -= Math.log(1 - rng.next()) / lambda;
      return { id: `b${i}`, frames: 1, kg: 1, releaseMin: at / 10, slotsPerFrame: 1 };
    });
    // Minutes are told in tenths so that four thousand boxes fit a plan's bounds.
    const day = simulateDay(
      bare({
        boxes: arriving,
        uncappers: [{ name: "uncap", minPerFrame: 0.9, cv: 1, fromMin: 0, toMin: 9000 }],
      }),
      { seed: 3, replicates: 20 },
    );
    const mu = 1 / 9;
    const expected = lambda / mu / (mu - lambda) / 10;
    expect(day.boxWaitMin / expected).toBeGreaterThan(0.85);
    expect(day.boxWaitMin / expected).toBeLessThan(1.15);
  });
});

describe("days people have had (common practice)", () => {
  const usual = { ...USUAL, breaks: [{ fromMin: 240, toMin: 285 }] };

  it("120 boxes, a 20- and a 30-slot radial, two uncapping machines and eight people: 8-11 hours, 80-90 pails", () => {
    const day = simulateDay(
      {
        ...usual,
        boxes: boxes(120, 9, 18.6),
        uncappers: [hand("first machine", 0.45, 0.3), hand("second machine", 0.45, 0.3)],
        extractors: [
          { name: "twenty", slots: 20, runMin: 15, cv: 0.1 },
          { name: "thirty", slots: 30, runMin: 15, cv: 0.1 },
        ],
        tenders: 2,
      },
      { seed: 5, replicates: 200 },
    );
    expect(day.finishMin.p50 / 60).toBeGreaterThan(8);
    expect(day.finishMin.p50 / 60).toBeLessThan(11);
    expect(day.pails?.p50).toBeGreaterThanOrEqual(80);
    expect(day.pails?.p50).toBeLessThanOrEqual(90);
    expect(day.finishMin.p10).toBeLessThanOrEqual(day.finishMin.p50);
    expect(day.finishMin.p90).toBeGreaterThan(day.finishMin.p10);
  });

  it("a couple with a three-frame hand machine: 12 small frames in one to two hours", () => {
    const day = simulateDay(
      {
        ...usual,
        breaks: [],
        boxes: boxes(1, 12, 14.5),
        uncappers: [hand("knife", 1.8, 0.3)],
        extractors: [{ name: "hand machine", slots: 3, runMin: 8, cv: 0.2 }],
        tenders: 1,
        strainKgPerMin: 1,
        cleaningMin: 20,
      },
      { seed: 5, replicates: 200 },
    );
    expect(day.finishMin.p50).toBeGreaterThan(60);
    expect(day.finishMin.p50).toBeLessThan(120);
  });

  it("advice names what helps the station that holds the day up, best first", () => {
    const plan: DayPlan = {
      ...usual,
      boxes: boxes(24),
      uncappers: [hand("Tomasz, hot knife", 1.5, 0.3)],
      extractors: [{ name: "twenty", slots: 20, runMin: 12, cv: 0.1 }],
      tenders: 1,
    };
    const now = simulateDay(plan, { seed: 2, replicates: 100 });
    expect(now.bottleneck).toBe("Tomasz, hot knife");
    const advice = adviseDay(plan, now, { seed: 2, replicates: 100 });
    expect(advice.map((a) => a.savesMin)).toEqual([...advice.map((a) => a.savesMin)].sort((a, b) => b - a));
    expect(advice[0]?.what).toMatch(/uncapping machine|more pair of hands/);
    expect(advice.map((a) => a.what)).not.toContain("A second strainer");
    expect(advice.find((a) => a.what.includes("hour earlier"))?.savesMin).toBeCloseTo(60, -1);
    const slowSpin = {
      ...plan,
      uncappers: [hand("a machine", 0.4)],
      extractors: [{ name: "eight", slots: 8, runMin: 15, cv: 0.1 }],
    };
    const spun = simulateDay(slowSpin, { seed: 2, replicates: 100 });
    expect(adviseDay(slowSpin, spun, { seed: 2, replicates: 100 }).map((a) => a.what)).toEqual(
      expect.arrayContaining(["A machine of 12 slots instead of eight", "A second 8-slot machine"]),
    );
    // What still dries comes out of the hot room no sooner.
    const late = { ...plan, boxes: plan.boxes.map((b) => ({ ...b, releaseMin: 600 })) };
    const waits = simulateDay(late, { seed: 2, replicates: 100 });
    expect(adviseDay(late, waits, { seed: 2, replicates: 100 }).map((a) => a.what)).not.toContain(
      "Starting an hour earlier",
    );
  });
});

describe("the simulation", () => {
  it("is the same by seed, tells its progress and can be stopped", () => {
    const plan = bare({ uncappers: [hand("uncap", 1, 0.3)] });
    expect(simulateDay(plan, { seed: 9, replicates: 60 })).toEqual(
      simulateDay(plan, { seed: 9, replicates: 60 }),
    );
    const told: number[] = [];
    const part = simulateDay(plan, { seed: 9, replicates: 1000, progress: (n) => told.push(n) < 3 });
    expect(told).toEqual([50, 100, 150]);
    expect(part.replicates).toBe(150);
  });

  it.each<[Partial<DayPlan>, RegExp]>([
    [{ boxes: [] }, /no boxes/],
    [{ uncappers: [] }, /no one to uncap/],
    [{ extractors: [] }, /no machine/],
    [{ tenders: 0 }, /People who load/],
    [{ boxes: boxes(1, 40) }, /Frames in box/],
  ])("a plan that cannot be is refused: %j", (change, says) => {
    expect(() => simulateDay(bare(change), once)).toThrow(says);
  });
});
