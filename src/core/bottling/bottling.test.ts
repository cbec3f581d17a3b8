import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { gtinCheckDigit, isLotCode, jarsOf, lotCheckCharacter, lotCode } from "./index";

const ALPHABET = "0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZ";

describe("lot code", () => {
  // The GRid standard's worked example of ISO 7064 MOD 37,36, from memory of the standard.
  it("meets the published example", () => {
    expect(lotCheckCharacter("A1-2425G-ABC1234002")).toBe("M");
    expect(isLotCode("A1-2425G-ABC1234002-M")).toBe(true);
  });

  const bodies = fc.stringMatching(/^[0-9A-Z]{2,16}$/);

  it("catches every single wrong character", () => {
    fc.assert(
      fc.property(bodies, fc.nat(), fc.nat(35), (body, at, other) => {
        const code = body + lotCheckCharacter(body);
        const i = at % code.length;
        const wrong = code.slice(0, i) + ALPHABET[other] + code.slice(i + 1);
        expect(isLotCode(wrong)).toBe(wrong === code);
      }),
    );
  });

  // A hybrid system of ISO 7064 lets a few swaps through: counted here over every pair of characters.
  it("catches more than 99 of 100 swaps of neighbours", () => {
    let swaps = 0;
    let missed = 0;
    for (const before of ["", "WB26", "Z9"]) {
      for (const a of ALPHABET) {
        for (const b of ALPHABET) {
          if (a === b) continue;
          swaps += 1;
          const check = lotCheckCharacter(before + a + b);
          if (isLotCode(before + b + a + check)) missed += 1;
        }
      }
    }
    expect(swaps).toBe(3 * 36 * 35);
    expect(missed / swaps).toBeLessThan(0.01);
  });

  it("writes house, year, number and check character, and reads it back in any case", () => {
    const code = lotCode("WB", 2026, 7);
    expect(code).toMatch(/^WB26-007-[0-9A-Z]$/);
    expect(isLotCode(code.toLowerCase().replaceAll("-", " "))).toBe(true);
  });

  it("refuses bodies that are not letters and digits", () => {
    expect(() => lotCheckCharacter("WB/26")).toThrow(/letters A to Z/);
    expect(() => lotCheckCharacter("")).toThrow();
    expect(() => lotCode("toolong", 2026, 1)).toThrow();
  });
});

describe("GTIN", () => {
  // GS1 General Specifications 7.9.1 (GTIN-13 6291041500213) and, from memory, its GTIN-8 and UPC examples.
  it.each([
    ["629104150021", "3"],
    ["03600029145", "2"],
    ["9638507", "4"],
  ])("%s ends in %s", (body, digit) => {
    expect(gtinCheckDigit(body)).toBe(digit);
  });

  it("refuses other lengths and letters", () => {
    expect(() => gtinCheckDigit("123")).toThrow();
    expect(() => gtinCheckDigit("62910415002X")).toThrow();
  });
});

describe("jars", () => {
  it("computes the loss from the fill, or the fill from the loss", () => {
    expect(jarsOf({ drawnGrams: 25_000, jars: 54, nominalG: 454, meanFillG: 457 })).toEqual({
      drawnGrams: 25_000,
      jarredGrams: 24_678,
      lostGrams: 322,
      meanFillG: 457,
      giveawayG: 3,
    });
    expect(jarsOf({ drawnGrams: 25_000, jars: 54, nominalG: 454, lostGrams: 322 }).meanFillG).toBe(457);
  });

  it("says how many jars the honey makes when it is too little", () => {
    expect(() => jarsOf({ drawnGrams: 20_000, jars: 48, nominalG: 454 })).toThrow(
      "48 jars of 454 g need 21.8 kg; the pails give 20.0 kg, enough for 44.",
    );
  });

  it("never lets the mean under the label", () => {
    expect(() => jarsOf({ drawnGrams: 20_000, jars: 44, nominalG: 454, lostGrams: 500 })).toThrow(
      /under the 454 g on the label/,
    );
    expect(() => jarsOf({ drawnGrams: 20_000, jars: 10, nominalG: 454, meanFillG: 450 })).toThrow(
      /under the 454 g/,
    );
    expect(() => jarsOf({ drawnGrams: 20_000, jars: 0, nominalG: 454 })).toThrow(/at least one jar/);
  });
});
