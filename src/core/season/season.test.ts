import { describe, expect, it } from "vitest";
import { seeded } from "../statistics/seeded";
import { grouped, jarCost, nextDay, outliers, type Pulled, seasonAt, seasonOf, shrinkToYard } from ".";

const super_ = (more: Partial<Pulled>): Pulled => ({
  yard: "Kiln Field",
  colony: "1",
  tag: "41",
  depth: "medium",
  frames: 10,
  kg: 12,
  weighed: true,
  leftKg: null,
  day: "2026-08-01",
  tool: "",
  machine: "",
  ...more,
});

describe("a season", () => {
  it.each([
    ["2026-08-13", "01-01", "2026", "2026-01-01", "2026-12-31"],
    ["2026-08-13", "07-01", "2026/27", "2026-07-01", "2027-06-30"],
    // In the south honey of January belongs to the year that began in July.
    ["2027-01-20", "07-01", "2026/27", "2026-07-01", "2027-06-30"],
    ["2026-06-30", "07-01", "2025/26", "2025-07-01", "2026-06-30"],
    ["2028-02-29", "03-01", "2027/28", "2027-03-01", "2028-02-29"],
  ])("%s, beginning %s, is %s", (day, begins, name, from, to) => {
    expect(seasonAt(day, begins)).toEqual({ name, from, to });
  });

  it("has no 31 February", () => {
    expect(() => seasonOf(2026, "02-31")).toThrow();
  });
});

describe("totals", () => {
  it("by anything, with how many, the spread, the frame, and what was left of what was weighed back", () => {
    const [kiln] = grouped(
      [
        super_({ kg: 10, leftKg: 1 }),
        super_({ kg: 14, frames: 8, weighed: false }),
        super_({ yard: "Tarn", kg: 5 }),
      ],
      (p) => p.yard,
    );
    expect(kiln).toMatchObject({
      name: "Kiln Field",
      supers: 2,
      kg: 24,
      meanKg: 12,
      weighed: 1,
      leftPct: 10,
    });
    expect(kiln?.sdKg).toBeCloseTo(Math.sqrt(8), 9);
    expect(kiln?.perFrameKg).toBeCloseTo(24 / 18, 9);
  });

  it("what stands out is told with what its own record says of it", () => {
    const yard = Array.from({ length: 11 }, (_, i) => super_({ tag: String(i), kg: 12 + (i % 3) * 0.4 }));
    const [odd, ...more] = outliers([...yard, super_({ tag: "99", kg: 3, frames: 3, weighed: false })]);
    expect(more).toEqual([]);
    expect(odd?.because).toBe("3 frames taken where 10 are usual; estimated, not weighed");
    expect(outliers(yard.slice(0, 4))).toEqual([]);
  });
});

describe("which colonies earn", () => {
  it("one lucky colony of ten is drawn to its yard; two that gave alike twice are believed more", () => {
    const once = shrinkToYard([
      { name: "lucky", kg: [60] },
      ...Array.from({ length: 9 }, (_, i) => ({ name: String(i), kg: [20 + i] })),
    ]);
    const lucky = once.colonies[0];
    expect(lucky?.name).toBe("lucky");
    expect(lucky?.estimateKg).toBeLessThan(60);
    expect(lucky?.estimateKg).toBeGreaterThan(once.meanKg);
    expect(once.told).toBe(false);
    const twice = shrinkToYard(
      Array.from({ length: 8 }, (_, i) => ({ name: String(i), kg: [10 + 3 * i, 11 + 3 * i, 10 + 3 * i] })),
    );
    expect(twice.told).toBe(true);
    expect(twice.colonies[0]?.weight).toBeGreaterThan(0.95);
  });

  it("colonies that are all chance are told as their yard's mean", () => {
    const rng = seeded(3);
    const yard = shrinkToYard(
      Array.from({ length: 12 }, (_, i) => ({
        name: String(i),
        kg: [1, 2, 3].map(() => Math.max(0, rng.normal(12, 4))),
      })),
    );
    expect(Math.max(...yard.colonies.map((c) => c.weight))).toBeLessThan(0.6);
  });

  it("a single colony, and none, have no interval that means anything", () => {
    expect(shrinkToYard([]).colonies).toEqual([]);
    expect(shrinkToYard([{ name: "1", kg: [12] }]).colonies[0]?.hiKg).toBe(Number.POSITIVE_INFINITY);
    expect(() => shrinkToYard([{ name: "1", kg: [-1] }])).toThrow();
  });

  it("covers in about eight of ten, on yards it does not assume: skewed colonies, chance in proportion, days that differ, uneven pulls", () => {
    const rng = seeded(20260829);
    let [inside, n] = [0, 0];
    for (let yard = 0; yard < 250; yard++) {
      const size = 6 + Math.floor(rng.next() * 12);
      const days = [1, 0.6, 0.8];
      const colonies = Array.from({ length: size }, (_, i) => {
        // Skewed: the log of what a colony is worth is normal.
        const worth = Math.exp(rng.normal(Math.log(10), 0.35));
        const pulls = 2 + Math.floor(rng.next() * 2);
        const truth = days.slice(0, pulls).reduce((s, d) => s + worth * d, 0);
        const kg = days.slice(0, pulls).map((d) => worth * d * Math.exp(rng.normal(-0.04, 0.28)));
        return { name: String(i), kg, truth };
      });
      const { colonies: told } = shrinkToYard(colonies);
      for (const c of told) {
        const truth = colonies.find((x) => x.name === c.name)?.truth ?? 0;
        n += 1;
        if (truth >= c.loKg && truth <= c.hiKg) inside += 1;
      }
    }
    expect(inside / n).toBeGreaterThan(0.74);
    expect(inside / n).toBeLessThan(0.95);
  });
});

describe("money and the next day", () => {
  it("a jar's cost says what nobody told", () => {
    expect(
      jarCost({ materials: 1.1, hoursPerJar: 0.02, hourCost: 20, giveawayG: 3, pricePerG: 0.02 }),
    ).toEqual({
      materials: 1.1,
      hours: 0.4,
      lost: 0.06,
      sum: 1.56,
      missing: [],
    });
    expect(
      jarCost({ materials: null, hoursPerJar: 0.02, hourCost: null, giveawayG: null, pricePerG: null }),
    ).toMatchObject({
      sum: 0,
      missing: ["what a jar, a lid and a label cost", "what an hour costs", "what is given away"],
    });
  });

  it("pails, jars and hands from the season's own rates", () => {
    expect(nextDay({ waitingKg: 200, yieldShare: 0.9, pailKg: 25, jarG: 454, hoursPerKg: 0.05 })).toEqual({
      kg: 180,
      pails: 8,
      jars: 396,
      lids: 396,
      crewHours: 10,
    });
  });
});
