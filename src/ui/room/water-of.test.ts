import { describe, expect, it } from "vitest";
import { waterOf } from "./water-of";

const by = (scale: "water" | "brix" | "index", corrects = false) => ({ scale, corrects, offsetIndex: 0 });

describe("a drop on the live sheet", () => {
  // Wedmore's table: an index of 1.4925 at 20 °C is 17.6 % water; 80 °Bx lie near 18.3 %.
  it.each([
    ["1.4925", by("index"), 20, 17.6],
    ["80", by("brix"), 20, 18.3],
    ["17,4", by("water"), 20, 17.4],
    ["17.4", by("water", true), 28, 17.4],
    ["18.1", by("water"), 28, 17.4],
  ] as const)("%s by its scale and warmth is judged as %% water", (typed, instrument, tempC, waterPct) => {
    expect(waterOf(typed, instrument, tempC)).toBeCloseTo(waterPct, 1);
  });

  it("an empty drop is none, a slip is told in words", () => {
    expect(waterOf(" ", by("water"), 20)).toBeNull();
    expect(waterOf("x", by("water"), 20)).toContain("is not a reading");
    expect(waterOf("31", by("water"), 20)).toContain("must be between 13 and 25 %");
  });
});
