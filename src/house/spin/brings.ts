/** What the floor brings to the house. */

import { crushCombs, cutComb } from "./commands/by-hand";
import { addBins, drainBin, fillBin, weighWax } from "./commands/cappings";
import { closeBatch } from "./commands/close-batch";
import { fillPail } from "./commands/fill-pail";
import { giveWork, noteMesh, noteUncapped } from "./commands/hands";
import { addMachine, changeMachine } from "./commands/machines";
import { planDay } from "./commands/plan-day";
import { recordLoss } from "./commands/record-loss";
import { endRun, startRun } from "./commands/runs";
import { setSkills } from "./commands/set-skills";
import { addToBatch, startBatch } from "./commands/start-batch";
import { swapPail } from "./commands/swap-pail";
import { weighSpunSuper } from "./commands/weigh-spun-super";
import { WORDS } from "./words";

export const SPIN = {
  commands: [
    startBatch,
    addToBatch,
    addMachine,
    changeMachine,
    planDay,
    startRun,
    endRun,
    swapPail,
    setSkills,
    weighSpunSuper,
    fillPail,
    crushCombs,
    cutComb,
    addBins,
    fillBin,
    drainBin,
    weighWax,
    noteUncapped,
    noteMesh,
    giveWork,
    recordLoss,
    closeBatch,
  ],
  words: WORDS,
} as const;
