/** Terms of the trade in a text: where each stands, the longest that fits first. */
import { TERM_KEYS, type TermKey, termOf } from "./terms";

const escaped = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/g, "\\$&");

const BY_WRITTEN: ReadonlyMap<string, TermKey> = new Map(
  TERM_KEYS.flatMap((key) => termOf(key).written.map((w) => [w.toLowerCase(), key] as const)),
);

/** Plain alternatives between two ends of words: it reads a text once. */
export const ANY_TERM = new RegExp(
  `(?<![\\p{L}\\p{N}])(?:${[...BY_WRITTEN.keys()]
    .sort((a, b) => b.length - a.length)
    .map(escaped)
    .join("|")})(?![\\p{L}\\p{N}])`,
  "giu",
);

export interface Found {
  readonly key: TermKey;
  readonly from: number;
  readonly to: number;
}

/** @param most no more than so many are looked for */
export function termsIn(text: string, most = 40): Found[] {
  const found: Found[] = [];
  for (const match of text.matchAll(ANY_TERM)) {
    const key = BY_WRITTEN.get(match[0].toLowerCase());
    if (key) found.push({ key, from: match.index, to: match.index + match[0].length });
    if (found.length >= most) break;
  }
  return found;
}
