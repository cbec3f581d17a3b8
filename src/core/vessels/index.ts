export { type ByLevel, brimfulGrams, massByLevel } from "./level";
export { type Giver, gainAsks, inProportion, type MovePlan, planMove, type Taker } from "./move";
