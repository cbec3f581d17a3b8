/** Runs of tags: "41-52, 60" for many alike things at once. */
import { z } from "zod";
import { TAG_LETTER, type TagKind, tag } from "./fields";

/** As many tags as one thing said can name; written out they fit into so many characters. */
const MOST = 2000;
const LONGEST = MOST * 18;

/** "S41-S52", "41..52", "A1-A9": a run of figures, each end with the same letter or with that of its kind. */
const RUN = /^([a-z]?)(\d{1,6})(?:-|–|\.\.)([a-z]?)(\d{1,6})$/i;

/** The tags of a run, as far as there may be; none where it is no run. Figures that are filled up by zeros stay so. */
function runOf(part: string, letter: string): { tags: readonly string[]; backward: boolean } | null {
  const [, before = "", first = "", again = "", last = ""] = RUN.exec(part) ?? [];
  if (first === "") return null;
  const [at, to] = [before, again].map((l) => l.toUpperCase().replace(letter, ""));
  if (at !== to) return null;
  const [from, until] = [Number(first), Number(last)];
  const digits = first.startsWith("0") ? first.length : 0;
  return {
    tags: Array.from(
      { length: Math.min(MOST + 1, Math.max(0, until - from + 1)) },
      (_, i) => `${at}${String(from + i).padStart(digits, "0")}`,
    ),
    backward: until < from,
  };
}

/** Spaces part tags as commas do, but not a colony's name of two words: "41 42 43" are three, "Old Oak" is one. */
function partsOf(kind: TagKind, raw: string): string[] {
  if (kind !== "colony") return raw.split(/[,;\s]+/);
  return raw.split(/[,;\n]/).flatMap((part) => {
    const words = part.trim().split(/\s+/);
    return words.every((w) => /\d/.test(w)) ? words : [words.join(" ")];
  });
}

/** "41-52, 60" or a list of tags, as a list of bare tags without repeats asked twice. */
export const tags = (kind: TagKind) =>
  z
    .union(
      [
        z.string().max(LONGEST, `At most ${MOST.toLocaleString("en-GB")} at a time.`),
        z.array(z.union([z.string(), z.number()])),
      ],
      {
        error: `The ${kind}s' tags are missing.`,
      },
    )
    .transform((raw, ctx): string[] => {
      const parts = (Array.isArray(raw) ? raw.slice(0, MOST + 1).map(String) : partsOf(kind, raw))
        .map((p) => p.trim())
        .filter((p) => p !== "");
      const out: string[] = [];
      for (const part of parts) {
        // Nonsense by the megabyte is left where it is too much, not worked through.
        if (out.length > MOST) break;
        const run = runOf(part, TAG_LETTER[kind]);
        if (run?.backward) {
          // Taken for the name of one thing it would be set up as such.
          ctx.addIssue({
            code: "custom",
            message: `${part} runs backward: the lower figure first, or a comma between two tags.`,
          });
          return z.NEVER;
        }
        if (run) {
          out.push(...run.tags);
          continue;
        }
        const one = tag(kind).safeParse(part);
        if (!one.success) {
          ctx.addIssue({ code: "custom", message: one.error.issues[0]?.message ?? "That is no tag." });
          return z.NEVER;
        }
        out.push(one.data);
      }
      if (out.length === 0) ctx.addIssue({ code: "custom", message: `Name at least one ${kind}.` });
      if (out.length > MOST) {
        ctx.addIssue({ code: "custom", message: `At most ${MOST.toLocaleString("en-GB")} at a time.` });
        return z.NEVER;
      }
      const seen = new Set<string>();
      const twice = out.find((t) => seen.size === seen.add(t).size);
      if (twice)
        ctx.addIssue({
          code: "custom",
          message: `${kind[0]?.toUpperCase()}${kind.slice(1)} ${twice} is named twice.`,
        });
      return out;
    })
    .meta({ description: `Tags of ${kind}s: a list, or text such as "41-52, 60".` });
