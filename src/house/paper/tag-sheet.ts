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
import { fontFor, mustPrint, printable } from "./letters";

/** A sheet has eighteen; more than this is a slip. */
const MOST = 500;
const TAG = { widthMm: 62, heightMm: 43 } as const;

/** What a person wants to read of a full vessel: its mass, and lines under it. */
export interface Inside {
  readonly mass: string;
  readonly lines: readonly string[];
}

export async function tagSheet(
  db: Knex,
  wanted: string,
  page: PageSize,
  kind: VesselKind = "super",
  /** What is in each vessel by its tag, to be read from two metres; without it the tag tells of the vessel. */
  inside: ReadonlyMap<string, Inside> = new Map(),
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
    const full = inside.get(vessel.tag);
    const most = full ? 34 : 52;
    const room = full ? (w - 24) / 2 : w - 24;
    const size = Math.min(most, (most * room) / doc.fontSize(most).widthOfString(text));
    doc.fontSize(size).text(text, x + 10, y + 8, { lineBreak: false });
    if (full) {
      doc
        .fontSize(22)
        .text(full.mass, x + w / 2, y + 14, { width: w / 2 - 11, align: "right", lineBreak: false });
      for (const [n, line] of full.lines.slice(0, 3).entries()) {
        const said = printable(line);
        doc.font(fontFor(said, "bold")).fontSize(12.5);
        // Too long a line is told as far as it goes.
        let told = said;
        while (told.length > 4 && doc.widthOfString(told) > w - 22) told = `${told.slice(0, -2).trimEnd()}…`;
        doc.text(told, x + 11, y + 44 + n * 15, { lineBreak: false });
      }
      drawCode(doc, text, "code128", x + 11, y + h - 30, { width: w - 22, height: 22 });
      continue;
    }
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
