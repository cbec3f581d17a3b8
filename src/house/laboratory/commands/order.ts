import { z } from "zod";
import {
  ANALYTE_IDS,
  ANALYTES,
  type AnalyteId,
  HONEY_SORTS,
  inWords,
  saidMeasured,
  type Traits,
} from "@/core/laboratory";
import { lotsMarked } from "../../bottle/records";
import { meant } from "../../hold/named";
import { dayIn, writtenDay } from "../../language/clock";
import { refuse } from "../../language/errors";
import { choice, count, day, note, number, text } from "../../language/fields";
import { capital, spoken } from "../../language/spoken";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { nextOrderNumber, oneOrder } from "../records";
import { analyteNamed, MOST_VALUES, readReport } from "../report";

/** Names behind commas, or a list. */
const analytes = z
  .union([z.array(z.string().max(60)).max(MOST_VALUES), z.string().max(600)], {
    error: "Say what is to be measured.",
  })
  .transform((raw, ctx): AnalyteId[] => {
    const words = (typeof raw === "string" ? raw.split(",") : raw)
      .map((w) => w.trim())
      .filter((w) => w !== "");
    const ids = words.map(analyteNamed);
    const odd = words.find((_, i) => ids[i] === undefined);
    if (words.length === 0 || odd !== undefined) {
      ctx.addIssue({
        code: "custom",
        message: odd ? `"${odd.slice(0, 40)}" is not known here.` : "Say what is to be measured.",
      });
      return z.NEVER;
    }
    return [...new Set(ids as AnalyteId[])];
  })
  .meta({
    description: "What is to be measured: water, hmf, diastase, conductivity, acidity, sugars, sucrose, ...",
  });

export const orderAnalysis = defineCommand({
  name: "order-analysis",
  summary: "Send a sample of a vessel, batch or lot to a laboratory",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    /** "drum 3", "lot WB26-001-6", "batch 2": one thing of one honey. */
    sample: text("What the sample is of", 60),
    asks: analytes,
    laboratory: text("The laboratory", 80),
    takenBy: note("Who took the sample", 60),
    seal: note("The seal's number", 40),
    sentOn: day("Sent on").optional(),
    /** What the honey is, as far as limits ask. */
    sort: choice("What honey it is", HONEY_SORTS).default("blossom"),
    tropical: z.boolean().default(false),
    pressed: z.boolean().default(false),
    /** From a plant whose honey may hold more sucrose by the standard's list. */
    sucrose: choice("Sucrose by the list", ["usual", "ten", "fifteen"]).default("usual"),
    /** From a plant the standard excepts from the limits of conductivity. */
    conductivityExcepted: z.boolean().default(false),
    note: note("A note"),
  }),
  async run(work, input) {
    const thing = await meant(work, input.sample, {}, "sample");
    const [fill, more] = thing.fills;
    if (fill === undefined || more !== undefined || thing.colonyId !== null || thing.yardId !== null)
      refuse(
        "one-sample",
        `A sample is of one honey: name a vessel, a batch, a super, or one size of a lot, not ${thing.name}.`,
        "sample",
      );
    const taken = dayIn(work.house.zone, work.at);
    if (input.sentOn && input.sentOn < taken)
      refuse("sent-before", "It cannot be sent before it was taken.", "sentOn");
    await work.restOn(thing.rests, `a sample of ${thing.name} went to ${input.laboratory}`);
    const [lot] = thing.about === "lot" ? await lotsMarked(work.tx, input.sample.replace(/^lot\s/i, "")) : [];
    const numbered =
      (await work.before<{ number: number }>("lab_order", ["number"]))?.number ??
      (await nextOrderNumber(work.tx));
    await work.note("lab_order", {
      number: numbered,
      fill_id: fill,
      name: thing.name,
      lot_id: lot?.id ?? null,
      taken_by: input.takenBy || work.actor.name,
      seal: input.seal,
      laboratory: input.laboratory,
      sent_on: input.sentOn ?? null,
      asks: input.asks,
      traits: JSON.stringify({
        sort: input.sort,
        tropical: input.tropical,
        pressed: input.pressed,
        sucrose: input.sucrose,
        conductivityExcepted: input.conductivityExcepted,
      } satisfies Traits),
      note: input.note,
    });
    return { order: numbered, name: thing.name, takenBy: input.takenBy || work.actor.name };
  },
  say: ({ order, name, takenBy }, { asks, laboratory, seal, sentOn }) =>
    `Laboratory order ${order}: a sample of ${name}, taken by ${takenBy}${seal ? `, sealed ${seal}` : ""}, to ${laboratory}${sentOn ? ` on ${writtenDay(sentOn)}` : ""}, for ${spoken(asks.map((a) => inWords(a)))}.`,
});

export const enterResults = defineCommand({
  name: "enter-results",
  summary: "Enter what a laboratory found: typed figure by figure, or its file as CSV or JSON",
  who: ["lead", "office"],
  undo: "counter-entry",
  input: z.strictObject({
    order: count("The laboratory order", 1, 1e9),
    values: z
      .array(
        z.strictObject({
          analyte: choice("What was measured", ANALYTE_IDS),
          value: number("The figure", 0, 1e9),
          /** Nothing over it was found. */
          below: z.boolean().default(false),
          expanded: number("Its uncertainty (k = 2)", 0, 1e9).optional(),
          method: note("The method", 60),
        }),
        { error: "The figures are a list." },
      )
      .max(MOST_VALUES, `At most ${MOST_VALUES} figures.`)
      .default([]),
    /** The laboratory's file, as text. */
    file: z.string().max(20_000, "A report is a few lines; this is longer than 20 kB.").default(""),
    source: choice("Where it is from", ["typed", "file", "stand-in"]).default("typed"),
    report: note("The report's number", 60),
    /** By a laboratory accredited for these methods (ISO/IEC 17025). */
    accredited: z.boolean().default(false),
    cameOn: day("When it came").optional(),
    note: note("A note"),
  }),
  async run(work, input) {
    const order = await oneOrder(work.tx, input.order);
    const values = [
      ...input.values.map((v) => ({ ...v, expanded: v.expanded ?? null })),
      ...(input.file.trim() === "" ? [] : readReport(input.file)),
    ];
    if (values.length === 0)
      refuse("nothing-told", "Enter at least one figure, or the laboratory's file.", "values");
    const seen = new Set<string>();
    for (const [i, v] of values.entries()) {
      const { name, unit, range } = ANALYTES[v.analyte];
      const at = input.values[i] ? `values.${i}.value` : "file";
      if (seen.has(v.analyte)) refuse("twice", `${name} is told twice.`, at);
      seen.add(v.analyte);
      // "Under 0.01" of something that cannot be so little is still an answer.
      if (v.value > range[1] || (!v.below && v.value < range[0]))
        refuse(
          "not-possible",
          `${name} of ${v.value} ${unit}? It lies between ${range[0]} and ${range[1].toLocaleString("en-GB")}: check figure and unit.`,
          at,
        );
    }
    if (input.accredited && input.source === "stand-in")
      refuse("not-accredited", "A stand-in's answer is made up: it is no accredited result.", "accredited");
    await work.restOn(order, `the result of order ${order.number} is in`);
    const result = await work.state("lab_result", {
      order_id: order.id,
      came_on: input.cameOn ?? dayIn(work.house.zone, work.at),
      report: input.report,
      accredited: input.accredited,
      source: input.file.trim() !== "" && input.source === "typed" ? "file" : input.source,
      note: input.note,
    });
    await work.noteMany(
      "lab_value",
      values.map((v) => ({
        result_id: result,
        analyte: v.analyte,
        value: v.value,
        below: v.below,
        expanded: v.expanded,
        method: v.method,
      })),
    );
    // The store's watch reads glucose and yeasts where they were always told.
    const plain = (id: AnalyteId) => values.find((v) => v.analyte === id && !v.below)?.value ?? null;
    if (plain("glucose") !== null || plain("yeasts") !== null)
      await work.note("lab_note", {
        fill_id: order.fill_id,
        glucose_pct: plain("glucose"),
        yeast_per_g: plain("yeasts"),
      });
    return {
      name: order.name,
      laboratory: order.laboratory,
      found: values.map((v) => `${ANALYTES[v.analyte].name} ${saidMeasured(v)}`),
    };
  },
  say: ({ name, laboratory, found }, { order, report, accredited, source }) =>
    `Order ${order}, ${capital(name)}: ${found.slice(0, 8).join("; ")}${found.length > 8 ? `; and ${found.length - 8} more` : ""}. ${source === "stand-in" ? "By a stand-in, made up" : `By ${laboratory}`}${report ? `, report ${report}` : ""}${accredited ? ", accredited" : ""}.`,
});
