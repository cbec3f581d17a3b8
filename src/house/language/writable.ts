/** What may come in at all, before anybody looks at what it means: bounded, and made of text that can be kept. */
import { Refusal } from "./errors";

const DEEPEST = 64;
const MOST_VALUES = 300_000;

/** Whether a text can be kept: no NUL, and no half of a letter (an unpaired surrogate). Linear. */
export function isWritable(text: string): boolean {
  return !text.includes("\u0000") && text.isWellFormed();
}

const bad = (code: string, message: string, path = ""): never => {
  throw new Refusal(code, message, 400, path === "" ? [] : [{ path, message }]);
};

/**
 * Stops what no command could mean: nesting beyond 64, more than 300,000 values, text nobody can write down.
 * Walks without recursion, each value once. @throws Refusal
 */
export function mustBeWritable(input: unknown): void {
  const waiting: { value: unknown; path: string; depth: number }[] = [{ value: input, path: "", depth: 0 }];
  let values = 0;
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const { value, path, depth } = next;
    if (depth > DEEPEST) bad("too-deep", `That is nested more than ${DEEPEST} deep.`);
    if (++values > MOST_VALUES)
      bad("too-many", `That is more than ${MOST_VALUES.toLocaleString("en-GB")} values at a time.`);
    if (typeof value === "string" && !isWritable(value))
      bad("bad-text", "There is a character in it that cannot be written down.", path);
    if (typeof value !== "object" || value === null) continue;
    for (const [key, inner] of Object.entries(value)) {
      if (!isWritable(key)) bad("bad-text", "A field's name holds a character that cannot be written down.");
      waiting.push({
        value: inner,
        path: depth > 8 ? path : path === "" ? key : `${path}.${key}`,
        depth: depth + 1,
      });
    }
  }
}
