/** Names so like one another that one of them may be a slip of the pen. */
import { distance } from "fastest-levenshtein";

/** One letter in so many may differ before two names are taken for two (common practice in matching names). */
const LETTERS_A_SLIP = 6;

const bare = (name: string): string =>
  name
    .normalize("NFKD")
    .replace(/\p{M}/gu, "")
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, " ")
    .trim();
const sorted = (name: string): string => name.split(" ").sort().join(" ");

/** Whether two names may be meant for one: a letter amiss, words in another order, or one with more behind it. */
export function alike(a: string, b: string): boolean {
  const [x, y] = [bare(a), bare(b)];
  const [short, long] = x.length <= y.length ? [x, y] : [y, x];
  if (short === "") return false;
  // Shop 1 and shop 2 are two.
  const figures = [x, y].map((name) => name.replace(/\D+/g, " ").trim());
  if (figures[0] && figures[1] && figures[0] !== figures[1]) return false;
  if (long.startsWith(`${short} `)) return true;
  const slips = Math.max(1, Math.floor(long.length / LETTERS_A_SLIP));
  return Math.min(distance(x, y), distance(sorted(x), sorted(y))) <= slips;
}

/** The known name nearest to one that is not known; undefined when none is like it. */
export function likest<T extends { readonly name: string }>(
  name: string,
  known: readonly T[],
): T | undefined {
  return known
    .filter((k) => alike(name, k.name))
    .sort((a, b) => distance(bare(name), bare(a.name)) - distance(bare(name), bare(b.name)))[0];
}
