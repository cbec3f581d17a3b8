export {
  ANALYTE_IDS,
  ANALYTES,
  type AnalyteId,
  inWords,
  type Measured,
  saidMeasured,
  uncertaintyOf,
} from "./analytes";
export {
  COMPOSITION_PACK_IDS,
  COMPOSITION_PACKS,
  type CompositionPack,
  type CompositionPackId,
  HONEY_SORTS,
  type HoneySort,
  ORDINARY,
  SORT_SAID,
  type Traits,
} from "./packs";
export {
  againstLimit,
  type CompositionVerdict,
  judgeComposition,
  type LineState,
  type LineVerdict,
} from "./verdict";
