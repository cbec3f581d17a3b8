import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { DomainError } from "../domain-error";
import { grade } from "./grade";
import { crystalShare, granulationTendency, LOOKS, liquidWaterPct } from "./granulation";

describe("honey that sets", () => {
  // Worked out by hand from the water of crystal: 17.5 % with a third, half and three quarters of its glucose set.
  it.each([
    [1 / 3, 1.1],
    [1 / 2, 1.7],
    [3 / 4, 2.9],
  ])("leaves a wetter liquid: %f of the glucose set, %f points more", (share, more) => {
    expect(liquidWaterPct(17.5, share) - 17.5).toBeCloseTo(more, 1);
  });

  it("keeps its water: crystals and liquid hold what the honey held", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 14, max: 22, noNaN: true }),
        fc.double({ min: 0, max: 0.9, noNaN: true }),
        fc.double({ min: 25, max: 40, noNaN: true }),
        (water, share, glucose) => {
          const crystals = crystalShare(share, glucose);
          const inCrystals = (glucose / 100) * share * (18.015 / 180.156);
          expect(inCrystals + ((1 - crystals) * liquidWaterPct(water, share, glucose)) / 100).toBeCloseTo(
            water / 100,
            9,
          );
        },
      ),
    );
  });

  it("is never told drier than it was, and a look is a range", () => {
    for (const { lo, mid, hi } of Object.values(LOOKS)) {
      expect(lo <= mid && mid <= hi).toBe(true);
      expect(liquidWaterPct(17, lo)).toBeGreaterThanOrEqual(17 - 1e-9);
    }
    expect(() => liquidWaterPct(30, 0.2)).toThrow(DomainError);
  });
});

describe("how soon", () => {
  // Common practice.
  it.each([
    [{ glucosePct: 28, waterPct: 17.5 }, "slow"],
    [{ glucosePct: 33, waterPct: 17 }, "medium"],
    [{ glucosePct: 38, waterPct: 17 }, "fast"],
    [{ bloom: "Oilseed rape" }, "fast"],
    [{ bloom: "lime and ivy" }, "fast"],
    [{ bloom: "clover" }, "medium"],
    [{ bloom: "acacia" }, "slow"],
    [{ bloom: "meadow" }, "unknown"],
    [{}, "unknown"],
  ])("%j sets %s", (input, verdict) => {
    expect(granulationTendency(input).verdict).toBe(verdict);
  });

  it("is quickest between 10 and 18 °C, and hardly comes in the warm", () => {
    const at = (tempC: number) => granulationTendency({ bloom: "rape", tempC }).weeks;
    expect(at(14)).toEqual([1, 4]);
    expect(at(5)?.[0]).toBeGreaterThan(1);
    expect(at(21)?.[0]).toBeGreaterThan(1);
    expect(at(30)).toBeNull();
  });
});

describe("grade", () => {
  const clean = { flavour: "none", particles: "none", clarity: "none" } as const;
  // United States Standards for Grades of Extracted Honey, 1985, from memory.
  it.each([
    [82.5, clean, false, "A", "nothing"],
    [81.0, clean, false, "C", "water"],
    [79.5, clean, false, "substandard", "water"],
    [83, { ...clean, clarity: "slight" }, false, "B", "clarity"],
    [83, { ...clean, clarity: "slight" }, true, "A", "nothing"],
    [83, { ...clean, particles: "some" }, false, "C", "particles"],
    [83, { ...clean, flavour: "serious" }, true, "substandard", "flavour"],
  ] as const)("%f %% solids, %j, set %s: %s by %s", (solids, faults, set, is, by) => {
    expect(grade(solids, faults, set)).toEqual({ grade: is, limitedBy: by });
  });
});
