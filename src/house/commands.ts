/** Every verb of the house, by name. */
import type { z } from "zod";
import { issueLot } from "./bottle/commands/issue-lot";
import { importRows } from "./files/commands/import-rows";
import { addDevice, noteClimate, setFan } from "./hot-room/commands/room";
import { standInHotRoom } from "./hot-room/commands/stand-in-hot-room";
import type { CommandDefinition } from "./ledger/command";
import { undo } from "./ledger/undo";
import { sendJars } from "./out/commands/send-jars";
import { addCrew } from "./people/commands/add-crew";
import { setHouse } from "./people/commands/set-house";
import { setRoom, setRules } from "./people/commands/set-rules";
import { addInstrument, checkInstrument } from "./readings/commands/instruments";
import { readMoisture, readSheet } from "./readings/commands/read-moisture";
import { crushCombs, cutComb } from "./spin/commands/by-hand";
import { addBins, drainBin, fillBin, weighWax } from "./spin/commands/cappings";
import { closeBatch } from "./spin/commands/close-batch";
import { fillPail } from "./spin/commands/fill-pail";
import {
  addMachine,
  changeMachine,
  checkFloor,
  planDay,
  setCheckAside,
  setSkills,
  swapPail,
} from "./spin/commands/floor";
import { recordLoss } from "./spin/commands/record-loss";
import { endRun, startRun } from "./spin/commands/runs";
import { addToBatch, startBatch } from "./spin/commands/start-batch";
import { weighSpunSuper } from "./spin/commands/weigh-spun-super";
import { addPails } from "./vessels/commands/add-pails";
import { addSupers } from "./vessels/commands/add-supers";
import { weighEmpty } from "./vessels/commands/weigh-empty";
import { addColonies } from "./yard/commands/add-colonies";
import { addYard } from "./yard/commands/add-yard";
import { describeYard, noteBloom } from "./yard/commands/describe-yard";
import { keepSeparate } from "./yard/commands/keep-separate";
import { planPull, tickStep } from "./yard/commands/plan-pull";
import { pullSupers } from "./yard/commands/pull-supers";
import { weighIn } from "./yard/commands/weigh-in";

const ALL = [
  setHouse,
  setRules,
  setRoom,
  addCrew,
  addYard,
  describeYard,
  noteBloom,
  addColonies,
  keepSeparate,
  addSupers,
  addPails,
  importRows,
  addInstrument,
  checkInstrument,
  addDevice,
  planPull,
  tickStep,
  pullSupers,
  weighIn,
  standInHotRoom,
  setFan,
  noteClimate,
  readMoisture,
  readSheet,
  startBatch,
  addToBatch,
  addMachine,
  changeMachine,
  planDay,
  checkFloor,
  setCheckAside,
  startRun,
  endRun,
  swapPail,
  setSkills,
  weighSpunSuper,
  weighEmpty,
  fillPail,
  crushCombs,
  cutComb,
  addBins,
  fillBin,
  drainBin,
  weighWax,
  recordLoss,
  closeBatch,
  issueLot,
  sendJars,
  undo,
];

export const COMMANDS: ReadonlyMap<string, CommandDefinition> = new Map(
  ALL.map((c): [string, CommandDefinition] => [c.name, c as CommandDefinition]),
);

type Every = (typeof ALL)[number];
export type CommandName = Every["name"];
/** What a command is told, as it is sent: a form's fields are typed against it. */
export type InputOf<N extends CommandName> = z.input<Extract<Every, { readonly name: N }>["input"]>;
