import { z } from "zod";
import { lotCode, planJars } from "@/core/bottling";
import { DomainError } from "@/core/domain-error";
import { formatKgFromG, gramsFromKg } from "@/core/units";
import { dayIn, monthsLater, writtenDay } from "../clock";
import { defineCommand } from "../command";
import { Refusal, refuse } from "../errors";
import { count, day, list, massKg, number, tag, text } from "../fields";
import { plural } from "../ranges";
import { oneVessel } from "../records/equipment";
import { lastFillOf } from "../records/fills";

const BESIDE: Record<string, string> = {
  "not-enough-honey": "jars",
  "under-label": "jars",
  "no-jars": "jars",
};

function plan(input: Parameters<typeof planJars>[0]) {
  try {
    return planJars(input);
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
  input: z.object({
    honeyKind: text("The kind of honey", 60),
    jarG: count("Net quantity of a jar, g", 5, 10_000),
    jars: count("The number of jars", 1, 100_000),
    pails: list(
      "The pails",
      z.object(
        { pail: tag("pail"), kg: massKg("What is taken from the pail", 500).optional() },
        { error: "Each pail needs its tag." },
      ),
      200,
    ),
    /** What was lost on the way; computed from the mean fill when left out. */
    lostKg: number("The loss", 0, 500, "kg").optional(),
    meanFillG: number("Mean fill of a jar", 5, 10_500, "g").optional(),
    bestBefore: day("Best before").optional(),
  }),
  async run(work, input) {
    if (input.lostKg !== undefined && input.meanFillG !== undefined)
      refuse("one-of-two", "Give the loss or the mean fill, not both: one follows from the other.", "lostKg");
    const filledOn = dayIn(work.house.zone, work.at);
    const year = Number(filledOn.slice(0, 4));
    const last = await work.tx("lot").where({ year }).max("number as n").first();
    const number = Number(last?.n ?? 0) + 1;
    const code = lotCode(work.house.lot_prefix, year, number);
    const bestBefore = input.bestBefore ?? monthsLater(filledOn, work.house.best_before_months);
    if (bestBefore <= filledOn)
      refuse("best-before", `Best before ${writtenDay(bestBefore)} is not after the filling.`, "bestBefore");
    const lotFill = await work.openFill({ kind: "lot", name: `lot ${code}` });
    let drawn = 0;
    for (const [i, taken] of input.pails.entries()) {
      if (input.pails.findIndex((p) => p.pail === taken.pail) !== i)
        refuse("twice", `Pail ${taken.pail} is named twice.`, `pails.${i}.pail`);
      const vessel = await oneVessel(work.tx, "pail", taken.pail, `pails.${i}.pail`);
      const fill = await lastFillOf(work.tx, vessel.id);
      if (!fill || fill.grams === 0)
        refuse("nothing-in-it", `Pail ${vessel.tag} is empty.`, `pails.${i}.pail`);
      const grams = taken.kg === undefined ? fill.grams : gramsFromKg(taken.kg);
      if (grams > fill.grams)
        refuse(
          "overdrawn",
          `Pail ${vessel.tag} holds ${formatKgFromG(fill.grams)} kg; ${formatKgFromG(grams)} kg cannot come out of it.`,
          `pails.${i}.kg`,
        );
      await work.move({
        from: fill.id,
        to: lotFill,
        grams,
        kind: "draw",
        fromName: `Pail ${vessel.tag}`,
        because: `pail ${vessel.tag} is in lot ${code}`,
      });
      drawn += grams;
    }
    const jars = plan({
      drawnGrams: drawn,
      jars: input.jars,
      nominalG: input.jarG,
      lostGrams: input.lostKg === undefined ? undefined : gramsFromKg(input.lostKg),
      meanFillG: input.meanFillG,
    });
    await work.lose({
      from: lotFill,
      fromName: `Lot ${code}`,
      grams: jars.lostGrams,
      cause: `lost filling lot ${code}`,
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
    });
    return { lot: code, jars: input.jars, jarG: input.jarG, ...jars };
  },
  say: ({ lot, jars, jarG, jarredGrams, lostGrams }) =>
    `Lot ${lot}: ${plural(jars, "jar")} of ${jarG} g, ${formatKgFromG(jarredGrams)} kg; ${formatKgFromG(lostGrams, 2)} kg lost.`,
  grams: ({ jarredGrams }) => jarredGrams,
});
