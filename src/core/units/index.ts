export { type ParsedNumber, parseFigure, rangeOf, written } from "./figure";
export {
  formatKg,
  formatKgFromG,
  gramsFromKg,
  gramsFromOz,
  kgFromGrams,
  kgFromLb,
  lbFromKg,
  ozFromGrams,
  parseJarG,
  parseMassKg,
} from "./mass";
export { fahrenheitFromCelsius, parseTempC } from "./temperature";
export { litresFromUsGallons, usGallonsFromLitres } from "./volume";
