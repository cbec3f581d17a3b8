export { type FermentationClass, fermentationRisk, waterActivity } from "./fermentation";
export { judgeWater, meanReading, type WaterVerdict } from "./judge";
export { type CorrectedReading, correctReading, type ReadingInput, type ReadingScale } from "./reading";
export {
  brixFromRefractiveIndex,
  refractiveIndexFromBrix,
  refractiveIndexFromWaterPct,
  waterPctFromBrix,
  waterPctFromRefractiveIndex,
} from "./refraction";
