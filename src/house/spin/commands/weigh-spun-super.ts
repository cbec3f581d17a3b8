import type { Knex } from "knex";
import { z } from "zod";
import type { HandWay } from "@/core/dayplan";
import { BARE_FRAME_KG, drawnCombKg } from "@/core/extraction";
import { gramsFromKg } from "@/core/units";
import { refuse } from "../../language/errors";
import { massKg, number, tag } from "../../language/fields";
import { asWritten, massG } from "../../language/shown";
import { plural } from "../../language/spoken";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import type { Work } from "../../ledger/work";
import { framesIn } from "../../vessels/frames";
import { oneVessel } from "../../vessels/records";
import { coverFromBatch } from "../batch-mass";
import { type BatchComb, type BatchRow, lastStayOf, oneBatch, unexplainedOf } from "../records/batches";
import { runsOfBatches, runsOfStay } from "../records/runs";

/** How far under its empty weight a spun super may weigh: scales and scraped wax (common practice). */
const UNDER_EMPTY_GRACE_G = 300;

/** Wax of combs that burst and frames taken out with brood: the box is lighter by them, not emptier of honey. */
async function missingFrom(db: Knex, stay: BatchComb): Promise<{ grams: number; what: string }> {
  const marks = runsOfStay(await runsOfBatches(db, [stay.batch_id]), stay.joined_at).flatMap((run) =>
    (run.marks ?? []).filter((m) => run.slots[m.slot - 1]?.super === stay.tag).map((m) => m.mark),
  );
  const burst = marks.filter((m) => m === "burst").length;
  const brood = marks.filter((m) => m === "brood").length;
  return {
    grams: gramsFromKg(burst * drawnCombKg(stay.depth) + brood * BARE_FRAME_KG),
    what: [
      burst > 0 ? plural(burst, "burst comb") : "",
      brood > 0 ? `${plural(brood, "frame")} with brood` : "",
    ]
      .filter(Boolean)
      .join(" and "),
  };
}

type Giver = { readonly from: number; readonly fromName: string };

async function fromOpen(work: Work, batch: BatchRow, grams: number): Promise<Giver> {
  await coverFromBatch(work, batch, grams);
  return { from: batch.fill_id, fromName: `Batch ${batch.number}` };
}

/** In a closed batch what stayed in this comb was booked as unexplained: now it is known what it was. */
async function fromClosed(work: Work, batch: BatchRow, grams: number): Promise<Giver> {
  const rest = await unexplainedOf(work.tx, batch);
  const fromName = `What was unexplained of batch ${batch.number}`;
  if (!rest || rest.grams < grams)
    refuse(
      "more-than-unexplained",
      `Batch ${batch.number} is closed with ${massG(rest?.grams ?? 0)} unexplained; ${massG(grams)} cannot have stayed in this comb. Undo its closing to weigh it back.`,
      "grossKg",
    );
  return { from: rest.fill_id, fromName };
}

export const weighSpunSuper = defineCommand({
  name: "weigh-spun-super",
  summary: "Weigh a spun super back: what is over its empty weight stayed in the comb",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    super: tag("super"),
    grossKg: massKg("The spun super's weight", 90),
    /** Its combs were hung to drain so long instead of being spun. */
    hungH: number("Hours it hung to drain", 0.1, 160, "h").optional(),
  }),
  async run(work, input) {
    const vessel = await oneVessel(work.tx, "super", input.super);
    const stay = await lastStayOf(work.tx, vessel.id);
    if (!stay) refuse("not-in-a-batch", `Super ${vessel.tag} is in no batch.`, "super");
    if (stay.spun_entry !== null)
      refuse(
        "weighed-back",
        `Super ${vessel.tag} is weighed back already, at ${massG(stay.spun_gross_g ?? 0)}.`,
        "super",
      );
    const batch = await oneBatch(work.tx, stay.batch_number);
    const gross = gramsFromKg(input.grossKg);
    if (gross > stay.gross_g)
      refuse(
        "heavier-than-before",
        `Super ${vessel.tag}, spun, weighs ${asWritten(input.grossKg, "kg")}? That is more than it came in with (${massG(stay.gross_g)}): check the scale.`,
        "grossKg",
      );
    const missing = await missingFrom(work.tx, stay);
    const empty = stay.empty_g - missing.grams;
    // Of a box whose empty weight was guessed the honey is what it lost; its own weight is learnt now.
    const learnt = vessel.guessed === true && gross < empty;
    if (gross < empty - UNDER_EMPTY_GRACE_G && !learnt)
      refuse(
        "under-empty",
        `Super ${vessel.tag} weighs ${massG(empty)} empty${missing.grams > 0 ? ` without ${missing.what}` : ""}; ${asWritten(input.grossKg, "kg")} is too little: check the scale and the tag.`,
        "grossKg",
      );
    if (learnt) {
      if (batch.closed_by !== null)
        refuse("batch-closed", `Batch ${batch.number} is closed; undo its closing first.`, "super");
      const more = await work.openFill({ kind: "gain", name: `gain by weighing, super ${vessel.tag} empty` });
      await work.move({
        from: more,
        to: batch.fill_id,
        grams: empty - gross,
        kind: "gain",
        fromName: "The gain",
        because: `super ${vessel.tag} was lighter than guessed`,
      });
      await work.note("empty_weighing", { vessel_id: vessel.id, empty_g: gross, at: work.at });
    }
    const wets = Math.max(0, gross - empty);
    const because = `super ${vessel.tag} is weighed back`;
    await work.restOn([stay, batch], because);
    let wetsFill: number | null = null;
    if (wets > 0) {
      const from =
        batch.closed_by === null ? await fromOpen(work, batch, wets) : await fromClosed(work, batch, wets);
      wetsFill = await work.openFill({
        kind: "wets",
        name: `wets in super ${vessel.tag}`,
        vessel: { id: vessel.id, because },
      });
      await work.move({
        ...from,
        to: wetsFill,
        grams: wets,
        kind: "wets",
        own: stay.comb_fill,
        because,
      });
    }
    await work.note("spun", {
      batch_id: batch.id,
      comb_fill_id: stay.comb_fill,
      wets_fill_id: wetsFill,
      gross_g: gross,
      stayed_g: wets,
    });
    if (missing.what !== "") await work.note("comb_lost", { vessel_id: vessel.id, what: missing.what });
    const honeyGrams = stay.gross_g - stay.empty_g;
    if (input.hungH)
      await work.note("hand_work", {
        way: "gravity" satisfies HandWay,
        frames: framesIn(stay),
        minutes: input.hungH * 60,
        honey_g: honeyGrams,
        left_g: wets,
      });
    return {
      super: vessel.tag,
      batch: batch.number,
      wetsGrams: wets,
      gaveGrams: learnt ? stay.gross_g - gross : honeyGrams - wets,
      learnt,
      guess: vessel.guessed === true && !learnt,
      missing: missing.what,
    };
  },
  say: ({ super: tag, gaveGrams, wetsGrams, missing, learnt, guess }, { hungH }) =>
    `Super ${tag} weighed back${hungH ? ` after ${hungH} h of draining` : ""}: ${massG(wetsGrams)} stayed in the comb, ${massG(gaveGrams)} came out.${learnt ? " Its empty weight is known now." : ""}${guess ? " Its empty weight is a guess, so what stayed is one too: weigh it empty when it is dry." : ""}${missing === "" ? "" : ` Reckoned without ${missing}: weigh the box empty before it goes out again.`}`,
  grams: ({ gaveGrams }) => gaveGrams,
});
