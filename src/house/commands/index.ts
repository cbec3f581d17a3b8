/** Every verb of the house, by name. */
import type { CommandDefinition } from "../command";
import { addColonies } from "./add-colonies";
import { addCrew } from "./add-crew";
import { addPails } from "./add-pails";
import { addSupers } from "./add-supers";
import { addYard } from "./add-yard";
import { crushCombs, cutComb } from "./by-hand";
import { addBins, drainBin, fillBin, weighWax } from "./cappings";
import { closeBatch } from "./close-batch";
import { describeYard, noteBloom } from "./describe-yard";
import { fillPail } from "./fill-pail";
import { addMachine, changeMachine, checkFloor, planDay, setCheckAside, setSkills, swapPail } from "./floor";
import { importRows } from "./import-rows";
import { addInstrument, checkInstrument } from "./instruments";
import { issueLot } from "./issue-lot";
import { keepSeparate } from "./keep-separate";
import { planPull, tickStep } from "./plan-pull";
import { pullSupers } from "./pull-supers";
import { readMoisture, readSheet } from "./read-moisture";
import { recordLoss } from "./record-loss";
import { addDevice, noteClimate, setFan } from "./room";
import { endRun, startRun } from "./runs";
import { sendJars } from "./send-jars";
import { setHouse } from "./set-house";
import { setRoom, setRules } from "./set-rules";
import { standInHotRoom } from "./stand-in-hot-room";
import { addToBatch, startBatch } from "./start-batch";
import { undo } from "./undo";
import { weighEmpty } from "./weigh-empty";
import { weighIn } from "./weigh-in";
import { weighSpunSuper } from "./weigh-spun-super";

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
