/** A laboratory's answer as a file: CSV with a head, or JSON, figures with decimal points or commas. */
import Papa from "papaparse";
import { ANALYTE_IDS, ANALYTES, type AnalyteId, type Measured } from "@/core/laboratory";
import { Refusal } from "../language/errors";

export const MOST_VALUES = 40;
const LONGEST = 20_000;

const bad = (message: string): never => {
  throw new Refusal("bad-report", message, 422, [{ path: "file", message }]);
};

/** "hmf", "HMF", "Free acid": by its id or its name. */
export function analyteNamed(written: string): AnalyteId | undefined {
  const word = written.trim().toLowerCase();
  return ANALYTE_IDS.find((id) => id === word || ANALYTES[id].name.toLowerCase() === word);
}

/** "<1", "< 0,5", "12.4": a figure and whether nothing over it was found. */
export function figureOf(written: string): { value: number; below: boolean } | null {
  const text = written.trim();
  const below = text.startsWith("<");
  const bare = (below ? text.slice(1) : text).trim().replace(",", ".");
  if (!/^\d{1,12}(?:\.\d{1,12})?$/.test(bare)) return null;
  return { value: Number(bare), below };
}

interface Loose {
  readonly analyte?: unknown;
  readonly value?: unknown;
  readonly unit?: unknown;
  readonly method?: unknown;
  readonly uncertainty?: unknown;
}

function measuredOf(row: Loose, where: string): Measured {
  const name = String(row.analyte ?? "").slice(0, 60);
  const analyte = analyteNamed(name) ?? bad(`${where}: "${name}" is nothing this house knows how to read.`);
  const { unit } = ANALYTES[analyte];
  const told = String(row.unit ?? unit)
    .trim()
    .slice(0, 30);
  // A figure in another unit is not guessed at.
  if (told !== "" && told.toLowerCase() !== unit.toLowerCase())
    bad(
      `${where}: ${ANALYTES[analyte].name} is read in ${unit}, not in ${told}. Change the figure and its unit.`,
    );
  const figure =
    figureOf(String(row.value ?? "")) ??
    bad(`${where}: "${String(row.value ?? "").slice(0, 20)}" is no figure.`);
  const u = String(row.uncertainty ?? "").trim();
  const expanded = u === "" ? null : figureOf(u);
  if (u !== "" && (expanded === null || expanded.below))
    bad(`${where}: "${u.slice(0, 20)}" is no uncertainty.`);
  return {
    analyte,
    ...figure,
    expanded: expanded?.value ?? null,
    method: String(row.method ?? "")
      .trim()
      .slice(0, 60),
  };
}

/** @throws Refusal naming the line that cannot be read; nothing is half taken */
export function readReport(text: string): Measured[] {
  if (text.length > LONGEST) bad("A report is a few lines; this is longer than 20 kB.");
  const trimmed = text.trim().replace(/^﻿/, "");
  const rows = trimmed.startsWith("{") || trimmed.startsWith("[") ? jsonRows(trimmed) : csvRows(trimmed);
  if (rows.length === 0) bad("There is no figure in it.");
  if (rows.length > MOST_VALUES) bad(`At most ${MOST_VALUES} figures are read from one report.`);
  return rows.map(({ row, where }) => measuredOf(row, where));
}

function jsonRows(text: string): { row: Loose; where: string }[] {
  let read: unknown;
  try {
    read = JSON.parse(text);
  } catch {
    return bad("That begins like JSON and is none.");
  }
  const list = Array.isArray(read) ? read : (read as { results?: unknown }).results;
  if (!Array.isArray(list)) return bad('JSON must be a list of figures, or { "results": [...] }.');
  return list.map((row, i) => ({ row: (row ?? {}) as Loose, where: `Figure ${i + 1}` }));
}

function csvRows(text: string): { row: Loose; where: string }[] {
  const { data } = Papa.parse<Record<string, string>>(text, {
    header: true,
    skipEmptyLines: "greedy",
    delimitersToGuess: [",", ";", "\t"],
    transformHeader: (head) => head.trim().toLowerCase(),
  });
  return data.map((row, i) => ({ row, where: `Line ${i + 2}` }));
}
