/** What words name a vessel of strained honey: "pail 12", "b12", "drum D1", "tank 2". */
import { TAG_LETTER } from "./tag-letter";

export const KINDS = ["pail", "drum", "tank", "tub"] as const;

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

/** "pail 12, pail 13", "b12 b13", "pail 12 and drum 2": each vessel's own words. */
export const eachNamed = (words: string): string[] =>
  (words.slice(0, 2000).match(/(?:(?:pail|bucket|drum|tank|tub)s? {1,3})?[^\s,]{1,30}/gi) ?? []).flatMap(
    (w) => (/^and$/i.test(w) ? [] : [w.replace(/^(\w+?)s (?=\S)/i, "$1 ")]),
  );
