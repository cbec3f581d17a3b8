/** What holding and releasing bring to the house. */
import { noteBroodDisease, noteTreatment } from "./commands/colonies";
import { hold } from "./commands/hold";
import { confirmRelease, releaseHold, setReleaseRules } from "./commands/release";
import { addHoldRule, endHoldRule } from "./commands/rules";
import { WORDS } from "./words";

export const HOLD = {
  commands: [
    hold,
    releaseHold,
    confirmRelease,
    setReleaseRules,
    addHoldRule,
    endHoldRule,
    noteBroodDisease,
    noteTreatment,
  ],
  words: WORDS,
} as const;
