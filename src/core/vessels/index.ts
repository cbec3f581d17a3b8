export { type ByLevel, brimfulGrams, massByLevel } from "./level";
export { type Giver, gainAsks, type MovePlan, planMove, type Taker } from "./move";
