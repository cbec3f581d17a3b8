import { describe, expect, it } from "vitest";
import { DomainError } from "../domain-error";
import { seeded } from "../statistics/seeded";
import {
  checkNetQuantity,
  fillTargetG,
  maximumAllowableVariationG,
  samplePlan,
  tolerableNegativeErrorG,
  volumetricFillG,
} from "./index";

describe("what a jar may be short", () => {
  // Directive 76/211/EEC, Annex I, and OIML R 87, from memory; each edge of the table.
  it.each([
    [5, 0.5],
    [50, 4.5],
    [50.1, 4.5],
    [100, 4.5],
    [110, 5.0],
    [200, 9],
    [200.1, 9],
    [300, 9],
    [310, 9.3],
    [454, 13.7],
    [500, 15],
    [501, 15],
    [1000, 15],
    [1001, 16],
    [5000, 75],
    [10_000, 150],
    [15_000, 150],
    [20_000, 200],
  ])("%f g may be short of %f g", (nominalG, g) => {
    expect(tolerableNegativeErrorG(nominalG)).toBeCloseTo(g, 9);
  });

  // NIST Handbook 133, table 2-5, from memory: a pound 0.044 lb, half a pound 0.028 lb, two pounds 0.070.
  it.each([
    [453.59237, 0.044],
    [226.796, 0.028],
    [907.185, 0.07],
    [1360.8, 0.094],
    [340, 0.036],
  ])("in the USA %f g may be short of %f lb", (nominalG, lb) => {
    expect(maximumAllowableVariationG(nominalG) / 453.59237).toBeCloseTo(lb, 9);
  });

  it.each([4.9, 60_000, Number.NaN])("refuses %f g", (g) => {
    expect(() => tolerableNegativeErrorG(g)).toThrow(DomainError);
  });
});

describe("an inspector's sample", () => {
  // The factors as they are printed: t of the rule set over the root of the sample.
  it.each([
    ["oiml-r87", 400, 50, 0.379, 3],
    ["oiml-r87", 3200, 80, 0.295, 5],
    ["oiml-r87", 3201, 125, 0.234, 7],
    ["eu-76-211", 400, 30, 0.503, 1],
    ["eu-76-211", 1000, 50, 0.379, 2],
    ["us-hb133", 250, 12, 0.635, 0],
    ["us-hb133", 251, 24, 0.422, 0],
    ["us-hb133", 5000, 48, 0.291, 1],
  ] as const)("%s of a lot of %i: %i jars, factor %f, %i let pass", (rules, lot, sample, factor, accept) => {
    const plan = samplePlan(rules, lot);
    expect([plan.sample, plan.accept]).toEqual([sample, accept]);
    expect(Math.abs(plan.factor - factor)).toBeLessThan(0.0011);
  });
});

const around = (meanG: number, sdG: number, n: number, seed: number): number[] => {
  const rng = seeded(seed);
  return Array.from({ length: n }, () => meanG + rng.normal(0, sdG));
};

describe("two verdicts, never confused", () => {
  const of = (
    weights: readonly number[],
    lot: number,
    rules: "oiml-r87" | "eu-76-211" | "us-hb133" = "oiml-r87",
  ) => checkNetQuantity(weights, { nominalG: 454, lot, rules });

  it("under a hundred jars every jar counts: one under its label breaks the duty, though an inspector would pass it", () => {
    const weights = [...around(457, 1, 29, 1).map((g) => Math.max(454.1, g)), 452.9];
    expect(of(weights, 30)).toMatchObject({
      duty: { verdict: "broken", by: "every", why: ["under"] },
      under: 1,
      inspector: { verdict: "passes" },
    });
    expect(of(weights.slice(0, 29), 29).duty.verdict).toBe("kept");
    // Not all were weighed: nobody knows of the others.
    expect(of(weights.slice(0, 20), 29).duty.verdict).toBe("unsure");
  });

  it("many jars: the mean keeps the duty, not each jar", () => {
    const good = around(456, 2, 200, 2);
    expect(of(good, 200)).toMatchObject({
      duty: { verdict: "kept", by: "mean" },
      inspector: { verdict: "passes" },
    });
    expect(
      of(
        good.map((g) => g - 4),
        200,
      ).duty,
    ).toMatchObject({ verdict: "broken", why: ["mean"] });
    expect(of([...good.slice(0, 199), 454 - 28], 200)).toMatchObject({
      duty: { verdict: "broken", why: ["twice"] },
      inspector: { verdict: "fails" },
    });
  });

  it("one short of a few weighed says what the others may be: not sure of a lot of which most was not weighed", () => {
    const forty = [...around(457, 1, 39, 6), 454 - 15];
    expect(of(forty, 111).duty.verdict).toBe("unsure");
    expect(of([...forty, ...around(457, 1, 71, 7)], 111).duty.verdict).toBe("kept");
    expect(of(around(457, 1, 40, 6), 111).duty.verdict).toBe("kept");
    // A mean of 0.2 g over, known within 0.5.
    const near = around(454, 2, 40, 6);
    const off = 454.2 - near.reduce((a, b) => a + b, 0) / 40;
    const nearly = near.map((g) => g + off);
    expect(of(nearly, 4000).duty.verdict).toBe("unsure");
  });

  it("when it says kept, of lots nobody weighed through, it is in 95 of 100, whatever the fillers", () => {
    const rng = seeded(31);
    let [said, right] = [0, 0];
    for (let i = 0; i < 3000; i++) {
      const [mean, sd] = [454 + rng.between(-1, 3), rng.between(0.5, 7)];
      const lot = Array.from({ length: 300 }, () => mean + rng.normal(0, sd));
      const x = of(lot.slice(0, 40), 300);
      if (x.duty.verdict !== "kept") continue;
      said++;
      if (of(lot, 300).duty.verdict === "kept") right++;
    }
    expect(said).toBeGreaterThan(500);
    expect(right / said).toBeGreaterThan(0.95);
  });

  it("a mean a little under the label passes an inspector and still breaks the duty", () => {
    const short = around(453.6, 2, 50, 9);
    const shift = 453.5 - short.reduce((a, b) => a + b, 0) / 50;
    const x = of(
      short.map((g) => g + shift),
      50 * 8,
    );
    expect(x.inspector.verdict).toBe("passes");
    expect(x.duty.verdict).not.toBe("kept");
  });

  it("too few jars say nothing of the sample, and the European second sample is called for", () => {
    expect(of(around(456, 1, 10, 3), 400).inspector).toMatchObject({ verdict: "too-few", sample: 50 });
    const two = [...around(457, 1, 28, 4), 454 - 14.5, 454 - 15];
    expect(of(two, 400, "eu-76-211").inspector.verdict).toBe("second");
    expect(of([...two, 454 - 14], 400, "eu-76-211").inspector.verdict).toBe("fails");
    expect(of([...around(457, 1, 23, 5), 454 - 20.5], 1000, "us-hb133").inspector.verdict).toBe("fails");
  });

  it("refuses nothing, too many, and weights that are none", () => {
    expect(() => of([], 10)).toThrow(/No jar was weighed/);
    expect(() => of(Array(1001).fill(454), 2000)).toThrow(/At most 1,000/);
    expect(() => of([454, -3], 10)).toThrow(DomainError);
  });
});

describe("how full to aim", () => {
  it("keeps the duty in 99 lots of 100, by fillers whose spread nobody knows but from the jars weighed", () => {
    const rng = seeded(77);
    for (const lot of [60, 400]) {
      let kept = 0;
      const trials = 250;
      for (let i = 0; i < trials; i++) {
        const sd = rng.between(0.8, 5);
        const weighed = Array.from({ length: 30 }, () => 455 + rng.normal(0, sd));
        const { targetG } = fillTargetG(weighed, { nominalG: 454, lot, rules: "oiml-r87" });
        const jars = Array.from({ length: lot }, () => targetG + rng.normal(0, sd));
        if (checkNetQuantity(jars, { nominalG: 454, lot, rules: "oiml-r87" }).duty.verdict === "kept") kept++;
      }
      // Three standard errors of the trials under 99 %.
      expect(kept / trials).toBeGreaterThan(0.99 - 3 * Math.sqrt((0.99 * 0.01) / trials));
      expect(kept).toBeLessThan(trials);
    }
  }, 60_000);

  it("lies within a tenth of the jar's spread of an oracle that simulates the same data", () => {
    const rng = seeded(5);
    for (const [n, lot, sd] of [
      [30, 60, 2],
      [12, 300, 3],
      [50, 2000, 1.5],
    ] as const) {
      const weighed = around(456, sd, n, 100 + n);
      const { targetG, sdG } = fillTargetG(weighed, { nominalG: 454, lot, rules: "oiml-r87" });
      // The oracle draws spreads as the data let them be, a lot for each, and asks what mean each lot would have needed.
      // Large lots differ little from each other: fewer of them say as much.
      const needs = Array.from({ length: lot > 1000 ? 1000 : 4000 }, () => {
        let chi = 0;
        for (let k = 0; k < n - 1; k++) chi += rng.normal(0, 1) ** 2;
        const spread = sdG * Math.sqrt((n - 1) / chi);
        const z = Float64Array.from({ length: lot }, () => rng.normal(0, spread)).sort();
        const error = tolerableNegativeErrorG(454);
        if (lot < 100) return 454 - (z[0] ?? 0);
        const mean = z.reduce((a, b) => a + b, 0) / lot;
        const allowed = Math.floor(0.025 * lot);
        return Math.max(454 - mean, 454 - error - (z[allowed] ?? 0), 454 - 2 * error - (z[0] ?? 0));
      }).sort((a, b) => a - b);
      const oracle = needs[Math.floor(0.99 * needs.length)] ?? 0;
      expect(Math.abs(targetG - oracle) / sdG).toBeLessThan(0.1);
    }
  }, 60_000);

  it("a filler by volume, set at 20 °C, gives 3.9 g less of 454 at 40 °C", () => {
    // Honey is lighter by about 0.6 kg/m³ a degree (White 1975).
    expect(Math.abs(454 - volumetricFillG(454, 20, 40) - 3.9)).toBeLessThan(0.1);
    expect(volumetricFillG(454, 20, 20)).toBe(454);
  });

  it("asks more of a filler that spreads more, of fewer jars weighed, and no less than the scale can tell", () => {
    const of = (sd: number, n: number, stepG = 0) =>
      fillTargetG(around(456, sd, n, 8), { nominalG: 454, lot: 60, rules: "oiml-r87", stepG });
    expect(of(4, 30).targetG).toBeGreaterThan(of(2, 30).targetG);
    expect(of(2, 30).targetG).toBeGreaterThan(of(2, 30).ifKnownG);
    expect(
      fillTargetG([454, 454, 454, 454], { nominalG: 454, lot: 60, rules: "oiml-r87", stepG: 5 }).sdG,
    ).toBeCloseTo(5 / Math.sqrt(12), 9);
    expect(() => fillTargetG([454, 455], { nominalG: 454, lot: 60, rules: "oiml-r87" })).toThrow(
      /at least three/,
    );
  });
});
