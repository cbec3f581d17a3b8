import { z } from "zod";
import { drawFrom, lossAsks, lotCode, planJars } from "@/core/bottling";
import { DomainError } from "@/core/domain-error";
import { formatKgFromG, gramsFromKg } from "@/core/units";
import { dayIn, monthsLater, writtenDay } from "../../language/clock";
import { Refusal, refuse } from "../../language/errors";
import {
  count,
  day,
  jarMassG,
  list,
  massKg,
  massKgOrNone,
  note,
  number,
  tag,
  text,
} from "../../language/fields";
import { plural } from "../../language/ranges";
import { defineCommand } from "../../ledger/command";
import { lastFillOf } from "../../ledger/records/fills";
import { oneVessel } from "../../vessels/records";
import { bottleGate } from "../gate";
import { nextLotNumber } from "../records";

const BESIDE: Record<string, string> = {
  "not-enough-honey": "jars",
  "under-label": "jars",
  "no-jars": "jars",
};

/** What the core refuses, beside the field it speaks of. */
function besideField<T>(reckon: () => T): T {
  try {
    return reckon();
  } catch (error) {
    if (!(error instanceof DomainError)) throw error;
    throw new Refusal(
      error.code,
      error.message,
      422,
      [{ path: BESIDE[error.code] ?? "jars", message: error.message }],
      { cause: error },
    );
  }
}

export const issueLot = defineCommand({
  name: "issue-lot",
  summary: "Take pails into jars under one lot code",
  who: ["lead", "filler", "office", "floor"],
  undo: "counter-entry",
  input: z.strictObject({
    honeyKind: text("The kind of honey", 60),
    jarG: jarMassG("Net quantity of a jar", 5, 10_000),
    jars: count("The number of jars", 1, 100_000),
    pails: list(
      "The pails",
      z.strictObject(
        {
          pail: tag("pail"),
          /** Left out, what the jars need of it; the rest stays in the pail. */
          kg: massKg("What is taken from the pail", 500).optional(),
          /** All of it is taken, and nothing is left in it. */
          emptied: z.boolean().default(false),
        },
        { error: "Each pail needs its tag." },
      ),
      200,
    ),
    /** What was lost on the way; what the fill explains of what was taken when left out. */
    lostKg: massKgOrNone("The loss", 500).optional(),
    meanFillG: number("Mean fill of a jar", 5, 10_500, "g").optional(),
    bestBefore: day("Best before").optional(),
    /** Why it goes into jars although something speaks against it. */
    despite: note("The reason"),
  }),
  async run(work, input) {
    if (input.lostKg !== undefined && input.meanFillG !== undefined)
      refuse("one-of-two", "Give the loss or the mean fill, not both: one follows from the other.", "lostKg");
    const filledOn = dayIn(work.house.zone, work.at);
    const year = Number(filledOn.slice(0, 4));
    const number = await nextLotNumber(work.tx, year);
    const code = lotCode(work.house.lot_prefix, year, number);
    const bestBefore = input.bestBefore ?? monthsLater(filledOn, work.house.best_before_months);
    if (bestBefore <= filledOn)
      refuse("best-before", `Best before ${writtenDay(bestBefore)} is not after the filling.`, "bestBefore");
    const drawn: { fillId: number; tag: string; heldGrams: number; takenGrams?: number }[] = [];
    for (const [i, taken] of input.pails.entries()) {
      if (input.pails.findIndex((p) => p.pail === taken.pail) !== i)
        refuse("twice", `Pail ${taken.pail} is named twice.`, `pails.${i}.pail`);
      const vessel = await oneVessel(work.tx, "pail", taken.pail, `pails.${i}.pail`);
      const fill = await lastFillOf(work.tx, vessel.id);
      if (!fill || fill.grams === 0)
        refuse("nothing-in-it", `Pail ${vessel.tag} is empty.`, `pails.${i}.pail`);
      const grams = taken.emptied ? fill.grams : taken.kg === undefined ? undefined : gramsFromKg(taken.kg);
      if (grams !== undefined && grams > fill.grams)
        refuse(
          "overdrawn",
          `Pail ${vessel.tag} holds ${formatKgFromG(fill.grams)} kg; ${formatKgFromG(grams)} kg cannot come out of it.`,
          `pails.${i}.kg`,
        );
      drawn.push({
        fillId: fill.id,
        tag: vessel.tag,
        heldGrams: fill.grams,
        ...(grams === undefined ? {} : { takenGrams: grams }),
      });
    }
    const lostGrams = input.lostKg === undefined ? undefined : gramsFromKg(input.lostKg);
    const allNamed = drawn.every((d) => d.takenGrams !== undefined);
    const needed = Math.round((input.meanFillG ?? input.jarG) * input.jars) + (lostGrams ?? 0);
    const grams = besideField(() =>
      allNamed
        ? drawn.map((d) => d.takenGrams ?? 0)
        : drawFrom(
            drawn.map((d) => ({ ...d, name: `Pail ${d.tag}` })),
            needed,
          ),
    );
    const total = grams.reduce((a, b) => a + b, 0);
    const jars = besideField(() =>
      planJars({
        drawnGrams: total,
        jars: input.jars,
        nominalG: input.jarG,
        lostGrams,
        meanFillG: input.meanFillG,
      }),
    );
    if (lostGrams === undefined && lossAsks(total, jars.lostGrams))
      refuse(
        "loss-asked",
        `${formatKgFromG(jars.lostGrams, 2)} kg of the ${formatKgFromG(total, 2)} kg taken are in no jar. What is still in a pail stays in it: take less. If it was lost, say how much; if the jars are fuller, say their mean fill.`,
        "lostKg",
      );
    const used = drawn.map((d, i) => ({ ...d, grams: grams[i] ?? 0 })).filter((d) => d.grams > 0);
    const gate = await bottleGate(
      work,
      used.map((d) => ({ fillId: d.fillId, name: `pail ${d.tag}` })),
      input.despite,
    );
    const lotFill = await work.openFill({ kind: "lot", name: `lot ${code}` });
    for (const d of used)
      await work.move({
        from: d.fillId,
        to: lotFill,
        grams: d.grams,
        kind: "draw",
        fromName: `Pail ${d.tag}`,
        because: `pail ${d.tag} is in lot ${code}`,
      });
    await work.lose({
      from: lotFill,
      fromName: `Lot ${code}`,
      grams: jars.lostGrams,
      cause: "lost filling",
      of: `lot ${code}`,
      because: `honey was lost filling lot ${code}`,
    });
    await work.state("lot", {
      fill_id: lotFill,
      code,
      number,
      year,
      honey_kind: input.honeyKind,
      nominal_g: input.jarG,
      jars: input.jars,
      mean_fill_g: jars.meanFillG,
      filled_on: filledOn,
      best_before: bestBefore,
      ...gate,
    });
    const stays = used.filter((d) => d.heldGrams > d.grams);
    return {
      lot: code,
      jars: input.jars,
      jarG: input.jarG,
      ...jars,
      ...gate,
      stays: stays.map((d) => ({ pail: d.tag, grams: d.heldGrams - d.grams })),
    };
  },
  say: ({ lot, jars, jarG, jarredGrams, lostGrams, stays, owner, despite }) =>
    [
      `Lot ${lot}${owner ? `, kept separate for ${owner}` : ""}: ${plural(jars, "jar")} of ${jarG} g, ${formatKgFromG(jarredGrams)} kg`,
      lostGrams > 0 ? `${formatKgFromG(lostGrams, 2)} kg lost` : "nothing lost",
      ...stays.map((p) => `${formatKgFromG(p.grams, 2)} kg stay in pail ${p.pail}`),
    ].join("; ") + (despite ? `. Although ${despite}.` : "."),
  grams: ({ jarredGrams }) => jarredGrams,
});
