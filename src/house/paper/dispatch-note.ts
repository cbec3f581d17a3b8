/** What goes with a dispatch: a note of what is in it, or the same as a list with prices. */
import type { Knex } from "knex";
import { dayIn, writtenDay } from "../language/clock";
import { jar, massG } from "../language/shown";
import { plural } from "../language/spoken";
import { houseNow } from "../ledger/records/house";
import { buyerCards, oneDispatch, parcelsOfDispatch } from "../out/records";
import { reportPdf } from "./report";

const TITLE = {
  sale: "Delivery note",
  market: "Taken to market",
  sample: "Samples",
  gift: "Given away",
  own: "For the house",
} as const;

/** @param as "list" has prices and their sum: it is no tax invoice, and says so */
export async function dispatchNote(db: Knex, number: number, as: "note" | "list"): Promise<Buffer> {
  const [house, dispatch] = await Promise.all([houseNow(db), oneDispatch(db, number)]);
  const [parcels, [card]] = await Promise.all([
    parcelsOfDispatch(db, dispatch.id),
    buyerCards(db, [dispatch.buyer_id]),
  ]);
  const rows = parcels.map((p) => ({ ...p, kept: p.jars - p.back }));
  const priced = rows.filter((p) => p.price !== null);
  const sum = priced.reduce((n, p) => n + p.kept * (p.price ?? 0), 0);
  const all = rows.reduce((n, p) => n + p.kept, 0);
  const on = writtenDay(dayIn(house.zone, dispatch.stated_at));
  return reportPdf({
    title: `${as === "list" ? "List with prices" : TITLE[dispatch.kind]} ${number}, ${on}`,
    from: [house.name, house.address, house.country].filter((l) => l !== ""),
    to: [dispatch.buyer, card?.contact ?? "", card?.address ?? ""].filter((l) => l !== ""),
    parts: [
      {
        columns: [
          { head: "Lot", share: 3 },
          { head: "Honey", share: 4 },
          { head: "Jars", share: 1.4, right: true },
          { head: "Each", share: 2, right: true },
          ...(as === "list"
            ? [
                { head: "Price", share: 1.8, right: true },
                { head: "Sum", share: 2, right: true },
              ]
            : [{ head: "Best before", share: 2.4 }]),
        ],
        rows: rows.map((p) => [
          p.code,
          p.honey_kind,
          `${p.kept}${p.back > 0 ? ` (${p.jars} less ${p.back})` : ""}`,
          jar(p.nominal_g),
          ...(as === "list"
            ? p.price === null
              ? ["not told", ""]
              : [p.price.toFixed(2), (p.kept * p.price).toFixed(2)]
            : [writtenDay(p.best_before)]),
        ]),
        total:
          as === "list"
            ? ["", "", String(all), "", "", sum.toFixed(2)]
            : ["", "", String(all), massG(rows.reduce((g, p) => g + p.grams, 0)), ""],
      },
      ...(dispatch.note ? [{ text: dispatch.note }] : []),
      ...(as === "list"
        ? [
            {
              text: `${priced.length < rows.length ? `${plural(rows.length - priced.length, "line")} without a price are not in the sum. ` : ""}This list is no tax invoice: number, tax and terms are your books' to add.`,
              small: true,
            },
          ]
        : [
            {
              text: "Keep this note: it leads from these jars back to the honey, and from the honey to you.",
              small: true,
            },
          ]),
    ],
    foot: `${house.name}, dispatch ${number}`,
  });
}
