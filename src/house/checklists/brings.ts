/** What the checklists bring to the house. */
import { checkFloor, setCheckAside } from "./commands/check-floor";
import { setCheckItem, tickChecks } from "./commands/checklists";

export const CHECKLISTS = {
  commands: [checkFloor, setCheckAside, setCheckItem, tickChecks],
  words: [],
} as const;
