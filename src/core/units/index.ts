export { type ParsedNumber, parseFigure } from "./figure";
export {
  formatKg,
  formatKgFromG,
  gramsFromKg,
  gramsFromOz,
  kgFromGrams,
  kgFromLb,
  lbFromKg,
  ozFromGrams,
  parseMassKg,
} from "./mass";
export { fahrenheitFromCelsius, parseTempC } from "./temperature";
export { litresFromUsGallons, usGallonsFromLitres } from "./volume";
