/** What what leaves brings to the house. */
import { closeOrder, takeOrder } from "./commands/orders";
import { sendJars } from "./commands/send-jars";
import { sendVessel } from "./commands/send-vessel";
import { WORDS } from "./words";

export const OUT = {
  commands: [sendJars, sendVessel, takeOrder, closeOrder],
  words: WORDS,
} as const;
