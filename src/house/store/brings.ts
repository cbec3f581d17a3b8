/** What the store brings to the house. */
import { noteLab } from "./commands/note-lab";
import { readColour } from "./commands/read-colour";
import { takeStock } from "./commands/take-stock";
import { keepSample, tasteHoney } from "./commands/taste";
import { WORDS } from "./words";

export const STORE = {
  commands: [readColour, noteLab, tasteHoney, keepSample, takeStock],
  words: WORDS,
} as const;
