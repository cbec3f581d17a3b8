/** What the store brings to the house. */
import { readColour } from "./commands/read-colour";
import { WORDS } from "./words";

export const STORE = {
  commands: [readColour],
  words: WORDS,
} as const;
