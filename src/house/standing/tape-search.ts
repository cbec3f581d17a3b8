/** What somebody looks for on the tape, from an address. */
import { DateTime } from "luxon";
import type { TapeAsked } from "../ledger/records/entries";

export interface TapeWords {
  readonly words: string;
  readonly tag: string;
  readonly who: string;
  /** ISO day, "" for any. */
  readonly day: string;
  /** A command's name, "" for any. */
  readonly kind: string;
}

const MOST_WORDS = 6;

export function tapeSearch(
  typed: TapeWords,
  zone: string,
): { readonly asked?: TapeAsked; readonly query: string; readonly says: string } {
  const entries = Object.entries(typed).filter(([, value]) => value.trim() !== "");
  if (entries.length === 0) return { query: "", says: "" };
  const day = typed.day === "" ? null : DateTime.fromISO(typed.day.slice(0, 10), { zone });
  const query = `?${new URLSearchParams(entries.map(([k, v]) => [k, v.trim()]))}`;
  if (day && !day.isValid) return { query: "", says: `"${typed.day}" is not a day.` };
  return {
    query,
    says: "",
    asked: {
      words: typed.words
        .split(" ")
        .filter((w) => w !== "")
        .slice(0, MOST_WORDS),
      tag: typed.tag.trim(),
      who: typed.who,
      command: typed.kind,
      from: day?.toJSDate() ?? null,
      until: day?.plus({ days: 1 }).toJSDate() ?? null,
    },
  };
}
