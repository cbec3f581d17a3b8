import { z } from "zod";
import { formatKgFromG, gramsFromKg } from "@/core/units";
import { coverFromBatch } from "../batch-mass";
import { ANY_HAND, defineCommand } from "../command";
import { refuse } from "../errors";
import { massKg, tag } from "../fields";
import { entriesFeeding, lastStayOf, openBatch } from "../records/batches";
import { oneVessel } from "../records/equipment";

/** How far under its empty weight a spun super may weigh: scales and scraped wax (common practice). */
const UNDER_EMPTY_GRACE_G = 300;

export const weighSpunSuper = defineCommand({
  name: "weigh-spun-super",
  summary: "Weigh a spun super back: what is over its empty weight stayed in the comb",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.object({ super: tag("super"), grossKg: massKg("The spun super's weight", 90) }),
  async run(work, input) {
    const vessel = await oneVessel(work.tx, "super", input.super);
    const stay = await lastStayOf(work.tx, vessel.id);
    if (!stay) refuse("not-in-a-batch", `Super ${vessel.tag} is in no batch.`, "super");
    if (stay.spun_entry !== null)
      refuse(
        "weighed-back",
        `Super ${vessel.tag} is weighed back already, at ${formatKgFromG(stay.spun_gross_g ?? 0)} kg.`,
        "super",
      );
    const batch = await openBatch(work.tx, stay.batch_number);
    const gross = gramsFromKg(input.grossKg);
    if (gross > stay.gross_g)
      refuse(
        "heavier-than-before",
        `Super ${vessel.tag}, spun, weighs ${input.grossKg} kg? That is more than it came in with (${formatKgFromG(stay.gross_g)} kg): check the scale.`,
        "grossKg",
      );
    if (gross < vessel.empty_g - UNDER_EMPTY_GRACE_G)
      refuse(
        "under-empty",
        `Super ${vessel.tag} weighs ${formatKgFromG(vessel.empty_g)} kg empty; ${input.grossKg} kg is too little: check the scale and the tag.`,
        "grossKg",
      );
    const wets = Math.max(0, gross - vessel.empty_g);
    await work.restOn(
      [stay, ...(await entriesFeeding(work.tx, batch))],
      `super ${vessel.tag} is weighed back`,
    );
    let wetsFill: number | null = null;
    if (wets > 0) {
      await coverFromBatch(work, batch, wets);
      wetsFill = await work.openFill({
        kind: "wets",
        name: `wets in super ${vessel.tag}`,
        vesselId: vessel.id,
      });
      await work.move({
        from: batch.fill_id,
        to: wetsFill,
        grams: wets,
        kind: "wets",
        own: stay.comb_fill,
        fromName: `Batch ${batch.number}`,
      });
    }
    await work.state("spun", {
      batch_id: batch.id,
      comb_fill_id: stay.comb_fill,
      wets_fill_id: wetsFill,
      gross_g: gross,
    });
    return {
      super: vessel.tag,
      batch: batch.number,
      wetsGrams: wets,
      gaveGrams: stay.gross_g - vessel.empty_g - wets,
    };
  },
  say: ({ super: tag, gaveGrams, wetsGrams }) =>
    `Super ${tag} weighed back: ${formatKgFromG(wetsGrams)} kg stayed in the comb, ${formatKgFromG(gaveGrams)} kg came out.`,
  grams: ({ gaveGrams }) => gaveGrams,
});
