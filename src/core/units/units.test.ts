import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { DomainError } from "../domain-error";
import {
  fahrenheitFromCelsius,
  formatKg,
  formatKgFromG,
  gramsFromKg,
  kgFromGrams,
  kgFromLb,
  lbFromKg,
  litresFromUsGallons,
  ozFromGrams,
  parseFigure,
  parseJarG,
  parseMassKg,
  parseTempC,
  rangeOf,
  usGallonsFromLitres,
  written,
} from "./index";

describe("conversions", () => {
  // Exact by definition: 1959 international yard and pound agreement, quoted in NIST Handbook 44 App. C.
  it("meets the definitions of pound, ounce and US gallon", () => {
    expect(kgFromLb(1)).toBe(0.45359237);
    expect(ozFromGrams(453.59237)).toBeCloseTo(16, 12);
    expect(litresFromUsGallons(1)).toBe(3.785411784);
    expect(fahrenheitFromCelsius(-40)).toBe(-40);
    expect(fahrenheitFromCelsius(100)).toBeCloseTo(212, 12);
  });

  it("comes back from every round trip", () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 10_000_000 }), (grams) => {
        expect(gramsFromKg(kgFromGrams(grams))).toBe(grams);
        expect(gramsFromKg(kgFromLb(lbFromKg(grams / 1000)))).toBe(grams);
        expect(litresFromUsGallons(usGallonsFromLitres(grams))).toBeCloseTo(grams, 6);
      }),
    );
  });
});

describe("typed figures", () => {
  it.each([
    ["26.4", 26.4],
    ["26,4", 26.4],
    [" 26,4 kg ", 26.4],
    ["1 026.4", 1026.4],
    ["850 g", 0.85],
    ["58.2 lb", 26.399075934],
    [".5", 0.5],
  ])("reads %s as %f kg", (text, kg) => {
    expect(parseMassKg(text)).toBeCloseTo(kg, 9);
  });

  it.each(["", "kg", "twelve", "1,026.4", "1.2.3", "--3", "26.4.", "NaN", "Infinity", "1e3"])(
    "refuses %j as no figure",
    (text) => {
      expect(() => parseFigure(text)).toThrow(DomainError);
    },
  );

  it("names a unit it does not know", () => {
    expect(() => parseMassKg("3 stone")).toThrow(/"stone" is not a unit of mass/);
    expect(() => parseTempC("300 K")).toThrow(/use °C or °F/);
  });

  it("reads temperatures in either scale", () => {
    expect(parseTempC("28,5 °C")).toBe(28.5);
    expect(parseTempC("82 F")).toBeCloseTo(27.78, 2);
  });
});

describe("written figures", () => {
  it.each([
    [26.081561275000002, "26.082"],
    [57.5, "57.5"],
    [0.1 + 0.2, "0.3"],
    [1675.7, "1675.7"],
  ])("%f is written %s, without the noise of a conversion", (value, text) => {
    expect(written(value)).toBe(text);
  });

  it("one mass is written one way, a title like its tile; half a step rounds up", () => {
    expect(formatKg(12.85)).toBe("12.9");
    expect(formatKgFromG(12_850)).toBe("12.9");
    expect(formatKg(1675.7)).toBe("1,675.7");
  });

  it("a range of one value is one value", () => {
    expect(rangeOf("12", "14")).toBe("12 to 14");
    expect(rangeOf("12", "12")).toBe("12");
  });

  it.each([
    ["454", 454],
    ["1 lb", 454],
    ["3 lb", 1361],
    ["16oz", 454],
    ["12 oz", 340],
    ["0,5 kg", 500],
    ["250 g", 250],
  ])("a jar of %s holds %i g", (text, grams) => {
    expect(parseJarG(text)).toBe(grams);
  });
});
