/**
 * Reading figures typed with gloves on: decimal point or decimal comma, spaces as thousands marks,
 * a unit behind. Reading is separate from judging the range, which belongs to whoever asks.
 */
import { DomainError } from "../domain-error";

export interface ParsedNumber {
  readonly value: number;
  /** What stood behind the figure, lower case, "" when nothing did. */
  readonly unit: string;
}

/** The figure's own marks, thousands spaced, then a unit; the spaces before the unit belong to the figure's run. */
const FIGURE = /^([+-]?(?:\d[\d\s]*)?(?:[.,]\d+\s*)?)([a-zA-Z%°]*)$/;
/** Nothing a person types as one figure is longer. */
const LONGEST = 60;

/**
 * Reads "26.4", "26,4", "1 026.4 kg", "-3".
 * Both marks in one figure ("1,026.4") are refused: which one is the decimal mark differs between countries.
 * @throws DomainError `not-a-number` when the text is no figure.
 */
export function parseFigure(text: string): ParsedNumber {
  const match = text.length > LONGEST ? null : FIGURE.exec(text.trim());
  const digits = match?.[1]?.replace(/\s/g, "").replace(",", ".") ?? "";
  const value = digits === "" || digits === "+" || digits === "-" ? Number.NaN : Number(digits);
  if (!Number.isFinite(value)) {
    throw new DomainError("not-a-number", `"${text.trim().slice(0, 40)}" is not a number.`, {
      text: text.slice(0, LONGEST),
    });
  }
  return { value, unit: (match?.[2] ?? "").toLowerCase() };
}

/**
 * A figure as it was typed, without the noise of a conversion: "26.4", "26.082". Halves go away from zero as the figure
 * reads, not as the machine holds it: 1.005 is 1.01. The browser's own way of writing says the same; to be made ready
 * for its first figure that takes a slow tablet a tenth of a second.
 * @param digits at most so many decimals, 0 to 6
 */
export function written(value: number, digits = 3): string {
  const size = Math.abs(value);
  const read = String(size);
  const rounded = read.includes("e")
    ? Number(size.toFixed(digits))
    : Number(`${Math.round(Number(`${read}e${digits}`))}e-${digits}`);
  return `${value < 0 && rounded > 0 ? "-" : ""}${rounded}`;
}

/** "12 to 14"; a range of one value is that value. */
export const rangeOf = (lo: string, hi: string, between = " to "): string =>
  lo === hi ? lo : `${lo}${between}${hi}`;
