import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { DomainError } from "../domain-error";
import {
  correctReading,
  fermentationRisk,
  judgeWater,
  meanReading,
  refractiveIndexFromWaterPct,
  waterActivity,
  waterPctFromBrix,
  waterPctFromRefractiveIndex,
} from "./index";

describe("refractive index and water", () => {
  // Rows of the table in Wedmore 1955 / AOAC 969.38, from memory of the publication.
  it.each([
    [1.5044, 13.0],
    [1.4992, 15.0],
    [1.494, 17.0],
    [1.49, 18.6],
    [1.4865, 20.0],
    [1.474, 25.0],
  ])("index %f at 20 °C is %f %% water", (index, waterPct) => {
    expect(Math.abs(waterPctFromRefractiveIndex(index, 20) - waterPct)).toBeLessThanOrEqual(0.05);
  });

  it("inverts exactly, at any sample temperature", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 13, max: 25, noNaN: true }),
        fc.double({ min: 10, max: 45, noNaN: true }),
        (w, t) => {
          expect(waterPctFromRefractiveIndex(refractiveIndexFromWaterPct(w, t), t)).toBeCloseTo(w, 8);
        },
      ),
    );
  });

  it("says more water for a lower index and more for a colder sample of the same index", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1.478, max: 1.5, noNaN: true }),
        fc.double({ min: 15, max: 30, noNaN: true }),
        (n, t) => {
          expect(waterPctFromRefractiveIndex(n, t)).toBeGreaterThan(
            waterPctFromRefractiveIndex(n + 0.0005, t),
          );
          expect(waterPctFromRefractiveIndex(n, t)).toBeGreaterThan(waterPctFromRefractiveIndex(n, t + 1));
        },
      ),
    );
  });

  // 79.97 °Bx is n 1.4907 is 18.3 %: from memory of the ICUMSA table beside Wedmore's line.
  it("reads Brix on the sucrose scale, not as 100 minus Brix", () => {
    expect(waterPctFromBrix(79.97, 20)).toBeCloseTo(18.3, 1);
    expect(100 - 79.97 - waterPctFromBrix(79.97, 20)).toBeCloseTo(1.7, 1);
  });

  it.each([
    ["index", 1.2],
    ["index", 1.6],
    ["water", 31],
    ["water", 9],
    ["brix", 101],
    ["brix", 60],
    ["index", Number.NaN],
  ] as const)("refuses a reading of %s %f with the range in the sentence", (scale, value) => {
    expect(() => correctReading({ scale, value, tempC: 20 })).toThrow(DomainError);
    expect(() => correctReading({ scale, value, tempC: 20 })).toThrow(/between|expect/);
  });
});

describe("correcting a reading", () => {
  // 18.5 % read at 28 °C is 17.8 %: worked from Wedmore's temperature coefficient.
  it("brings a warm % water reading down", () => {
    expect(correctReading({ scale: "water", value: 18.5, tempC: 28 }).waterPct).toBeCloseTo(17.8, 1);
  });

  it("never corrects a compensating instrument a second time", () => {
    const r = correctReading({ scale: "water", value: 18.5, tempC: 28, compensates: true });
    expect(r.waterPct).toBeCloseTo(18.5, 6);
    expect(r.correctionPct).toBe(0);
  });

  it("adds the calibration offset in index space", () => {
    const off = refractiveIndexFromWaterPct(17, 20) - refractiveIndexFromWaterPct(17.4, 20);
    expect(correctReading({ scale: "water", value: 17.4, tempC: 20, offset: off }).waterPct).toBeCloseTo(
      17,
      6,
    );
  });
});

describe("fermentation", () => {
  // Lochhead 1933, from memory of the publication.
  it.each([
    [17.0, "safe"],
    [17.1, "low"],
    [18.0, "low"],
    [18.1, "moderate"],
    [19.0, "moderate"],
    [19.1, "high"],
    [20.0, "high"],
    [20.1, "always"],
  ])("%f %% is class %s", (waterPct, risk) => {
    expect(fermentationRisk(waterPct).verdict).toBe(risk);
  });

  // Chirife et al. 2006: honeys of 15-21 % lie between about 0.53 and 0.64.
  it("gives water activity and says when it extrapolates", () => {
    expect(waterActivity(18)).toEqual({ value: expect.closeTo(0.5856, 4), extrapolated: false });
    expect(waterActivity(23).extrapolated).toBe(true);
  });
});

describe("judging readings", () => {
  const house = { targetPct: 17.5, limitPct: 18.6 };
  const reading = (waterPct: number, massKg = 10) => ({ waterPct, massKg, sdPct: 0.2 });

  it.each([
    [[17.5], "spin"],
    [[17.6], "dry"],
    [[19.2], "dry"],
    [[20.1], "divert"],
    [[], "unread"],
  ])("readings %j are judged %s", (values, verdict) => {
    expect(
      judgeWater(
        values.map((v) => reading(v)),
        house,
      ).verdict,
    ).toBe(verdict);
  });

  it("weighs by honey, not by number of readings", () => {
    expect(meanReading([reading(16, 30), reading(20, 10)]).waterPct).toBeCloseTo(17, 9);
  });

  it("trusts the larger of instrument and spread", () => {
    expect(meanReading([reading(17), reading(17)]).sePct).toBeCloseTo(0.2 / Math.SQRT2, 9);
    expect(meanReading([reading(16), reading(18)]).sePct).toBeCloseTo(1, 9);
  });

  it("refuses a target at or over the limit", () => {
    expect(() => judgeWater([], { targetPct: 18.6, limitPct: 18.6 })).toThrow(/must be under/);
  });
});
