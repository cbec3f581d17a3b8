export { type ByLevel, brimfulGrams, massByLevel } from "./level";
export { type Giver, gainAsks, inProportion, isOverFull, type MovePlan, planMove, type Taker } from "./move";
