import { describe, expect, it } from "vitest";
import { expectedYield, honeyInSuper, type PulledSuper } from "./index";

const one = (change: Partial<PulledSuper> = {}): PulledSuper => ({
  name: "41",
  depth: "medium",
  framesTaken: 10,
  cappedPct: 95,
  netKg: null,
  frameClass: null,
  ...change,
});

describe("expected yield", () => {
  it("trusts the scale over the eye", () => {
    expect(honeyInSuper(one({ netKg: 12.4, frameClass: "light" }))).toMatchObject({
      kg: 12.4,
      weighed: true,
    });
    const weighed = expectedYield([one({ netKg: 14 })]);
    const guessed = expectedYield([one({ frameClass: "middle" })]);
    expect(weighed.hiKg - weighed.loKg).toBeLessThan((guessed.hiKg - guessed.loKg) / 2);
    expect(weighed.kg).toBeCloseTo(14 * 0.93, 6);
  });

  // Common practice: three full boxes gave about 60 kg; 7 partly full frames 7.7 kg; 12 small frames 14.5 kg.
  it.each([
    [Array(3).fill(one({ frameClass: "middle", framesTaken: 10, depth: "medium" })), 60],
    [[one({ frameClass: "light", framesTaken: 7 })], 7.7],
    [[one({ frameClass: "middle", framesTaken: 12, depth: "shallow" })], 14.5],
  ] as const)("a known harvest lies within the band (%#)", (supers, kg) => {
    const y = expectedYield(supers as readonly PulledSuper[]);
    expect(y.loKg).toBeLessThan(kg);
    expect(y.hiKg).toBeGreaterThan(kg * 0.95);
  });

  it("one super's band is its own spread; many carry the share that is common to them", () => {
    const guess = one({ frameClass: "middle" });
    const { kg, sdKg } = honeyInSuper(guess);
    expect([kg, sdKg]).toEqual([18, 4.5]);
    const band = (n: number) => {
      const y = expectedYield(Array(n).fill(guess), { batches: Array(400).fill({ inKg: 100, outKg: 100 }) });
      return (y.hiKg - y.loKg) / 2;
    };
    // 80 % of a normal lie within 1.2816 standard deviations.
    expect(band(1) / (1.2816 * 4.5)).toBeCloseTo(1, 1);
    // Half the variance common: √(n/2 + n²/2) standard deviations for n.
    expect(band(20) / (1.2816 * 4.5 * Math.sqrt(10 + 200))).toBeCloseTo(1, 1);
  });

  it("learns from this house's own supers and batches", () => {
    const plain = expectedYield([one({ frameClass: "middle" })]);
    const taught = expectedYield([one({ frameClass: "middle" })], {
      frames: { medium: { kgPerFrame: 1.2, supers: 60 } },
      batches: Array(8).fill({ inKg: 100, outKg: 88 }),
    });
    expect(taught.kg).toBeLessThan(plain.kg * 0.8);
    expect(taught.outShare).toBeCloseTo((2 * 0.93 + 8 * 0.88) / 10, 9);
    expect(taught.because.some((b) => b.source?.includes("8 closed batches"))).toBe(true);
  });

  it("heavier, deeper, fuller is more; frames left behind are not counted", () => {
    const kg = (c: Partial<PulledSuper>) => honeyInSuper(one(c)).kg;
    expect(kg({ frameClass: "heavy" })).toBeGreaterThan(kg({ frameClass: "middle" }));
    expect(kg({ depth: "deep" })).toBeGreaterThan(kg({ depth: "medium" }));
    expect(kg({ cappedPct: 90 })).toBeGreaterThan(kg({ cappedPct: 40 }));
    expect(kg({ framesTaken: 5 })).toBeCloseTo(kg({}) / 2, 9);
    expect(() => honeyInSuper(one({ cappedPct: 140 }))).toThrow(/140/);
    expect(expectedYield([]).kg).toBe(0);
  });
});
