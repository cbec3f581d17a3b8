export {
  type Climate,
  type ClimateRow,
  climateOf,
  dryingSpeed,
  FAN_SPEED,
  type FanPosition,
  type SensorFault,
  soundClimate,
} from "./climate";
export { equilibriumSlope, equilibriumWaterPct, humidityForWater } from "./equilibrium";
export {
  type DryingForecast,
  type DryingStatus,
  dryingForecast,
  type ForecastGoal,
  type RoomAhead,
} from "./forecast";
export { type HumidAir, humidAir, humidityAt, saturationPressurePa } from "./humid-air";
export {
  type Draught,
  type DryingRate,
  dryingRate,
  RATE_PRIOR,
  type StackBox,
  type StackReading,
} from "./rate";
export { honeyTempAfter, warmUpHours } from "./warm-up";
export { DEHUMIDIFIER_DERATING, dehumidifierHours, waterToRemoveKg } from "./water-to-remove";
export { type WayOut, waysOut } from "./ways-out";
