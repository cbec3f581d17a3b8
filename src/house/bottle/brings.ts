/** What bottling brings to the house. */
import { issueLot } from "./commands/issue-lot";
import { WORDS } from "./words";

export const BOTTLE = {
  commands: [issueLot],
  words: WORDS,
} as const;
