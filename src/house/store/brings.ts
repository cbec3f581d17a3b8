/** What the store brings to the house. */
import { noteLab } from "./commands/note-lab";
import { readColour } from "./commands/read-colour";
import { keepSample, sampleGone } from "./commands/sample";
import { takeStock } from "./commands/take-stock";
import { tasteHoney } from "./commands/taste";
import { WORDS } from "./words";

export const STORE = {
  commands: [readColour, noteLab, tasteHoney, keepSample, sampleGone, takeStock],
  words: WORDS,
} as const;
