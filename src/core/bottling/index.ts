export { type FillTarget, fillTargetG, volumetricFillG } from "./fill-target";
export { gtinCheckDigit } from "./gtin";
export { drawFrom, type JarPlan, lossAsks, type PailToDraw, planJars } from "./jars";
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
export { readWeights } from "./weights";
