/** What bottling brings to the house. */
import { checkScale, takeJarsOff } from "./commands/at-the-filler";
import { issueLot } from "./commands/issue-lot";
import { startComb, startSet, tickProduct } from "./commands/products";
import { putJarRight, weighJars } from "./commands/weigh-jars";
import { WORDS } from "./words";

export const BOTTLE = {
  commands: [issueLot, weighJars, putJarRight, checkScale, takeJarsOff, startSet, startComb, tickProduct],
  words: WORDS,
} as const;
