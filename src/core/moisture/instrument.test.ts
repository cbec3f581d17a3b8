import { describe, expect, it } from "vitest";
import {
  calibrationOffset,
  correctReading,
  type InstrumentKind,
  instrumentStanding,
  judgeSheet,
  offsetInWaterPct,
  type Reference,
  refractiveIndexFromWaterPct,
  stepSdPct,
} from "./index";

const HOUR = 3_600_000;
const KIND: InstrumentKind = { scale: "water", resolution: 0.2, compensates: true, atcLoC: 10, atcHiC: 30 };

describe("checking an instrument", () => {
  const check = (
    scale: InstrumentKind["scale"],
    expected: number,
    shown: number,
    more: { reference?: Reference; tempC?: number; compensates?: boolean } = {},
  ) =>
    calibrationOffset(
      { scale, compensates: more.compensates ?? false },
      { expected, shown, reference: more.reference ?? "test block", tempC: more.tempC ?? 20 },
    );

  it("an offset makes the reference read what it should, on any scale", () => {
    const offset = check("water", 17, 17.4);
    expect(correctReading({ scale: "water", value: 17.4, tempC: 20, offset }).waterPct).toBeCloseTo(17, 6);
    expect(offsetInWaterPct(offset)).toBeCloseTo(-0.4, 1);
    const brix = check("brix", 80.5, 80);
    expect(correctReading({ scale: "brix", value: 80, tempC: 20, offset: brix }).waterPct).toBeCloseTo(
      correctReading({ scale: "brix", value: 80.5, tempC: 20 }).waterPct,
      6,
    );
    // Olive oil is the cheap reference; on a % water scale it shows about 27 % (common practice), off honey's own range.
    expect(check("water", 27, 26.8, { reference: "olive oil" })).toBeLessThan(0);
  });

  /** The mark on a % water scale where a liquid of this index lies. */
  const markFor = (index: number) => {
    const perPoint = refractiveIndexFromWaterPct(24, 20) - refractiveIndexFromWaterPct(25, 20);
    return 25 + (refractiveIndexFromWaterPct(25, 20) - index) / perPoint;
  };

  it("a true instrument checked with warm oil has no offset: the oil is thinner there, as its coefficient says", () => {
    // Oil of 27 % at 20 °C; at 28 °C its index is 8 x 0.00038 lower (coefficient of vegetable oils, common practice).
    const oil20 = refractiveIndexFromWaterPct(25, 20) - 2 * 0.0019;
    const expected = markFor(oil20);
    const warm = check("water", expected, markFor(oil20 - 8 * 0.00038), {
      reference: "olive oil",
      tempC: 28,
    });
    expect(Math.abs(offsetInWaterPct(warm))).toBeLessThan(0.05);
    const honey = correctReading({ scale: "water", value: 18.6, tempC: 20, offset: warm });
    expect(honey.waterPct).toBeCloseTo(18.6, 1);
    // One that compensates adds honey's coefficient to whatever lies on it.
    const compensated = check("water", expected, markFor(oil20 - 8 * (0.00038 - 0.00023)), {
      reference: "olive oil",
      tempC: 28,
      compensates: true,
    });
    expect(Math.abs(offsetInWaterPct(compensated))).toBeLessThan(0.05);
    // Glass hardly changes; water a quarter as much as oil.
    expect(check("index", 1.49, 1.49, { tempC: 30 })).toBeCloseTo(0, 6);
    expect(check("index", 1.333, 1.333, { reference: "water", tempC: 30 })).toBeCloseTo(-0.001, 6);
  });

  it("when the screw was turned the old offset ends at once", () => {
    const checks = [
      { atMs: 0, offset: 0.001 },
      { atMs: 10 * HOUR, offset: 0.001, adjusted: true },
      { atMs: 20 * HOUR, offset: 0 },
    ];
    const at = (h: number) => instrumentStanding(KIND, checks, { atMs: h * HOUR, intervalHours: 24 }).offset;
    expect(at(9)).toBeCloseTo(0.001, 9);
    expect(at(10)).toBe(0);
    expect(at(15)).toBe(0);
  });

  it("what the reference itself is worth is in all readings alike", () => {
    const by = (sdIndex: number) =>
      instrumentStanding(KIND, [{ atMs: 0, offset: 0, sdIndex }], { atMs: HOUR, intervalHours: 24 });
    expect(by(0.0008).commonSdPct).toBeCloseTo(0.31, 1);
    expect(by(0.0002).commonSdPct).toBeLessThan(0.1);
    expect(instrumentStanding(KIND, [], { atMs: 0, intervalHours: 24 }).commonSdPct).toBe(0.35);
  });

  it("too far off is a dirty prism, not an offset", () => {
    expect(() => check("water", 17, 24)).toThrow(/clean the prism/);
    expect(() => check("index", 1.49, 9)).toThrow(/between/);
    expect(() => check("water", 17, 17, { tempC: 60 })).toThrow(/temperature/);
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
