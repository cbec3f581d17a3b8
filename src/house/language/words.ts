/**
 * The grammar of the line: short sentences with gloves on. Each verb turns words into a command's input;
 * the command itself judges them. Tags carry their letter: s super, b pail, c colony; t a spun super.
 */

export interface Verb {
  /** Where the help card lists it. */
  readonly bay: string;
  readonly example: string;
  readonly means: string;
  readonly pattern: RegExp;
  readonly command: string;
  /** "batch 2" may stand behind it, to say which of the open ones. */
  readonly takesBatch?: true;
  readonly input: (match: Record<string, string | undefined>) => Record<string, unknown>;
}

export const FIGURE = "[+-]?\\d+(?:[.,]\\d+)?";
/** A tag begins with a figure, or stands behind a colon: s41, s:H2. */
export const TAG = "(?:\\d[a-z0-9-]*|:[a-z0-9][a-z0-9-]*)";

/** A vessel of strained honey by its letter, several of them, and a mass as it may be typed. */
export const VESSEL = `[bdvu]${TAG}`;
export const VESSELS = `${VESSEL}(?:[ ,]{1,2}${VESSEL}){0,30}`;
export const MASS = `${FIGURE}(?: ?(?:kg|g|lbs?|oz))?`;
/** "b12 b13, b14" as each of them. */
export const eachOf = (words: string | undefined, between = /[ ,]/): string[] =>
  (words ?? "").split(between).flatMap((w) => (w.trim() === "" ? [] : [w.trim()]));

/** The reason behind a line, where the house asks for one: "batch s41 because the mead maker wants it". */
export const WHY = "(?: because (?<why>.+))?";
export const reason = (m: Record<string, string | undefined>) => (m.why ? { despite: m.why } : {});

export const tagList = (words: string | undefined, letter: string): string =>
  (words ?? "")
    .trim()
    .split(/[\s,]+/)
    .map((w) => (w[0]?.toLowerCase() === letter && /[\d:]/.test(w[1] ?? "") ? w.slice(1) : w))
    .map((w) => w.replace(/^:/, ""))
    .join(",");
