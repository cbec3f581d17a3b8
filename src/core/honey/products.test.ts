import { describe, expect, it } from "vitest";
import { againstSetting, PRODUCT_RUNS, SEED_MELTS_C, seedKg, stepsOf } from "./products";

describe("set honey", () => {
  it("takes its seed as a share of what comes out: 10 % of 100 kg is 10 kg in 90", () => {
    expect(seedKg(90, 10)).toBeCloseTo(10, 9);
    expect(seedKg(95, 5)).toBeCloseTo(5, 9);
    expect(() => seedKg(10, 50)).toThrow("The seed");
  });

  // Common practice: 17 to 18 % water, and clear.
  it.each([
    [17.5, 17.9, true, []],
    [16.4, 16.8, true, ["dry"]],
    [18.4, 18.8, true, ["wet"]],
    [null, null, null, ["unread"]],
    [17.5, 18, false, ["not-clear"]],
  ] as const)("of %s %% (at most %s), clear %s", (waterPct, upperPct, clear, found) => {
    expect(againstSetting({ waterPct, upperPct, clear })).toEqual(found);
  });

  it("is never warmer than its seed bears, and every step comes after the one before", () => {
    for (const run of PRODUCT_RUNS) {
      const steps = stepsOf(run);
      for (const [i, step] of steps.entries()) {
        expect(step.toH).toBeGreaterThan(step.fromH);
        expect(step.toH).toBeGreaterThanOrEqual(steps[i - 1]?.toH ?? 0);
        if (run === "seeded") expect(step.tempC?.hi).toBeLessThanOrEqual(SEED_MELTS_C);
      }
    }
    // Comb: two days frozen at the least.
    const comb = Object.fromEntries(stepsOf("comb").map((s) => [s.id, s]));
    expect((comb.freeze?.fromH ?? 0) - (comb.wrap?.fromH ?? 0)).toBeGreaterThanOrEqual(48);
  });
});
