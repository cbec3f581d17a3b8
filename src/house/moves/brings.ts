/** What pouring from vessel to vessel brings to the house. */
import { moveHoney } from "./commands/move-honey";
import { WORDS } from "./words";

export const MOVES = {
  commands: [moveHoney],
  words: WORDS,
} as const;
