import { z } from "zod";
import { gramsFromKg } from "@/core/units";
import { refuse } from "../../language/errors";
import { choice, count, massKg } from "../../language/fields";
import { massG } from "../../language/shown";
import { capital } from "../../language/spoken";
import { ONE_VESSEL, vesselsOf } from "../../language/vessel-name";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { lastFillOf } from "../../ledger/records/fills";
import { oneVessel } from "../../vessels/records";
import { openBatch } from "../records/batches";

export const LOSS_CAUSES = [
  "spilt",
  "strainer and cloth",
  "cappings",
  "sample",
  "scum",
  "spoilt",
  "other",
] as const;

export const recordLoss = defineCommand({
  name: "record-loss",
  summary: "Book a loss out of a batch or a vessel",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    batch: count("The batch", 1, 99_999).optional(),
    ...ONE_VESSEL,
    kg: massKg("What was lost", 500),
    cause: choice("The cause", LOSS_CAUSES),
  }),
  async run(work, input) {
    const grams = gramsFromKg(input.kg);
    const [named, more] = vesselsOf(input);
    if (more) refuse("which", "Name one vessel it was lost from.", more.kind);
    if (named) {
      const vessel = await oneVessel(work.tx, named.kind, named.tag, named.kind);
      const name = `${named.kind} ${vessel.tag}`;
      const fill = await lastFillOf(work.tx, vessel.id);
      if (!fill || fill.grams === 0) refuse("nothing-in-it", `${capital(name)} is empty.`, named.kind);
      await work.lose({
        from: fill.id,
        fromName: capital(name),
        grams,
        cause: input.cause,
        because: `honey was lost from ${name}`,
      });
      return { from: name, grams, cause: input.cause };
    }
    const batch = await openBatch(work.tx, input.batch);
    const because = `honey was lost from batch ${batch.number}`;
    await work.restOn(batch, because);
    await work.lose({
      from: batch.fill_id,
      fromName: `Batch ${batch.number}`,
      grams,
      cause: input.cause,
      because,
    });
    return { from: `batch ${batch.number}`, grams, cause: input.cause };
  },
  say: ({ from, grams, cause }) => `${massG(grams, 2)} lost from ${from}: ${cause}.`,
  grams: ({ grams }) => -grams,
});
