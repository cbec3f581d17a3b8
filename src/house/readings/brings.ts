/** What instruments and readings brings to the house. */
import { addInstrument, checkInstrument } from "./commands/instruments";
import { readMoisture, readSheet } from "./commands/read-moisture";
import { WORDS } from "./words";

export const READINGS = {
  commands: [addInstrument, checkInstrument, readMoisture, readSheet],
  words: WORDS,
} as const;
