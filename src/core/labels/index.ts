export { type LabelContent, type LabelInput, labelContent } from "./content";
export { minimumDigitHeightMm, netQuantityText } from "./net-quantity";
export { PAGE_SIZES_MM, type PageSize, type SheetGrid, sheetGrid } from "./sheet";
