import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  calibrationOffset,
  correctReading,
  type InstrumentKind,
  instrumentStanding,
  judgeSheet,
  nextToTest,
  offsetInWaterPct,
  readingsNeeded,
  stepSdPct,
  waterOfBoxes,
} from "./index";

const HOUR = 3_600_000;
const KIND: InstrumentKind = { scale: "water", resolution: 0.2, compensates: true, atcLoC: 10, atcHiC: 30 };

describe("checking an instrument", () => {
  it("an offset makes the reference read what it should, on any scale", () => {
    const offset = calibrationOffset("water", 17, 17.4);
    expect(correctReading({ scale: "water", value: 17.4, tempC: 20, offset }).waterPct).toBeCloseTo(17, 6);
    expect(offsetInWaterPct(offset)).toBeCloseTo(-0.4, 1);
    const brix = calibrationOffset("brix", 80.5, 80);
    expect(correctReading({ scale: "brix", value: 80, tempC: 20, offset: brix }).waterPct).toBeCloseTo(
      correctReading({ scale: "brix", value: 80.5, tempC: 20 }).waterPct,
      6,
    );
    // Olive oil is the cheap reference; on a % water scale it shows about 27 % (common practice), off honey's own range.
    expect(calibrationOffset("water", 27, 26.8)).toBeLessThan(0);
  });

  it("too far off is a dirty prism, not an offset", () => {
    expect(() => calibrationOffset("water", 17, 24)).toThrow(/clean the prism/);
    expect(() => calibrationOffset("index", 1.49, 9)).toThrow(/between/);
  });

  it("drifts linearly between two checks and stays after the last", () => {
    const checks = [
      { atMs: 0, offset: 0.0002 },
      { atMs: 10 * HOUR, offset: 0.0012 },
    ];
    const at = (h: number) => instrumentStanding(KIND, checks, { atMs: h * HOUR, intervalHours: 24 });
    expect(at(5).offset).toBeCloseTo(0.0007, 9);
    expect(at(20).offset).toBe(0.0012);
    expect(at(20)).toMatchObject({ verified: true, dueMs: 34 * HOUR });
    expect(at(40)).toMatchObject({ verified: false, doubts: ["its check was overdue"] });
    expect(instrumentStanding(KIND, checks, { atMs: -HOUR, intervalHours: 24 })).toMatchObject({
      verified: false,
      doubts: ["it was only checked later"],
      offset: 0.0002,
    });
    expect(instrumentStanding(KIND, [], { atMs: 0, intervalHours: 24 }).doubts).toEqual([
      "it was never checked",
    ]);
  });

  it("outside the temperatures it compensates nothing is corrected, and nothing is verified", () => {
    const checks = [{ atMs: 0, offset: 0 }];
    const at = (sampleTempC: number) =>
      instrumentStanding(KIND, checks, { atMs: HOUR, intervalHours: 24, sampleTempC });
    expect(at(30).verified).toBe(true);
    expect(at(34).doubts).toEqual(["34 °C lies outside the 10 to 30 °C it compensates"]);
    expect(stepSdPct(KIND)).toBeCloseTo(0.058, 3);
  });
});

describe("a sheet of drops", () => {
  it("gives mean and spread, and names an outlier without dropping it", () => {
    expect(judgeSheet([17.2, 17.4, 17.3])).toMatchObject({
      meanPct: expect.closeTo(17.3, 9),
      spreadPct: expect.closeTo(0.1, 9),
      outlier: null,
    });
    const odd = judgeSheet([17.2, 18.6, 17.3]);
    expect(odd.outlier).toBe(1);
    expect(odd.meanPct).toBeCloseTo(17.7, 9);
    expect(odd.sentence).toContain("drop 2 (18.6 %) lies 1.4 points from the others");
    expect(judgeSheet([17.2, 19]).outlier).toBeNull();
    expect(() => judgeSheet([])).toThrow(/no reading/);
  });
});

describe("many boxes from few readings", () => {
  const box = (name: string, massKg: number, ...values: number[]) => ({
    name,
    massKg,
    cappedPct: 90,
    readings: values.map((waterPct) => ({ waterPct, sdPct: 0.2 })),
  });

  it("with every box read only the instrument's doubt is left", () => {
    const w = waterOfBoxes([box("a", 10, 17), box("b", 10, 18)]);
    expect(w?.meanPct).toBeCloseTo(17.5, 9);
    expect(w?.sePct).toBeCloseTo(0.2 / Math.SQRT2, 9);
  });

  it("boxes not read widen it; more read boxes narrow it; mass weighs", () => {
    const some = waterOfBoxes([box("a", 10, 17), box("b", 10, 17.4), box("c", 10), box("d", 10)]);
    const more = waterOfBoxes([box("a", 10, 17), box("b", 10, 17.4), box("c", 10, 17.2), box("d", 10)]);
    expect(some?.upperPct).toBeGreaterThan(more?.upperPct ?? 99);
    expect(waterOfBoxes([box("a", 30, 17), box("b", 10, 19)])?.meanPct).toBeCloseTo(17.5, 9);
    expect(waterOfBoxes([box("a", 10)])).toBeNull();
  });

  it("the readings asked for are enough, and one less is not", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 17, max: 18.5, noNaN: true }),
        fc.double({ min: 0.3, max: 1.2, noNaN: true }),
        fc.integer({ min: 4, max: 30 }),
        (meanPct, boxSdPct, boxes) => {
          const now = { meanPct, boxSdPct, readBoxes: 1, boxes };
          const more = readingsNeeded(now, { limitPct: 18.6 });
          if (more === null || more === 0) return;
          expect(readingsNeeded({ ...now, readBoxes: 1 + more }, { limitPct: 18.6 })).toBe(0);
          expect(readingsNeeded({ ...now, readBoxes: more }, { limitPct: 18.6 })).not.toBe(0);
        },
      ),
    );
    expect(
      readingsNeeded({ meanPct: 18.7, boxSdPct: 0.5, readBoxes: 2, boxes: 9 }, { limitPct: 18.6 }),
    ).toBeNull();
    expect(() =>
      readingsNeeded({ meanPct: 17, boxSdPct: 0.5, readBoxes: 5, boxes: 3 }, { limitPct: 18.6 }),
    ).toThrow();
  });

  it("tests next what could move the answer most", () => {
    expect(
      nextToTest([box("a", 10, 19), { ...box("b", 12), cappedPct: 60 }, { ...box("c", 12), cappedPct: 95 }])
        ?.name,
    ).toBe("b");
    expect(nextToTest([box("a", 10, 19), box("b", 12, 17)])?.name).toBe("a");
    expect(nextToTest([])).toBeNull();
  });
});
