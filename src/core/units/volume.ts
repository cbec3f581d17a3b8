/** Volumes and lengths as people type them. */
import { DomainError } from "../domain-error";
import { parseFigure } from "./figure";

/** The US liquid gallon, litres, exact (NIST Handbook 44, Appendix C). */
const L_PER_US_GAL = 3.785411784;

export const litresFromUsGallons = (gal: number): number => gal * L_PER_US_GAL;
export const usGallonsFromLitres = (litres: number): number => litres / L_PER_US_GAL;

/** What one of a unit is, in litres or in centimetres; exact (NIST Handbook 44, Appendix C). */
const LITRES: Readonly<Record<string, number>> = {
  "": 1,
  l: 1,
  ml: 0.001,
  gal: L_PER_US_GAL,
  qt: L_PER_US_GAL / 4,
  pt: L_PER_US_GAL / 8,
};
const CENTIMETRES: Readonly<Record<string, number>> = { "": 1, cm: 1, mm: 0.1, m: 100, in: 2.54, ft: 30.48 };

function parseBy(units: Readonly<Record<string, number>>, what: string, use: string, text: string): number {
  const { value, unit } = parseFigure(text);
  const one = Object.hasOwn(units, unit) ? units[unit] : undefined;
  if (one === undefined)
    throw new DomainError("unknown-unit", `"${unit}" is not a unit of ${what} here: use ${use}.`, { unit });
  return value * one;
}

/** Reads a typed volume: "25", "25 L", "5 gal", "750 ml". No unit means litres, gallons are those of the US. @throws DomainError */
export const parseLitres = (text: string): number => parseBy(LITRES, "volume", "L, mL, gal, qt or pt", text);
/** Reads a typed length: "60", "60 cm", "24 in", "1.2 m". No unit means centimetres. @throws DomainError */
export const parseCentimetres = (text: string): number =>
  parseBy(CENTIMETRES, "length", "cm, mm, m, in or ft", text);
