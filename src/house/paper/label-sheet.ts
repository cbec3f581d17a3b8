/** The sheet of labels of a lot, as a PDF to be cut. */
import type { Knex } from "knex";
import { type LabelContent, labelContent, PAGE_SIZES_MM, type PageSize, sheetGrid } from "@/core/labels";
import { composition } from "@/core/ledger";
import { type LotRow, oneLot } from "../bottle/records";
import { refuse } from "../language/errors";
import { behind } from "../ledger/records/fills";
import { houseNow } from "../ledger/records/house";
import { deliveriesOfFills } from "../outside/records";
import { combsNamed } from "../yard/records/pulls";
import { type CodeKind, drawCode } from "./code";
import { newDocument, PT_PER_MM } from "./document";
import { fontFor, mustPrint } from "./letters";
import { sheetsOfOne } from "./sheets-of-one";

export interface SheetOptions {
  readonly page: PageSize;
  readonly count: number;
  /** Places already used on the first sheet. */
  readonly skip: number;
  readonly code: CodeKind;
}

const LABEL = { widthMm: 62, heightMm: 43 } as const;
/** Atkinson Hyperlegible Next: x-height and figure height as shares of the type size, read off the font's own tables. */
export const X_HEIGHT = 0.496;
export const FIGURE_HEIGHT = 0.668;
export const MOST_LABELS = 5000;
/** A label of up to 5 square inches: figures at least a sixteenth of an inch high (21 CFR 101.7, from memory). */
const US_LEAST_PT = (25.4 / 16 / FIGURE_HEIGHT) * PT_PER_MM;

/** Where the honey is from, in shares of its mass: the yards' countries behind the lot's composition. */
async function originsOf(db: Knex, lot: LotRow): Promise<{ country: string; pct: number }[]> {
  const { moves } = await behind(db, [lot.fill_id]);
  const { received } = composition(lot.fill_id, moves);
  const combs = await combsNamed(
    db,
    received.map((s) => s.origin),
  );
  const deliveries = await deliveriesOfFills(
    db,
    received.map((s) => s.origin),
  );
  // A label may not claim a country for all of it while nobody knows where a part is from.
  if (deliveries.some((d) => d.country === "")) return [];
  const countryOf = new Map([...combs, ...deliveries].map((c) => [c.fill_id, c.country]));
  const byCountry = new Map<string, number>();
  for (const share of received) {
    // A gain by weighing has no yard of its own: it is the batch's honey and changes no share.
    const country = countryOf.get(share.origin);
    if (country) byCountry.set(country, (byCountry.get(country) ?? 0) + share.pct);
  }
  return [...byCountry].map(([country, pct]) => ({ country, pct }));
}

export async function labelOfLot(db: Knex, code: string): Promise<{ lot: LotRow; content: LabelContent }> {
  const [house, lot] = [await houseNow(db), await oneLot(db, code)];
  const content = labelContent({
    houseName: house.entry_id === null ? "" : house.name,
    addressLines: house.address.split(/,\s*/),
    honeyKind: lot.honey_kind,
    nominalG: lot.nominal_g,
    lotCode: lot.code,
    bestBefore: lot.best_before,
    origins: await originsOf(db, lot),
  });
  return { lot, content };
}

function drawLabel(
  doc: PDFKit.PDFDocument,
  content: LabelContent,
  code: SheetOptions["code"],
  x: number,
  y: number,
): void {
  const [w, h] = [LABEL.widthMm * PT_PER_MM, LABEL.heightMm * PT_PER_MM];
  const pad = 3.2 * PT_PER_MM;
  const small = Math.max(7, (content.xHeightMm / X_HEIGHT) * PT_PER_MM);
  const figures = Math.max(14, (content.digitHeightMm / FIGURE_HEIGHT) * PT_PER_MM);
  const left = x + pad;
  const wide = w - 2 * pad;
  doc.save().lineWidth(0.3).dash(1.5, { space: 1.5 }).rect(x, y, w, h).stroke("#999").undash().restore();
  doc.fillColor("#000").font(fontFor(content.kind, "bold"));
  const kindSize = Math.min(15, (15 * wide) / Math.max(1, doc.fontSize(15).widthOfString(content.kind)));
  doc.fontSize(kindSize).text(content.kind, left, y + pad - 1, { width: wide, lineBreak: false });
  doc.fontSize(small);
  let at = y + pad + 19;
  const lineHigh = small * 1.2;
  // A square code stands beside the text; a bar code needs the label's width to keep its bars readable.
  const square = code === "qr" ? 13 * PT_PER_MM : 0;
  const textWide = wide - square - (square > 0 ? 4 : 0);
  for (const text of [content.lot, content.bestBefore, content.origin, content.infantNotice]) {
    doc.font(fontFor(text)).text(text, left, at, { width: textWide });
    at = doc.y + 0.5;
  }
  // Below the code the packer may use the label's whole width.
  const codeTop = y + pad + 18;
  at = Math.max(at, codeTop + square + 2);
  const packer = content.packer.join(", ");
  doc.font(fontFor(packer)).text(packer, left, at, {
    width: wide,
    height: lineHigh * (square > 0 ? 2 : 1),
    ellipsis: true,
  });
  if (square > 0) {
    drawCode(doc, content.codeText, "qr", left + wide - square, codeTop, { width: square, height: square });
  } else {
    const bars = { width: 48 * PT_PER_MM, height: 6.5 * PT_PER_MM };
    drawCode(doc, content.codeText, "code128", x + (w - bars.width) / 2, at + lineHigh + 2, bars);
  }
  // The net quantity stands in the lower third, both units together (21 CFR 101.7, 76/211/EEC).
  const bottom = y + h - pad;
  doc.font("bold").fontSize(figures);
  doc.text(content.netMetric, left, bottom - figures, { lineBreak: false });
  const usLeft = left + doc.widthOfString(`${content.netMetric}  `);
  const usWide = left + wide - usLeft;
  const us = Math.max(
    US_LEAST_PT,
    Math.min(figures, (10 * usWide) / doc.fontSize(10).widthOfString(content.netUs)),
  );
  doc
    .fontSize(us)
    .text(content.netUs, usLeft, bottom - (figures + us) / 2, { width: usWide, lineBreak: false });
}

/** Labels drawn lately, by what stands on them: drawing one costs more than placing a thousand. */
const drawn = new Map<string, Promise<Uint8Array>>();
const MOST_DRAWN = 30;

function drawnOnce(content: LabelContent, code: CodeKind, title: string): Promise<Uint8Array> {
  const key = JSON.stringify([content, code]);
  const known = drawn.get(key);
  if (known) return known;
  const { doc, finished } = newDocument({ width: LABEL.widthMm, height: LABEL.heightMm }, title);
  doc.addPage();
  drawLabel(doc, content, code, 0, 0);
  const made = finished();
  drawn.set(key, made);
  made.catch(() => drawn.delete(key));
  for (const old of drawn.keys()) {
    if (drawn.size <= MOST_DRAWN) break;
    drawn.delete(old);
  }
  return made;
}

/** Renders the sheets. @throws Refusal for an unknown lot, DomainError for an incomplete label */
export async function labelSheet(
  db: Knex,
  code: string,
  options: Partial<SheetOptions>,
): Promise<{ pdf: Uint8Array; name: string }> {
  const { lot, content } = await labelOfLot(db, code);
  const { page = "a4", count = lot.jars, skip = 0, code: codeKind = "qr" } = options;
  const grid = sheetGrid(page, LABEL);
  if (!(Number.isInteger(count) && count >= 1 && count <= MOST_LABELS))
    refuse("label-count", `Between 1 and ${MOST_LABELS} labels can be printed at a time.`, "count");
  if (!(Number.isInteger(skip) && skip >= 0 && skip < grid.perSheet))
    refuse("label-skip", `A sheet has ${grid.perSheet} places.`, "skip");
  mustPrint(
    [content.kind, content.lot, content.bestBefore, content.origin, content.infantNotice, ...content.packer],
    "The label",
  );
  const title = `Labels, lot ${lot.code}`;
  const pdf = await sheetsOfOne(await drawnOnce(content, codeKind, title), {
    page: PAGE_SIZES_MM[page],
    grid,
    count,
    skip,
    height: LABEL.heightMm,
    title,
    author: content.packer[0] ?? "",
  });
  return { pdf, name: `labels-${lot.code}-${page}.pdf` };
}
