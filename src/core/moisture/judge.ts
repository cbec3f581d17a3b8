/** From readings to "spin now", "dry first" or "never into jars". */
import { DomainError } from "../domain-error";
import type { Reason, Verdict } from "../verdict";

export type WaterVerdict = "spin" | "dry" | "divert" | "unread";

export interface WeightedReading {
  readonly waterPct: number;
  readonly sdPct: number;
  /** How much honey the reading speaks for, kg; equal weights when all are alike. */
  readonly massKg: number;
  readonly by?: string;
  readonly what?: string;
}

/**
 * Mass-weighted mean of readings, % water, with its standard error: the larger of what the instrument
 * allows and what the spread of the readings shows (sample standard deviation, n - 1).
 * @throws DomainError `no-readings`
 */
export function meanReading(readings: readonly WeightedReading[]): {
  waterPct: number;
  sePct: number;
  n: number;
  worstPct: number;
} {
  const total = readings.reduce((sum, r) => sum + r.massKg, 0);
  if (readings.length === 0 || !(total > 0))
    throw new DomainError("no-readings", "There is no reading yet.", {});
  const share = readings.map((r) => r.massKg / total);
  const mean = readings.reduce((sum, r, i) => sum + r.waterPct * (share[i] ?? 0), 0);
  const instrument = Math.sqrt(readings.reduce((sum, r, i) => sum + (r.sdPct * (share[i] ?? 0)) ** 2, 0));
  const n = readings.length;
  const plain = readings.reduce((sum, r) => sum + r.waterPct, 0) / n;
  const spread =
    n > 1 ? Math.sqrt(readings.reduce((sum, r) => sum + (r.waterPct - plain) ** 2, 0) / (n - 1) / n) : 0;
  return {
    waterPct: mean,
    sePct: Math.max(instrument, spread),
    n,
    worstPct: Math.max(...readings.map((r) => r.waterPct)),
  };
}

/**
 * Judges readings against the house's target and limit (both % water, target < limit).
 * `spin` when the mean is at or under the target; `dry` up to 20 %; `divert` above 20 %, where honey is
 * always in danger (Lochhead 1933; Codex CXS 12-1981 allows at most 20 % for most honeys).
 */
export function judgeWater(
  readings: readonly WeightedReading[],
  { targetPct, limitPct }: { targetPct: number; limitPct: number },
): Verdict<
  WaterVerdict,
  { waterPct?: number; sePct?: number; targetPct: number; limitPct: number; n: number }
> {
  if (!(targetPct < limitPct)) {
    throw new DomainError(
      "target-over-limit",
      `The target of ${targetPct} % must be under the limit of ${limitPct} %.`,
      { targetPct, limitPct },
    );
  }
  if (readings.length === 0) {
    return {
      verdict: "unread",
      sentence: "No reading yet: test a frame.",
      because: [{ what: "Readings so far", figure: "0" }],
      figures: { targetPct, limitPct, n: 0 },
    };
  }
  const { waterPct, sePct, n, worstPct } = meanReading(readings);
  const shown = `${waterPct.toFixed(1)} % ±${sePct.toFixed(1)}`;
  const verdict: WaterVerdict = waterPct <= targetPct ? "spin" : waterPct <= 20 ? "dry" : "divert";
  const sentence = {
    spin: `${shown}: ready to spin.`,
    dry:
      waterPct <= limitPct
        ? `${shown}: over the target of ${targetPct} %, under the limit. Dry it, or spin and use it soon.`
        : `${shown}: over the limit of ${limitPct} %. Dry it first.`,
    divert: `${shown}: never into jars as it is. Dry it, or divert it to mead, bakery or feed.`,
  }[verdict];
  const because: Reason[] = [
    ...readings.slice(0, 8).map((r) => ({
      what: r.what ?? "Reading",
      figure: `${r.waterPct.toFixed(1)} %`,
      ...(r.by ? { by: r.by } : {}),
    })),
    ...(readings.length > 8 ? [{ what: `and ${readings.length - 8} more readings` }] : []),
    {
      what: `Mean of ${n} reading${n === 1 ? "" : "s"}, weighted by the honey each speaks for`,
      figure: shown,
    },
    { what: "Wettest reading", figure: `${worstPct.toFixed(1)} %` },
    {
      what: "The house's target and limit",
      figure: `${targetPct} % and ${limitPct} %`,
      source: "house setting; 18.6 % is USDA grade A and B (1985)",
    },
    { what: "Above 20 % honey always ferments in the end", source: "Lochhead 1933; Codex CXS 12-1981" },
  ];
  return { verdict, sentence, because, figures: { waterPct, sePct, targetPct, limitPct, n } };
}
