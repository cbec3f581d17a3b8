import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { fermentationWatch, WATCHES } from "./watch";

const pail = { sePct: 0, look: null, massKg: 25, store: null } as const;
const store = (c: number) => ({ loC: c - 1, hiC: c });

describe("what is watched", () => {
  // Common practice, after Lochhead 1933: under 17.1 calm, to 18.0 monthly, to 19.0 fortnightly, above weekly.
  it.each([
    [17.0, "calm"],
    [17.1, "monthly"],
    [18.0, "monthly"],
    [18.1, "fortnightly"],
    [19.0, "fortnightly"],
    [19.1, "weekly"],
  ])("%f %% is %s", (waterPct, verdict) => {
    expect(fermentationWatch({ ...pail, waterPct }).verdict).toBe(verdict);
  });

  it("half-set honey is judged on its liquid: 17.5 % may be as wet as 19 between the crystals", () => {
    const half = fermentationWatch({ ...pail, waterPct: 17.5, look: "half" });
    expect(half.liquidPct.mid).toBeCloseTo(18.6, 1);
    expect(half).toMatchObject({ verdict: "weekly", likely: "fortnightly" });
  });

  it("is looked at by the wet end of its error, and used first by its middle", () => {
    expect(fermentationWatch({ ...pail, waterPct: 16.9, sePct: 0.3 })).toMatchObject({
      verdict: "monthly",
      likely: "calm",
    });
    expect(fermentationWatch({ ...pail, waterPct: 17.8, sePct: 0.4 })).toMatchObject({
      verdict: "fortnightly",
      likely: "monthly",
    });
  });

  // Lochhead 1933: safe under 1,000 yeasts in a gram to 18 %, under 10 to 19 %, under 1 to 20 %.
  it.each([
    [17.9, 999, "calm"],
    [17.9, 1000, "monthly"],
    [18.9, 9, "calm"],
    [18.9, 10, "fortnightly"],
    [19.9, 0, "calm"],
    [19.9, 1, "weekly"],
    [20.1, 0, "weekly"],
  ])("%f %% with %i yeasts in a gram is %s", (waterPct, yeastPerG, verdict) => {
    expect(fermentationWatch({ ...pail, waterPct, yeastPerG }).verdict).toBe(verdict);
  });

  it("a drum and a warm store raise it, calm honey stays calm, and in the cold yeast sleeps", () => {
    const at = (more: object) => fermentationWatch({ ...pail, waterPct: 17.6, ...more });
    expect(at({ massKg: 290 })).toMatchObject({ verdict: "fortnightly", raisedBy: ["a big vessel"] });
    expect(at({ massKg: 290, store: store(26) }).verdict).toBe("weekly");
    expect(at({ store: store(10) })).toMatchObject({ verdict: "calm", asleep: true });
    expect(fermentationWatch({ ...pail, waterPct: 16.5, massKg: 290, store: store(30) }).verdict).toBe(
      "calm",
    );
  });

  it("wetter, more doubtful, more set or bigger is never watched less", () => {
    const rank = (x: Parameters<typeof fermentationWatch>[0]): number =>
      WATCHES.indexOf(fermentationWatch(x).verdict);
    fc.assert(
      fc.property(
        fc.double({ min: 14, max: 22, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.constantFrom("clear", "cloudy"),
        (waterPct, sePct, look) => {
          const x = { ...pail, waterPct, sePct, look } as const;
          expect(rank({ ...x, waterPct: waterPct + 0.5 })).toBeGreaterThanOrEqual(rank(x));
          expect(rank({ ...x, sePct: sePct + 0.2 })).toBeGreaterThanOrEqual(rank(x));
          expect(rank({ ...x, look: "half" })).toBeGreaterThanOrEqual(rank(x));
          expect(rank({ ...x, massKg: 300 })).toBeGreaterThanOrEqual(rank(x));
        },
      ),
    );
  });
});
