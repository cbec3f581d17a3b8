/** A made-up laboratory: what is in truth in a sample by seed, seen through each method's own error. */
import { ANALYTES, type AnalyteId } from "@/core/laboratory";
import { seeded, seedOf } from "@/core/statistics/seeded";

/** A courier and a queue, here as minutes. */
export const ANSWERS_AFTER_MS = 2 * 60_000;

export interface LabAnswerLine {
  readonly analyte: AnalyteId;
  /** "12.4", or "<0.005" where nothing was found over it. */
  readonly value: string;
  readonly unit: string;
  readonly method: string;
  readonly uncertainty: string;
}

/** What lies in a made-up honey, and what is usually found of it: middle and spread. */
const HIDDEN: Readonly<Record<AnalyteId, readonly [middle: number, spread: number]>> = {
  water: [17.4, 0.5],
  sugars: [70, 2],
  fructose: [38.5, 1],
  glucose: [31, 1.5],
  sucrose: [1.6, 0.7],
  insolubles: [0.03, 0.01],
  conductivity: [0.35, 0.1],
  acidity: [22, 6],
  diastase: [17, 4],
  hmf: [7, 3],
  proline: [430, 80],
  colour: [42, 10],
  tutin: [0.02, 0.02],
  yeasts: [180, 80],
};

const METHOD: Readonly<Record<AnalyteId, string>> = {
  water: "refractometry",
  sugars: "HPLC-RI",
  fructose: "HPLC-RI",
  glucose: "HPLC-RI",
  sucrose: "HPLC-RI",
  insolubles: "gravimetry",
  conductivity: "conductometry, 20 %",
  acidity: "titration to pH 8.3",
  diastase: "Phadebas",
  hmf: "HPLC-UV",
  proline: "ninhydrin, photometry",
  colour: "comparator",
  tutin: "LC-MS/MS",
  yeasts: "plate count",
};
/** Under this nothing is told apart from nothing. */
const LEAST: Partial<Record<AnalyteId, number>> = { tutin: 0.005, hmf: 1, sucrose: 0.5, insolubles: 0.01 };

/** @param sample what names the sample: the same sample has the same truth; @param waterPct as the house read it, where it did */
export function laboratoryFinds(
  seed: number,
  sample: string,
  order: number,
  asks: readonly AnalyteId[],
  waterPct?: number,
): LabAnswerLine[] {
  return asks.map((analyte) => {
    const { unit, digits, usual } = ANALYTES[analyte];
    const truth = seeded(seedOf(`${seed}/lab/${sample}/${analyte}`));
    const [middle, spread] = HIDDEN[analyte];
    const hidden =
      analyte === "water" && waterPct !== undefined
        ? waterPct + truth.normal(0, 0.15)
        : Math.max(0, middle + spread * truth.normal());
    const expanded = Math.max(usual.least, usual.share * hidden);
    const shown = Math.max(
      0,
      hidden + seeded(seedOf(`${seed}/lab/${order}/${analyte}`)).normal(0, expanded / 2),
    );
    const least = LEAST[analyte] ?? 0;
    return {
      analyte,
      value: shown < least ? `<${least}` : shown.toFixed(digits),
      unit,
      method: METHOD[analyte],
      uncertainty: shown < least ? "" : expanded.toFixed(Math.max(digits, 1)),
    };
  });
}
