import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { DomainError } from "../domain-error";
import { carriedColour, colourClass, pfundFromAbsorbance, swatch } from "./colour";

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

  it("goes with the honey by mass; what was never read is told as a part", () => {
    const moves = [
      { from: 1, to: 2, grams: 10_000, at: 0 },
      { from: 1, to: 3, grams: 30_000, at: 0 },
      { from: 2, to: 4, grams: 10_000, at: 10 },
      { from: 3, to: 4, grams: 10_000, at: 11 },
      { from: 1, to: 4, grams: 20_000, at: 12 },
    ];
    const told = new Map([
      [2, [{ at: 5, pfundMm: 20 }]],
      [3, [{ at: 5, pfundMm: 60 }]],
    ]);
    const at = (now: number) =>
      carriedColour(
        moves.filter((m) => m.at <= now),
        told,
        now,
      );
    expect(at(11).get(4)).toEqual({ pfundMm: 40, share: 1 });
    expect(at(12).get(4)).toEqual({ pfundMm: 40, share: 0.5 });
    expect(at(12).get(3)).toEqual({ pfundMm: 60, share: 1 });
    // Read itself, it speaks for itself.
    const read = carriedColour(moves, new Map([...told, [4, [{ at: 20, pfundMm: 47 }]]]), 30);
    expect(read.get(4)).toEqual({ pfundMm: 47, share: 1 });
    expect(carriedColour(moves, new Map(), 30).size).toBe(0);
  });

  it("a mix lies between its parts", () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 1, max: 50_000 }), fc.integer({ min: 0, max: 140 })), {
          minLength: 1,
          maxLength: 8,
        }),
        (parts) => {
          const moves = parts
            .flatMap(([grams], i) => [
              { from: 1, to: 10 + i, grams, at: 0 },
              { from: 10 + i, to: 2, grams, at: 5 },
            ])
            .sort((a, b) => a.at - b.at);
          const told = new Map(parts.map(([, pfundMm], i) => [10 + i, [{ at: 1, pfundMm }]]));
          const mixed = carriedColour(moves, told, 9).get(2);
          const all = parts.map(([, p]) => p);
          expect(mixed?.share).toBeCloseTo(1, 9);
          expect(mixed?.pfundMm).toBeGreaterThanOrEqual(Math.min(...all) - 1e-9);
          expect(mixed?.pfundMm).toBeLessThanOrEqual(Math.max(...all) + 1e-9);
        },
      ),
    );
  });
});
