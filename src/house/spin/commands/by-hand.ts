import { z } from "zod";
import { readWeights } from "@/core/bottling";
import { type HandWay, handStation } from "@/core/dayplan";
import { mustBeWithin } from "@/core/domain-error";
import { gramsFromKg } from "@/core/units";
import { bottleGate } from "../../bottle/gate";
import { newLot } from "../../bottle/new-lot";
import { monthsLater } from "../../language/clock";
import { refuse } from "../../language/errors";
import {
  choice,
  count,
  jarMassG,
  massKg,
  massKgOrNone,
  note,
  number,
  tag,
  text,
} from "../../language/fields";
import { tags } from "../../language/ranges";
import { jar, massFigureG, massG } from "../../language/shown";
import { plural, spoken } from "../../language/spoken";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { framesIn } from "../../vessels/frames";
import { maybeVessel, oneVessel } from "../../vessels/records";
import { waitingCombs } from "../../yard/records/pulls";
import { lastStayOf, openBatch } from "../records/batches";
import { handWork } from "../records/hand-work";

const STATION = { crushed: "crush", pressed: "press" } as const satisfies Record<string, HandWay>;

export const crushCombs = defineCommand({
  name: "crush-combs",
  summary: "Crush or press combs without a machine: the comb is lost, what stays in it is booked",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    supers: tags("super"),
    way: choice("The way", ["crushed", "pressed"]).default("crushed"),
    /** Honey left in the crushed comb when it was weighed out; estimated when left out. */
    leftKg: massKgOrNone("What stayed in the comb", 300).optional(),
    /** From the first comb cut to the last drop: what the day's plan learns from. */
    minutes: number("The minutes it took", 1, 10_000, "min").optional(),
  }),
  async run(work, input) {
    let [honey, frames] = [0, 0];
    let batch: Awaited<ReturnType<typeof openBatch>> | null = null;
    for (const one of input.supers) {
      const vessel = await oneVessel(work.tx, "super", one, "supers");
      const stay = await lastStayOf(work.tx, vessel.id);
      if (!stay) refuse("not-in-a-batch", `Super ${one} is in no batch.`, "supers");
      if (stay.spun_entry !== null) refuse("weighed-back", `Super ${one} is emptied already.`, "supers");
      if (batch && batch.id !== stay.batch_id)
        refuse("two-batches", "These supers are in different batches: book each batch on its own.", "supers");
      batch ??= await openBatch(work.tx, stay.batch_number);
      await work.note("spun", {
        batch_id: stay.batch_id,
        comb_fill_id: stay.comb_fill,
        wets_fill_id: null,
        gross_g: stay.empty_g,
        stayed_g: 0,
      });
      await work.restOn(stay, `super ${one} was ${input.way}`);
      await work.note("comb_lost", { vessel_id: vessel.id, what: `combs ${input.way}` });
      honey += stay.gross_g - stay.empty_g;
      frames += framesIn(stay);
    }
    if (!batch) refuse("no-super", "Name at least one super.", "supers");
    const station = handStation(STATION[input.way], await handWork(work.tx));
    const left =
      input.leftKg === undefined ? Math.round((honey * station.leftPct) / 100) : gramsFromKg(input.leftKg);
    if (left > honey)
      refuse("more-than-there", `${massG(left)} cannot stay in combs that held ${massG(honey)}.`, "leftKg");
    await work.lose({
      from: batch.fill_id,
      fromName: `Batch ${batch.number}`,
      grams: left,
      cause: `left in ${input.way} comb`,
      of: `batch ${batch.number}`,
      because: `combs of batch ${batch.number} were ${input.way}`,
    });
    const estimated = input.leftKg === undefined;
    await work.note("hand_work", {
      way: station.way,
      frames,
      minutes: input.minutes ?? null,
      honey_g: honey,
      left_g: estimated ? null : left,
    });
    return {
      supers: input.supers,
      batch: batch.number,
      honeyGrams: honey,
      leftGrams: left,
      learntFrom: station.yieldsFrom,
      estimated,
    };
  },
  say: ({ supers, honeyGrams, leftGrams, estimated, learntFrom }, { way }) =>
    `Super${supers.length === 1 ? "" : "s"} ${spoken(supers)} ${way}: combs lost, ${massFigureG(honeyGrams - leftGrams)} of ${massG(honeyGrams)} came out${estimated ? ` (not weighed: ${learntFrom > 0 ? "as this house weighed before" : "by common practice"})` : ""}.`,
  grams: ({ honeyGrams, leftGrams }) => honeyGrams - leftGrams,
});

/** Pieces of one net quantity weighed together, or each by itself. */
function piecesOf({
  pieces,
  pieceG,
  kg,
  weightsG,
}: {
  readonly pieces?: number | undefined;
  readonly pieceG?: number | undefined;
  readonly kg?: number | undefined;
  readonly weightsG?: readonly number[] | undefined;
}): { pieces: number; pieceG: number; grams: number } {
  if (weightsG && weightsG.length > 0) {
    if (pieces !== undefined && pieces !== weightsG.length)
      refuse("pieces", `${pieces} pieces were counted and ${weightsG.length} weighed.`, "pieces");
    return {
      pieces: weightsG.length,
      pieceG: Math.min(...weightsG),
      grams: weightsG.reduce((a, b) => a + b, 0),
    };
  }
  if (pieces === undefined || pieceG === undefined || kg === undefined)
    refuse(
      "pieces",
      "Say how many pieces of what net quantity weigh how much together, or weigh each.",
      "pieces",
    );
  const grams = gramsFromKg(kg);
  if (grams / pieces < pieceG)
    refuse(
      "under-label",
      `${pieces} pieces of ${jar(pieceG)} need ${massG(pieces * pieceG)}; these weigh ${massG(grams)}. Over is allowed, under is not.`,
      "kg",
    );
  return { pieces, pieceG, grams };
}

export const cutComb = defineCommand({
  name: "cut-comb",
  summary: "Cut comb honey into weighed pieces under a lot of their own",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    super: tag("super"),
    pieces: count("Pieces", 1, 500).optional(),
    pieceG: jarMassG("Net quantity of a piece", 20, 2000).optional(),
    kg: massKg("All pieces together, drained", 60).optional(),
    /** Or each piece by itself: it is sold by its own weight. Wax counts, the box does not. */
    weightsG: z
      .union([z.array(z.number()).max(500), z.string().max(5000)], {
        error: "The pieces' weights are figures in grams.",
      })
      .transform((told, ctx): number[] => {
        try {
          const list = (typeof told === "string" ? readWeights(told) : told).map(Math.floor);
          for (const g of list) mustBeWithin(g, 20, 5000, "A piece", "g");
          return list;
        } catch (fault) {
          ctx.addIssue({ code: "custom", message: (fault as Error).message });
          return z.NEVER;
        }
      })
      .meta({ description: "Each piece's weight, whole grams: a list, or text." })
      .optional(),
    honeyKind: text("The kind", 60).default("Cut comb honey"),
    /** Why it is cut although something speaks against it. */
    despite: note("The reason"),
  }),
  async run(work, input) {
    const comb = (await waitingCombs(work.tx)).find((c) => c.tag === input.super);
    if (!comb) {
      if (!(await maybeVessel(work.tx, "super", input.super)))
        refuse("unknown-tag", `There is no super ${input.super}.`, "super");
      refuse("not-waiting", `Super ${input.super} holds no honey waiting.`, "super");
    }
    const { pieces, pieceG, grams } = piecesOf(input);
    const mean = grams / pieces;
    const lot = await newLot(work);
    const { code, filled_on: filledOn } = lot;
    const { seen } = await bottleGate(
      work,
      [{ fillId: comb.fill_id, name: `super ${comb.tag}` }],
      input.despite,
    );
    const fillId = await work.openFill({ kind: "lot", name: `lot ${code}` });
    const because = `comb of super ${comb.tag} is in lot ${code}`;
    await work.restOn(comb, because);
    await work.note("comb_lost", { vessel_id: comb.vessel_id, what: "comb cut out" });
    await work.move({
      from: comb.fill_id,
      to: fillId,
      grams,
      kind: "draw",
      fromName: `Super ${comb.tag}`,
      because,
    });
    await work.note("lot", {
      fill_id: fillId,
      ...lot,
      honey_kind: input.honeyKind,
      nominal_g: pieceG,
      jars: pieces,
      piece_g: input.weightsG?.length ? input.weightsG : null,
      mean_fill_g: mean,
      best_before: monthsLater(filledOn, work.house.best_before_months),
      product: "comb",
      ...seen,
    });
    return { super: comb.tag, lot: code, pieces, grams, each: input.weightsG?.length ? null : pieceG };
  },
  say: ({ super: from, lot, pieces, grams, each }, { pieceG }) =>
    `Lot ${lot}: ${plural(pieces, "piece")} of comb ${(each ?? pieceG) ? `of ${jar(each ?? pieceG ?? 0)} ` : "weighed one by one "}cut from super ${from}, ${massG(grams)}. Freeze them against moth.`,
  grams: ({ grams }) => grams,
});
