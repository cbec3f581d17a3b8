/** What equipment brings to the house. */

import { addPails } from "./commands/add-pails";
import { addSupers } from "./commands/add-supers";
import { addVessels } from "./commands/add-vessels";
import { placeVessel } from "./commands/place-vessel";
import { weighEmpty } from "./commands/weigh-empty";
import { WORDS } from "./words";

export const VESSELS = {
  commands: [addVessels, addSupers, addPails, weighEmpty, placeVessel],
  words: WORDS,
} as const;
