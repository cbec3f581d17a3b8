export { kindOnLabel, type LabelContent, type LabelInput, type LabelLine, labelContent } from "./content";
export {
  DRAWN_PARTS,
  type DrawnPart,
  FIRST_DESIGN,
  LABEL_CODES,
  LABEL_PARTS,
  type LabelCode,
  type LabelDesign,
  NET_SHOWN,
  ORIGINS_SAID,
  PRODUCTS,
  type Product,
  SHEET_PRESETS,
} from "./design";
export { asEan13, digitalLink, gtin } from "./digital-link";
export {
  FIGURES_MM,
  type Item,
  LABEL_MM,
  type LabelLayout,
  LETTERS_MM,
  layOut,
  type Measures,
  partsOf,
  QUIET_MODULES,
} from "./layout";
export { digitHeightMm, netQuantityText } from "./net-quantity";
export { RULE_PACK_IDS, RULE_PACKS, type RulePack, type RulePackId } from "./packs";
export { type Finding, type LabelFacts, preflight } from "./preflight";
export { PAGE_SIZES_MM, type PageSize, type SheetGrid, sheetGrid } from "./sheet";
export { shelfMonths } from "./shelf";
export { LABEL_WORDS } from "./words";
