/** Every verb of the house, by name. */
import type { CommandDefinition } from "../command";
import { addColonies } from "./add-colonies";
import { addCrew } from "./add-crew";
import { addPails } from "./add-pails";
import { addSupers } from "./add-supers";
import { addYard } from "./add-yard";
import { closeBatch } from "./close-batch";
import { fillPail } from "./fill-pail";
import { issueLot } from "./issue-lot";
import { pullSupers } from "./pull-supers";
import { readMoisture } from "./read-moisture";
import { recordLoss } from "./record-loss";
import { sendJars } from "./send-jars";
import { setHouse } from "./set-house";
import { standInHotRoom } from "./stand-in-hot-room";
import { addToBatch, startBatch } from "./start-batch";
import { undo } from "./undo";
import { weighSpunSuper } from "./weigh-spun-super";

const ALL = [
  setHouse,
  addCrew,
  addYard,
  addColonies,
  addSupers,
  addPails,
  pullSupers,
  standInHotRoom,
  readMoisture,
  startBatch,
  addToBatch,
  weighSpunSuper,
  fillPail,
  recordLoss,
  closeBatch,
  issueLot,
  sendJars,
  undo,
];

export const COMMANDS: ReadonlyMap<string, CommandDefinition> = new Map(
  ALL.map((c): [string, CommandDefinition] => [c.name, c as CommandDefinition]),
);
