import { parseJarG, parseMassKg, parseTempC } from "@/core/units";

/** Figures as people type them: with a point or a comma, and nothing is taken for one that is none. */

export const figureIn = (text: string | boolean | undefined): number | null => {
  const typed = String(text ?? "").trim();
  const value = Number(typed.replace(",", "."));
  return typed !== "" && Number.isFinite(value) ? value : null;
};

/** Kilograms as typed, in whatever unit: "42 lb" is 19.05 kg; null while it is no weight. */
export function massIn(text: string | undefined): number | null {
  try {
    return parseMassKg(String(text ?? ""));
  } catch {
    return null;
  }
}

/** Grams in a jar as typed: "1 lb" is 454; null while it is no jar. */
export function jarIn(text: string | undefined): number | null {
  try {
    return parseJarG(String(text ?? ""));
  } catch {
    return null;
  }
}

/** °C as typed, in either scale; null while it is no temperature. */
export function tempIn(text: string | undefined): number | null {
  try {
    return parseTempC(String(text ?? ""));
  } catch {
    return null;
  }
}

/** A figure in the unit it is asked for, read from whatever unit it was typed in. */
export const figureOf = (text: string, unit?: string): number | null =>
  unit === "kg" ? massIn(text) : unit === "°C" ? tempIn(text) : figureIn(text);

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
  return fits ? undefined : `${from} to ${to}${unit ? ` ${unit}` : ""}${whole ? ", a whole number" : ""}`;
}
