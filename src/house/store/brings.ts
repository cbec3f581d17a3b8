/** What the store brings to the house. */
import { readColour } from "./commands/read-colour";
import { takeStock } from "./commands/take-stock";
import { keepSample, tasteHoney } from "./commands/taste";
import { WORDS } from "./words";

export const STORE = {
  commands: [readColour, tasteHoney, keepSample, takeStock],
  words: WORDS,
} as const;
