import { parseMassKg, parseTempC } from "@/core/units";

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

/** °C as typed, in either scale; null while it is no temperature. */
export function tempIn(text: string | undefined): number | null {
  try {
    return parseTempC(String(text ?? ""));
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
  const value = figureIn(text);
  const fits = value !== null && value >= from && value <= to && !(whole && !Number.isInteger(value));
  return fits ? undefined : `${from} to ${to}${unit ? ` ${unit}` : ""}${whole ? ", a whole number" : ""}`;
}
