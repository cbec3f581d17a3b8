import { z } from "zod";
import { lotNumberIn } from "../../bottle/new-lot";
import { maybeLot, newestLotNumber } from "../../bottle/records";
import { dayIn, momentOf, monthsLater, writtenDay } from "../../language/clock";
import { refuse } from "../../language/errors";
import { count, day, jarMassG, note, pct, text } from "../../language/fields";
import { jar, massG } from "../../language/shown";
import { plural } from "../../language/spoken";
import { defineCommand } from "../../ledger/command";
import { nextDeliveryNumber } from "../records";

/** Letters, digits and what stands between them on a label. */
const CODE = /^[A-Z0-9](?:[A-Z0-9 ./-]{0,28}[A-Z0-9])?$/i;

export const enterJars = defineCommand({
  name: "enter-jars",
  summary: "Enter filled jars that were here before the house began, under the lot that stands on them",
  who: ["lead", "filler", "office"],
  undo: "counter-entry",
  input: z.strictObject({
    code: text("The lot on the jars", 30),
    jarG: jarMassG("Honey in a jar", 5, 10_000),
    jars: count("Jars", 1, 100_000),
    honeyKind: text("The kind of honey", 60),
    filledOn: day("The day they were filled"),
    bestBefore: day("Best before").optional(),
    /** What is known of where it came from; left out, it is unknown, and every trace says so. */
    supplier: note("From whom", 60),
    country: note("The country it is from", 60),
    region: note("The region", 60),
    waterPct: pct("Its water, by whoever read it then", 10, 30).optional(),
    papers: note("Its papers"),
  }),
  async run(work, input) {
    const { zone } = work.house;
    if (input.filledOn > dayIn(zone, work.now))
      refuse("in-the-future", `The ${writtenDay(input.filledOn)} is still to come.`, "filledOn");
    if (!CODE.test(input.code))
      refuse("code", "A lot is letters and digits, with spaces, dots, slashes or hyphens between.", "code");
    // Read aloud or scanned, a space and a hyphen are one.
    const code = input.code.toUpperCase().replace(/ +/g, "-");
    const known = await maybeLot(work.tx, code);
    if (known && (await work.before<{ code: string }>("lot", ["code"]))?.code !== known.code)
      refuse("exists", `Lot ${known.code} is on record already.`, "code");
    const bestBefore = input.bestBefore ?? monthsLater(input.filledOn, work.house.best_before_months);
    if (bestBefore <= input.filledOn)
      refuse("best-before", `Best before ${writtenDay(bestBefore)} is not after the filling.`, "bestBefore");
    // They were here on that day, whenever they are typed in.
    work.happenedAt(momentOf(input.filledOn, zone, work.now));
    const grams = Math.round(input.jarG * input.jars);
    const number =
      (await work.before<{ number: number }>("delivery", ["number"]))?.number ??
      (await nextDeliveryNumber(work.tx));
    const name = `what was here, ${number}`;
    const because = `${name} was entered`;
    const source = await work.openFill({ kind: "outside", name: input.supplier || "here before" });
    const delivery = await work.openFill({ kind: "delivery", name });
    await work.note("delivery", {
      number,
      fill_id: delivery,
      what: "opening",
      supplier: input.supplier,
      owner: "",
      their_lot: code,
      country: input.country,
      region: input.region,
      honey_kind: input.honeyKind,
      price: "",
      papers: input.papers,
      came_on: input.filledOn,
    });
    await work.move({ from: source, to: delivery, grams, kind: "deliver", fromName: "It", because });
    const lot = await work.openFill({ kind: "lot", name: `lot ${code}` });
    await work.move({
      from: delivery,
      to: lot,
      grams,
      kind: "draw",
      fromName: `What was here, ${number}`,
      because,
    });
    const year = Number(input.filledOn.slice(0, 4));
    await work.note("lot", {
      fill_id: lot,
      code,
      // Where it was numbered as this house numbers, the next one goes on behind it.
      number: lotNumberIn(work.house.lot_prefix, year, code) ?? (await newestLotNumber(work.tx, year)),
      year,
      mark: null,
      product: "honey",
      honey_kind: input.honeyKind,
      nominal_g: input.jarG,
      jars: input.jars,
      mean_fill_g: input.jarG,
      filled_on: input.filledOn,
      best_before: bestBefore,
      ...(input.waterPct === undefined ? {} : { water_pct: input.waterPct }),
    });
    return { lot: code, jars: input.jars, jarG: input.jarG, grams, number };
  },
  say: ({ lot, jars, jarG, grams }, { supplier, country, region }) => {
    const from = [region, country].filter(Boolean).join(", ");
    return `Lot ${lot}: ${plural(jars, "jar")} of ${jar(jarG)}, ${massG(grams)}, here before the house began; ${
      supplier || from
        ? `told to be from ${[supplier, from].filter(Boolean).join(", ")}`
        : "where it came from is not known"
    }.`;
  },
  grams: ({ grams }) => grams,
});
