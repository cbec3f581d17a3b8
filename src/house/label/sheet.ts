/** The sheet of labels of a lot, as a PDF to be cut or peeled; one label as SVG. */
import type { Knex } from "knex";
import {
  type DrawnPart,
  FIRST_DESIGN,
  type LabelContent,
  type LabelDesign,
  type LabelLayout,
  PAGE_SIZES_MM,
  type PageSize,
  sheetGrid,
} from "@/core/labels";
import { type LotRow, lotById, oneLot } from "../bottle/records";
import { refuse } from "../language/errors";
import { newDocument } from "../paper/document";
import { mustPrint } from "../paper/letters";
import { sheetsOfOne } from "../paper/sheets-of-one";
import { drawLabel, labelSvg } from "./draw";
import { checked, contentOf, type LabelSource, labelSource, layoutOf } from "./facts";
import { keptDesign, onePrint, printerJobs } from "./records";

export interface SheetOptions {
  readonly page: PageSize | "roll";
  readonly count: number;
  /** Places already used on the first sheet. */
  readonly skip: number;
  readonly code: LabelDesign["code"];
  readonly part: DrawnPart;
  /** As it was printed for sale. */
  readonly print: number;
}

export const MOST_LABELS = 5000;

export async function labelOfLot(db: Knex, code: string): Promise<{ lot: LotRow; content: LabelContent }> {
  const lot = await oneLot(db, code);
  const source = await labelSource(db, lot);
  return { lot, content: contentOf(source, await designOf(db, lot)) };
}

export const designOf = async (db: Knex, lot: LotRow): Promise<LabelDesign> => ({
  ...FIRST_DESIGN,
  ...(await keptDesign(db, lot.id, lot.nominal_g))?.design,
});

/** Labels drawn lately, by what stands on them: drawing one costs more than placing a thousand. */
const drawn = new Map<string, Promise<Uint8Array>>();
const MOST_DRAWN = 30;

function drawnOnce(
  layouts: readonly LabelLayout[],
  { logo, ...as }: { logo: LabelSource["logo"]; cut: boolean; proof: boolean },
  title: string,
): Promise<Uint8Array> {
  const key = JSON.stringify([layouts, as, logo?.data.slice(0, 200), logo?.data.length]);
  const known = drawn.get(key);
  if (known) return known;
  const [first] = layouts;
  const { doc, finished } = newDocument(
    { width: first?.widthMm ?? 62, height: first?.heightMm ?? 43 },
    title,
  );
  for (const layout of layouts) {
    doc.addPage();
    drawLabel(doc, layout, logo, as);
  }
  const made = finished();
  drawn.set(key, made);
  made.catch(() => drawn.delete(key));
  for (const old of drawn.keys()) {
    if (drawn.size <= MOST_DRAWN) break;
    drawn.delete(old);
  }
  return made;
}

/** What of a lot's labels is on each: pieces weighed one by one have each its own. */
export const netOfEach = (lot: LotRow): readonly number[] => lot.piece_g ?? [lot.nominal_g];

/** Renders the sheets. @throws Refusal for an unknown lot, DomainError for an incomplete label */
export async function labelSheet(
  db: Knex,
  code: string,
  options: Partial<SheetOptions>,
): Promise<{ pdf: Uint8Array; name: string }> {
  const lot = await oneLot(db, code);
  const source = await labelSource(db, lot);
  const printed = options.print === undefined ? undefined : await onePrint(db, options.print);
  if (options.print !== undefined && printed?.lot_id !== lot.id)
    refuse("unknown-print", `Labels ${options.print} of lot ${lot.code} were not printed.`, "print");
  const kept = printed ? { ...FIRST_DESIGN, ...printed.design } : await designOf(db, lot);
  const design = { ...kept, ...(options.code ? { code: options.code } : {}) };
  const part = printed?.part ?? options.part ?? (design.parts === "one" ? "one" : "front");
  const page = printed?.page ?? options.page ?? "a4";
  const count = printed ? printed.labels + printed.spare : (options.count ?? lot.jars);
  const skip = printed?.begin_at ?? options.skip ?? 0;
  const content = contentOf(source, design);
  const layouts = netOfEach(lot).map((g) => layoutOf(source, design, part, g));
  const [{ widthMm, heightMm } = FIRST_DESIGN] = layouts;
  const size = page === "roll" ? { width: widthMm, height: heightMm } : PAGE_SIZES_MM[page];
  const grid =
    page === "roll" ? { perSheet: 1, places: [{ x: 0, y: 0 }] } : sheetGrid(page, { widthMm, heightMm });
  if (!(Number.isInteger(count) && count >= 1 && count <= MOST_LABELS))
    refuse("label-count", `Between 1 and ${MOST_LABELS} labels can be printed at a time.`, "count");
  if (!(Number.isInteger(skip) && skip >= 0 && skip < grid.perSheet))
    refuse("label-skip", `A sheet has ${grid.perSheet} places.`, "skip");
  mustPrint(
    [content.kind, content.kindAlso, content.free, ...content.lines.map((l) => l.text), ...content.packer],
    "The label",
  );
  const title = `Labels, lot ${lot.code}`;
  // Only what nothing speaks against, or what was printed with its reason, is for sale.
  const proof =
    !printed &&
    checked(source, design, { answered: [], pack: source.rules.pack }).findings.some(
      (f) => f.state === "not-met",
    );
  const one = await drawnOnce(
    layouts,
    { logo: design.logo ? source.logo : null, cut: page !== "roll", proof },
    title,
  );
  const pdf = await sheetsOfOne(one, {
    page: size,
    grid,
    count,
    skip,
    pages: layouts.length,
    height: heightMm,
    title,
    author: source.house.name,
  });
  return { pdf, name: `labels-${lot.code}-${part === "one" ? "" : `${part}-`}${page}.pdf` };
}

/** One label of a print as SVG: what the label printer is handed. */
export async function printedSvg(db: Knex, id: number): Promise<string | null> {
  const printed = await onePrint(db, id);
  if (!printed) return null;
  const lot = await lotById(db, printed.lot_id);
  const source = await labelSource(db, lot);
  const design = { ...FIRST_DESIGN, ...printed.design };
  return labelSvg(
    layoutOf(source, design, printed.part),
    design.logo ? source.logo : null,
    `Lot ${lot.code}`,
  );
}

const MOST_JOBS = 50;

/** What is to go through the label printer behind a job, oldest first. */
export const printerQueue = async (db: Knex, after: number) =>
  (await printerJobs(db, after, MOST_JOBS)).map((j) => ({
    job: j.id,
    at: j.at.toISOString(),
    lot: j.code,
    part: j.part,
    copies: j.labels + j.spare,
    widthMm: j.design.widthMm,
    heightMm: j.design.heightMm,
    svg: `/api/v1/label-jobs?job=${j.id}`,
  }));
