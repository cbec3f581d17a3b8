/** What a laboratory measures in honey: names, units and how far two laboratories usually differ. */

export interface Analyte {
  readonly name: string;
  readonly unit: string;
  readonly digits: number;
  /** What is possible at all, in its unit. */
  readonly range: readonly [least: number, most: number];
  /**
   * The usual expanded uncertainty (k = 2) where a report tells none: a share of the value, but at least so much.
   * Common practice, after the reproducibility of the harmonised methods (from memory of Bogdanov et al. 1997).
   */
  readonly usual: { readonly share: number; readonly least: number };
}

const analyte = (
  name: string,
  unit: string,
  digits: number,
  range: readonly [number, number],
  share: number,
  least: number,
): Analyte => ({ name, unit, digits, range, usual: { share, least } });

export const ANALYTES = {
  water: analyte("Water", "g/100 g", 1, [8, 45], 0, 0.4),
  sugars: analyte("Fructose and glucose", "g/100 g", 1, [20, 90], 0.05, 0.5),
  fructose: analyte("Fructose", "g/100 g", 1, [5, 60], 0.05, 0.5),
  glucose: analyte("Glucose", "g/100 g", 1, [5, 60], 0.05, 0.5),
  sucrose: analyte("Sucrose", "g/100 g", 1, [0, 40], 0.15, 0.5),
  insolubles: analyte("Insoluble matter", "g/100 g", 3, [0, 5], 0.2, 0.02),
  conductivity: analyte("Electrical conductivity", "mS/cm", 2, [0.02, 3], 0.05, 0.02),
  acidity: analyte("Free acid", "meq/kg", 1, [1, 300], 0.1, 1.5),
  diastase: analyte("Diastase", "Schade units", 1, [0, 80], 0.15, 1),
  hmf: analyte("HMF", "mg/kg", 1, [0, 2000], 0.15, 1),
  proline: analyte("Proline", "mg/kg", 0, [20, 4000], 0.1, 20),
  colour: analyte("Colour", "mm Pfund", 0, [0, 160], 0, 4),
  tutin: analyte("Tutin", "mg/kg", 3, [0, 100], 0.2, 0.005),
  yeasts: analyte("Yeasts", "per g", 0, [0, 100_000_000], 0.5, 10),
} as const satisfies Record<string, Analyte>;

export type AnalyteId = keyof typeof ANALYTES;
export const ANALYTE_IDS = Object.keys(ANALYTES) as [AnalyteId, ...AnalyteId[]];

/** One figure of a report. */
export interface Measured {
  readonly analyte: AnalyteId;
  /** In the analyte's unit; where `below` is set, nothing over it was found. */
  readonly value: number;
  readonly below: boolean;
  /** Expanded uncertainty (k = 2) in the analyte's unit; null where the report tells none. */
  readonly expanded: number | null;
  readonly method: string;
}

/** How far the value may be off, in its unit, and whether the report said so itself. */
export function uncertaintyOf(m: Pick<Measured, "analyte" | "value" | "expanded">): {
  readonly expanded: number;
  readonly told: boolean;
} {
  if (m.expanded !== null) return { expanded: m.expanded, told: true };
  const { share, least } = ANALYTES[m.analyte].usual;
  return { expanded: Math.max(least, share * Math.abs(m.value)), told: false };
}

/** "12.4 mg/kg ±1.9", "under 1 mg/kg". */
export function saidMeasured(m: Measured): string {
  const { unit, digits } = ANALYTES[m.analyte];
  if (m.below) return `under ${m.value} ${unit}`;
  return `${m.value.toFixed(digits)} ${unit}${m.expanded === null ? "" : ` ±${m.expanded.toFixed(digits)}`}`;
}

/** Its name inside a sentence. */
export function inWords(analyte: AnalyteId): string {
  const { name } = ANALYTES[analyte];
  return name === name.toUpperCase() ? name : name.toLowerCase();
}
