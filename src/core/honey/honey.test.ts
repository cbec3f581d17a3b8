import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { densityKgM3, viscosityPaS } from "./index";

describe("density", () => {
  // Relative density 20/20 °C, White 1975 in Crane, from memory of the table; water at 20 °C is 998.2 kg/m³.
  it.each([
    [14, 1.4404],
    [16, 1.4295],
    [18.6, 1.4129],
    [20, 1.4027],
    [21, 1.395],
  ])("at %f percent water and 20 °C is %f times water's", (w, relative) => {
    expect(densityKgM3(w, 20)).toBeCloseTo(relative * 998.2, 6);
  });

  it("falls with water and with warmth", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 13, max: 24, noNaN: true }),
        fc.double({ min: 0, max: 70, noNaN: true }),
        (w, t) => {
          expect(densityKgM3(w + 0.5, t)).toBeLessThan(densityKgM3(w, t));
          expect(densityKgM3(w, t + 1)).toBeLessThan(densityKgM3(w, t));
        },
      ),
    );
    expect(() => densityKgM3(30, 20)).toThrow(/Water content/);
  });
});

describe("viscosity", () => {
  // Poise, White 1975 in Crane, from memory of the table: sweet clover at 16.1 %, white clover at 25 °C.
  it.each([
    [16.1, 13.7, 600],
    [16.1, 20.6, 189.6],
    [16.1, 39.4, 21.4],
    [16.1, 71.1, 2.6],
    [13.7, 25, 420],
    [15.5, 25, 138],
    [18.2, 25, 48.1],
    [21.5, 25, 13.6],
  ])("at %f percent and %f °C is %f poise within the fit's own 8.2 percent", (w, t, poise) => {
    expect(Math.abs((viscosityPaS(w, t) * 10) / poise - 1)).toBeLessThan(0.082);
  });

  it("falls with water and with warmth, everywhere it holds", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 13, max: 21.5, noNaN: true }),
        fc.double({ min: 10, max: 74, noNaN: true }),
        (w, t) => {
          expect(viscosityPaS(w + 0.5, t)).toBeLessThan(viscosityPaS(w, t));
          expect(viscosityPaS(w, t + 1)).toBeLessThan(viscosityPaS(w, t));
        },
      ),
    );
    expect(() => viscosityPaS(17, 5)).toThrow(/temperature/);
  });
});
