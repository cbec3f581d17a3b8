/** The words of the line alone, for a tablet that cannot ask the house: the commands behind them judge later. */
import { WORDS as BLEND } from "../blend/words";
import { WORDS as BOTTLE } from "../bottle/words";
import { WORDS as HOLD } from "../hold/words";
import { WORDS as HOT_ROOM } from "../hot-room/words";
import { WORDS as LABEL } from "../label/words";
import type { Verb } from "../language/words";
import { WORDS as MOVES } from "../moves/words";
import { WORDS as OUT } from "../out/words";
import { WORDS as READINGS } from "../readings/words";
import { WORDS as RECALL } from "../recall/words";
import { WORDS as SETTLE } from "../settle/words";
import { WORDS as SPIN } from "../spin/words";
import { WORDS as STORE } from "../store/words";
import { WORDS as VESSELS } from "../vessels/words";
import { WORDS as WARMTH } from "../warmth/words";
import { WORDS as YARD } from "../yard/words";
import { withUnitsHere } from "./here";

export const WORDS_ALONE: readonly Verb[] = [
  ...YARD,
  ...VESSELS,
  ...HOT_ROOM,
  ...READINGS,
  ...SPIN,
  ...SETTLE,
  ...WARMTH,
  ...MOVES,
  ...STORE,
  ...BLEND,
  ...HOLD,
  ...BOTTLE,
  ...LABEL,
  ...OUT,
  ...RECALL,
];

/** A sentence is no longer. */
export const LONGEST_LINE = 300;

export const asOneLine = (raw: string): string =>
  raw.slice(0, LONGEST_LINE).normalize("NFC").trim().replace(/\s+/g, " ");

export interface Heard {
  readonly verb: Verb;
  readonly input: Record<string, unknown>;
}

/** What a line says, by its grammar; null where no verb fits it. Whether it can be done is another question. */
export function heardIn(verbs: readonly Verb[], text: string): Heard | null {
  const [, words = text, batch] = /^(.*\S) batch (\d{1,6})$/i.exec(text) ?? [];
  for (const verb of verbs) {
    const match = verb.pattern.exec(verb.takesBatch ? words : text);
    if (!match) continue;
    // A tag behind a colon is the tag without it.
    const groups = Object.fromEntries(
      Object.entries(match.groups ?? {}).map(([name, v]) => [name, v?.replace(/^:/, "")]),
    );
    return {
      verb,
      input: { ...withUnitsHere(verb.input(groups)), ...(verb.takesBatch && batch ? { batch } : {}) },
    };
  }
  return null;
}
