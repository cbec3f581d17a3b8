export { dutyKept, type FillTarget, fillTargetG, volumetricFillG } from "./fill-target";
export { gtinCheckDigit } from "./gtin";
export {
  JAR_AIMS,
  type JarAim,
  type JarOrder,
  type JarPlan,
  type JarPlanWanted,
  type JarSize,
  MOST_SIZES,
  planJars,
  type Supply,
  type ToOrder,
  toOrder,
} from "./jar-plan";
export { drawFrom, type JarsOf, jarsOf, lossAsks, type PailToDraw } from "./jars";
export { isLotCode, lotCheckCharacter, lotCode, nextClearLot } from "./lot-code";
export {
  checkNetQuantity,
  maximumAllowableVariationG,
  NET_G,
  NET_RULES,
  type NetCheck,
  type NetRules,
  samplePlan,
  tolerableNegativeErrorG,
} from "./net-quantity";
export { type AverageTare, averageTare, SCALE_SHARE, type ScaleSaid, scaleSaid, TARE } from "./scale";
export { readWeights } from "./weights";
