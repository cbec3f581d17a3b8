/** Quantiles the judgements need; the arithmetic is jStat's, checked against printed tables in the tests. */
import jstat from "jstat";
import { mustBeWithin } from "../domain-error";

/** Student's t quantile for probability `p` (0.5-0.9999) and `df` degrees of freedom (at least 1). */
export function tQuantile(p: number, df: number): number {
  mustBeWithin(p, 0.5, 0.9999, "A probability");
  mustBeWithin(df, 1, 1e6, "Degrees of freedom");
  return jstat.studentt.inv(p, df);
}
