export {
  type Group,
  grouped,
  type JarCost,
  jarCost,
  type NextDay,
  nextDay,
  type Outlier,
  outliers,
  type Pulled,
  type SeasonDays,
  seasonAt,
  seasonOf,
} from "./season";
export { type Gave, type Shrunk, shrinkToYard, type YardShrunk } from "./shrink";
