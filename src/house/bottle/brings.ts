/** What bottling brings to the house. */
import { issueLot } from "./commands/issue-lot";
import { weighJars } from "./commands/weigh-jars";
import { WORDS } from "./words";

export const BOTTLE = {
  commands: [issueLot, weighJars],
  words: WORDS,
} as const;
