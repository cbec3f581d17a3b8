import { z } from "zod";
import { refuse } from "../../language/errors";
import { choice, count, jarMassG, list, note, number, text } from "../../language/fields";
import { jar } from "../../language/shown";
import { plural, spoken } from "../../language/spoken";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { MATERIAL_KINDS } from "../kinds";
import { oneMaterial } from "../records";
import { takeOut } from "../use";

/** Sizes as they are typed: "454, 250" or a list. */
const sizes = z
  .union([list("The sizes", jarMassG("A size of jar", 5, 50_000), 20), z.string().max(200), z.number()], {
    error: "The sizes of jar it is for are missing.",
  })
  .transform((told, ctx): number[] => {
    if (Array.isArray(told)) return told;
    const parts = String(told)
      .split(/[,;]/)
      .map((t) => t.trim())
      .filter((t) => t !== "");
    const read = parts.map((t) => jarMassG("A size of jar", 5, 50_000).safeParse(t));
    const wrong = read.find((r) => !r.success);
    if (parts.length === 0 || wrong) {
      ctx.addIssue({
        code: "custom",
        message: wrong?.error?.issues[0]?.message ?? "Name the sizes of jar it is for, such as 454, 250.",
      });
      return z.NEVER;
    }
    return read.flatMap((r) => (r.success ? [r.data] : []));
  })
  .meta({ description: "Net quantities of the jars it is for, g: a list, or text behind commas." });

export const setMaterial = defineCommand({
  name: "set-material",
  summary: "Set up jars, lids, labels or boxes, and how many are to be kept",
  who: ["lead", "office", "filler"],
  undo: "counter-entry",
  input: z.strictObject({
    kind: choice("What it is", MATERIAL_KINDS),
    name: text("The name", 60),
    fitsG: sizes,
    /** A box holds so many jars. */
    holds: count("Jars in a box", 1, 200).default(1),
    minimum: count("At least kept", 0, 1_000_000).default(0),
    daysToCome: count("Days until ordered ones come", 0, 365).default(7),
    /** Filled ones the house wants to have, orders aside. */
    keepFilled: count("Filled jars kept", 0, 100_000).default(0),
    /** What a filled jar brings, in the house's money. */
    worth: number("What a filled jar brings", 0, 100_000).optional(),
  }),
  async run(work, { kind, name, fitsG, holds, minimum, daysToCome, keepFilled, worth }) {
    if (kind !== "box" && holds !== 1) refuse("holds", "Only a box holds several jars.", "holds");
    if (kind !== "jar" && keepFilled > 0) refuse("kept", "Only jars are kept filled.", "keepFilled");
    await work.note("material", {
      kind,
      name,
      fits_g: [...new Set(fitsG)].sort((a, b) => a - b),
      holds,
      minimum,
      days_to_come: daysToCome,
      keep_filled: keepFilled,
      worth: worth ?? null,
    });
    return {};
  },
  say: (_, { kind, name, fitsG, minimum }) =>
    `${name}: a ${kind} for ${spoken(fitsG.map((g) => jar(g)))}${minimum > 0 ? `, at least ${minimum} kept` : ""}.`,
});

export const receiveMaterial = defineCommand({
  name: "receive-material",
  summary: "Take in jars, lids, labels or boxes, with whose they are and their lot",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    material: text("What came", 60),
    pieces: count("Pieces", 1, 10_000_000),
    supplier: text("The supplier", 80),
    /** As it stands on the carton: without it a broken kind is not found again. */
    theirLot: note("The supplier's lot", 60),
  }),
  async run(work, { material, pieces, supplier, theirLot }) {
    const m = await oneMaterial(work.tx, material, work.at);
    await work.restOn({ entry_id: m.entry_id, known_from: null }, `${m.name} came`);
    await work.note("material_delivery", { material_id: m.id, pieces, supplier, their_lot: theirLot });
    return { name: m.name };
  },
  say: ({ name }, { pieces, supplier, theirLot }) =>
    `${plural(pieces, "piece")} of ${name} from ${supplier}${theirLot ? `, their lot ${theirLot}` : "; their lot is not known"}.`,
});

/** A count so far from what it should be asks why: a share, and so many pieces at least (common practice). */
const ODD = { share: 0.05, pieces: 6 } as const;

export const countMaterial = defineCommand({
  name: "count-material",
  summary: "Count jars, lids, labels or boxes",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    material: text("What was counted", 60),
    counted: count("Counted", 0, 10_000_000),
    why: note("The reason for the difference"),
  }),
  async run(work, { material, counted, why }) {
    const m = await oneMaterial(work.tx, material, work.at);
    const off = counted - m.pieces;
    if (m.known && Math.abs(off) > Math.max(ODD.pieces, ODD.share * m.pieces) && why === "")
      refuse(
        "count-asked",
        `${m.pieces} should be here, ${counted} were counted. Count again, or say where ${off < 0 ? "they went" : "they came from"}.`,
        "why",
      );
    await work.restOn({ entry_id: m.entry_id, known_from: null }, `${m.name} was counted`);
    await work.note("material_count", { material_id: m.id, counted, expected: m.pieces, why });
    return { name: m.name, expected: m.known ? m.pieces : null };
  },
  say: ({ name, expected }, { counted, why }) =>
    `${name} counted: ${counted}${expected === null || expected === counted ? "" : `, ${Math.abs(counted - expected)} ${counted < expected ? "fewer" : "more"} than on record`}${why ? ` (${why})` : ""}.`,
});

export const spoilMaterial = defineCommand({
  name: "spoil-material",
  summary: "Take broken or spoiled jars, lids, labels or boxes out of stock",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    material: text("What was spoiled", 60),
    pieces: count("Pieces", 1, 100_000),
    why: text("What happened", 200),
  }),
  async run(work, { material, pieces, why }) {
    const m = await oneMaterial(work.tx, material, work.at);
    if (m.known && pieces > Math.max(0, m.pieces))
      refuse(
        "more-than-there",
        `${plural(Math.max(0, m.pieces), "piece")} of ${m.name} are on record.`,
        "pieces",
      );
    await takeOut(work, m, { lotId: null, pieces, why, because: `${m.name} was spoiled` });
    return { name: m.name };
  },
  say: ({ name }, { pieces, why }) => `${plural(pieces, "piece")} of ${name} spoiled: ${why}.`,
});
