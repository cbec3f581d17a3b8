/** A label's layout drawn: as SVG in outlines, the same wherever it is opened, and into a PDF in the shipped type. */
import type { Item, LabelLayout, Measures } from "@/core/labels";
import { codeModules, codePaths, drawCode } from "../paper/code";
import { PT_PER_MM } from "../paper/document";
import { fontFor, fontObject } from "../paper/letters";
import type { LogoRow } from "./records";

/** Atkinson Hyperlegible Next: x-height and figure height as shares of the type size, read off the font's own tables. */
export const X_HEIGHT = 0.496;
export const FIGURE_HEIGHT = 0.668;

const widths = new Map<string, number>();
const MOST_KEPT = 4000;

/** Width of a text at a size of 1, in the font that sets it. */
function unitWidth(text: string, bold: boolean): number {
  const key = `${bold ? "b" : "p"}${text}`;
  const known = widths.get(key);
  if (known !== undefined) return known;
  const font = fontObject(text, bold ? "bold" : "plain");
  const wide = font.layout(text).advanceWidth / font.unitsPerEm;
  if (widths.size > MOST_KEPT) widths.clear();
  widths.set(key, wide);
  return wide;
}

export const measures = (logo: LogoRow | null): Measures => ({
  width: (text, sizeMm, bold) => unitWidth(text, bold) * sizeMm,
  xHeight: X_HEIGHT,
  figureHeight: FIGURE_HEIGHT,
  code: (kind, text) => (kind === "none" ? { across: 0, down: 0 } : codeModules(text, kind)),
  logo: logo ? logo.width_px / logo.height_px : null,
});

const short = (x: number): string => Number(x.toFixed(4)).toString();
const escaped = (text: string): string =>
  text.replace(/[&<>"]/g, (c) => ({ "&": "&amp;", "<": "&lt;", ">": "&gt;", '"': "&quot;" })[c] ?? "");

function itemSvg(item: Item, logo: LogoRow | null): string {
  if (item.what === "text") {
    const font = fontObject(item.text, item.bold ? "bold" : "plain");
    const run = font.layout(item.text);
    const scale = item.sizeMm / font.unitsPerEm;
    let at = 0;
    const paths = run.glyphs.map((glyph, i) => {
      const position = run.positions[i];
      const d = glyph.path
        .translate(at + (position?.xOffset ?? 0), position?.yOffset ?? 0)
        .scale(scale, -scale)
        .translate(item.xMm, item.baseMm)
        .toSVG();
      at += position?.xAdvance ?? 0;
      return d;
    });
    return `<path d="${paths.join("")}"><title>${escaped(item.text)}</title></path>`;
  }
  if (item.what === "logo")
    return logo
      ? `<image x="${short(item.xMm)}" y="${short(item.yMm)}" width="${short(item.wMm)}" height="${short(item.hMm)}" href="data:image/${logo.kind};base64,${logo.data}"/>`
      : "";
  if (item.kind === "none") return "";
  const { across, down, paths } = codePaths(item.text, item.kind);
  const drawn = paths.map(({ d, stroke }) =>
    stroke === null
      ? `<path d="${d}" fill-rule="evenodd"/>`
      : `<path d="${d}" fill="none" stroke="#000" stroke-width="${stroke}"/>`,
  );
  return `<g transform="translate(${short(item.xMm)} ${short(item.yMm)}) scale(${short(item.wMm / across)} ${short(item.hMm / down)})">${drawn.join("")}</g>`;
}

/** One label as SVG, in millimetres. */
export function labelSvg(layout: LabelLayout, logo: LogoRow | null, title: string): string {
  const { widthMm: w, heightMm: h } = layout;
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${w}mm" height="${h}mm" viewBox="0 0 ${w} ${h}"><title>${escaped(title)}</title><rect width="${w}" height="${h}" fill="#fff"/>${layout.items.map((i) => itemSvg(i, logo)).join("")}</svg>`;
}

/** The same into a page of a PDF that is the label. `proof` is written over one that is not for sale. */
export function drawLabel(
  doc: PDFKit.PDFDocument,
  layout: LabelLayout,
  logo: LogoRow | null,
  { cut, proof }: { readonly cut: boolean; readonly proof: boolean },
): void {
  const pt = (x: number): number => x * PT_PER_MM;
  if (cut)
    doc
      .save()
      .lineWidth(0.3)
      .dash(1.5, { space: 1.5 })
      .rect(0, 0, pt(layout.widthMm), pt(layout.heightMm))
      .stroke("#999")
      .undash()
      .restore();
  if (proof)
    doc
      .font("bold")
      .fontSize(Math.min(pt(layout.heightMm) * 0.14, 18))
      .fillColor("#c9c2b6")
      .text("PROOF, not for sale", pt(layout.padMm), pt(layout.heightMm * 0.44), {
        width: pt(layout.widthMm - 2 * layout.padMm),
        align: "center",
        lineBreak: false,
      });
  doc.fillColor("#000");
  for (const item of layout.items) {
    if (item.what === "text")
      doc
        .font(fontFor(item.text, item.bold ? "bold" : "plain"))
        .fontSize(pt(item.sizeMm))
        .text(item.text, pt(item.xMm), pt(item.baseMm), { lineBreak: false, baseline: "alphabetic" });
    else if (item.what === "logo") {
      if (logo)
        doc.image(Buffer.from(logo.data, "base64"), pt(item.xMm), pt(item.yMm), {
          width: pt(item.wMm),
          height: pt(item.hMm),
        });
    } else if (item.kind !== "none")
      drawCode(doc, item.text, item.kind, pt(item.xMm), pt(item.yMm), {
        width: pt(item.wMm),
        height: pt(item.hMm),
      });
  }
}
