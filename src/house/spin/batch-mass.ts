/** Keeping a batch's paper with its scale. */

import { batchAccount } from "@/core/ledger";
import { refuse } from "../language/errors";
import { massG } from "../language/shown";
import { fillAt, movementsOf } from "../ledger/records/fills";
import type { Work } from "../ledger/work";
import { type BatchRow, combsOfBatches } from "./records/batches";

/** Scales, empty weights and comb differ: this much more than paper says may come out (common practice). */
const GAIN_SHARE = 0.02;
const GAIN_FLOOR_G = 500;
/** Supers that were never weighed came in by estimate: so much of it more may turn out to be there. */
const ESTIMATE_SHARE = 0.5;

/**
 * Makes sure the batch holds `grams` on paper. A small shortfall against the scale is booked at once as a
 * gain by weighing; a large one is refused, because then a super or a weight is missing.
 * Returns what was gained.
 */
export async function coverFromBatch(work: Work, batch: BatchRow, grams: number): Promise<number> {
  const { spare: held } = await fillAt(work.tx, batch.fill_id, work.at);
  const short = grams - held;
  if (short <= 0) return 0;
  const account = batchAccount(batch.fill_id, await movementsOf(work.tx, [batch.fill_id]));
  const estimated = (await combsOfBatches(work.tx, [batch.id]))
    .filter((c) => !c.weighed)
    .reduce((g, c) => g + c.gross_g - c.empty_g, 0);
  const allowed =
    Math.max(GAIN_FLOOR_G, Math.round(account.inGrams * GAIN_SHARE + estimated * ESTIMATE_SHARE)) -
    account.gainedGrams;
  if (short > allowed) {
    refuse(
      "more-than-came-in",
      `Batch ${batch.number} has ${massG(held)} left on paper; ${massG(grams)} cannot come out of it. Is a super missing from the batch, or a weight wrong?`,
    );
  }
  const gain = await work.openFill({ kind: "gain", name: `gain by weighing, batch ${batch.number}` });
  await work.move({
    from: gain,
    to: batch.fill_id,
    grams: short,
    kind: "gain",
    fromName: "The gain",
    because: `batch ${batch.number} gained by weighing`,
  });
  return short;
}
