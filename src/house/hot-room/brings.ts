/** What the hot room brings to the house. */
import { addDevice, noteClimate, setFan } from "./commands/room";
import { standInHotRoom } from "./commands/stand-in-hot-room";
import { WORDS } from "./words";

export const HOT_ROOM = {
  commands: [addDevice, standInHotRoom, setFan, noteClimate],
  words: WORDS,
} as const;
