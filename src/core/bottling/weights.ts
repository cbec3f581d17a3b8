/** Weights as people paste them: parted by spaces, lines or semicolons, with a decimal point or comma. */
import { DomainError } from "../domain-error";

const MOST = 1000;
const LONGEST = 20_000;

/**
 * Figures in a text, in their order.
 * @throws DomainError for something that is no figure, or a comma that may part two weights or stand in one
 */
export function readWeights(text: string): number[] {
  if (text.length > LONGEST) throw new DomainError("too-long", "That is far too long a list.");
  const words = text.split(/[\s;]+/).flatMap((w) => (w === "" ? [] : [w]));
  if (words.length > MOST) throw new DomainError("too-many", `At most ${MOST} weights are judged together.`);
  // "454, 455, 456": a comma before a space parts; "454,5 455,0" is a decimal one.
  return words.map((word) => {
    const bare = word.replace(/[,.]$/, "");
    if (/,\d{3,}$/.test(bare) || (bare.match(/[,.]/g) ?? []).length > 1)
      throw new DomainError(
        "which-comma",
        `"${word.slice(0, 20)}" may be one weight or several: part them by a space, a semicolon or a line.`,
      );
    const value = /^\d{1,6}(?:[.,]\d{1,3})?$/.test(bare) ? Number(bare.replace(",", ".")) : Number.NaN;
    if (!Number.isFinite(value))
      throw new DomainError("no-figure", `"${word.slice(0, 20)}" is no weight.`, { word: word.slice(0, 20) });
    return value;
  });
}
