import { z } from "zod";
import { batchAccount } from "@/core/ledger";
import { refuse } from "../../language/errors";
import { count, note } from "../../language/fields";
import { massFigureG, massG } from "../../language/shown";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { movementsOf } from "../../ledger/records/fills";
import { combsOfBatches, entriesWeighingBack, openBatch } from "../records/batches";
import { runsOfBatches } from "../records/runs";

/** A remainder above this share of what came in asks for a reason. */
export const REMAINDER_NEEDS_REASON = 0.02;

export const closeBatch = defineCommand({
  name: "close-batch",
  summary: "Close a batch: what nobody can explain is booked by its name",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({ batch: count("The batch", 1, 99_999).optional(), reason: note("The reason") }),
  async run(work, input) {
    const batch = await openBatch(work.tx, input.batch);
    const turning = (await runsOfBatches(work.tx, [batch.id])).find((r) => r.ended_at === null);
    if (turning)
      refuse("turning", `Run ${turning.number} still turns in ${turning.machine}: end it first.`, "batch");
    const account = batchAccount(batch.fill_id, await movementsOf(work.tx, [batch.fill_id]));
    const share = account.inGrams > 0 ? account.remainderGrams / account.inGrams : 0;
    const notBack = (await combsOfBatches(work.tx, [batch.id])).filter((c) => c.spun_entry === null).length;
    if (share > REMAINDER_NEEDS_REASON && input.reason === "") {
      const hint =
        notBack > 0 ? ` ${notBack === 1 ? "One super is" : `${notBack} supers are`} not weighed back.` : "";
      refuse(
        "reason-needed",
        `${massG(account.remainderGrams)} (${(share * 100).toFixed(1)} %) of batch ${batch.number} are unexplained: say why before it is closed.${hint}`,
        "reason",
      );
    }
    const because = `batch ${batch.number} is closed`;
    const spun = await entriesWeighingBack(work.tx, batch.id);
    await work.restOn([batch, ...spun], because);
    await work.restOnAllOf(batch.fill_id, because);
    await work.lose({
      from: batch.fill_id,
      fromName: `Batch ${batch.number}`,
      grams: account.remainderGrams,
      cause: "unexplained",
      of: `batch ${batch.number}`,
      because,
      kind: "unexplained",
    });
    await work.note("batch_close", {
      batch_id: batch.id,
      remainder_g: account.remainderGrams,
      reason: input.reason,
    });
    return {
      batch: batch.number,
      inGrams: account.inGrams,
      outGrams: account.outGrams,
      remainderGrams: account.remainderGrams,
    };
  },
  say: ({ batch, inGrams, outGrams, remainderGrams }) =>
    `Batch ${batch} closed: ${massFigureG(outGrams)} of ${massG(inGrams)} in pails, ${massG(remainderGrams)} unexplained.`,
  grams: ({ outGrams }) => outGrams,
});
