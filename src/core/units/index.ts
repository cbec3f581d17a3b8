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
  parseGrams,
  parseJarG,
  parseMassKg,
} from "./mass";
export {
  differenceIn,
  figureIn,
  type HouseUnit,
  jarIn,
  METRIC,
  quantityIn,
  READ_AS,
  SHOWN_CHOICES,
  type Shown,
  type ShownKind,
  shownFrom,
  shownText,
  unitIn,
  valueFrom,
  valueIn,
} from "./shown";
export { fahrenheitFromCelsius, parseTempC } from "./temperature";
export { litresFromUsGallons, parseCentimetres, parseLitres, usGallonsFromLitres } from "./volume";
