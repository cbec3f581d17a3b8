/** Quantiles the judgements need; the arithmetic is jStat's, checked against printed tables in the tests. */
import jstat from "jstat";
import { mustBeWithin } from "../domain-error";

/** Student's t quantile for probability `p` (0.5-0.9999) and `df` degrees of freedom (at least 1). */
export function tQuantile(p: number, df: number): number {
  mustBeWithin(p, 0.5, 0.9999, "A probability");
  mustBeWithin(df, 1, 1e6, "Degrees of freedom");
  return jstat.studentt.inv(p, df);
}

/** Share of a standard normal under `z`. */
export const normalShare = (z: number): number => jstat.normal.cdf(z, 0, 1);

/** Chi-square quantile for probability `p` (0.0001-0.9999) and `df` degrees of freedom (at least 1). */
export function chiSquareQuantile(p: number, df: number): number {
  mustBeWithin(p, 0.0001, 0.9999, "A probability");
  mustBeWithin(df, 1, 1e6, "Degrees of freedom");
  return jstat.chisquare.inv(p, df);
}

/** Probability of at most `k` of `n`, each with probability `p` (0-1). */
export const binomialAtMost = (k: number, n: number, p: number): number =>
  p <= 0 || k >= n ? 1 : p >= 1 ? 0 : jstat.binomial.cdf(k, n, p);
