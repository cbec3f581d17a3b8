/** What who works here and the rules they set brings to the house. */

import { addCrew } from "./commands/add-crew";
import { changeRole } from "./commands/change-role";
import { closePerson } from "./commands/close-person";
import { giveWayIn } from "./commands/give-way-in";
import { setHouse } from "./commands/set-house";
import { setParts } from "./commands/set-parts";
import { setRoom, setRules } from "./commands/set-rules";
import { setUnits } from "./commands/set-units";

export const PEOPLE = {
  commands: [setHouse, setRules, setRoom, setUnits, setParts, addCrew, changeRole, closePerson, giveWayIn],
  words: [],
} as const;
