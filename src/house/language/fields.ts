/**
 * The kinds of field commands are made of. One description serves forms, the API, OpenAPI and the line:
 * text as typed or a number goes in, a checked figure comes out.
 */

import { z } from "zod";
import { boundsOf, type FigureField, LONGEST, missing, readFigure, tooLong } from "./figure-field";
import { TAG_LETTER, type TagKind } from "./tag-letter";

export { TAG_LETTER, type TagKind } from "./tag-letter";

/** What stands behind the schema of a figure, for a form that must judge without the house. */
export const FIGURES = z.registry<FigureField>();

function figure(field: FigureField) {
  const { what, unit } = field;
  const schema = z
    .union([z.number(), z.string().max(LONGEST, tooLong(what))], {
      error: ({ input }) => (input == null ? missing(what) : `${what} must be a number.`),
    })
    .transform((typed, ctx): number => {
      const read = readFigure(field, typed);
      if ("value" in read) return read.value;
      ctx.addIssue({ code: "custom", message: read.wrong });
      return z.NEVER;
    })
    .meta({
      description: `${what}${unit ? `, ${unit}` : ""}; ${boundsOf(field)}. A number, or text with a decimal point or comma.`,
    });
  FIGURES.add(schema, field);
  return schema;
}

/** Kilograms, a gram at least: the ledger counts whole grams. Text may carry kg, g or lb. */
export const massKg = (what: string, max: number) => figure({ what, min: 0.001, max, unit: "kg" });
/** As massKg, and nothing at all is a mass too. */
export const massKgOrNone = (what: string, max: number) => figure({ what, min: 0, max, unit: "kg" });
/** Whole grams in a jar. Text may carry g, lb or oz. */
export const jarMassG = (what: string, min: number, max: number) =>
  figure({ what, min, max, unit: "g", whole: true, jar: true });
export const pct = (what: string, min = 0, max = 100) => figure({ what, min, max, unit: "%" });
export const tempC = (what: string, min: number, max: number) => figure({ what, min, max, unit: "°C" });
export const count = (what: string, min: number, max: number) =>
  figure({ what, min, max, unit: "", whole: true });
export const number = (what: string, min: number, max: number, unit = "") => figure({ what, min, max, unit });

export const text = (what: string, max = 80) =>
  z
    .string({ error: missing(what) })
    .max(max * 4 + 100, `${what} may be at most ${max} characters long.`)
    .transform((t) =>
      t
        .normalize("NFC")
        .trim()
        .replace(/[ \t]+/g, " "),
    )
    .pipe(
      z
        .string()
        .min(1, missing(what))
        .max(max, `${what} may be at most ${max} characters long.`)
        .refine((t) => !/\p{Cc}/u.test(t), `${what} holds characters that cannot be written down.`),
    )
    .meta({ description: `${what}; at most ${max} characters.` });

/** Text that may be left out. */
export const note = (what: string, max = 200) =>
  z
    .string({ error: `${what} must be text.` })
    .max(max * 4 + 100, `${what} may be at most ${max} characters long.`)
    .transform((t) => t.normalize("NFC").trim())
    .pipe(z.string().max(max, `${what} may be at most ${max} characters long.`))
    .default("")
    .meta({ description: `${what}; at most ${max} characters; may be left out.` });

/** A tag as written on the thing: letters, digits and hyphens; "S41" and "41" are the same super. */
export const tag = (kind: TagKind) => {
  const what = `The ${kind}'s tag`;
  return z
    .union([z.string(), z.number()], { error: missing(what) })
    .transform((raw, ctx) => {
      const upper = String(raw).slice(0, 100).trim().toUpperCase();
      // A colony has a name now and then; one of two words stays one: "Old Oak" is written OLD-OAK.
      const written = kind === "colony" ? upper.replace(/\s+/g, "-") : upper;
      const lettered = written[0] === TAG_LETTER[kind] && /\d/.test(written[1] ?? "");
      const bare = lettered ? written.slice(1) : written;
      if (!/^[A-Z0-9][A-Z0-9-]{0,15}$/.test(bare)) {
        ctx.addIssue({
          code: "custom",
          message:
            written === ""
              ? missing(what)
              : `${what} "${written.slice(0, 20)}" must be one to sixteen letters, digits or hyphens.`,
        });
        return z.NEVER;
      }
      return bare;
    })
    .meta({ description: `${what}: letters, digits, hyphens.` });
};

/** A calendar day, ISO 8601. Whether it may lie ahead is the command's question. */
export const day = (what: string) =>
  z
    .string({ error: missing(what) })
    .refine((t) => z.regexes.date.test(t), {
      error: `${what} must be a day such as 13 Aug 2026 (2026-08-13).`,
      abort: true,
    })
    .refine((t) => t >= "1990-01-01" && t <= "2100-12-31", `${what} must lie between 1990 and 2100.`)
    .meta({ description: `${what}, YYYY-MM-DD.`, format: "date" });

/** Since when a thing is here; left out, since ever, so that yesterday can be entered with it. */
export const since = () => day("The day since when it is here").optional();

export const list = <T extends z.ZodType>(what: string, item: T, max: number) =>
  z
    .array(item, { error: `${what} must be a list.` })
    .min(1, `${what}: name at least one.`)
    .max(max, `${what}: at most ${max} at a time.`);

export const choice = <const T extends readonly [string, ...string[]]>(what: string, options: T) =>
  z.enum(options, { error: `${what} must be one of: ${options.join(", ")}.` }).meta({ description: what });
