/** What honey from outside brings to the house. */
import { receiveHoney } from "./commands/receive-honey";

export const OUTSIDE = {
  commands: [receiveHoney],
  words: [],
} as const;
