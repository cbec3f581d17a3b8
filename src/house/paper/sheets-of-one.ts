/** Many of one thing on sheets: drawn once, and placed as often as it is wanted. */
import { setImmediate as othersFirst } from "node:timers/promises";
import type { SheetGrid } from "@/core/labels";
import { PT_PER_MM } from "./document";

/**
 * @param one a document whose page is the thing; of several pages they are placed in turn
 * @param places where on the sheet it stands; `skip` of the first sheet's are used already
 */
export async function sheetsOfOne(
  one: Uint8Array,
  sheet: {
    readonly page: { readonly width: number; readonly height: number };
    readonly grid: Pick<SheetGrid, "perSheet" | "places">;
    readonly count: number;
    readonly skip: number;
    readonly height: number;
    /** Pages of the document that are placed in turn. */
    readonly pages?: number;
    readonly title: string;
    readonly author: string;
  },
): Promise<Uint8Array> {
  const { page, grid, count, skip, height } = sheet;
  // As large as the rest of a server: it is read when the first sheets are drawn.
  const { PDFDocument } = await import("@cantoo/pdf-lib");
  const out = await PDFDocument.create();
  out.setTitle(sheet.title);
  out.setAuthor(sheet.author);
  const things = await out.embedPdf(
    one,
    Array.from({ length: sheet.pages ?? 1 }, (_, i) => i),
  );
  const [w, h] = [page.width * PT_PER_MM, page.height * PT_PER_MM];
  let on = out.addPage([w, h]);
  for (let i = skip; i < skip + count; i++) {
    const place = grid.places[i % grid.perSheet];
    const drawn = things[(i - skip) % things.length];
    if (!place || !drawn) continue;
    if (i > skip && i % grid.perSheet === 0) {
      on = out.addPage([w, h]);
      await othersFirst();
    }
    // A sheet's places are told from its top, a page's from its foot.
    on.drawPage(drawn, { x: place.x * PT_PER_MM, y: h - (place.y + height) * PT_PER_MM });
  }
  return out.save();
}
