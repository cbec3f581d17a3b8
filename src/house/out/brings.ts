/** What what leaves brings to the house. */
import { sendJars } from "./commands/send-jars";
import { sendVessel } from "./commands/send-vessel";
import { WORDS } from "./words";

export const OUT = {
  commands: [sendJars, sendVessel],
  words: WORDS,
} as const;
