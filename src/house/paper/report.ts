/** A report on plain sheets: a head, paragraphs, tables that go on over pages, a foot with the page's number. */
import { PAGE_SIZES_MM } from "@/core/labels";
import { newDocument, PT_PER_MM, type Weight } from "./document";
import { fontFor, printable } from "./letters";

export interface ReportColumn {
  readonly head: string;
  /** Share of the width. */
  readonly share: number;
  readonly right?: boolean;
}

export type ReportPart =
  | { readonly heading: string }
  | { readonly text: string; readonly small?: boolean; readonly bold?: boolean }
  | {
      readonly columns: readonly ReportColumn[];
      readonly rows: readonly (readonly string[])[];
      /** Set in bold under the rows. */
      readonly total?: readonly string[];
      /** Said where there is no row. */
      readonly none?: string;
    };

export interface Report {
  readonly title: string;
  /** Whose it is: name and address. */
  readonly from: readonly string[];
  /** To whom, where it is to somebody. */
  readonly to?: readonly string[];
  readonly parts: readonly ReportPart[];
  readonly foot: string;
}

const MARGIN = 18 * PT_PER_MM;
const PAGE = PAGE_SIZES_MM.a4;
const WIDE = PAGE.width * PT_PER_MM - 2 * MARGIN;
const BOTTOM = PAGE.height * PT_PER_MM - MARGIN - 14;
/** A report that never ends is of no use to anybody. */
const MOST_ROWS = 5000;

export async function reportPdf(report: Report): Promise<Buffer> {
  const { doc, finished } = newDocument(PAGE, report.title, report.from[0]);
  let y = BOTTOM;
  let pages = 0;

  const write = (
    text: string,
    x: number,
    size: number,
    weight: Weight,
    width: number,
    right = false,
  ): number => {
    const said = printable(text);
    doc.font(fontFor(said, weight)).fontSize(size).fillColor("#000");
    const height = doc.heightOfString(said, { width });
    doc.text(said, x, y, { width, align: right ? "right" : "left" });
    return height;
  };
  const heightOf = (text: string, size: number, weight: Weight, width: number): number => {
    const said = printable(text);
    return doc.font(fontFor(said, weight)).fontSize(size).heightOfString(said, { width });
  };
  const newPage = (): void => {
    doc.addPage();
    pages += 1;
    const foot = printable(`${report.foot}   ${pages}`);
    doc
      .font(fontFor(foot, "plain"))
      .fontSize(8.5)
      .fillColor("#444")
      .text(foot, MARGIN, BOTTOM + 10, { width: WIDE, lineBreak: false });
    y = MARGIN;
  };
  /** Makes room for what must stand together. */
  const room = (height: number): void => {
    if (y + height > BOTTOM) newPage();
  };

  newPage();
  for (const [i, line] of report.from.entries())
    y += write(line, MARGIN, i === 0 ? 12 : 10, i === 0 ? "bold" : "plain", WIDE / 2);
  if (report.to) {
    y += 10;
    for (const line of report.to) y += write(line, MARGIN, 11, "plain", WIDE / 2);
  }
  y += 14;
  y += write(report.title, MARGIN, 20, "bold", WIDE) + 8;

  for (const part of report.parts) {
    if ("heading" in part) {
      y += 8;
      room(60);
      y += write(part.heading, MARGIN, 13, "bold", WIDE) + 4;
    } else if ("text" in part) {
      const size = part.small ? 9 : 11;
      const weight = part.bold ? "bold" : "plain";
      room(heightOf(part.text, size, weight, WIDE));
      y += write(part.text, MARGIN, size, weight, WIDE) + 4;
    } else table(part);
  }

  function table(part: Extract<ReportPart, { columns: readonly ReportColumn[] }>): void {
    const all = part.columns.reduce((n, c) => n + c.share, 0);
    const widths = part.columns.map((c) => (c.share / all) * WIDE - 6);
    const row = (cells: readonly string[], weight: Weight): void => {
      const size = 9.5;
      const height = Math.max(...cells.map((c, i) => heightOf(c, size, weight, widths[i] ?? 40))) + 5;
      if (y + height > BOTTOM) {
        newPage();
        if (weight === "plain") head();
      }
      let x = MARGIN;
      for (const [i, cell] of cells.entries()) {
        write(cell, x, size, weight, widths[i] ?? 40, part.columns[i]?.right);
        x += (widths[i] ?? 40) + 6;
      }
      y += height;
      doc
        .lineWidth(0.4)
        .moveTo(MARGIN, y - 3)
        .lineTo(MARGIN + WIDE, y - 3)
        .stroke("#bbb");
    };
    const head = (): void =>
      row(
        part.columns.map((c) => c.head),
        "bold",
      );
    room(40);
    if (part.rows.length === 0) {
      y += write(part.none ?? "Nothing.", MARGIN, 10, "plain", WIDE) + 4;
      return;
    }
    head();
    for (const cells of part.rows.slice(0, MOST_ROWS)) row(cells, "plain");
    if (part.rows.length > MOST_ROWS)
      row([`and ${part.rows.length - MOST_ROWS} more`, ...part.columns.slice(1).map(() => "")], "plain");
    if (part.total) row(part.total, "bold");
    y += 6;
  }

  return finished();
}
