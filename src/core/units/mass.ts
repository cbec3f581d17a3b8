/** Mass: kilograms for people, whole grams in the ledger. Conversions are exact by definition. */
import { DomainError } from "../domain-error";
import { densityKgM3 } from "../honey";
import { parseFigure } from "./figure";
import { parseLitres } from "./volume";

/** The international avoirdupois pound, kg, exact (NIST Handbook 44, Appendix C). */
const KG_PER_LB = 0.45359237;

export const kgFromLb = (lb: number): number => lb * KG_PER_LB;
export const lbFromKg = (kg: number): number => kg / KG_PER_LB;
/** Ounces avoirdupois: a sixteenth of a pound. */
export const ozFromGrams = (grams: number): number => (grams / 1000 / KG_PER_LB) * 16;

export const gramsFromOz = (oz: number): number => (oz / 16) * KG_PER_LB * 1000;

/** Whole grams, the ledger's unit; half a gram rounds up. @throws DomainError when `kg` is not finite. */
export function gramsFromKg(kg: number): number {
  if (!Number.isFinite(kg)) throw new DomainError("not-a-number", "A mass must be a number.", { kg });
  return Math.round(kg * 1000);
}

export const kgFromGrams = (grams: number): number => grams / 1000;

/** "3 lb 4 oz", as a grocer's scale says it. */
const POUNDS_AND_OUNCES = /^(\d{1,4}) ?lbs? (\d{1,2}(?:[.,]\d{1,3})?) ?oz$/i;

/**
 * Reads a typed mass: "26.4", "26,4 kg", "58.2 lb", "3 lb 4 oz", "12 oz", "850 g". No unit means kilograms.
 * @throws DomainError `not-a-number` or `unknown-unit`
 */
export function parseMassKg(text: string): number {
  const [, pounds, ounces = ""] = POUNDS_AND_OUNCES.exec(text.trim().slice(0, 40)) ?? [];
  if (pounds) return kgFromLb(Number(pounds) + Number(ounces.replace(",", ".")) / 16);
  const { value, unit } = parseFigure(text);
  switch (unit) {
    case "":
    case "kg":
      return value;
    case "g":
      return value / 1000;
    case "lb":
    case "lbs":
      return kgFromLb(value);
    case "oz":
      return kgFromLb(value / 16);
    default:
      throw new DomainError("unknown-unit", `"${unit}" is not a unit of mass here: use kg, g, lb or oz.`, {
        unit,
      });
  }
}

/** A jar told by its volume is filled at 20 °C, with honey of the usual water. */
const JAR_AT = { waterPct: 17.5, tempC: 20 } as const;

/**
 * Reads a jar's net mass: "454", "340 g", "1 lb", "16 oz", "0.5 kg"; no unit means grams. One told by volume ("250 ml",
 * "1 qt") is what it holds of usual honey at 20 °C, rounded down. Whole grams.
 * @throws DomainError `not-a-number` or `unknown-unit`
 */
export function parseJarG(text: string): number {
  const { value, unit } = parseFigure(text);
  if (unit === "" || unit === "g") return value;
  if (unit === "oz") return Math.round(gramsFromOz(value));
  if (unit === "kg" || unit === "lb" || unit === "lbs") return Math.round(parseMassKg(text) * 1000);
  if (["ml", "l", "qt", "pt", "gal"].includes(unit))
    return Math.floor(parseLitres(text) * densityKgM3(JAR_AT.waterPct, JAR_AT.tempC) + 1e-9);
  throw new DomainError("unknown-unit", `"${unit}" is not a unit of a jar: use g, lb, oz or ml.`, { unit });
}

/** Reads grams that need not be whole, a mean fill: "455.3", "16.06 oz". No unit means grams. @throws DomainError */
export function parseGrams(text: string): number {
  const { value, unit } = parseFigure(text);
  return unit === "" ? value : parseMassKg(text) * 1000;
}

/** "1,026.4": kilograms to a tenth unless `digits` says otherwise, without the unit. */
export function formatKg(kg: number, digits = 1): string {
  // Written here and not by Intl: a tablet takes 10 ms to make its first formatter, and every screen needs this one.
  const size = Math.abs(kg);
  // Half a step rounds up by the figure as it is written: 12.85 is 12.9, whatever stands behind it in binary.
  const steps = size < 1e-6 ? 0 : Math.round(Number(`${size}e${digits}`));
  const [whole = "", part] = (steps / 10 ** digits).toFixed(digits).split(".");
  let said = whole;
  for (let i = whole.length - 3; i > 0; i -= 3) said = `${said.slice(0, i)},${said.slice(i)}`;
  if (part !== undefined) said += `.${part}`;
  // What rounds to nothing has no sign.
  return kg < 0 && steps > 0 ? `-${said}` : said;
}

export const formatKgFromG = (grams: number, digits = 1): string => formatKg(grams / 1000, digits);
