export { gtinCheckDigit } from "./gtin";
export { type JarPlan, planJars } from "./jars";
export { isLotCode, lotCheckCharacter, lotCode } from "./lot-code";
