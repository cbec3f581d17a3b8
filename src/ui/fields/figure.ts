import { METRIC, parseFigure, parseJarG, READ_AS, written } from "@/core/units";
import { asRead, asReckoned, shown, unitOf } from "@/house/language/shown";

/** Figures as people type them: with a point or a comma, and nothing is taken for one that is none. */

export const figureIn = (text: string | boolean | undefined): number | null => {
  const typed = String(text ?? "").trim();
  const value = Number(typed.replace(",", "."));
  return typed !== "" && Number.isFinite(value) ? value : null;
};

function bareFigure(text: string): number | null {
  try {
    const { value, unit } = parseFigure(text);
    return unit === "" ? value : null;
  } catch {
    return null;
  }
}

/**
 * What was typed, as the house reads it: a bare figure is in the unit that stands beside the field on this tablet.
 * Text that is no bare figure goes on as it is.
 */
export function forTheHouse(text: string, unit: string | undefined): string {
  if (unit === undefined || unitOf(unit) === unit) return text;
  const value = bareFigure(text);
  if (value === null) return text;
  return READ_AS[unit]
    ? `${text.trim()} ${unitOf(unit).replace("°", "")}`
    : written(asReckoned(value, unit), 6);
}

/** A figure the house proposes, as this tablet shows it; what is no figure stays. */
export function asProposed(text: string, unit: string | undefined): string {
  if (unit === undefined || unitOf(unit) === unit) return text;
  const value = bareFigure(text);
  return value === null ? text : written(asRead(value, unit), 3);
}

/** Kilograms as typed, in whatever unit: "42 lb" is 19.05 kg; null while it is no weight. */
export const massIn = (text: string | undefined): number | null => figureOf(String(text ?? ""), "kg");

/** Grams in a jar as typed: "1 lb" is 454; null while it is no jar. */
export function jarIn(text: string | undefined): number | null {
  try {
    return parseJarG(forTheHouse(String(text ?? ""), "g"));
  } catch {
    return null;
  }
}

/** °C as typed, in either scale; null while it is no temperature. */
export const tempIn = (text: string | undefined): number | null => figureOf(String(text ?? ""), "°C");

/** A figure in the unit it is asked for, read from whatever unit it was typed in. */
export function figureOf(text: string, unit?: string): number | null {
  const read = unit === undefined ? undefined : READ_AS[unit];
  if (!read) return figureIn(forTheHouse(text, unit));
  try {
    return read(forTheHouse(text, unit));
  } catch {
    return null;
  }
}

export interface Bounds {
  readonly from: number;
  readonly to: number;
  readonly unit?: string;
  readonly whole?: boolean;
  /** May be left empty. */
  readonly optional?: boolean;
}

/** What is wrong with a figure as it was typed; undefined while nothing is. */
export function wrongFigure(text: string, { from, to, unit, whole, optional }: Bounds): string | undefined {
  if (optional && text.trim() === "") return undefined;
  const value = figureOf(text, unit);
  const fits = value !== null && value >= from && value <= to && !(whole && !Number.isInteger(value));
  if (fits) return undefined;
  const [lo, hi] = unit ? [from, to].map((x) => asProposed(String(x), unit)) : [from, to];
  return `${lo} to ${hi}${unit ? ` ${unitOf(unit)}` : ""}${whole ? ", a whole number" : ""}`;
}

/** What is half typed means something else once the tablet reads other units: it is kept apart. */
export const unitsOfDrafts = (): string[] => {
  const read = shown();
  return read.mass === METRIC.mass &&
    read.temperature === METRIC.temperature &&
    read.volume === METRIC.volume &&
    read.length === METRIC.length
    ? []
    : [`${read.mass} ${read.temperature} ${read.volume} ${read.length}`];
};
