export { type FermentationClass, fermentationRisk, waterActivity } from "./fermentation";
export {
  calibrationOffset,
  type InstrumentCheck,
  type InstrumentKind,
  type InstrumentStanding,
  instrumentStanding,
  offsetInWaterPct,
  stepSdPct,
} from "./instrument";
export { judgeWater, meanReading, type WaterVerdict } from "./judge";
export { type BoxesWater, type BoxWater, nextToTest, readingsNeeded, waterOfBoxes } from "./limit";
export { type CorrectedReading, correctReading, type ReadingInput, type ReadingScale } from "./reading";
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
export { judgeSheet, type SheetJudgement } from "./sheet";
