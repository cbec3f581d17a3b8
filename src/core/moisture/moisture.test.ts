import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { DomainError } from "../domain-error";
import {
  besideEachOther,
  correctReading,
  fermentationRisk,
  judgeWater,
  maySpin,
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
  const pail = (...values: number[]) => ({
    name: "Pail 1",
    massKg: 26,
    cappedPct: 100,
    mixed: true,
    readings: values.map((waterPct) => ({ waterPct, sdPct: 0.2 })),
  });

  it.each([
    [[17.5], "spin"],
    [[17.6], "dry"],
    [[19.2], "dry"],
    [[20.1], "divert"],
    [[], "unread"],
  ])("readings %j of stirred honey are judged %s", (values, verdict) => {
    expect(judgeWater([pail(...values)], house).verdict).toBe(verdict);
  });

  it("one comb read at the target may be over the limit: read more", () => {
    const comb = { ...pail(17.4), mixed: false };
    const found = judgeWater([comb], house);
    expect(found.verdict).toBe("test");
    expect(found.sentence).toMatch(/may be as wet as 1[89]\.\d+ %, over the limit of 18\.6 %/);
  });

  it("never writes two figures alike that differ", () => {
    const { sentence } = judgeWater([pail(17.52, 17.52, 17.52)], house);
    expect(sentence).toContain("17.52 % is over the target of 17.5 %");
    expect(besideEachOther(17.5, 17.5)).toEqual(["17.5", "17.5"]);
    expect(besideEachOther(17.504, 17.5)).toEqual(["17.504", "17.5"]);
  });

  it("refuses a target at or over the limit", () => {
    expect(() => judgeWater([], { targetPct: 18.6, limitPct: 18.6 })).toThrow(/must be under/);
  });
});

describe("may these boxes be spun together?", () => {
  const house = { targetPct: 17.5, limitPct: 18.6, school: "instrument" as const };
  const box = (name: string, massKg: number, ...values: number[]) => ({
    name,
    massKg,
    cappedPct: 95,
    readings: values.map((waterPct) => ({ waterPct, sdPct: 0.2 })),
  });

  it("two wet boxes are not hidden behind a dry one", () => {
    const found = maySpin([box("1", 14, 21.2), box("2", 14, 21), box("3", 14, 16.4)], house);
    expect(found.free).toBe(false);
    expect(found.sentence).toContain("over the limit of 18.6 %");
    expect(maySpin([box("1", 3, 21.2), box("2", 30, 16), box("3", 30, 16.2)], house).sentence).toContain(
      "Super 1 reads over 20 %",
    );
  });

  it("asks the upper limit of who goes by readings, the mean of who goes by wax, nothing of the unread", () => {
    const doubtful = [box("1", 14, 17.8), ...Array.from({ length: 9 }, (_, i) => box(`u${i}`, 14))];
    expect(maySpin(doubtful, house).free).toBe(false);
    expect(maySpin(doubtful, { ...house, school: "sealed" }).free).toBe(true);
    expect(maySpin([box("1", 14)], house).free).toBe(true);
    expect(maySpin([box("1", 14, 16.6, 16.7), box("2", 14, 16.5)], house).free).toBe(true);
  });
});
