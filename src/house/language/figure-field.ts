/** A field that takes a figure: read and judged alike by the house and by a form that cannot ask it. */
import { DomainError } from "@/core/domain-error";
import { parseFigure, parseJarG, parseMassKg, parseTempC, READ_AS } from "@/core/units";
import { asRead, asWritten, shown, unitOf } from "./shown";

export interface FigureField {
  /** As a sentence begins with it: "The gross weight". */
  readonly what: string;
  readonly min: number;
  readonly max: number;
  /** kg, g, °C, %, L and cm are read from what people write behind a figure; others stand for themselves. */
  readonly unit: string;
  readonly whole?: boolean;
  /** Grams of a jar, whole ones of whatever unit. */
  readonly jar?: boolean;
}

export const missing = (what: string): string => `${what} is missing.`;
export const tooLong = (what: string): string => `${what} is far too long.`;
/** No figure is longer, its unit behind it. */
export const LONGEST = 60;

const plain = (text: string): number => {
  const { value, unit } = parseFigure(text);
  if (unit !== "" && unit !== "%")
    throw new DomainError("unknown-unit", `"${text}" should be a plain figure.`);
  return value;
};

/** "between 0 and 132.3 lb", for whoever reads another unit than the house reckons in. */
function boundsRead({ min, max, unit }: FigureField): string {
  const [lo, hi] = [min, max].map((x) => Number(asRead(x, unit).toPrecision(4)).toLocaleString("en-GB"));
  return `between ${lo} and ${hi} ${unitOf(unit)}`;
}
const said = (value: number, unit: string): string =>
  unitOf(unit) === unit ? `${value}${unit ? ` ${unit}` : ""}` : asWritten(value, unit);

/** A figure far over what is possible may be one in pounds or Fahrenheit: the sentence says how those are typed. */
function otherUnit(value: number, { min, max, unit }: FigureField): string {
  const fits = (x: number): boolean => x >= min && x <= max;
  if (unit === "kg" && shown().mass === "kg" && value > max && fits(parseMassKg(`${value} lb`)))
    return ` If these are pounds, write ${value} lb.`;
  if (unit === "°C" && shown().temperature === "C" && value > max && fits(parseTempC(`${value} F`)))
    return ` If this is Fahrenheit, write ${value} F.`;
  return "";
}

/** "between 0.1 and 60 kg", in the house's own units. */
export const boundsOf = ({ min, max, unit }: FigureField): string =>
  `between ${min} and ${max.toLocaleString("en-GB")}${unit ? ` ${unit}` : ""}`;

/** The figure that was meant, in the field's unit, or the sentence that says why it is none. */
export function readFigure(
  field: FigureField,
  typed: number | string,
): { readonly value: number } | { readonly wrong: string } {
  const { what, min, max, unit } = field;
  if (typeof typed === "string" && typed.trim() === "") return { wrong: missing(what) };
  if (typeof typed === "string" && typed.length > LONGEST) return { wrong: tooLong(what) };
  let value: number;
  try {
    value = typeof typed === "number" ? typed : (field.jar ? parseJarG : (READ_AS[unit] ?? plain))(typed);
  } catch (error) {
    return { wrong: `${what}: ${(error as Error).message}` };
  }
  if (!(value >= min && value <= max)) {
    const asked = unitOf(unit) === unit ? boundsOf(field) : boundsRead(field);
    return { wrong: `${what} must be ${asked}, not ${said(value, unit)}.${otherUnit(value, field)}` };
  }
  if (field.whole && !Number.isInteger(value))
    return { wrong: `${what} must be a whole number, not ${value}.` };
  return { value };
}
