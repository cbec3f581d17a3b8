/** What labels bring to the house. */
import { keepLabel, printLabels, spoilLabels } from "./commands/print";
import { setArticleNumber, setLabelRules, setLogo, showLot } from "./commands/set-up";
import { WORDS } from "./words";

export const LABEL = {
  commands: [printLabels, keepLabel, spoilLabels, setLabelRules, setArticleNumber, setLogo, showLot],
  words: WORDS,
} as const;
