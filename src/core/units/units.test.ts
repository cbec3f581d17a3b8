import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { DomainError } from "../domain-error";
import {
  differenceIn,
  fahrenheitFromCelsius,
  formatKg,
  formatKgFromG,
  gramsFromKg,
  jarIn,
  kgFromGrams,
  kgFromLb,
  lbFromKg,
  litresFromUsGallons,
  METRIC,
  ozFromGrams,
  parseCentimetres,
  parseFigure,
  parseJarG,
  parseLitres,
  parseMassKg,
  parseTempC,
  quantityIn,
  rangeOf,
  type Shown,
  shownFrom,
  shownText,
  usGallonsFromLitres,
  valueFrom,
  valueIn,
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

  it("as the language's own way of writing figures does, at every size and where a half is rounded", () => {
    const ways = Array.from(
      { length: 7 },
      (_, digits) => new Intl.NumberFormat("en-GB", { maximumFractionDigits: digits, useGrouping: false }),
    );
    const figures = fc.oneof(
      fc.double({ min: -1e9, max: 1e9, noNaN: true }),
      fc.double({ min: -1, max: 1, noNaN: true }),
      // Halves at every place, as they are read.
      fc
        .tuple(fc.integer({ min: -1e7, max: 1e7 }), fc.integer({ min: 0, max: 6 }))
        .map(([n, e]) => Number(`${n}5e-${e + 1}`)),
    );
    fc.assert(
      fc.property(figures, fc.integer({ min: 0, max: 6 }), (value, digits) => {
        // Nothing is written with a sign before it is anything.
        const theirs = ways[digits]?.format(value).replace(/^-0$/, "0");
        expect(written(value, digits)).toBe(theirs);
      }),
      { numRuns: 3000 },
    );
  });

  it("one mass is written one way, a title like its tile; half a step rounds up", () => {
    expect(formatKg(12.85)).toBe("12.9");
    expect(formatKgFromG(12_850)).toBe("12.9");
    expect(formatKg(1675.7)).toBe("1,675.7");
    // As Intl writes it (ECMA-402), any gram there may be.
    fc.assert(
      fc.property(fc.integer({ min: -2e9, max: 2e9 }), fc.integer({ min: 0, max: 3 }), (grams, digits) => {
        const as = { minimumFractionDigits: digits, maximumFractionDigits: digits } as const;
        const intl = new Intl.NumberFormat("en-GB", { ...as, signDisplay: "negative" });
        expect(formatKgFromG(grams, digits)).toBe(intl.format(grams / 1000));
      }),
      {
        numRuns: 500,
        examples: [
          [12_850, 1],
          [-40, 1],
          [-50, 1],
          [999_950, 1],
          [999_999_950, 1],
          [0, 0],
        ],
      },
    );
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
    // 1.42 kg a litre (USDA tables of extracted honey, 17.5 % water); a quart holds about three pounds.
    ["250 ml", 354],
    ["1 qt", 1341],
  ])("a jar of %s holds %i g", (text, grams) => {
    expect(parseJarG(text)).toBe(grams);
  });
});

describe("shown units", () => {
  const US: Shown = { mass: "lb", temperature: "F", volume: "gal", length: "in", day: "mdy", clock: "12" };

  // From the definitions of NIST Handbook 44, Appendix C; the moment from kg·m = 2.2046226 lb x 39.3700787 in.
  it.each([
    [12.853, "kg", 1, "28.3 lb"],
    [12.853, "kg", 2, "28.34 lb"],
    [29.5, "°C", 1, "85.1 °F"],
    [-18, "°C", 0, "0 °F"],
    [3.785411784, "L", 1, "1.0 gal"],
    [76, "cm", 1, "29.9 in"],
    [0.3, "kg·m", 1, "26.0 lb·in"],
    [4.53592, "kg/min", 1, "10.0 lb/min"],
    [17.2, "%", 1, "17.2 %"],
  ])(
    "%f %s, to %i decimals, is read as %s by who reads pounds and Fahrenheit",
    (value, unit, digits, said) => {
      expect(quantityIn(value, unit, US, digits)).toBe(said);
    },
  );

  it("nothing changes for who reads kilograms; the other kinds are chosen one by one", () => {
    expect(quantityIn(12.853, "kg", METRIC)).toBe("12.9 kg");
    const mixed = { ...METRIC, temperature: "F" } as const;
    expect(quantityIn(12.853, "kg", mixed)).toBe("12.9 kg");
    expect(quantityIn(30, "°C", mixed, 0)).toBe("86 °F");
  });

  it("five degrees warmer are nine degrees Fahrenheit warmer, not forty-one", () => {
    expect(differenceIn(5, "°C", US)).toBe(9);
    expect(differenceIn(1, "kg", US)).toBeCloseTo(2.2046, 4);
  });

  it("comes back from what is read, whatever the unit", () => {
    const units = ["kg", "kg/min", "kg·m", "°C", "L", "L a day", "mm", "cm", "%", "constructor"];
    fc.assert(
      fc.property(
        fc.constantFrom(...units),
        fc.double({ min: -50, max: 5000, noNaN: true }),
        (unit, value) => {
          expect(valueFrom(valueIn(value, unit, US), unit, US)).toBeCloseTo(value, 8);
        },
      ),
    );
  });

  it("to the third decimal of a pound no whole gram is lost", () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 2_000_000 }), (grams) => {
        const typed = written(valueIn(grams / 1000, "kg", US), 3);
        expect(gramsFromKg(valueFrom(Number(typed), "kg", US))).toBe(grams);
      }),
    );
  });

  it.each([
    [454, "16 oz"],
    [340, "12 oz"],
    [250, "8.8 oz"],
    [907, "2 lb"],
    [1000, "2.2 lb"],
  ])("a jar of %i g is one of %s", (grams, said) => {
    expect(jarIn(grams, US)).toBe(said);
    expect(jarIn(grams, METRIC)).toBe(`${grams} g`);
  });

  it("is kept as words; a word that is no choice is read as the house has it", () => {
    expect(shownFrom(shownText(US))).toEqual(US);
    expect(shownFrom("", US)).toEqual(US);
    expect(shownFrom("stone K gal constructor")).toEqual({ ...METRIC, volume: "gal" });
  });

  it.each([
    ["3 lb 4 oz", 1.4741752],
    ["12 oz", 0.3401943],
    ["26 lbs", 11.7934016],
  ])("%s are %f kg", (text, kg) => {
    expect(parseMassKg(text)).toBeCloseTo(kg, 6);
  });

  it("volumes and lengths are typed in any unit", () => {
    expect(parseLitres("5 gal")).toBeCloseTo(18.927, 3);
    expect(parseLitres("25")).toBe(25);
    expect(parseCentimetres("24 in")).toBeCloseTo(60.96, 9);
    expect(parseCentimetres("1,2 m")).toBe(120);
    expect(() => parseLitres("3 lb")).toThrow(/"lb" is not a unit of volume/);
    expect(() => parseCentimetres("3 constructor")).toThrow(DomainError);
  });
});
