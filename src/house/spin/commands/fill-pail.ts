import { z } from "zod";
import { formatKgFromG, gramsFromKg, written } from "@/core/units";
import { refuse } from "../../language/errors";
import { count, massKg, tag } from "../../language/fields";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { lastFillOf } from "../../ledger/records/fills";
import { oneVessel, statingVessel } from "../../vessels/records";
import { coverFromBatch } from "../batch-mass";
import { openBatch } from "../records/batches";

/** A pail is full at its rim, not at its nominal mass: so much over is still believed. */
const OVER_FULL = 1.08;

export const fillPail = defineCommand({
  name: "fill-pail",
  summary: "Weigh a filled pail: the honey in it comes out of the batch",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    pail: tag("pail"),
    grossKg: massKg("The pail's weight with honey", 500),
    batch: count("The batch", 1, 99_999).optional(),
  }),
  async run(work, input) {
    const vessel = await oneVessel(work.tx, "pail", input.pail, "pail", work.at);
    const last = await lastFillOf(work.tx, vessel.id);
    if (last && last.grams > 0)
      refuse(
        "pail-full",
        `Pail ${vessel.tag} still holds ${formatKgFromG(last.grams)} kg: empty it first, or take another.`,
        "pail",
      );
    const batch = await openBatch(work.tx, input.batch);
    const net = gramsFromKg(input.grossKg) - vessel.empty_g;
    if (net <= 0)
      refuse(
        "under-empty",
        `Pail ${vessel.tag} weighs ${formatKgFromG(vessel.empty_g)} kg empty; ${written(input.grossKg)} kg leaves no honey in it.`,
        "grossKg",
      );
    if (vessel.capacity_g && net > vessel.capacity_g * OVER_FULL)
      refuse(
        "over-full",
        `Pail ${vessel.tag} holds ${formatKgFromG(vessel.capacity_g)} kg; ${formatKgFromG(net)} kg does not fit: check the scale.`,
        "grossKg",
      );
    const gained = await coverFromBatch(work, batch, net);
    const refilled = `pail ${vessel.tag} was filled again`;
    const fillId = await work.openFill({
      kind: "pail",
      name: `pail ${vessel.tag}`,
      vessel: { id: vessel.id, because: refilled },
    });
    await work.move({
      from: batch.fill_id,
      to: fillId,
      grams: net,
      kind: "pail",
      fromName: `Batch ${batch.number}`,
      because: `pail ${vessel.tag} was filled from batch ${batch.number}`,
    });
    await work.restOn([...statingVessel(vessel), batch], refilled);
    return { pail: vessel.tag, batch: batch.number, grams: net, gained };
  },
  say: ({ pail, batch, grams, gained }, { grossKg }) =>
    `Pail ${pail} weighs ${written(grossKg)} kg: ${formatKgFromG(grams)} kg net, batch ${batch}.${gained > 0 ? ` ${formatKgFromG(gained)} kg more than paper had, booked as a gain.` : ""}`,
  grams: ({ grams }) => grams,
});
