import { describe, expect, it } from "vitest";
import { seeded } from "../statistics/seeded";
import {
  adviseDay,
  cappingsShare,
  type DayPlan,
  type Extractor,
  HAND_WAYS,
  type Hand,
  handStation,
  simulateDay,
  USUAL,
  whenToBreak,
} from "./index";

const boxes = (n: number, frames = 9, kg = 18, releaseMin = 0) =>
  Array.from({ length: n }, (_, i) => ({ id: `b${i}`, frames, kg, releaseMin, deep: false }));
const hand = (name: string, minPerFrame: number, cv = 0): Hand => ({
  name,
  fromMin: 0,
  toMin: 5000,
  uncap: { minPerFrame, cv },
  loads: false,
  pails: false,
});
const loader = (name = "loader"): Hand => ({
  name,
  fromMin: 0,
  toMin: 9000,
  uncap: null,
  loads: true,
  pails: true,
});
const machine = (slots: number, runMin: number, change: Partial<Extractor> = {}): Extractor => ({
  name: "machine",
  slots,
  deepSlots: 1,
  runMin,
  cv: 0,
  turns: 0,
  cranked: false,
  turning: null,
  ...change,
});
/** A day in which only what a test is about takes time; the tests name who uncaps, somebody loads. */
const bare = ({ uncap, ...change }: Partial<DayPlan> & { uncap?: readonly Hand[] }): DayPlan => ({
  boxes: boxes(10),
  hands: [...(uncap ?? [hand("uncap", 0.01)]), loader()],
  extractors: [machine(120, 0.01)],
  loadMinPerFrame: 0,
  turnMinPerFrame: 0,
  unloadMinPerFrame: 0,
  strainKgPerMin: 1e6,
  bufferKg: 1e6,
  pailKg: 2000,
  pailHasKg: 0,
  standsKg: 0,
  meshHasKg: 0,
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
    const day = simulateDay(bare({ uncap: [hand("uncap", 2)] }), once);
    expect(day.finishMin.p50).toBeCloseTo(10 * 9 * 2 + 0.01, 2);
    expect(day.bottleneck).toBe("uncap");
    expect(day.stations[0]?.utilisation).toBeCloseTo(1, 3);
  });

  it("two stations in series: the first box, then the slower station's pace", () => {
    // Boxes of 9 frames, a machine of 9 slots: uncap 9 min a box, spin 15 min: 9 + 10 x 15.
    const slowSpin = bare({
      uncap: [hand("uncap", 1)],
      extractors: [machine(9, 15)],
    });
    expect(simulateDay(slowSpin, once).finishMin.p50).toBeCloseTo(9 + 150, 2);
    expect(simulateDay(slowSpin, once).bottleneck).toBe("machine");
    // Spin 5 min: 10 x 9 + 5.
    const slowHand = bare({
      uncap: [hand("uncap", 1)],
      extractors: [machine(9, 5)],
    });
    expect(simulateDay(slowHand, once).finishMin.p50).toBeCloseTo(95, 2);
  });

  it("who only uncaps hands frames over one by one: the machine need not wait for the whole box", () => {
    // 12 frames of 2 min, a machine of 6 slots: six are ready at 12, run 14 to 26, the other six to 40.
    const day = bare({
      boxes: boxes(1, 12),
      uncap: [hand("uncap", 2)],
      extractors: [machine(6, 14)],
    });
    expect(simulateDay(day, once).finishMin.p50).toBeCloseTo(40, 1);
  });

  it("what holds the day up is the station whose relief saves most, not the busiest", () => {
    // The machine turns nearly all day because the strainer lets it: twice the strainer halves the day.
    const day = bare({
      boxes: boxes(20, 9, 18),
      uncap: [hand("uncap", 0.5)],
      extractors: [machine(9, 9)],
      strainKgPerMin: 1,
      bufferKg: 40,
    });
    const end = (change: Partial<DayPlan>) => simulateDay({ ...day, ...change }, once).finishMin.p50;
    const now = end({});
    const saves = {
      strain: now - end({ strainKgPerMin: 2 }),
      machine: now - end({ extractors: [machine(9, 9), machine(9, 9, { name: "second" })] }),
    };
    expect(saves.strain).toBeGreaterThan(10 * Math.max(1, saves.machine));
    expect(simulateDay(day, once).bottleneck).toBe("strain");
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
    const work = { uncap: [hand("uncap", 1)] };
    const end = (change: Partial<DayPlan>) => simulateDay(bare({ ...work, ...change }), once).finishMin.p50;
    expect(end({})).toBeCloseTo(90, 0);
    expect(end({ breaks: [{ fromMin: 30, toMin: 60 }] })).toBeCloseTo(120, 0);
    expect(end({ cleaningMin: 45 })).toBeCloseTo(135, 0);
    expect(end({ boxes: boxes(10, 9, 18, 100) })).toBeCloseTo(190, 0);
    const short = simulateDay(bare({ uncap: [{ ...hand("uncap", 1), toMin: 60 }] }), once);
    expect(short.finishMin.p50).toBe(Number.POSITIVE_INFINITY);
    expect(short.unfinished).toBe(1);
  });

  it("turning takes hands, and a cranked machine takes them all the while", () => {
    const spin = (change: Partial<Extractor>) => ({
      boxes: boxes(2, 4),
      extractors: [machine(4, 6, change)],
      loadMinPerFrame: 0.5,
      turnMinPerFrame: 0.25,
      unloadMinPerFrame: 0.25,
    });
    const end = (change: Partial<Extractor>) => simulateDay(bare(spin(change)), once);
    // Four frames: 2 to fill, 6 to turn, 1 to empty; two turnings of a minute each.
    expect(end({}).finishMin.p50).toBeCloseTo(0.04 + 2 * 9, 2);
    expect(end({ turns: 2 }).finishMin.p50).toBeCloseTo(0.04 + 2 * 11, 2);
    const busy = (change: Partial<Extractor>) =>
      end(change).stations.find((x) => x.station === "loader")?.busyMin;
    expect(busy({ turns: 2 })).toBeCloseTo(2 * 5, 2);
    expect(busy({ turns: 2, cranked: true })).toBeCloseTo(2 * 11, 2);
    // One at the crank of two machines: one stands while the other turns.
    const two = { ...spin({ cranked: true }), boxes: boxes(4, 4) };
    const pair = [machine(4, 6, { name: "a", cranked: true }), machine(4, 6, { name: "b", cranked: true })];
    expect(simulateDay(bare({ ...two, extractors: pair }), once).finishMin.p50).toBeCloseTo(4 * 9, 0);
  });

  it("one who can do everything does it all alone; who only uncaps swaps no pail", () => {
    const alone: Hand = { ...hand("Ines", 1), loads: true, pails: true };
    const day = bare({
      boxes: boxes(2, 10),
      hands: [alone],
      extractors: [machine(10, 5)],
      loadMinPerFrame: 0.2,
      unloadMinPerFrame: 0.1,
      pailKg: 12,
      swapMin: 3,
    });
    // 20 frames to uncap; filled and emptied twice, the last run turning alone; three pails of 36 kg to swap.
    // The first run turns while the second box is uncapped, the last one ends on its own.
    const got = simulateDay(day, once);
    expect(got.stations[0]?.busyMin).toBeCloseTo(20 + 2 * 3 + 3 * 3, 6);
    expect(got.finishMin.p50).toBeGreaterThanOrEqual(20 + 6 + 5 + 3);
    expect(got.finishMin.p50).toBeLessThan(20 + 6 + 9 + 5 + 2);
    expect(got.pails?.p50).toBe(3);
    // Nobody at the pails after noon: the day is not finished.
    const early = simulateDay(bare({ ...day, hands: [hand("uncap", 1), { ...loader(), toMin: 15 }] }), once);
    expect(early.unfinished).toBe(1);
  });

  it("a shift that begins later begins later; a part load goes in when the next box is far off", () => {
    const late = bare({ uncap: [{ ...hand("uncap", 1), fromMin: 60 }] });
    expect(simulateDay(late, once).finishMin.p50).toBeCloseTo(60 + 90, 0);
    const gap = bare({
      boxes: [...boxes(1, 5), ...boxes(1, 5, 18, 300)],
      extractors: [machine(10, 10)],
    });
    const runs = simulateDay(gap, once).board.filter((p) => p.does === "spin");
    expect(runs.map((r) => [r.amount, Math.round(r.fromMin)])).toEqual([
      [5, 0],
      [5, 300],
    ]);
    // Between them everybody waits for the hot room, and that is what holds the day up.
    expect(simulateDay(gap, once)).toMatchObject({ bottleneck: "hot room" });
    expect(simulateDay(gap, once).stations.find((x) => x.station === "hot room")?.busyMin).toBeCloseTo(
      300,
      0,
    );
    expect(simulateDay(late, once).stations.map((x) => x.station)).not.toContain("hot room");
    const near = bare({ boxes: [...boxes(1, 5), ...boxes(1, 5, 18, 8)], extractors: [machine(10, 10)] });
    expect(
      simulateDay(near, once)
        .board.filter((p) => p.does === "spin")
        .map((r) => r.amount),
    ).toEqual([10]);
  });

  it("a day under way begins with what turns and what stands in pail and sump", () => {
    const turning = { frames: 9, kg: 18, leftMin: 7, turnsLeft: 0 };
    const going = bare({
      boxes: boxes(2),
      extractors: [machine(9, 10, { turning })],
      unloadMinPerFrame: 0.1,
      pailKg: 20,
      pailHasKg: 5,
    });
    // 7 min more and 0.9 to empty it, then two loads of 10 and 0.9.
    const day = simulateDay(going, once);
    expect(day.finishMin.p50).toBeCloseTo(7.9 + 2 * 10.9, 3);
    // 54 kg come to the 5 that are in the pail; with 12 kg more on their way there is one pail more.
    expect(day.pails?.p50).toBe(3);
    expect(simulateDay({ ...going, standsKg: 12 }, once).pails?.p50).toBe(4);
    // With nothing left to uncap the last load still comes out; its frames are turned twice before.
    const last = bare({ boxes: [], extractors: [machine(9, 10, { turning: { ...turning, turnsLeft: 2 } })] });
    expect(simulateDay(last, once).finishMin.p50).toBeCloseTo(7, 3);
    expect(simulateDay({ ...last, turnMinPerFrame: 0.2 }, once).finishMin.p50).toBeCloseTo(7 + 2 * 1.8, 3);
  });

  it("says how many boxes are left when the shifts end", () => {
    // 9 min a box: six of ten are uncapped in an hour, and spun at once.
    const day = simulateDay(bare({ uncap: [{ ...hand("uncap", 1), toMin: 54 }] }), once);
    expect(day.boxesLeft).toEqual({ p50: 4, p90: 4 });
    expect(simulateDay(bare({ uncap: [hand("uncap", 1)] }), once).boxesLeft).toEqual({ p50: 0, p90: 0 });
  });

  it("a deep frame that takes two slots halves the load", () => {
    const spin = {
      extractors: [machine(18, 10)],
      uncap: [hand("uncap", 0.01)],
    };
    const single = simulateDay(bare({ ...spin, boxes: boxes(4) }), once).finishMin.p50;
    const deep = boxes(4).map((b) => ({ ...b, deep: true }));
    const taking = (deepSlots: 1 | 2) =>
      simulateDay(bare({ ...spin, extractors: [{ ...machine(18, 10), deepSlots }], boxes: deep }), once)
        .finishMin.p50;
    expect(taking(2)).toBeCloseTo(single * 2, 0);
    expect(taking(1)).toBe(single);
  });

  // M/M/1: Poisson arrivals at rate λ, exponential service of mean 1/μ: mean wait in queue ρ / (μ - λ).
  it("random arrivals at one irregular hand wait as long as queueing theory says", () => {
    const rng = seeded(42);
    const lambda = 1 / 12;
    let at = 0;
    const arriving = Array.from({ length: 4000 }, (_, i) => {
      at -= Math.log(1 - rng.next()) / lambda;
      return { id: `b${i}`, frames: 1, kg: 1, releaseMin: at / 10, deep: false };
    });
    // Minutes are told in tenths so that four thousand boxes fit a plan's bounds.
    const day = simulateDay(
      bare({
        boxes: arriving,
        uncap: [{ ...hand("uncap", 0.9, 1), toMin: 9000 }],
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
        ...USUAL,
        // So many eat in turns: the floor does not stand.
        breaks: [],
        boxes: boxes(120, 9, 18.6),
        hands: [
          hand("first machine", 0.45, 0.3),
          hand("second machine", 0.45, 0.3),
          { ...loader("first"), pails: false },
          { ...loader("second"), pails: false },
          // The others carry boxes, strain and weigh.
          { ...loader("at the pails"), loads: false },
        ],
        extractors: [
          machine(20, 15, { name: "twenty", cv: 0.1 }),
          machine(30, 15, { name: "thirty", cv: 0.1 }),
        ],
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
        hands: [hand("knife", 1.8, 0.3), loader("crank")],
        extractors: [machine(3, 8, { name: "hand machine", cv: 0.2, turns: 2, cranked: true })],
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
      hands: [hand("Tomasz, hot knife", 1.5, 0.3), loader()],
      extractors: [machine(20, 12, { name: "twenty", cv: 0.1 })],
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
      hands: [hand("a machine", 0.4), loader()],
      extractors: [machine(8, 15, { name: "eight", cv: 0.1 })],
    };
    const spun = simulateDay(slowSpin, { seed: 2, replicates: 100 });
    expect(adviseDay(slowSpin, spun, { seed: 2, replicates: 100 }).map((a) => a.what)).toEqual(
      expect.arrayContaining(["A machine of 12 slots instead of eight", "A second 8-slot machine"]),
    );
    // Somebody knows a quicker tool, and might help at the machines.
    const skilled = simulateDay(plan, { seed: 2, replicates: 100 });
    const hands = plan.hands.map((h) =>
      h.uncap ? { ...h, knows: [{ tool: "heated plane", minPerFrame: 0.9 }] } : h,
    );
    const own = adviseDay({ ...plan, hands }, skilled, { seed: 2, replicates: 100 });
    expect(
      own.find((a) => a.what === "Tomasz, hot knife: the heated plane instead")?.savesMin,
    ).toBeGreaterThan(100);
    // Six hours are not enough: an hour more would not be either; so many boxes stay that the rest is done.
    const by = { seed: 2, replicates: 100 };
    const short = {
      ...plan,
      boxes: boxes(36),
      hands: plan.hands.map((h) => (h.uncap ? { ...h, toMin: 360 } : h)),
    };
    const long = simulateDay(short, by);
    expect(long.unfinished).toBe(100);
    const left = adviseDay(short, long, by).find((a) => a.what.startsWith("Leaving"));
    const n = Number(/\d+/.exec(left?.what ?? "")?.[0]);
    // A box takes 13.5 min, 26 or 27 in six hours; nine days of ten are to end.
    expect(n).toBeGreaterThanOrEqual(9);
    expect(n).toBeLessThanOrEqual(13);
    const fewer = simulateDay({ ...short, boxes: short.boxes.slice(n) }, by);
    expect(fewer.unfinished).toBeLessThanOrEqual(10);
    // A fork is slow: what clearly quicker tools would do is tried, what somebody knows is not offered twice.
    const fork = { ...plan, hands: [{ ...hand("Odile, fork", 2.5, 0.3) }, loader()] };
    const tools = adviseDay(fork, simulateDay(fork, by), by).map((a) => a.what);
    expect(tools).toEqual(
      expect.arrayContaining(["A spiked roller for Odile, fork", "A hot knife for Odile, fork"]),
    );
    // Who waits for the last stack only is told what it costs to wait for it.
    const stacks = [...boxes(6), ...boxes(3, 9, 18, 120), ...boxes(4, 9, 18, 500)];
    const waited = { ...plan, boxes: stacks };
    const waiting = adviseDay(waited, simulateDay(waited, by), by);
    expect(waiting[0]).toMatchObject({ what: expect.stringMatching(/^Leaving (4|7) boxes/) });
    expect(waiting.find((a) => a.what === "Leaving 4 boxes for the next day")?.savesMin).toBeGreaterThan(240);
    // All that waits may stay while the last load turns; without one there is no day to speak of.
    const dry = { ...plan, boxes: boxes(6, 9, 18, 400) };
    const turns = { frames: 18, kg: 36, leftMin: 10, turnsLeft: 0 };
    const lastTurns = { ...dry, extractors: plan.extractors.map((e) => ({ ...e, turning: turns })) };
    const all = "Leaving 6 boxes for the next day";
    expect(adviseDay(lastTurns, simulateDay(lastTurns, by), by)[0]?.what).toBe(all);
    expect(adviseDay(dry, simulateDay(dry, by), by).map((a) => a.what)).not.toContain(all);
    // What still dries comes out of the hot room no sooner.
    const late = { ...plan, boxes: plan.boxes.map((b) => ({ ...b, releaseMin: 600 })) };
    const waits = simulateDay(late, { seed: 2, replicates: 100 });
    expect(adviseDay(late, waits, { seed: 2, replicates: 100 }).map((a) => a.what)).not.toContain(
      "Starting an hour earlier",
    );
  });
});

describe("when to break", () => {
  const by = { seed: 4, replicates: 20 };
  const eat = (fromMin: number, minutes = 45) => ({ fromMin, toMin: fromMin + minutes });

  it("costs its whole length while one bench holds the day up, and stays where it is planned", () => {
    // 20 boxes of 9 frames, 3 min a frame: nine hours, and nobody makes up for the break.
    const plan = bare({ uncap: [hand("uncap", 3)], boxes: boxes(20), breaks: [eat(200)] });
    const advice = whenToBreak(plan, by);
    expect(advice).toMatchObject({ atMin: 200, minutes: 45 });
    expect(advice?.costsMin).toBeCloseTo(45, 0);
    // Right after the start it costs no more, but nobody wants it there.
    const soon = whenToBreak({ ...plan, breaks: [eat(15)] }, by);
    expect(Math.abs((soon?.atMin ?? 0) + 22 - 270)).toBeLessThan(20);
    expect(soon?.planned?.costsMin).toBeCloseTo(45, 0);
    // So soon from now, with half the day behind them, is where it belongs.
    expect(whenToBreak({ ...plan, breaks: [eat(15)] }, { ...by, workedMin: 400 })?.atMin).toBe(15);
    expect(whenToBreak({ ...plan, breaks: [] }, { ...by, workedMin: 2000 })).toBeNull();
    // Nothing planned for a long day: half an hour in its middle.
    const none = whenToBreak({ ...plan, breaks: [] }, by);
    expect(none).toMatchObject({ minutes: 30, planned: null });
    expect(Math.abs((none?.atMin ?? 0) + 15 - 270)).toBeLessThan(15);
    expect(none?.costsMin).toBeCloseTo(30, 0);
  });

  it("costs nothing while everybody waits for the hot room, and says what it costs as planned", () => {
    // Five boxes take 135 min, five more come out after five hours.
    const dry = { ...bare({ uncap: [hand("uncap", 3)] }), boxes: [...boxes(5), ...boxes(5, 9, 18, 300)] };
    const advice = whenToBreak({ ...dry, breaks: [eat(320)] }, by);
    expect(advice?.costsMin).toBeCloseTo(0, 6);
    expect(advice?.atMin).toBeGreaterThanOrEqual(135);
    expect((advice?.atMin ?? 0) + 45).toBeLessThanOrEqual(300);
    expect(advice?.planned?.atMin).toBe(320);
    expect(advice?.planned?.costsMin).toBeCloseTo(45, 0);
    // Another break keeps its time, and the two do not lie upon each other.
    const two = whenToBreak({ ...dry, breaks: [eat(200, 20), eat(320)] }, by);
    expect(two?.minutes).toBe(45);
    const at = two?.atMin ?? 0;
    expect(at >= 220 || at + 45 <= 200).toBe(true);
  });

  it("is not asked of a short day without one, nor of shifts that end before the work", () => {
    const short = bare({ uncap: [hand("uncap", 1)] });
    expect(whenToBreak(short, by)).toBeNull();
    expect(whenToBreak({ ...short, breaks: [eat(30, 10)] }, by)?.planned?.costsMin).toBeCloseTo(10, 0);
    // One after everything is done is none.
    expect(whenToBreak({ ...short, breaks: [eat(100)] }, by)).toBeNull();
    // One that is on already is not moved any more.
    expect(whenToBreak({ ...short, breaks: [{ fromMin: -10, toMin: 20 }] }, by)).toBeNull();
    const early = bare({ uncap: [{ ...hand("uncap", 3), toMin: 60 }], breaks: [eat(30)] });
    expect(whenToBreak(early, by)).toBeNull();
  });
});

describe("the simulation", () => {
  it("is the same by seed, tells its progress and can be stopped", () => {
    const plan = bare({ uncap: [hand("uncap", 1, 0.3)] });
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
    [{ hands: [loader()] }, /no one to uncap/],
    [{ extractors: [] }, /no machine/],
    [{ hands: [hand("uncap", 1)] }, /no one to load/],
    [{ hands: [hand("uncap", 1), { ...loader(), pails: false }] }, /no one to swap/],
    [{ boxes: boxes(1, 40) }, /Frames in box/],
  ])("a plan that cannot be is refused: %j", (change, says) => {
    expect(() => simulateDay(bare(change), once)).toThrow(says);
  });
});

describe("stations without a machine", () => {
  it("begin with practice and learn times and yields from the house's own work", () => {
    for (const way of HAND_WAYS) expect(handStation(way)).toMatchObject({ timesFrom: 0, yieldsFrom: 0 });
    // Crushing takes its time for every frame: 20 frames in 100 min are 50 for ten.
    const crushed = { way: "crush", frames: 20, minutes: 100, left: 0.06 } as const;
    const learnt = handStation("crush", [crushed, crushed, { ...crushed, minutes: null, left: null }]);
    expect(learnt.runMin).toBeCloseTo((2 * 40 + 2 * 50) / 4, 9);
    expect(learnt.leftPct).toBeCloseTo((2 * 12 + 2 * 6) / 4, 9);
    expect(learnt).toMatchObject({ timesFrom: 2, yieldsFrom: 2, combLost: true });
    // Hanging to drain takes the same for one frame and for ten, and keeps the comb.
    const hung = { way: "gravity", frames: 5, minutes: 300, left: 0.2 } as const;
    expect(handStation("gravity", [hung, hung])).toMatchObject({ runMin: 390, combLost: false });
    expect(handStation("press", [hung]).timesFrom).toBe(0);
    expect(() => handStation("crush", [{ ...crushed, left: 1.2 }])).toThrow(/share/);
  });
});

// Common practice: about a fifth of the harvest can sit in the cappings after deep work with a cold knife.
describe("what goes into the cappings", () => {
  it("begins with practice for each tool and follows the house's own batches of that tool", () => {
    expect(cappingsShare("cold-knife", [])).toEqual({ pct: 20, learntFrom: 0 });
    const past = [
      { tool: "cold-knife", pct: 10 },
      { tool: "cold-knife", pct: 12 },
      { tool: "fork", pct: 2 },
    ] as const;
    expect(cappingsShare("cold-knife", past)).toEqual({ pct: (40 + 22) / 4, learntFrom: 2 });
    expect(cappingsShare("roller", past)).toEqual({ pct: 3, learntFrom: 0 });
    expect(() => cappingsShare("fork", [{ tool: "fork", pct: 120 }])).toThrow(/cappings/);
  });
});
