/** A list to go along a shelf with: what is booked to stand there, with room to write what is found. */
import type { Knex } from "knex";
import { PAGE_SIZES_MM } from "@/core/labels";
import { dayIn, writtenDay } from "../language/clock";
import { massG } from "../language/shown";
import { capital } from "../language/spoken";
import { houseNow } from "../ledger/records/house";
import { vesselsHolding } from "../standing/records";
import { newDocument, PT_PER_MM } from "./document";
import { fontFor, printable } from "./letters";

const ROW_PT = 26;
const MOST = 2000;

export async function stockList(db: Knex, place: string, now = new Date()): Promise<Buffer> {
  const house = await houseNow(db);
  const wanted = place.slice(0, 40).toLowerCase();
  const held = (await vesselsHolding(db))
    .filter((v) => wanted === "" || v.place.toLowerCase() === wanted)
    .slice(0, MOST);
  const { doc, finished } = newDocument(PAGE_SIZES_MM.a4, "Stock list", house.name);
  const left = 16 * PT_PER_MM;
  const wide = (PAGE_SIZES_MM.a4.width - 32) * PT_PER_MM;
  const columns = [0, 110, 200, 300, 380];
  const bottom = (PAGE_SIZES_MM.a4.height - 16) * PT_PER_MM;
  const line = (y: number, cells: readonly string[], weight: "plain" | "bold") => {
    for (const [i, cell] of cells.entries())
      doc
        .font(fontFor(printable(cell), weight))
        .fontSize(13)
        .fillColor("#000")
        .text(printable(cell), left + (columns[i] ?? 0), y, { lineBreak: false });
    doc
      .lineWidth(0.4)
      .moveTo(left, y + 18)
      .lineTo(left + wide, y + 18)
      .stroke("#999");
  };
  let y = bottom;
  const head = () => {
    doc.addPage();
    const title = printable(
      `${place === "" ? "All places" : capital(place)}, ${writtenDay(dayIn(house.zone, now))}`,
    );
    doc.font(fontFor(title, "bold")).fontSize(20).text(title, left, left, { width: wide });
    y = left + 40;
    line(y, ["Vessel", "Booked", "Found", "Seen", place === "" ? "Place" : "Note"], "bold");
    y += ROW_PT;
  };
  for (const v of held) {
    if (y + ROW_PT > bottom) head();
    line(
      y,
      [capital(`${v.kind} ${v.tag}`), massG(v.grams), "", "", place === "" ? v.place.slice(0, 22) : ""],
      "plain",
    );
    doc
      .lineWidth(0.8)
      .rect(left + (columns[3] ?? 0), y - 1, 14, 14)
      .stroke("#000");
    y += ROW_PT;
  }
  if (held.length === 0) {
    head();
    line(y, ["Nothing is booked to stand here."], "plain");
  }
  return finished();
}
