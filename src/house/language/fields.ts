/**
 * The kinds of field commands are made of. One description serves forms, the API, OpenAPI and the line:
 * text as typed or a number goes in, a checked figure comes out.
 */

import { DateTime } from "luxon";
import { z } from "zod";
import { DomainError } from "@/core/domain-error";
import { parseFigure, parseJarG, parseMassKg, parseTempC, READ_AS } from "@/core/units";
import { asRead, asWritten, shown, unitOf } from "./shown";
import { TAG_LETTER, type TagKind } from "./tag-letter";

export { TAG_LETTER, type TagKind } from "./tag-letter";

interface Range {
  min: number;
  max: number;
  unit: string;
  whole?: boolean;
}

const plain = (text: string): number => {
  const { value, unit } = parseFigure(text);
  if (unit !== "" && unit !== "%")
    throw new DomainError("unknown-unit", `"${text}" should be a plain figure.`);
  return value;
};

/** "between 0 and 132.3 lb", for whoever reads another unit than the house reckons in. */
function boundsRead({ min, max, unit }: Range): string {
  const [lo, hi] = [min, max].map((x) => Number(asRead(x, unit).toPrecision(4)).toLocaleString("en-GB"));
  return `between ${lo} and ${hi} ${unitOf(unit)}`;
}
const said = (value: number, unit: string): string =>
  unitOf(unit) === unit ? `${value}${unit ? ` ${unit}` : ""}` : asWritten(value, unit);

/** A figure far over what is possible may be one in pounds or Fahrenheit: the sentence says how those are typed. */
function otherUnit(value: number, { min, max, unit }: Range): string {
  const fits = (x: number): boolean => x >= min && x <= max;
  if (unit === "kg" && shown().mass === "kg" && value > max && fits(parseMassKg(`${value} lb`)))
    return ` If these are pounds, write ${value} lb.`;
  if (unit === "°C" && shown().temperature === "C" && value > max && fits(parseTempC(`${value} F`)))
    return ` If this is Fahrenheit, write ${value} F.`;
  return "";
}

function figure(what: string, range: Range, read: (text: string) => number) {
  const u = range.unit ? ` ${range.unit}` : "";
  const bounds = `between ${range.min} and ${range.max.toLocaleString("en-GB")}${u}`;
  const asked = (): string => (unitOf(range.unit) === range.unit ? bounds : boundsRead(range));
  return z
    .union([z.number(), z.string().max(60, `${what} is far too long.`)], {
      error: ({ input }) => (input == null ? `${what} is missing.` : `${what} must be a number.`),
    })
    .transform((raw, ctx): number => {
      if (typeof raw === "string" && raw.trim() === "") {
        ctx.addIssue({ code: "custom", message: `${what} is missing.` });
        return z.NEVER;
      }
      let value: number;
      try {
        value = typeof raw === "number" ? raw : read(raw);
      } catch (error) {
        ctx.addIssue({ code: "custom", message: `${what}: ${(error as Error).message}` });
        return z.NEVER;
      }
      const inside = value >= range.min && value <= range.max;
      if (!inside) {
        ctx.addIssue({
          code: "custom",
          message: `${what} must be ${asked()}, not ${said(value, range.unit)}.${otherUnit(value, range)}`,
        });
        return z.NEVER;
      }
      if (range.whole && !Number.isInteger(value)) {
        ctx.addIssue({ code: "custom", message: `${what} must be a whole number, not ${value}.` });
        return z.NEVER;
      }
      return value;
    })
    .meta({
      description: `${what}${u ? `,${u}` : ""}; ${bounds}. A number, or text with a decimal point or comma.`,
    });
}

/** Kilograms, a gram at least: the ledger counts whole grams. Text may carry kg, g or lb. */
export const massKg = (what: string, max: number) =>
  figure(what, { min: 0.001, max, unit: "kg" }, parseMassKg);
/** As massKg, and nothing at all is a mass too. */
export const massKgOrNone = (what: string, max: number) =>
  figure(what, { min: 0, max, unit: "kg" }, parseMassKg);
/** Whole grams in a jar. Text may carry g, lb or oz. */
export const jarMassG = (what: string, min: number, max: number) =>
  figure(what, { min, max, unit: "g", whole: true }, parseJarG);
export const pct = (what: string, min = 0, max = 100) => figure(what, { min, max, unit: "%" }, plain);
export const tempC = (what: string, min: number, max: number) =>
  figure(what, { min, max, unit: "°C" }, parseTempC);
export const count = (what: string, min: number, max: number) =>
  figure(what, { min, max, unit: "", whole: true }, plain);
export const number = (what: string, min: number, max: number, unit = "") =>
  figure(what, { min, max, unit }, READ_AS[unit] ?? plain);

export const text = (what: string, max = 80) =>
  z
    .string({ error: `${what} is missing.` })
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
        .min(1, `${what} is missing.`)
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
    .union([z.string(), z.number()], { error: `${what} is missing.` })
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
              ? `${what} is missing.`
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
    .string({ error: `${what} is missing.` })
    .refine((t) => /^\d{4}-\d{2}-\d{2}$/.test(t) && DateTime.fromISO(t, { zone: "utc" }).isValid, {
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
