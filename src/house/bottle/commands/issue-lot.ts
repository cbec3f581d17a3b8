import { z } from "zod";
import { drawFrom, jarsOf, lossAsks } from "@/core/bottling";
import { gramsFromKg } from "@/core/units";
import { inProportion, planMove } from "@/core/vessels";
import { monthsLater, writtenDay } from "../../language/clock";
import { beside, refuse } from "../../language/errors";
import {
  choice,
  count,
  day,
  jarMassG,
  list,
  massKg,
  massKgOrNone,
  note,
  number,
  tag,
  tempC,
  text,
} from "../../language/fields";
import { jar, massG, shown, temp } from "../../language/shown";
import { capital, plural, spoken } from "../../language/spoken";
import { vesselName } from "../../language/vessel-name";
import { defineCommand } from "../../ledger/command";
import { lastFillOf } from "../../ledger/records/fills";
import { bookMaterials, type Filled } from "../../materials/use";
import { oneVessel } from "../../vessels/records";
import { bottleGate } from "../gate";
import { newLot } from "../new-lot";

/** What is filled into jars; comb is cut and bulk sold by commands of their own. */
const FILLED = ["honey", "set", "chunk", "infused"] as const;

/** Honey with comb in it is sold within so many months. */
const CHUNK_MONTHS = 12;

export const issueLot = defineCommand({
  name: "issue-lot",
  summary: "Take honey out of pails, drums or tanks into jars under one lot code",
  who: ["lead", "filler", "office", "floor"],
  undo: "counter-entry",
  input: z.strictObject({
    honeyKind: text("The kind of honey", 60),
    jarG: jarMassG("Net quantity of a jar", 5, 10_000),
    jars: count("The number of jars", 1, 100_000),
    /** Other jars out of the same filling, each under a lot code of its own. */
    more: z
      .array(
        z.strictObject({
          jarG: jarMassG("Net quantity of a jar", 5, 10_000),
          jars: count("The number of jars", 1, 100_000),
        }),
        { error: "The other jars must be a list." },
      )
      .max(8, "At most nine sizes of jar in one filling.")
      .default([]),
    pails: list(
      "The vessels",
      z.strictObject(
        {
          pail: tag("pail").optional(),
          /** Any other vessel: "drum 2". */
          vessel: vesselName("The vessel").optional(),
          /** Left out, what the jars need of it; the rest stays in the pail. */
          kg: massKg("What is taken from the pail", 500).optional(),
          /** All of it is taken, and nothing is left in it. */
          emptied: z.boolean().default(false),
        },
        { error: "Each vessel needs its name." },
      ),
      200,
    ),
    /** What was lost on the way; what the fill explains of what was taken when left out. */
    lostKg: massKgOrNone("The loss", 500).optional(),
    meanFillG: number("Mean fill of a jar", 5, 10_500, "g").optional(),
    bestBefore: day("Best before").optional(),
    product: choice("What it is", FILLED).default("honey"),
    /** What else is in it, heaviest first, each with the lot it came under. */
    ingredients: z
      .array(
        z.strictObject({
          name: text("The ingredient", 60),
          lot: text("The ingredient's lot", 40),
          allergen: z.boolean().default(false),
        }),
        { error: "The ingredients must be a list." },
      )
      .max(20, "At most twenty ingredients.")
      .default([]),
    /** Which jars, lids and boxes, where several kinds fit; else the fullest stock of each. */
    materials: z
      .array(text("A material", 60), { error: "The materials are a list of names." })
      .max(20)
      .default([]),
    /** The honey's temperature at the gate. */
    honeyC: tempC("The honey's temperature", 5, 60).optional(),
    /** From the first jar to the last. */
    minutes: number("How long it took", 1, 1440, "min").optional(),
    /** Why it goes into jars although something speaks against it. */
    despite: note("The reason"),
  }),
  async run(work, input) {
    if (input.lostKg !== undefined && input.meanFillG !== undefined)
      refuse("one-of-two", "Give the loss or the mean fill, not both: one follows from the other.", "lostKg");
    if (input.more.length > 0 && input.meanFillG !== undefined)
      refuse("one-size", "A mean fill is of one size of jar: fill the sizes one by one.", "meanFillG");
    if ((input.product === "infused") !== input.ingredients.length > 0)
      refuse(
        "ingredients",
        input.product === "infused"
          ? "Infused honey names what is in it, each with its own lot."
          : "Honey with anything in it is infused honey: another product, with its own label.",
        "ingredients",
      );
    const marked = await newLot(work);
    const { filled_on: filledOn } = marked;
    const several = input.more.length > 0;
    const sizes = [{ jarG: input.jarG, jars: input.jars }, ...input.more].map((size) => ({
      ...size,
      // One filling is one lot; its sizes are told apart behind it.
      code: several ? `${marked.code}-${size.jarG}` : marked.code,
    }));
    const twice = sizes.findIndex((size, k) => sizes.findIndex((other) => other.jarG === size.jarG) !== k);
    if (twice > 0)
      refuse("size-twice", "Each size of jar stands once, with all its jars.", `more.${twice - 1}.jarG`);
    // Comb in the jar crystallises the honey round it (common practice).
    const months =
      input.product === "chunk"
        ? Math.min(CHUNK_MONTHS, work.house.best_before_months)
        : work.house.best_before_months;
    const bestBefore = input.bestBefore ?? monthsLater(filledOn, months);
    if (bestBefore <= filledOn)
      refuse("best-before", `Best before ${writtenDay(bestBefore)} is not after the filling.`, "bestBefore");
    const drawn: { fillId: number; name: string; heldGrams: number; takenGrams?: number }[] = [];
    for (const [i, taken] of input.pails.entries()) {
      const named =
        taken.vessel ?? (taken.pail === undefined ? null : { kind: "pail" as const, tag: taken.pail });
      const field = `pails.${i}.${taken.vessel ? "vessel" : "pail"}`;
      if (!named || (taken.vessel && taken.pail !== undefined))
        refuse("which", "Each vessel needs its name.", `pails.${i}.pail`);
      const vessel = await oneVessel(work.tx, named.kind, named.tag, field);
      const name = `${named.kind} ${vessel.tag}`;
      if (drawn.some((d) => d.name === name)) refuse("twice", `${capital(name)} is named twice.`, field);
      const fill = await lastFillOf(work.tx, vessel.id);
      if (!fill || fill.grams === 0) refuse("nothing-in-it", `${capital(name)} is empty.`, field);
      const grams = taken.emptied ? fill.grams : taken.kg === undefined ? undefined : gramsFromKg(taken.kg);
      if (grams !== undefined && grams > fill.grams)
        refuse(
          "overdrawn",
          `${capital(name)} holds ${massG(fill.grams)}; ${massG(grams)} cannot come out of it.`,
          `pails.${i}.kg`,
        );
      drawn.push({
        fillId: fill.id,
        name,
        heldGrams: fill.grams,
        ...(grams === undefined ? {} : { takenGrams: grams }),
      });
    }
    const lostGrams = input.lostKg === undefined ? undefined : gramsFromKg(input.lostKg);
    const allNamed = drawn.every((d) => d.takenGrams !== undefined);
    const needs = sizes.map((s) => Math.round((input.meanFillG ?? s.jarG) * s.jars));
    const needed = needs.reduce((a, b) => a + b, 0) + (lostGrams ?? 0);
    const grams = beside("jars", () =>
      allNamed
        ? drawn.map((d) => d.takenGrams ?? 0)
        : drawFrom(
            drawn.map((d) => ({ ...d, name: capital(d.name) })),
            needed,
            shown(),
          ),
    );
    const total = grams.reduce((a, b) => a + b, 0);
    const part = inProportion(total, needs);
    const lostPart = lostGrams === undefined ? null : inProportion(lostGrams, needs);
    const lots = sizes.map((size, k) => ({
      ...size,
      ...beside("jars", () =>
        jarsOf(
          {
            drawnGrams: part[k] ?? 0,
            jars: size.jars,
            nominalG: size.jarG,
            lostGrams: lostPart?.[k],
            meanFillG: input.meanFillG,
          },
          shown(),
        ),
      ),
    }));
    const lost = lots.reduce((g, l) => g + l.lostGrams, 0);
    if (lostGrams === undefined && lossAsks(total, lost))
      refuse(
        "loss-asked",
        `${massG(lost, 2)} of the ${massG(total, 2)} taken are in no jar. What is still in a vessel stays in it: take less. If it was lost, say how much; if the jars are fuller, say their mean fill.`,
        "lostKg",
      );
    const used = drawn.map((d, i) => ({ ...d, grams: grams[i] ?? 0 })).filter((d) => d.grams > 0);
    const gate = await bottleGate(
      work,
      used.map((d) => ({ fillId: d.fillId, name: d.name, grams: d.grams })),
      input.despite,
    );
    const { seen, ...said } = gate;
    // What is filled together is one honey: every lot gets of each vessel alike.
    const { carried } = planMove(
      used.map((d) => ({ name: d.name, heldGrams: d.heldGrams, takenGrams: d.grams })),
      lots.map((l) => ({ name: l.code, heldGrams: 0, addedGrams: l.drawnGrams, holdsGrams: null })),
    );
    const filled: Filled[] = [];
    for (const [k, lot] of lots.entries()) {
      const lotFill = await work.openFill({ kind: "lot", name: `lot ${lot.code}` });
      for (const [i, d] of used.entries())
        await work.move({
          from: d.fillId,
          to: lotFill,
          grams: carried[i]?.[k] ?? 0,
          kind: "draw",
          fromName: capital(d.name),
          because: `${d.name} is in lot ${lot.code}`,
        });
      await work.lose({
        from: lotFill,
        fromName: `Lot ${lot.code}`,
        grams: lot.lostGrams,
        cause: "lost filling",
        of: `lot ${lot.code}`,
        because: `honey was lost filling lot ${lot.code}`,
      });
      const lotId = await work.state("lot", {
        fill_id: lotFill,
        ...marked,
        code: lot.code,
        mark: several ? marked.code : null,
        product: input.product,
        ...(input.ingredients.length > 0 ? { ingredients: JSON.stringify(input.ingredients) } : {}),
        honey_kind: input.honeyKind,
        nominal_g: lot.jarG,
        jars: lot.jars,
        mean_fill_g: lot.meanFillG,
        best_before: bestBefore,
        fill_c: input.honeyC ?? null,
        minutes: input.minutes ?? null,
        ...seen,
      });
      filled.push({ lotId, code: lot.code, jarG: lot.jarG, jars: lot.jars });
    }
    const { over, used: stuff } = await bookMaterials(work, filled, input.materials);
    const stays = used.filter((d) => d.heldGrams > d.grams);
    const [one] = lots;
    return {
      lot: one?.code ?? "",
      jars: input.jars,
      jarG: input.jarG,
      jarredGrams: lots.reduce((g, l) => g + l.jarredGrams, 0),
      lostGrams: lost,
      drawnGrams: total,
      meanFillG: one?.meanFillG ?? 0,
      giveawayG: one?.giveawayG ?? 0,
      lots: lots.map((l) => ({ lot: l.code, jars: l.jars, jarG: l.jarG, jarredGrams: l.jarredGrams })),
      mark: marked.code,
      from: used.map((d) => d.name),
      ...said,
      over,
      materials: stuff,
      stays: stays.map((d) => ({ vessel: d.name, grams: d.heldGrams - d.grams })),
    };
  },
  say: ({ lots, lostGrams, stays, owner, despite, over, from, materials }, { honeyC, minutes }) =>
    [
      ...lots.map(
        (l) =>
          `Lot ${l.lot}${owner ? `, kept separate for ${owner}` : ""}: ${plural(l.jars, "jar")} of ${jar(l.jarG)}, ${massG(l.jarredGrams)}`,
      ),
      lostGrams > 0 ? `${massG(lostGrams, 2)} lost` : "nothing lost",
      ...stays.map((p) => `${massG(p.grams, 2)} stay in ${p.vessel}`),
      // One source needs no word; where there are several the lot says so.
      ...((from ?? []).length > 1 ? [`of ${spoken(from)} together`] : []),
      ...((materials ?? []).length > 0 ? [`in ${materials.join(", ")}`] : []),
      ...(over ?? []),
      ...(honeyC === undefined ? [] : [`filled at ${temp(honeyC, 0)}`]),
      ...(minutes === undefined ? [] : [`in ${Math.round(minutes)} min`]),
    ].join("; ") + (despite ? `. Although ${despite}.` : "."),
  grams: ({ jarredGrams }) => jarredGrams,
});
