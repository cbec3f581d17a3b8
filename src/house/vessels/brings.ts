/** What equipment brings to the house. */

import { addPails } from "./commands/add-pails";
import { addSupers } from "./commands/add-supers";
import { weighEmpty } from "./commands/weigh-empty";
import { WORDS } from "./words";

export const VESSELS = {
  commands: [addSupers, addPails, weighEmpty],
  words: WORDS,
} as const;
