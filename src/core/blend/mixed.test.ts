import { describe, expect, it } from "vitest";
import { DomainError } from "../domain-error";
import { seeded } from "../statistics/seeded";
import { judgeMix } from "./mixed";

describe("top and bottom", () => {
  // Common practice: over half a point is unmixed, over 0.3 stir and read again.
  it.each([
    [17.8, 17.3, "stir"],
    [17.9, 17.3, "unmixed"],
    [17.5, 17.2, "mixed"],
    [17.2, 17.6, "stir"],
    [17.2, 17.2, "mixed"],
  ])("%f and %f are %s", (top, bottom, mixed) => {
    expect(judgeMix(top, bottom, null)).toMatchObject({ mixed, offPts: null, unlike: false });
  });

  it("calls a mix unlike what was foretold once in twenty where it is like it, two drops with one instrument's error", () => {
    const rng = seeded(12);
    let unlike = 0;
    for (let i = 0; i < 4000; i++) {
      const sePct = 0.1 + (i % 4) / 10;
      const truth = 17.5 + rng.normal(0, sePct);
      const instrument = rng.normal(0, 0.15);
      const drop = () => truth + instrument + rng.normal(0, 0.15);
      if (judgeMix(drop(), drop(), { waterPct: 17.5, sePct }).unlike) unlike++;
    }
    expect(unlike / 4000).toBeGreaterThan(0.03);
    expect(unlike / 4000).toBeLessThan(0.07);
  });

  it("refuses what no honey reads", () => {
    expect(() => judgeMix(5, 17, null)).toThrow(DomainError);
  });
});
