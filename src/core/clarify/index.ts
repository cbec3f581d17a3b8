export {
  CLEAR_OF,
  type Clearing,
  clearing,
  clearingTimeH,
  RISE_SPREAD,
  RISERS,
  type Riser,
  type Rising,
  riseVelocityMmPerH,
  type Stretch,
} from "./rise";
export {
  type Flow,
  flowOf,
  type Pass,
  type StrainTime,
  strainRateKgPerMin,
  strainTimeMin,
  type Through,
  type TimedPass,
  USED_SLOWER,
} from "./strain";
