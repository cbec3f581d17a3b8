/** Which of the shipped fonts can print a text; a letter that none has is named, and never printed as a box. */
import type { Font } from "fontkit";
import { refuse } from "../language/errors";
import { fontFile, type Weight, wideFontFile } from "./document";
import { fontkit } from "./when-drawn";

/** Written from left to right, letter by letter: what the sheets can set. */
const SETTABLE =
  /^[\p{Script=Latin}\p{Script=Greek}\p{Script=Cyrillic}\p{Script=Common}\p{Script=Inherited}]$/u;

const opened: { own?: Font; wide?: Font } = {};
const byName = new Map<string, Font>();
const fonts = () => {
  opened.own ??= fontkit().openSync(fontFile(400)) as Font;
  opened.wide ??= fontkit().openSync(wideFontFile(400)) as Font;
  return opened as { own: Font; wide: Font };
};

const has = (font: Font, text: string): boolean =>
  [...text].every((letter) => letter === "\n" || font.hasGlyphForCodePoint(letter.codePointAt(0) ?? 0));

/** The first letter of a text that no shipped font can print; null when all can be. */
export function unprintable(text: string): string | null {
  const { own, wide } = fonts();
  return (
    [...text.normalize("NFC")].find(
      (letter) => letter !== "\n" && !(SETTABLE.test(letter) && (has(own, letter) || has(wide, letter))),
    ) ?? null
  );
}

/** The name of the font, as a document knows it, that has all of a text's letters. */
export const fontFor = (text: string, weight: Weight = "plain"): string =>
  has(fonts().own, text) ? weight : `${weight} wide`;

/** The font that sets a text, opened, for whoever measures or outlines it. */
export function fontObject(text: string, weight: Weight): Font {
  const name = fontFor(text, weight);
  const known = byName.get(name);
  if (known) return known;
  const figures = weight === "bold" ? 700 : 400;
  const font = fontkit().openSync(name.endsWith("wide") ? wideFontFile(figures) : fontFile(figures)) as Font;
  byName.set(name, font);
  return font;
}

/** Stops a sheet whose text cannot be printed, naming the letter and what it stands in. @throws Refusal */
export function mustPrint(texts: readonly string[], on: string): void {
  for (const text of texts) {
    const letter = unprintable(text);
    if (letter !== null)
      refuse(
        "unprintable",
        `${on} cannot be printed: no font here has the letter "${letter}" in "${text.slice(0, 60)}".`,
      );
  }
}

/** Text for the house's own eyes: a letter no font has is marked, not a reason to go without the print. */
export const printable = (text: string): string =>
  [...text].map((letter) => (unprintable(letter) === null ? letter : "\u00bf")).join("");
