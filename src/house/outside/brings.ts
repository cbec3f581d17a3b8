/** What honey from outside brings to the house. */
import { enterJars } from "./commands/enter-jars";
import { receiveHoney } from "./commands/receive-honey";

export const OUTSIDE = {
  commands: [receiveHoney, enterJars],
  words: [],
} as const;
