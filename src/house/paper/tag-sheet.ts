/** Tags to stick on supers and vessels: large figures to read across a room, and a code a scanner reads. */

import { setImmediate as othersFirst } from "node:timers/promises";
import type { Knex } from "knex";
import { PAGE_SIZES_MM, type PageSize, sheetGrid } from "@/core/labels";
import { fromZod, refuse } from "../language/errors";
import { tags } from "../language/ranges";
import { massG } from "../language/shown";
import { VESSEL_LETTER, type VesselKind } from "../ledger/kinds";
import { oneVessel } from "../vessels/records";
import { drawCode } from "./code";
import { newDocument, PT_PER_MM } from "./document";
import { fontFor, mustPrint } from "./letters";

/** A sheet has eighteen; more than this is a slip. */
const MOST = 500;
const TAG = { widthMm: 62, heightMm: 43 } as const;

export async function tagSheet(
  db: Knex,
  wanted: string,
  page: PageSize,
  kind: VesselKind = "super",
): Promise<Buffer> {
  const parsed = tags(kind).safeParse(wanted);
  if (!parsed.success) throw fromZod(parsed.error);
  if (parsed.data.length > MOST)
    refuse("too-many-tags", `At most ${MOST} tags are printed at a time.`, "tags");
  const supers = [];
  for (const tag of parsed.data) supers.push(await oneVessel(db, kind, tag, "tags"));
  mustPrint(
    supers.map((vessel) => vessel.foundation ?? ""),
    "The tag",
  );
  const grid = sheetGrid(page, TAG);
  const { doc, finished } = newDocument(PAGE_SIZES_MM[page], `Tags of ${kind}s`);
  for (const [i, vessel] of supers.entries()) {
    const place = grid.places[i % grid.perSheet];
    if (!place) continue;
    if (i % grid.perSheet === 0) {
      doc.addPage();
      await othersFirst();
    }
    const [x, y] = [place.x * PT_PER_MM, place.y * PT_PER_MM];
    const [w, h] = [TAG.widthMm * PT_PER_MM, TAG.heightMm * PT_PER_MM];
    const text = `${VESSEL_LETTER[kind]}${vessel.tag}`;
    doc.save().lineWidth(0.3).dash(1.5, { space: 1.5 }).rect(x, y, w, h).stroke("#999").undash().restore();
    doc.fillColor("#000").font("bold");
    const size = Math.min(52, (52 * (w - 24)) / doc.fontSize(52).widthOfString(text));
    doc.fontSize(size).text(text, x + 10, y + 8, { lineBreak: false });
    const about = [
      vessel.depth,
      vessel.frames === null ? "" : `${vessel.frames} frames`,
      vessel.weighable === false ? "not weighed" : `empty ${massG(vessel.empty_g)}`,
      vessel.capacity_g === null ? "" : `holds ${massG(vessel.capacity_g, 0)}`,
      vessel.foundation,
    ]
      .filter(Boolean)
      .join(", ");
    doc
      .font(fontFor(about))
      .fontSize(9)
      .text(about, x + 11, y + 64, { width: w - 22 });
    drawCode(doc, text, "code128", x + 11, y + h - 32, { width: w - 22, height: 24 });
  }
  return finished();
}
