import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { DomainError } from "../domain-error";
import { colourClass, pfundFromAbsorbance, swatch } from "./colour";

describe("colour", () => {
  // USDA 1985, from memory: upper limits of the classes.
  it.each([
    [0, "water white"],
    [8, "water white"],
    [8.1, "extra white"],
    [17, "extra white"],
    [34, "white"],
    [50, "extra light amber"],
    [85, "light amber"],
    [114, "amber"],
    [114.5, "dark amber"],
    [140, "dark amber"],
  ])("%f mm Pfund is %s", (mm, name) => {
    expect(colourClass(mm)).toBe(name);
  });

  // White 1984: P = -38.70 + 371.39 A, worked out by hand.
  it.each([
    [0, 0],
    [0.1, 0],
    [0.2, 35.578],
    [0.4, 109.856],
    [0.48, 139.5672],
  ])("an absorbance of %f is %f mm, never under 0", (a, mm) => {
    expect(pfundFromAbsorbance(a)).toBeCloseTo(mm, 3);
  });

  it("refuses what is on no grader", () => {
    expect(() => colourClass(-1)).toThrow(DomainError);
    expect(() => colourClass(141)).toThrow(/between 0 and 140 mm Pfund/);
    expect(() => pfundFromAbsorbance(0.9)).toThrow(/absorbance/);
  });

  it("darker is never drawn lighter", () => {
    const light = (mm: number) => (swatch(mm).match(/\d+/g) ?? []).reduce((sum, x) => sum + Number(x), 0);
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 139 }), (mm) => {
        expect(light(mm + 1)).toBeLessThanOrEqual(light(mm));
      }),
    );
    expect(swatch(34)).toBe("rgb(246 214 120)");
  });
});
