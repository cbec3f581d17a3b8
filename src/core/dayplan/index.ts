export { type Advice, adviseDay } from "./advise";
export {
  type Box,
  type DayPlan,
  type Extractor,
  HAND_STATIONS,
  TOOLS,
  type Tool,
  type Uncapper,
  USUAL,
} from "./plan";
export { type DayForecast, type StationLoad, simulateDay } from "./simulate";
