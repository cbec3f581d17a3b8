export { type FermentationClass, fermentationRisk, waterActivity } from "./fermentation";
export {
  calibrationOffset,
  type InstrumentCheck,
  type InstrumentKind,
  type InstrumentStanding,
  instrumentStanding,
  offsetInWaterPct,
  stepSdPct,
  UNCHECKED_SD_PCT,
} from "./instrument";
export { judgeWater, upperLimitBecause, type WaterFigures, type WaterVerdict } from "./judge";
export { type BoxesWater, type BoxReading, type BoxWater, nextToTest, waterOfBoxes } from "./limit";
export { type CorrectedReading, correctReading, type ReadingInput, type ReadingScale } from "./reading";
export { MEDIA, REFERENCES, type Reference } from "./references";
export {
  brixFromRefractiveIndex,
  refractiveIndexFromBrix,
  refractiveIndexFromWaterPct,
  waterPctFromBrix,
  waterPctFromRefractiveIndex,
} from "./refraction";
export {
  DEFAULT_RULES,
  FLAGS,
  judgePull,
  judgeRipeness,
  type PullRipeness,
  type Ripeness,
  type RipenessRules,
  type RipenessVerdict,
  SCHOOLS,
  type School,
  type SuperFlag,
  type SuperLook,
} from "./ripeness";
export {
  ALWAYS_WET_PCT,
  besideEachOther,
  isSettled,
  readingsNeeded,
  standingOf,
  type WaterRules,
  type WaterStanding,
} from "./settle";
export { judgeSheet, type SheetJudgement } from "./sheet";
export { type MaySpin, maySpin } from "./spin";
