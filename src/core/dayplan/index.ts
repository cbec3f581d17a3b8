export { type Advice, adviseDay } from "./advise";
export { HAND_WAYS, type HandStation, type HandWay, type HandWork, handStation } from "./by-hand";
export { type Errand, nextWork } from "./next-work";
export {
  type Box,
  cappingsShare,
  type DayPlan,
  type Extractor,
  type Hand,
  NO_TOOL,
  type Place,
  TOOLS,
  type Tool,
  type Turning,
  USUAL,
} from "./plan";
export { type DayForecast, HOT_ROOM, type StationLoad, simulateDay } from "./simulate";
export { type BreakAdvice, whenToBreak } from "./when-to-break";
