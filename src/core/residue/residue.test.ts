import jstat from "jstat";
import { describe, expect, it } from "vitest";
import { seeded } from "../statistics/seeded";
import { leftByTool, type SpunComb, WARMING_PRIOR, warming, wonByWarming } from "./index";

const comb = (tempC: number, leftPct: number, tool: string | null = "fork", hadKg = 10): SpunComb => ({
  tempC,
  tool,
  hadKg,
  leftKg: (hadKg * leftPct) / 100,
});
const known = (combs: readonly SpunComb[]) => {
  const line = warming(combs);
  if (line.status !== "known") throw new Error(`unclear: ${line.why}`);
  return line;
};

describe("what warming wins", () => {
  it("finds a straight line again, whatever each tool leaves", () => {
    // 0.5 points less for each degree; the plane leaves three points less than the fork.
    const combs = [20, 22, 25, 28, 31].flatMap((t) => [
      comb(t, 20 - 0.5 * t, "fork"),
      comb(t, 17 - 0.5 * t, "plane", 14),
    ]);
    const line = known(combs);
    expect(line.perDegreePct).toBeCloseTo(0.5, 9);
    expect(line).toMatchObject({ halfWidthPct: expect.closeTo(0, 6), toC: 31 });
    // Five boxes of ten kilograms at 21 °C: ten degrees, five points, 0.5 kg each.
    const won = wonByWarming(Array(5).fill(comb(21, 9.5)), line);
    expect(won.kg).toBeCloseTo(2.5, 6);
    // A box gives no more than stayed in it; the warmest gives nothing.
    expect(wonByWarming([comb(21, 2)], line).kg).toBeCloseTo(0.2, 9);
    expect(wonByWarming([comb(31, 4.5)], line).kg).toBe(0);
  });

  // Simple regression: the slope is r s_y / s_x, its standard error s / sqrt(Sxx); jStat's own figures.
  it("agrees with jStat on equal boxes of one tool", () => {
    const rng = seeded(7);
    const combs = Array.from({ length: 30 }, (_, i) =>
      comb(18 + (i % 15), 14 - 0.4 * (i % 15) + rng.normal(0, 0.6)),
    );
    const [x, y] = [combs.map((c) => c.tempC), combs.map((c) => (c.leftKg / c.hadKg) * 100)];
    const slope = (jstat.corrcoeff(x, y) * jstat.stdev(y, true)) / jstat.stdev(x, true);
    const line = known(combs);
    expect(-line.ownPct).toBeCloseTo(slope, 9);
    const [mx, my] = [jstat.mean(x), jstat.mean(y)];
    const rest = y.reduce((s, v, i) => s + (v - my - slope * ((x[i] as number) - mx)) ** 2, 0) / 28;
    const se = Math.sqrt(rest / x.reduce((s, v) => s + (v - mx) ** 2, 0));
    // With practice beside it the interval is a little narrower, the slope a little nearer to practice.
    expect(line.halfWidthPct).toBeLessThan(jstat.studentt.inv(0.9, 28) * se);
    expect(line.halfWidthPct).toBeGreaterThan(0.9 * jstat.studentt.inv(0.9, 28) * se);
    expect(Math.abs(line.perDegreePct - WARMING_PRIOR.perDegreePct)).toBeLessThan(
      Math.abs(line.ownPct - WARMING_PRIOR.perDegreePct),
    );
    const won = wonByWarming(combs, line);
    expect(won.halfWidthKg / won.kg).toBeCloseTo(line.halfWidthPct / line.perDegreePct, 1);
  });

  it("holds a cold day with a poor tool not against the cold", () => {
    const combs = [
      ...[20, 21, 22].map((t) => comb(t, 12, "fork")),
      ...[29, 30, 31].map((t) => comb(t, 4, "plane")),
    ];
    // Within each tool nothing falls with warmth: much less than the 0.8 a degree the two days together pretend.
    expect(known(combs).ownPct).toBeCloseTo(0, 9);
    expect(known(combs).perDegreePct).toBeLessThan(0.1);
  });

  it("is not too large on average where the truth is small, and its interval holds", () => {
    for (const truth of [0.05, 0.2, 0.5]) {
      let [sum, inside] = [0, 0];
      const houses = 400;
      for (let seed = 1; seed <= houses; seed++) {
        const rng = seeded(seed);
        const line = known(
          Array.from({ length: 12 }, () => {
            const t = rng.between(24, 30);
            return comb(t, Math.max(0.5, 20 - truth * t + rng.normal(0, 2.5)));
          }),
        );
        sum += line.perDegreePct;
        if (Math.abs(line.perDegreePct - truth) <= line.halfWidthPct) inside++;
      }
      expect(Math.abs(sum / houses - truth)).toBeLessThan(0.25);
      expect(inside / houses).toBeGreaterThan(0.72);
    }
  });

  it.each<[string, readonly SpunComb[]]>([
    ["few", [20, 24, 28].map((t) => comb(t, 30 - t))],
    ["alike", Array.from({ length: 8 }, (_, i) => comb(27 + (i % 2), 6))],
    ["alike", [...Array(4).fill(comb(20, 9, "fork")), ...Array(4).fill(comb(30, 5, "plane"))]],
  ])("is not told where it is unclear: %s", (why, combs) => {
    expect(warming(combs)).toEqual({ status: "unclear", why });
  });

  it("tells tools apart by all they held, and refuses a box that kept more than it had", () => {
    expect(leftByTool([comb(25, 10, "fork", 20), comb(25, 4, "fork", 10), comb(25, 3, null)])).toEqual([
      { tool: "fork", combs: 2, leftKg: expect.closeTo(1.2, 9), leftPct: expect.closeTo(8, 9) },
      { tool: null, combs: 1, leftKg: expect.closeTo(0.3, 9), leftPct: expect.closeTo(3, 9) },
    ]);
    expect(() => warming([comb(25, 120)])).toThrow(/stayed in the comb/);
  });
});
