/** A reading sheet: several drops of one honey in a row. */
import { DomainError } from "../domain-error";

export interface SheetJudgement {
  readonly meanPct: number;
  /** Sample standard deviation (n - 1) of the drops, points; 0 for one drop. */
  readonly spreadPct: number;
  /** Which drop lies apart from the others; null when none does. It is named, never left out. */
  readonly outlier: number | null;
  readonly sentence: string;
}

/** A drop this far from the middle of the others lies apart: three times a hand reading's ±0.2 (common practice). */
const APART_PCT = 0.6;

const median = (sorted: readonly number[]): number => {
  const mid = sorted.length / 2;
  return sorted.length % 2
    ? (sorted[Math.floor(mid)] as number)
    : ((sorted[mid - 1] as number) + (sorted[mid] as number)) / 2;
};

/** Judges drops of one sample, % water each, one to nine of them. @throws DomainError `no-readings` */
export function judgeSheet(dropsPct: readonly number[]): SheetJudgement {
  const n = dropsPct.length;
  if (n === 0) throw new DomainError("no-readings", "There is no reading on the sheet.");
  const meanPct = dropsPct.reduce((a, b) => a + b, 0) / n;
  const spreadPct = n > 1 ? Math.sqrt(dropsPct.reduce((s, d) => s + (d - meanPct) ** 2, 0) / (n - 1)) : 0;
  const away = dropsPct.map((d, i) =>
    n < 3 ? 0 : Math.abs(d - median(dropsPct.filter((_, j) => j !== i).sort((a, b) => a - b))),
  );
  const furthest = away.indexOf(Math.max(...away));
  const outlier = (away[furthest] ?? 0) > APART_PCT ? furthest : null;
  const mean =
    n === 1 ? `${meanPct.toFixed(1)} % from one drop` : `${meanPct.toFixed(1)} % on the mean of ${n} drops`;
  const sentence =
    outlier === null
      ? `${mean}${n > 1 ? `, spread ${spreadPct.toFixed(2)} points` : ""}.`
      : `${mean}; drop ${outlier + 1} (${(dropsPct[outlier] as number).toFixed(1)} %) lies ${(away[outlier] as number).toFixed(1)} points from the others: wipe the prism, mix, and read again. It still counts.`;
  return { meanPct, spreadPct, outlier, sentence };
}
