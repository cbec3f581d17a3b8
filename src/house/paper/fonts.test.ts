import { openSync } from "fontkit";
import { describe, expect, it } from "vitest";
import { FIGURE_HEIGHT, X_HEIGHT } from "../label/draw";
import { fontFile, wideFontFile } from "./document";
import { fontFor, mustPrint, unprintable } from "./letters";

interface Measured {
  type: string;
  xHeight: number;
  unitsPerEm: number;
  layout: (text: string) => { glyphs: { bbox: { maxY: number } }[] };
}
const measured = (file: string) => openSync(file) as unknown as Measured;

describe("heights on the label", () => {
  it.each([400, 700] as const)("are computed from what the font of weight %d really measures", (weight) => {
    const font = measured(fontFile(weight));
    // A packed one ("WOFF") is unpacked anew for every letter.
    expect(font.type).toBe("TTF");
    expect(font.xHeight / font.unitsPerEm).toBeCloseTo(X_HEIGHT, 3);
    for (const digit of "0123456789") {
      const [glyph] = font.layout(digit).glyphs;
      expect((glyph?.bbox.maxY ?? 0) / font.unitsPerEm).toBeGreaterThanOrEqual(FIGURE_HEIGHT - 0.001);
    }
  });

  it.each([400, 700] as const)(
    "the font for wider alphabets, weight %d, is not lower than that",
    (weight) => {
      const font = measured(wideFontFile(weight));
      const xHeight = font.layout("x").glyphs[0]?.bbox.maxY ?? 0;
      expect(xHeight / font.unitsPerEm).toBeGreaterThanOrEqual(X_HEIGHT);
      for (const digit of "0123456789")
        expect((font.layout(digit).glyphs[0]?.bbox.maxY ?? 0) / font.unitsPerEm).toBeGreaterThanOrEqual(
          FIGURE_HEIGHT,
        );
    },
  );
});

describe("letters on paper", () => {
  it.each([
    ["Lime honey, Müller & Søn", "plain"],
    ["Łąka, Květový med, Lūžņa, Şeftali", "plain"],
    ["Ḥoney of Ǧebel", "plain wide"],
    ["Θυμάρι, Ανθόμελο", "plain wide"],
    ["Липа, Гречишный мёд, Вересковий", "plain wide"],
  ])("%s is set in one font that has all of it", (text, font) => {
    expect(unprintable(text)).toBeNull();
    expect(fontFor(text)).toBe(font);
  });

  it.each([
    ["Lime 蜜", "蜜"],
    ["Honey 🐝", "🐝"],
    ["دبس", "د"],
  ])("%s is refused, with the letter named", (text, letter) => {
    expect(unprintable(text)).toBe(letter);
    expect(() => mustPrint([text], "The label")).toThrow(`the letter "${letter}" in "${text}"`);
  });
});
