/**
 * The day's closing on one page: what was done, what stands where, and the ledger's newest seal. The paper is the
 * seal's keeper outside the computer: a ledger that was rewritten later does not carry it any more.
 */

import type { Knex } from "knex";
import { DateTime } from "luxon";
import { PAGE_SIZES_MM } from "@/core/labels";
import { checksSince } from "../checklists/records";
import { clockIn, dayIn, writtenDay } from "../language/clock";
import { massG } from "../language/shown";
import { countEntriesSince, newestSeal } from "../ledger/records/entries";
import { fingerprint } from "../ledger/seal";
import { dayAccount } from "../standing/day";
import { BAYS } from "../standing/model";
import { snapshot } from "../standing/snapshot";
import { gramsByBay } from "../standing/strip-and-tape";
import { drawCode } from "./code";
import { newDocument, PT_PER_MM } from "./document";
import { fontFor, printable } from "./letters";

export async function closingSheet(db: Knex, now = new Date()): Promise<{ pdf: Buffer; name: string }> {
  const s = await snapshot(db, now);
  const { zone } = s.house;
  const midnight = DateTime.fromJSDate(now, { zone }).startOf("day").toJSDate();
  const [account, checks, newest, made] = await Promise.all([
    dayAccount(db, s),
    checksSince(db, midnight),
    newestSeal(db),
    countEntriesSince(db, midnight),
  ]);
  const today = dayIn(zone, now);
  const title = `Closing of ${writtenDay(today)}`;
  const { doc, finished } = newDocument(PAGE_SIZES_MM.a4, title, s.house.name);
  doc.addPage();
  const left = 20 * PT_PER_MM;
  const wide = (PAGE_SIZES_MM.a4.width - 40) * PT_PER_MM;
  const write = (text: string, size: number, weight: "plain" | "bold" = "plain") => {
    const said = printable(text);
    doc.font(fontFor(said, weight)).fontSize(size).fillColor("#000").text(said, left, doc.y, { width: wide });
  };
  const row = (name: string, value: string) => {
    const y = doc.y;
    doc
      .font(fontFor(printable(name)))
      .fontSize(13)
      .text(printable(name), left, y, { width: wide - 110 });
    const after = doc.y;
    doc.font("bold").text(value, left, y, { width: wide, align: "right" });
    doc.y = Math.max(after, doc.y) + 3;
    doc
      .lineWidth(0.3)
      .moveTo(left, doc.y)
      .lineTo(left + wide, doc.y)
      .stroke("#bbb");
    doc.y += 4;
  };
  doc.y = 20 * PT_PER_MM;
  write(s.house.entry_id === null ? "A house without a name yet" : s.house.name, 13);
  write(title, 26, "bold");
  write(`Printed at ${clockIn(zone, now)}, ${made.toLocaleString("en-GB")} entries made today.`, 13);
  doc.y += 14;
  write("What moved today", 16, "bold");
  doc.y += 4;
  if (account.length === 0) write("Nothing was moved today.", 13);
  for (const { name, grams } of account) row(name, `${massG(grams)}`);
  doc.y += 12;
  write("What stands where", 16, "bold");
  doc.y += 4;
  const standing = gramsByBay(s);
  for (const bay of BAYS) row(bay, `${massG(standing[bay])}`);
  doc.y += 12;
  const closing = checks.findLast((c) => c.kind === "closing");
  write(
    closing
      ? `Closing check of the floor done at ${clockIn(zone, closing.at)} by ${closing.who}.`
      : "The closing check of the floor is not done.",
    13,
  );
  doc.y += 16;
  write("The ledger's newest seal", 16, "bold");
  doc.y += 4;
  write(fingerprint(newest), 22, "bold");
  doc.y += 4;
  write(
    `Keep this page: whoever changes an entry up to number ${newest.entry} later changes this seal. To compare, type`,
    11,
  );
  write(`./aumbry verify ${newest.entry}:${newest.hash.slice(0, 16)}`, 11);
  doc.y += 8;
  drawCode(doc, `aumbry-seal:${newest.entry}:${newest.hash}`, "qr", left, doc.y, {
    width: 30 * PT_PER_MM,
    height: 30 * PT_PER_MM,
  });
  doc
    .font("plain")
    .fontSize(11)
    .text("Closed by", left + 60 * PT_PER_MM, doc.y + 60);
  doc
    .lineWidth(0.5)
    .moveTo(left + 80 * PT_PER_MM, doc.y)
    .lineTo(left + wide, doc.y)
    .stroke("#000");
  return { pdf: await finished(), name: `closing-${today}.pdf` };
}
