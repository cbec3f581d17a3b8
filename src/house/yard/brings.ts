/** What the yard brings to the house. */

import { addColonies } from "./commands/add-colonies";
import { addYard } from "./commands/add-yard";
import { bringFrames } from "./commands/bring-frames";
import { describeYard, noteBloom } from "./commands/describe-yard";
import { keepSeparate } from "./commands/keep-separate";
import { planPull, tickStep } from "./commands/plan-pull";
import { pullSupers } from "./commands/pull-supers";
import { weighIn } from "./commands/weigh-in";
import { WORDS } from "./words";

export const YARD = {
  commands: [
    addYard,
    describeYard,
    noteBloom,
    addColonies,
    keepSeparate,
    planPull,
    tickStep,
    pullSupers,
    bringFrames,
    weighIn,
  ],
  words: WORDS,
} as const;
