/** What an owner's own honey came to, for their eyes: from the ledger, row by row. */
import type { Knex } from "knex";
import { dayIn, writtenDay } from "../language/clock";
import { Refusal } from "../language/errors";
import { jar, massG } from "../language/shown";
import { spoken } from "../language/spoken";
import { houseNow } from "../ledger/records/house";
import { ownerView } from "../out/owners";
import { reportPdf } from "./report";

export async function ownerStatement(db: Knex, owner: string, now = new Date()): Promise<Buffer> {
  const house = await houseNow(db);
  const view = await ownerView(db, owner.slice(0, 60), house.zone);
  if (!view) throw new Refusal("unknown-owner", "No honey is kept apart for anybody of that name.", 404);
  const row = (what: string, grams: number): string[] => [what, massG(grams, 2)];
  const rest = view.restG;
  return reportPdf({
    title: `Statement for ${view.owner}`,
    from: [house.name, house.address, house.country].filter((l) => l !== ""),
    parts: [
      {
        text: `${view.colonies.length > 0 ? `Colonies ${spoken(view.colonies)}. ` : ""}Kept apart from all other honey${view.foreignG === 0 ? "; what you got is your own, by the record of every movement" : `; ${massG(view.foreignG, 2)} of what you got is not your own`}.`,
      },
      {
        columns: [
          { head: "Your honey", share: 5 },
          { head: "", share: 2, right: true },
        ],
        rows: [
          row("Came in, weighed", view.cameG),
          row("Left in the comb, in wax, lost", view.lostG),
          row("Given to you", view.gotG),
          ...(view.othersG > 0 ? [row("Gone to others, with your word", view.othersG)] : []),
          row("Still here", view.hereG),
        ],
      },
      {
        text:
          view.dueG === null
            ? `${view.dueBy[0]?.toUpperCase()}${view.dueBy.slice(1)}.`
            : `You are to get ${massG(view.dueG, 2)}, ${view.dueBy}. ${massG(rest ?? 0, 2)} of that is still to come${view.shortG > 0 ? `; ${massG(view.shortG, 2)} more was agreed than your own honey gives` : ""}.`,
        bold: true,
      },
      { heading: "Where it came from" },
      {
        columns: [
          { head: "Day", share: 2 },
          { head: "What", share: 5 },
          { head: "Honey", share: 2, right: true },
        ],
        rows: view.sources.map((s) => [s.day, s.what, massG(s.grams, 2)]),
        none: "Nothing was pulled yet.",
      },
      { heading: "Where it went" },
      {
        columns: [
          { head: "Day", share: 2 },
          { head: "Lot", share: 3 },
          { head: "To", share: 3 },
          { head: "Jars", share: 2, right: true },
          { head: "Honey", share: 2, right: true },
        ],
        rows: view.parcels.map((p) => [
          writtenDay(p.sent_on),
          p.code,
          p.buyer,
          p.vessel ?? `${p.jars - p.back} of ${jar(p.nominal_g)}`,
          massG(p.grams, 2),
        ]),
        none: "Nothing was given yet.",
      },
    ],
    foot: `${house.name}, ${writtenDay(dayIn(house.zone, now))}`,
  });
}
