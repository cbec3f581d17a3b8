import { describe, expect, it } from "vitest";
import { seeded } from "../statistics/seeded";
import { type BoxWater, isSettled, nextToTest, readingsNeeded, standingOf, waterOfBoxes } from "./index";

const box = (name: string, massKg: number, ...values: number[]): BoxWater => ({
  name,
  massKg,
  cappedPct: 90,
  readings: values.map((waterPct) => ({ waterPct, sdPct: 0.2 })),
});

describe("many boxes from few readings", () => {
  it("weighs by the honey in them; boxes not read widen it, more read ones narrow it", () => {
    expect(waterOfBoxes([box("a", 30, 17), box("b", 10, 19)])?.meanPct).toBeCloseTo(17.5, 9);
    // 4 kg at 16.2, 4 kg at 16.3 and 22 kg at 18.6: no "17.0 %".
    expect(waterOfBoxes([box("a", 4, 16.2), box("b", 4, 16.3), box("c", 22, 18.6)])?.meanPct).toBeCloseTo(
      (4 * 16.2 + 4 * 16.3 + 22 * 18.6) / 30,
      9,
    );
    const some = waterOfBoxes([box("a", 10, 17), box("b", 10, 17.4), box("c", 10), box("d", 10)]);
    const more = waterOfBoxes([box("a", 10, 17), box("b", 10, 17.4), box("c", 10, 17.2), box("d", 10)]);
    expect(some?.upperPct).toBeGreaterThan(more?.upperPct ?? 99);
    expect(waterOfBoxes([box("a", 10)])).toBeNull();
    expect(waterOfBoxes([box("a", 0, 17)])).toBeNull();
  });

  it("one box of ten read says little of the ten", () => {
    const ten = [box("a", 12, 17.4), ...Array.from({ length: 9 }, (_, i) => box(`u${i}`, 12))];
    expect(waterOfBoxes(ten)?.upperPct).toBeGreaterThan(18.6);
  });

  it("drops of one box that differ widen it", () => {
    const far = waterOfBoxes([box("a", 12, 15.5, 19.4)]);
    const near = waterOfBoxes([box("a", 12, 17.4, 17.5)]);
    expect(far?.meanPct).toBeCloseTo(17.45, 9);
    expect(far?.upperPct).toBeGreaterThan((near?.upperPct ?? 0) + 0.5);
  });

  it("an instrument's common error does not average away", () => {
    const read = (n: number, commonSdPct: number): BoxWater[] =>
      Array.from({ length: n }, (_, i) => ({
        name: String(i),
        massKg: 10,
        cappedPct: 90,
        mixed: true,
        readings: [{ waterPct: 17, sdPct: 0.2, commonSdPct, instrument: "one" }],
      }));
    const width = (n: number, sd: number) => (waterOfBoxes(read(n, sd))?.upperPct ?? 0) - 17;
    expect(width(200, 0.4)).toBeGreaterThan(1.645 * 0.4);
    // Two instruments, each off by itself, do better than one.
    const two = read(40, 0.4).map((b, i) => ({
      ...b,
      readings: b.readings.map((r) => ({ ...r, instrument: i % 2 ? "one" : "two" })),
    }));
    expect((waterOfBoxes(two)?.upperPct ?? 0) - 17).toBeLessThan(width(40, 0.4));
  });

  it("stirred honey has no combs: two drops of a pail say nearly all", () => {
    const pail = { ...box("pail", 26, 17.4, 17.5), mixed: true };
    expect((waterOfBoxes([pail])?.upperPct ?? 0) - 17.45).toBeLessThan(0.45);
    // Unless they differ: then it was not stirred.
    const unmixed = { ...box("pail", 26, 16.4, 18.5), mixed: true };
    expect((waterOfBoxes([unmixed])?.upperPct ?? 0) - 17.45).toBeGreaterThan(0.8);
  });

  it("tests next what could move the answer most", () => {
    expect(
      nextToTest([box("a", 10, 19), { ...box("b", 12), cappedPct: 60 }, { ...box("c", 12), cappedPct: 95 }])
        ?.name,
    ).toBe("b");
    expect(nextToTest([box("a", 14, 19), box("b", 12, 17)])?.name).toBe("a");
    expect(nextToTest([])).toBeNull();
  });
});

interface Design {
  readonly boxes: number;
  readonly drops: number;
  readonly sameFrame: boolean;
}
const DESIGNS: readonly Design[] = [
  { boxes: 1, drops: 1, sameFrame: false },
  { boxes: 2, drops: 1, sameFrame: false },
  { boxes: 2, drops: 3, sameFrame: false },
  { boxes: 3, drops: 3, sameFrame: true },
  { boxes: 5, drops: 1, sameFrame: false },
];

/** Pulls of 5 to 20 boxes of unequal mass, the light ones read, by an instrument that is off in secret. */
function counted(boxSd: number, frameSd: number, offsetSd: number, design: Design, pulls: number) {
  const rng = seeded(1000 * boxSd + 100 * frameSd + 17 * design.boxes + design.drops);
  let [covered, margin, oracle] = [0, 0, 0];
  for (let pull = 0; pull < pulls; pull++) {
    const n = 5 + Math.floor(rng.next() * 16);
    const off = rng.normal(0, offsetSd);
    const kg = Array.from({ length: n }, () => 3 + 6 * Math.exp(rng.normal(0, 0.5))).sort((a, b) => a - b);
    let [water, variance] = [0, offsetSd ** 2];
    const total = kg.reduce((a, b) => a + b, 0);
    const readKg = kg.slice(0, design.boxes).reduce((a, b) => a + b, 0);
    const boxes = kg.map((massKg, i): BoxWater => {
      const mean = rng.normal(17.3, boxSd);
      const frames = Array.from({ length: 10 }, () => rng.normal(mean, frameSd));
      water += (massKg / total) * (frames.reduce((a, b) => a + b, 0) / frames.length);
      const read = i < design.boxes;
      const excess = (read ? massKg / readKg : 0) - massKg / total;
      variance += (excess * boxSd) ** 2;
      if (read)
        variance +=
          (massKg / readKg) ** 2 *
          (frameSd ** 2 / (design.sameFrame ? 1 : design.drops) + 0.2 ** 2 / design.drops);
      return {
        name: String(i),
        massKg,
        cappedPct: 90,
        readings: !read
          ? []
          : Array.from({ length: design.drops }, (_, j) => ({
              waterPct: (frames[design.sameFrame ? 0 : j] as number) + rng.normal(0, 0.2) + off,
              sdPct: 0.2,
              commonSdPct: offsetSd,
              instrument: "one",
              sheet: "one",
            })),
      };
    });
    const judged = waterOfBoxes(boxes);
    if (!judged) throw new Error("unread");
    if (water <= judged.upperPct) covered++;
    margin += judged.upperPct - judged.meanPct;
    oracle += 1.645 * Math.sqrt(variance);
  }
  return { covered: covered / pulls, margin: margin / pulls, oracle: oracle / pulls };
}

describe("the upper limit, counted over made-up pulls whose spreads it does not know", () => {
  const settings = [0.3, 0.6, 1].flatMap((boxSd) =>
    [0.3, 0.55, 0.8].flatMap((frameSd) => DESIGNS.map((design) => ({ boxSd, frameSd, design }))),
  );

  it("holds in at least 93 of 100 of each setting, and is no more than 1.4 times as far as who knows the spreads needs", () => {
    const found = settings.map(({ boxSd, frameSd, design }) => ({
      boxSd,
      frameSd,
      ...design,
      ...counted(boxSd, frameSd, 0.25, design, 400),
    }));
    // Three standard deviations of a count of 400 at 95 % are 3.3 points.
    expect(found.filter((f) => f.covered < 0.93 - 0.015)).toEqual([]);
    for (const [boxSd, frameSd] of [0.3, 0.6, 1].flatMap((b) =>
      [0.3, 0.55, 0.8].map((f) => [b, f] as const),
    )) {
      const same = found.filter((f) => f.boxSd === boxSd && f.frameSd === frameSd);
      expect(same.reduce((s, f) => s + f.covered, 0) / same.length).toBeGreaterThanOrEqual(0.93);
    }
    const sum = (pick: (f: (typeof found)[number]) => number) => found.reduce((s, f) => s + pick(f), 0);
    expect(sum((f) => f.margin) / sum((f) => f.oracle)).toBeLessThanOrEqual(1.4);
  });
});

describe("settled", () => {
  const rules = { targetPct: 17.5, limitPct: 18.6 };
  /** A pull of any kind: few or many boxes, read or not. */
  function anyPull(rng: ReturnType<typeof seeded>): BoxWater[] {
    const mean = rng.between(15.5, 20.5, 2);
    return Array.from({ length: 1 + Math.floor(rng.next() * 9) }, (_, i) => ({
      name: String(i),
      massKg: rng.between(4, 25),
      cappedPct: 90,
      readings: Array.from({ length: Math.floor(rng.next() * 4) }, () => ({
        waterPct: rng.normal(mean, 0.5),
        sdPct: 0.2,
        commonSdPct: 0.1,
        instrument: "one",
      })),
    }));
  }

  it("means that no plausible further reading changes what the water decides", () => {
    const rng = seeded(20260901);
    let settled = 0;
    for (let i = 0; i < 1200; i++) {
      const pull = anyPull(rng);
      const now = waterOfBoxes(pull);
      if (!now || !isSettled(pull, rules)) continue;
      settled++;
      expect(standingOf(now, rules)).not.toBe("unsure");
      const at = Math.floor(rng.next() * pull.length);
      // Within the 90 % of readings that are to be expected.
      const [lo, hi] = [now.nextReading.lo, now.nextReading.hi];
      const waterPct = lo + (hi - lo) * rng.between(0.08, 0.92, 4);
      const after = waterOfBoxes(
        pull.map((b, j) =>
          j === at
            ? {
                ...b,
                readings: [...b.readings, { waterPct, sdPct: 0.2, commonSdPct: 0.1, instrument: "one" }],
              }
            : b,
        ),
      );
      expect(after && standingOf(after, rules)).toBe(standingOf(now, rules));
    }
    expect(settled).toBeGreaterThan(120);
  });

  it("the readings asked for are enough, and one less is not", () => {
    const rng = seeded(7);
    let asked = 0;
    for (let i = 0; i < 200; i++) {
      const pull = anyPull(rng);
      const now = waterOfBoxes(pull);
      const more = readingsNeeded(pull, rules);
      if (!now || more === null || more === 0) continue;
      asked++;
      let after: BoxWater[] = pull;
      for (let n = 0; n < more; n++) {
        expect(isSettled(after, rules)).toBe(false);
        const next = nextToTest(after)?.name;
        after = after.map((b) =>
          b.name === next
            ? {
                ...b,
                readings: [
                  ...b.readings,
                  { waterPct: now.meanPct, sdPct: 0.2, commonSdPct: 0.1, instrument: "one" },
                ],
              }
            : b,
        );
      }
      expect(isSettled(after, rules)).toBe(true);
    }
    expect(asked).toBeGreaterThan(20);
  });

  it("unread asks for a first reading; on the limit none would settle it", () => {
    expect(readingsNeeded([box("a", 10)], rules)).toBe(1);
    expect(readingsNeeded([box("a", 10, 17.5, 17.5, 17.5)], rules)).toBeNull();
  });
});
