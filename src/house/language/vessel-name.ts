/** A vessel of strained honey as people name it: "pail 12", "b12", "drum D1", "tank 2". */
import { z } from "zod";
import { TAG_LETTER, tag } from "./fields";

const KINDS = ["pail", "drum", "tank", "tub"] as const;

export interface NamedVessel {
  readonly kind: (typeof KINDS)[number];
  readonly tag: string;
}

/** What the words name; null when they name no vessel. A bare tag is a pail's. */
export function vesselNamed(words: string): NamedVessel | null {
  const text = words.slice(0, 60).normalize("NFC").trim();
  const [, word, rest] = /^(pail|bucket|drum|tank|tub) {1,3}(\S{1,20})$/i.exec(text) ?? [];
  const said = word?.toLowerCase() === "bucket" ? "pail" : word?.toLowerCase();
  const named = KINDS.find((k) => k === said);
  const bare = (named ? (rest ?? "") : text).toUpperCase().replace(/^:/, "");
  const kind = named ?? KINDS.find((k) => bare[0] === TAG_LETTER[k] && /[\d:]/.test(bare[1] ?? "")) ?? "pail";
  const lettered = bare[0] === TAG_LETTER[kind] && /[\d:]/.test(bare[1] ?? "");
  const tag = (lettered ? bare.slice(1) : bare).replace(/^:/, "");
  return /^[A-Z0-9][A-Z0-9-]{0,15}$/.test(tag) ? { kind, tag } : null;
}

export const vesselName = (what: string) =>
  z
    .union([z.string(), z.number()], { error: `${what} is missing.` })
    .transform((raw, ctx): NamedVessel => {
      const named = vesselNamed(String(raw));
      if (named) return named;
      ctx.addIssue({
        code: "custom",
        message:
          String(raw).trim() === ""
            ? `${what} is missing.`
            : `${what} "${String(raw).slice(0, 30)}" must be a vessel such as pail 12, drum 2, tank 1 or tub 3.`,
      });
      return z.NEVER;
    })
    .meta({ description: `${what}: pail 12, drum 2, tank 1, tub 3.` });

/** A command that speaks of one vessel names it by its kind: { pail: "12" } or { drum: "2" }. */
export const ONE_VESSEL = {
  pail: tag("pail").optional(),
  drum: tag("drum").optional(),
  tank: tag("tank").optional(),
  tub: tag("tub").optional(),
  /** Any of them by its name: "drum 2". */
  vessel: vesselName("The vessel").optional(),
} as const;

/** The vessels an input names, by their kind or by name. */
export const vesselsOf = (
  input: { readonly [K in NamedVessel["kind"]]?: string | undefined } & {
    readonly vessel?: NamedVessel | undefined;
  },
): NamedVessel[] => [
  ...KINDS.flatMap((kind) => {
    const named = input[kind];
    return named === undefined ? [] : [{ kind, tag: named }];
  }),
  ...(input.vessel ? [input.vessel] : []),
];
