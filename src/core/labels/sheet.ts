/** Laying labels out on a sheet to be cut. */
import { DomainError } from "../domain-error";

export type PageSize = "a4" | "letter";

/** ISO 216 and ANSI/ASME Y14.1, mm. */
export const PAGE_SIZES_MM: Record<PageSize, { width: number; height: number }> = {
  a4: { width: 210, height: 297 },
  letter: { width: 215.9, height: 279.4 },
};

export interface SheetGrid {
  readonly columns: number;
  readonly rows: number;
  readonly perSheet: number;
  /** Top left corner of each place, mm from the sheet's top left, row by row. */
  readonly places: readonly { x: number; y: number }[];
}

/**
 * As many labels of `widthMm` x `heightMm` as fit inside `marginMm`, centred, edge to edge for one cut.
 * @throws DomainError `label-too-big`
 */
export function sheetGrid(
  page: PageSize,
  label: { widthMm: number; heightMm: number },
  marginMm = 8,
): SheetGrid {
  const { width, height } = PAGE_SIZES_MM[page];
  const columns = Math.floor((width - 2 * marginMm) / label.widthMm);
  const rows = Math.floor((height - 2 * marginMm) / label.heightMm);
  if (!(columns >= 1 && rows >= 1))
    throw new DomainError("label-too-big", "The label does not fit on the sheet.", { page, label });
  const left = (width - columns * label.widthMm) / 2;
  const top = (height - rows * label.heightMm) / 2;
  const places = Array.from({ length: columns * rows }, (_, i) => ({
    x: left + (i % columns) * label.widthMm,
    y: top + Math.floor(i / columns) * label.heightMm,
  }));
  return { columns, rows, perSheet: places.length, places };
}
