export { gtinCheckDigit } from "./gtin";
export { drawFrom, type JarPlan, lossAsks, type PailToDraw, planJars } from "./jars";
export { isLotCode, lotCheckCharacter, lotCode } from "./lot-code";
