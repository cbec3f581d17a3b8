/** What who works here and the rules they set brings to the house. */

import { addCrew } from "./commands/add-crew";
import { setHouse } from "./commands/set-house";
import { setRoom, setRules } from "./commands/set-rules";
import { setUnits } from "./commands/set-units";

export const PEOPLE = {
  commands: [setHouse, setRules, setRoom, setUnits, addCrew],
  words: [],
} as const;
