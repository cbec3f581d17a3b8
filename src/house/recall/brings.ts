/** What recalls bring to the house. */
import { beginRecall, blockAll, endRecall, setRecallContacts, tellBuyer } from "./commands/recall";
import { WORDS } from "./words";

export const RECALL = {
  commands: [beginRecall, blockAll, tellBuyer, endRecall, setRecallContacts],
  words: WORDS,
} as const;
