/** What what leaves brings to the house. */
import { sendJars } from "./commands/send-jars";
import { WORDS } from "./words";

export const OUT = {
  commands: [sendJars],
  words: WORDS,
} as const;
