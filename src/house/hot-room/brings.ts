/** What the hot room brings to the house. */
import { addDevice, noteClimate, setFan } from "./commands/room";
import { stackSupers } from "./commands/stack-supers";
import { WORDS } from "./words";

export const HOT_ROOM = {
  commands: [addDevice, stackSupers, setFan, noteClimate],
  words: WORDS,
} as const;
