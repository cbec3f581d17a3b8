import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { seeded } from "../statistics/seeded";
import {
  arrangeLoad,
  drumLevel,
  FRAME_KNOWN,
  FRAME_SD_KG,
  type FrameKnown,
  headroom,
  imbalance,
  judgeLoad,
  type KnownFrame,
  learntDecline,
  learntTolerance,
  loadOf,
  type Machine,
  minutesUntil,
  movedFrame,
  type PlacedFrame,
  programme,
  relativeForce,
  shakingForceN,
  spinBase,
  spinTime,
  steadiness,
  stillToCome,
  USUAL_DECLINE,
  underTheGate,
} from "./index";

const machine = (
  slots: number,
  kind: Machine["kind"] = slots === 3 ? "three-basket" : "radial",
): Machine => ({
  kind,
  slots,
  radiusM: 0.3,
  drumDiameterM: 0.76,
  clearanceM: 0.15,
  allowedKgM: 0.3,
});
const frames = (n: number, seed: number) => {
  const rng = seeded(seed);
  return Array.from({ length: n }, (_, i) => ({ id: `f${i}`, massKg: rng.between(1.4, 3.6, 2) }));
};
/** Every way there is, without any cleverness but that turning or mirroring the machine changes nothing. */
function byHand(masses: readonly number[], m: Machine): number {
  const angle = (slot: number) => (2 * Math.PI * slot) / m.slots;
  const cos = Float64Array.from({ length: m.slots }, (_, i) => Math.cos(angle(i)));
  const sin = Float64Array.from({ length: m.slots }, (_, i) => Math.sin(angle(i)));
  const free = new Uint8Array(m.slots).fill(1);
  let least = Number.POSITIVE_INFINITY;
  const place = (i: number, x: number, y: number): void => {
    const mass = masses[i] as number;
    const last = i === 0 ? 0 : i === 1 ? Math.floor(m.slots / 2) : m.slots - 1;
    for (let s = 0; s <= last; s++) {
      if (!free[s]) continue;
      const [nx, ny] = [x + mass * (cos[s] as number), y + mass * (sin[s] as number)];
      if (i === masses.length - 1) {
        const u = nx * nx + ny * ny;
        if (u < least) least = u;
        continue;
      }
      free[s] = 0;
      place(i + 1, nx, ny);
      free[s] = 1;
    }
  };
  place(0, 0, 0);
  return Math.sqrt(least) * m.radiusM;
}

describe("imbalance", () => {
  it("is nothing for equal frames opposite each other or in three baskets, and m r for one alone", () => {
    expect(imbalance([2, null, 2, null], machine(4)).kgM).toBeCloseTo(0, 12);
    expect(imbalance([2, 2, 2], machine(3)).kgM).toBeCloseTo(0, 12);
    const alone = imbalance([null, 2.5, null, null], machine(4));
    expect(alone.kgM).toBeCloseTo(2.5 * 0.3, 12);
    expect(alone.angle).toBeCloseTo(Math.PI / 2, 12);
  });

  it("does not change when the machine is turned", () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.5, max: 5, noNaN: true }), { minLength: 6, maxLength: 6 }),
        fc.nat(5),
        (load, turn) => {
          const turned = [...load.slice(turn), ...load.slice(0, turn)];
          expect(imbalance(turned, machine(6)).kgM).toBeCloseTo(imbalance(load, machine(6)).kgM, 9);
        },
      ),
    );
  });

  // U ω²: 0.1 kg·m at 300 rpm (31.4 rad/s) pulls with 98.7 N; 0.3 m at 300 rpm is 30 times gravity.
  it("pulls with U ω²", () => {
    expect(shakingForceN(0.1, 300)).toBeCloseTo(98.7, 1);
    expect(relativeForce(0.3, 300)).toBeCloseTo(30.2, 1);
    expect(["stands", "watch", "walks"]).toEqual([0.1, 0.2, 0.4].map((u) => steadiness(u, 0.3)));
    expect(() => imbalance([1, 1, 1, 1], machine(3))).toThrow(/3 slots; 4/);
    expect(() => imbalance([99], machine(4))).toThrow(/weight/);
  });

  const calm = (...kgM: number[]) => kgM.map((x) => ({ kgM: x, shaky: false }));
  const shook = (...kgM: number[]) => kgM.map((x) => ({ kgM: x, shaky: true }));
  it.each<[string, { kgM: number; shaky: boolean }[], number]>([
    ["no run says anything", [], 0.3],
    ["calm runs under what was given", calm(0.2, 0.05), 0.3],
    ["half way between the worst calm and the mildest shaky run", [...calm(0.12), ...shook(0.2)], 0.16],
    ["one shaky run alone: half way to half of it", shook(0.2), 0.15],
    ["one far beyond what was given says nothing new", [...calm(0, 0.1), ...shook(0.8)], 0.3],
    ["above what was given no further than it stood", [...calm(0.35), ...shook(0.5)], 0.35],
    [
      "that it stood there three times counts against one that shook",
      [...calm(0.35, 0.36, 0.4), ...shook(0.32)],
      0.4,
    ],
    ["one odd run among calm ones", [...calm(0.05, 0.1, 0.15, 0.2), ...shook(0.02)], 0.3],
    ["never under a load that ran calm", [...calm(0.1), ...shook(0.02)], 0.1],
    ["never under it, however often it shook below", [...calm(0.25), ...shook(0.1, 0.12, 0.2)], 0.25],
  ])("learns what the machine stands: %s", (_, runs, stands) => {
    expect(learntTolerance(runs, 0.3)).toBeCloseTo(stands, 9);
  });
});

describe("a load whose frames were not weighed", () => {
  const twenty = machine(20);
  const full = (known: FrameKnown): KnownFrame[] =>
    Array.from({ length: 20 }, () => ({ massKg: 2.3, width: 1, known }));

  it("is not said to stand still: alike on paper, it pulls as its frames differ", () => {
    const paper = judgeLoad(full("unknown"), twenty, 0.3);
    expect(paper.kgM).toBeCloseTo(0, 9);
    // Frames 0.4 kg apart pull with 0.4 x 0.3 x √20 x √(2 ln 2) / √2 in the median: a Rayleigh law.
    const rayleigh = 0.4 * 0.3 * Math.sqrt(20 / 2) * Math.sqrt(2 * Math.log(2));
    expect(paper.middleKgM / rayleigh).toBeGreaterThan(0.95);
    expect(paper.middleKgM / rayleigh).toBeLessThan(1.05);
    expect(paper.verdict).toBe("walks");
    expect(paper.unweighed).toBe(20);
    const weighed = judgeLoad(full("weighed"), twenty, 0.3);
    expect(weighed).toMatchObject({ verdict: "stands", unweighed: 0, weighNext: [] });
  });

  it("the band holds what simulated frames do in about 80 of 100", () => {
    const rng = seeded(11);
    let inside = 0;
    for (let i = 0; i < 1000; i++) {
      const frames = Array.from(
        { length: 20 },
        (_, slot): KnownFrame => ({
          massKg: rng.between(1.6, 3.2, 2),
          width: 1,
          known: FRAME_KNOWN[slot % 3] as FrameKnown,
        }),
      );
      const told = judgeLoad(frames, twenty, 0.3);
      const true_ = imbalance(
        frames.map((f) => Math.max(0.3, rng.normal(f.massKg, FRAME_SD_KG[f.known]))),
        twenty,
      ).kgM;
      if (true_ >= told.loKgM && true_ <= told.hiKgM) inside++;
    }
    expect(inside).toBeGreaterThan(760);
    expect(inside).toBeLessThan(850);
  });

  it("names the few weighings that would settle it", () => {
    const some = full("weighed").map((f, i): KnownFrame => (i < 3 ? { ...f, known: "unknown" } : f));
    const told = judgeLoad(some, twenty, 0.3);
    expect(told.verdict).toBe("watch");
    expect(told.weighNext.length).toBeGreaterThan(0);
    expect(told.weighNext.every((slot) => slot < 3)).toBe(true);
    const then = some.map(
      (f, i): KnownFrame => (told.weighNext.includes(i) ? { ...f, known: "weighed" } : f),
    );
    expect(judgeLoad(then, twenty, 0.3).verdict).toBe("stands");
  });
});

describe("frames across two slots", () => {
  const mixed = (widths: readonly (1 | 2)[], seed: number) =>
    frames(widths.length, seed).map((f, i) => ({ ...f, width: widths[i] as 1 | 2 }));
  const placed = (got: { readonly slots: readonly (string | null)[] }, list: ReturnType<typeof mixed>) =>
    got.slots.map((id) => list.find((f) => f.id === id) ?? null);
  /** Every way they can lie, the first frame in the first slot. */
  function everyWay(list: readonly PlacedFrame[], m: Machine): number {
    const slots: (PlacedFrame | null)[] = Array(m.slots).fill(null);
    const taken: boolean[] = Array(m.slots).fill(false);
    let least = Number.POSITIVE_INFINITY;
    const place = (i: number): void => {
      const f = list[i];
      if (!f) {
        least = Math.min(least, imbalance(loadOf(slots), m).kgM);
        return;
      }
      const last = i === 0 ? 0 : i === 1 ? Math.floor(m.slots / 2) : m.slots - 1;
      for (let s = 0; s <= last; s++) {
        const other = f.width === 2 ? (s + 1) % m.slots : s;
        if (taken[s] || taken[other]) continue;
        slots[s] = f;
        taken[s] = taken[other] = true;
        place(i + 1);
        slots[s] = null;
        taken[s] = taken[other] = false;
      }
    };
    place(0);
    return least;
  }

  it("pull half and half: a chord's middle lies nearer the axle by the cosine of half a slot's angle", () => {
    const six = machine(6);
    const one = imbalance(loadOf([{ massKg: 4, width: 2 }, null, null, null, null, null]), six);
    expect(one.kgM).toBeCloseTo(4 * 0.3 * Math.cos(Math.PI / 6), 12);
    expect(one.angle).toBeCloseTo(Math.PI / 6, 12);
    // Across the last slot and the first.
    expect(loadOf([null, null, null, { massKg: 4, width: 2 }])).toEqual([2, null, null, 2]);
    expect(() => loadOf([{ massKg: 4, width: 2 }, { massKg: 2, width: 1 }, null, null])).toThrow(
      "lies across slot 2 too",
    );
    expect(() => arrangeLoad(mixed([2], 1), machine(3))).toThrow(/four or more/);
  });

  it.each([
    [4, [2, 2]],
    [4, [2, 1, 1]],
    [6, [2, 2, 1]],
    [6, [1, 2, 2, 1]],
    [8, [2, 2, 2, 2]],
    [8, [2, 1, 1, 2, 1]],
    [9, [1, 1, 2, 2, 1, 1]],
    [12, [2, 2, 2, 1, 1]],
    [20, [2, 1, 2, 1]],
  ] as const)("%i slots: as good as every way, for frames over %j slots", (slots, widths) => {
    for (const seed of [1, 2, 3]) {
      const list = mixed(widths, seed * 7 + slots);
      const got = arrangeLoad(list, machine(slots));
      const best = everyWay(list, machine(slots));
      expect(got.kgM).toBeLessThanOrEqual(Math.max(best * 1.01, 1e-4));
      expect(got.kgM).toBeGreaterThan(best - 1e-9);
      expect(got.proven).toBe(true);
    }
  });

  it("any load: every frame lies once, none over another, as many from the front as fit", () => {
    const load = fc.record({
      slots: fc.integer({ min: 4, max: 24 }),
      widths: fc.array(fc.constantFrom<1 | 2>(1, 2), { minLength: 1, maxLength: 26 }),
      seed: fc.integer({ min: 1, max: 999 }),
    });
    fc.assert(
      fc.property(load, ({ slots, widths, seed }) => {
        const list = mixed(widths, seed);
        const got = arrangeLoad(list, machine(slots));
        // Refuses two frames in one slot.
        expect(imbalance(loadOf(placed(got, list)), machine(slots)).kgM).toBeCloseTo(got.kgM, 9);
        const inside = got.slots.filter((id) => id !== null);
        expect(new Set(inside).size).toBe(inside.length);
        let free = slots;
        const fit = { 1: 0, 2: 0 };
        for (const { width } of list)
          if (width <= free) {
            fit[width] += 1;
            free -= width;
          }
        for (const width of [1, 2] as const)
          expect(placed(got, list).filter((f) => f?.width === width)).toHaveLength(fit[width]);
      }),
      { numRuns: 40, seed: 11 },
    );
  });

  it.each([
    ["a frame across two and two single slots", "A.b.", 0, 2, "b.A."],
    ["on the slot before: it moves by one, round the end", "A.bc", 0, 3, ".cbA"],
    ["where only one slot is free of halves: up to there", "A.bC.", 0, 2, "bA.C."],
    ["onto itself", "A.b.c", 0, 1, null],
    ["one before", "bA.cd", 1, 0, "A.bcd"],
    ["two frames across two, told by either half", "A.B.c", 1, 3, "B.A.c"],
    ["a single frame pulled onto one across two: both places change", "bcA.", 0, 2, "A.bc"],
    ["where the next slot is half of another: round the end, up to there", "bC.A..", 0, 3, ".C..bA"],
    ["no room: halves of others on either side", "A.C.bD.", 0, 4, null],
    ["single ones as ever", "ab..", 0, 3, ".b.a"],
  ] as const)("pulled by hand, %s", (_, before, from, to, after) => {
    // Capitals lie across two slots.
    const slots = (s: string) => [...s].map((c) => (c === "." ? null : c));
    const got = movedFrame(slots(before), (id) => (id === id.toUpperCase() ? 2 : 1), from, to);
    expect(got).toEqual(after === null ? null : slots(after));
  });

  it("the last deep frames among medium ones, chosen from more than fit: within a hundredth of one frame's own pull of standing still", () => {
    for (const seed of [1, 2, 3]) {
      const list = mixed([...Array(5).fill(2), ...Array(14).fill(1)], seed);
      const got = arrangeLoad(list, machine(20));
      expect(got.proven).toBe(false);
      expect(placed(got, list).filter((f) => f?.width === 2)).toHaveLength(5);
      expect(got.kgM).toBeLessThan(0.01 * 2.5 * 0.3);
    }
  });
});

describe("arranging a load", () => {
  // Nothing is placed more finely than a third of a gram at the frame's radius: that is as good as equal.
  const NOTHING = 1e-4;
  it.each([
    [2, [1, 2]],
    [3, [1, 2, 3]],
    [4, [2, 3, 4]],
    [6, [3, 4, 5, 6]],
    [8, [4, 5, 6, 7, 8]],
    [9, [5, 7, 8, 9]],
    [12, [3, 5, 6, 7, 8]],
    [16, [4, 6, 7]],
    [18, [8]],
    [20, [1, 4, 5, 6, 7]],
    [30, [5, 6]],
  ])(
    "%i slots: as good as trying every way, for %j frames",
    (slots, counts) => {
      for (const n of counts)
        for (let seed = 1; seed <= (slots * n > 110 ? 1 : 3); seed++) {
          const list = frames(n, seed * 31 + slots);
          const best = byHand(
            list.map((f) => f.massKg),
            machine(slots),
          );
          const got = arrangeLoad(list, machine(slots));
          expect(got.kgM).toBeLessThanOrEqual(Math.max(best * 1.01, NOTHING));
          expect(got.kgM).toBeGreaterThan(best - 1e-9);
          expect(got.slots.filter((s) => s !== null)).toHaveLength(n);
          expect(got.proven).toBe(true);
        }
    },
    300_000,
  );

  it("seven or eight frames in thirty or 36 slots stand still: every way would take too long, but none is under nothing", () => {
    for (const slots of [30, 36])
      for (const seed of [1, 2])
        for (const n of [7, 8])
          expect(arrangeLoad(frames(n, seed * 17), machine(slots)).kgM).toBeLessThan(4 * NOTHING);
  });

  it("chooses the frames as well as their places: as good as every choice of six in three baskets", () => {
    for (const seed of [3, 4, 5]) {
      const list = frames(6, seed);
      let best = Number.POSITIVE_INFINITY;
      for (const a of list)
        for (const b of list)
          for (const c of list)
            if (a.id < b.id && b.id < c.id)
              best = Math.min(best, byHand([a.massKg, b.massKg, c.massKg], machine(3)));
      expect(arrangeLoad(list, machine(3)).kgM).toBeLessThanOrEqual(best * 1.01 + 1e-9);
    }
  });

  it("30 frames lie within a hundredth of one frame's own pull of standing perfectly still", () => {
    for (const [slots, seed] of [
      [30, 1],
      [30, 2],
      [20, 3],
      [36, 4],
    ] as const) {
      const got = arrangeLoad(frames(30, seed), machine(slots));
      // No arrangement is under nothing: that is the proven bound.
      expect(got.kgM).toBeLessThan(0.01 * 2.5 * 0.3);
      expect(new Set(got.slots.filter(Boolean)).size).toBe(Math.min(30, slots));
    }
  });

  it("chooses among more frames than fit, and says the same for the same frames", () => {
    const many = frames(14, 9);
    const got = arrangeLoad(many, machine(3));
    expect(got.slots.filter(Boolean)).toHaveLength(3);
    expect(got.kgM).toBeLessThan(0.03);
    expect(arrangeLoad(many, machine(3))).toEqual(got);
    expect(arrangeLoad([], machine(3))).toMatchObject({ slots: [null, null, null], kgM: 0 });
    expect(() => arrangeLoad([...many, { id: "f0", massKg: 2 }], machine(3))).toThrow(/twice/);
    expect(() => arrangeLoad(many, { ...machine(4), kind: "three-basket" })).toThrow(/three slots/);
  });
});

describe("a run", () => {
  it("a tangential programme turns twice, in the order that keeps the inner face whole", () => {
    const steps = programme("tangential", 6);
    expect(steps.map((s) => s.what)).toEqual([
      "side one, slowly: only half out",
      "stop, wait for standstill, turn the frames",
      "side two, slowly",
      "side two, full",
      "stop, wait for standstill, turn back",
      "finish side one",
      "speed to zero, wait for standstill, then open",
    ]);
    expect(steps.filter((s) => s.call).map((s) => s.speedPct)).toEqual([0, 0, 0]);
    expect(steps.map((s) => s.atMin)).toEqual([...steps.map((s) => s.atMin)].sort((a, b) => a - b));
    expect(Math.max(...programme("radial", 12, true).map((s) => s.speedPct))).toBeLessThan(100);
    expect(() => programme("radial", 0)).toThrow(/1 to 120/);
  });

  // Common practice: radial 10-15 minutes warm; at 14 °C it would not spin, at 25 °C it did.
  it("takes as long as the honey is thick, and learns from the house", () => {
    const at = (tempC: number) => spinTime(spinBase("radial").baseMin, { waterPct: 17.5, tempC });
    expect(at(30).minutes).toBeCloseTo(12, 6);
    expect(at(25)).toMatchObject({ tooCold: false });
    expect(at(14)).toMatchObject({ tooCold: true });
    const house = Array(9).fill({ kind: "radial", minutes: 8, waterPct: 17.5, tempC: 30 });
    expect(spinBase("radial", house).baseMin).toBeCloseTo(12 ** 0.25 * 8 ** 0.75, 6);
    expect(spinBase("tangential", house)).toEqual({ baseMin: expect.closeTo(6, 9), learntFrom: 0 });
    expect(() => at(5)).toThrow(/temperature/);
  });

  it("the drum's level is mass over density and area", () => {
    const level = drumLevel(40, machine(20), { waterPct: 17.5, tempC: 30 });
    expect(level.levelM * Math.PI * 0.38 ** 2 * 1414).toBeCloseTo(40, 0);
    expect(level.freeKg).toBeGreaterThan(0);
    expect(drumLevel(120, machine(20), { waterPct: 17.5, tempC: 30 }).freeKg).toBeLessThan(0);
  });
});

describe("under the gate", () => {
  const pail = (fromMs: number, weighedKg: number | null = null, holdsKg = 20) => ({
    fromMs,
    holdsKg,
    weighedKg,
  });
  const flow = (kg: number, fromMs: number, toMs: number) => ({ kg, fromMs, toMs });
  /** Ten kilograms between 0 and 10, ten more between 10 and 20. */
  const flows = [flow(10, 0, 10), flow(10, 10, 20)];

  // Two runs of 10 kg: the first is out, half way through the second (1 - e^-1.25) / (1 - e^-2.5) of it.
  const HALF_TIME = 10 + (10 * (1 - Math.exp(-1.25))) / (1 - Math.exp(-2.5));

  it("honey leaves a run fast at first: the pail is full long before an even flow would fill it", () => {
    const run = [{ kg: 20, fromMs: 0, toMs: 12 * 60_000 }];
    const even = (10 / 20) * 12;
    const soon = minutesUntil(run, 0, 10);
    expect(soon).toBeLessThan(even * 0.6);
    // What has come by then is what was asked for, and all of it by the end.
    expect(20 - stillToCome(run, soon * 60_000)).toBeCloseTo(10, 1);
    expect(stillToCome(run, 12 * 60_000)).toBeCloseTo(0, 9);
    expect(minutesUntil(run, 0, 21)).toBe(Number.POSITIVE_INFINITY);
  });

  it("learns how fast from pails weighed in the middle of runs", () => {
    const run = { kg: 20, fromMs: 0, toMs: 12 * 60_000 };
    const weighedAt = (min: number, decline: number) => ({
      flows: [run],
      fromMs: 0,
      toMs: min * 60_000,
      kg: 20 - stillToCome([{ ...run, decline }], min * 60_000),
    });
    expect(learntDecline([])).toBe(USUAL_DECLINE);
    expect(learntDecline([2, 3, 4, 5].map((m) => weighedAt(m, 5)))).toBe(5);
    expect(learntDecline([2, 4, 6].map((m) => weighedAt(m, 0.5)))).toBeLessThanOrEqual(1);
  });

  it.each<[string, Parameters<typeof underTheGate>, { pailKg: number; drumKg: number }]>([
    ["no pail: all stands in the drum", [[], [], flows, 15], { pailKg: 0, drumKg: HALF_TIME }],
    ["one pail takes what came", [[pail(0)], [], flows, 15], { pailKg: HALF_TIME, drumKg: 0 }],
    [
      "a full pail leaves the rest in the drum",
      [[pail(0, null, 10)], [], flows, 20],
      { pailKg: 9.7, drumKg: 10.3 },
    ],
    [
      "the next pail takes over what stood in the drum",
      [[pail(0, null, 10), pail(15)], [], flows, 15],
      { pailKg: HALF_TIME - 9.7, drumKg: 0 },
    ],
    [
      "what a pail weighed counts, not what was expected",
      [[pail(0, 19), pail(20)], [], flows, 20],
      { pailKg: 1, drumKg: 0 },
    ],
    [
      "taken away half full the drum was empty, whatever was expected",
      [[pail(0, 12), pail(20)], [], flows, 20],
      { pailKg: 0, drumKg: 0 },
    ],
    [
      "weighed and gone, none stands there",
      [[pail(0, 20)], [], [...flows, flow(6, 20, 26)], 26],
      { pailKg: 0, drumKg: 6 },
    ],
    [
      "honey taken away otherwise is not there",
      [[pail(10)], [{ atMs: 8, kg: 8 }], flows, 20],
      { pailKg: 12, drumKg: 0 },
    ],
    [
      "a pail put there later does not count yet",
      [[pail(0), pail(99)], [], flows, 10],
      { pailKg: 10, drumKg: 0 },
    ],
  ])("%s", (_, given, wanted) => {
    const got = underTheGate(...given);
    expect(got.pailKg).toBeCloseTo(wanted.pailKg, 9);
    expect(got.drumKg).toBeCloseTo(wanted.drumKg, 9);
  });

  it("loses no honey between drum and pail: pails weighed at what they took, the rest is there", () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 9 }), { maxLength: 5 }),
        fc.array(fc.integer({ min: 1, max: 40 }), { minLength: 1, maxLength: 6 }),
        (gaps, kilograms) => {
          const list = kilograms.map((kg, i) => flow(kg, i * 10, i * 10 + 10));
          const came = kilograms.reduce((a, b) => a + b, 0);
          const end = kilograms.length * 10;
          let at = 0;
          let filled = 0;
          const pails = gaps.map((gap) => {
            const fromMs = at;
            at = Math.min(end, at + gap * 5);
            // A full pail every time, or the last drop: as much as 10 kg, no more than there is.
            const there = underTheGate([pail(0, null, 5000)], [], list, at).pailKg - filled;
            const took = Math.min(10, there);
            filled += took;
            return { fromMs, holdsKg: 10, weighedKg: took };
          });
          const left = underTheGate([...pails, pail(at, null, 5000)], [], list, end);
          expect(filled + left.pailKg + left.drumKg).toBeCloseTo(came, 6);
        },
      ),
    );
  });

  it.each([
    ["fine", "2 more loads", { pailKg: 0 }],
    ["fine", "one more load", { pailKg: 15, next: { kg: 8, min: 12 } }],
    ["last-load", "swap in 4 min of running", { pailKg: 20 }],
    ["swap-first", "swap it before", { pailKg: 26.5 }],
    ["swap-first", "4.0 kg more stand in the drum", { pailKg: 24, drumKg: 4 }],
    [
      "swap-soon",
      "What turns brings 10.0 kg more, this pail takes 6.2 kg: swap in 5 min",
      { pailKg: 20, turning: { kg: 10, min: 8 } },
    ],
    ["last-load", "this pail takes 2.2 kg", { pailKg: 20, turning: { kg: 4, min: 3 } }],
    ["drain-first", "Drain before the next load", { pailKg: 20, next: { kg: 120, min: 12 } }],
    [
      "no-pail",
      "Put a pail under it before the gate is opened: 6.0 kg stand",
      { pailHoldsKg: null, drumKg: 6 },
    ],
  ] as const)("%s: %s", (verdict, says, given) => {
    const h = headroom({
      pailKg: 0,
      pailHoldsKg: 27,
      drumKg: 0,
      drumHoldsKg: 90,
      next: { kg: 10, min: 12 },
      ...given,
    });
    expect(h.verdict).toBe(verdict);
    expect(h.sentence).toContain(says);
  });
});
