/** A recall as a paper for the authority and for the folder, and the letters to each buyer. */
import type { Knex } from "knex";
import { clockIn, dayIn, writtenDay } from "../language/clock";
import { Refusal } from "../language/errors";
import { massG } from "../language/shown";
import { plural, spoken } from "../language/spoken";
import { houseNow } from "../ledger/records/house";
import type { Scope } from "../recall/records";
import { letterTo, recallDesk, stopWatch } from "../recall/view";
import { type ReportPart, reportPdf } from "./report";

export interface RecallAsked {
  readonly of?: string | undefined;
  readonly scope?: Scope | undefined;
  readonly number?: number | undefined;
}

async function deskOf(db: Knex, asked: RecallAsked, now: Date) {
  const [house, desk] = await Promise.all([houseNow(db), recallDesk(db, asked, now)]);
  if (!desk.view) throw new Refusal("unknown-thing", desk.says || "Say what it is about.", 404);
  return { house, desk, view: desk.view };
}

export async function recallReport(db: Knex, asked: RecallAsked, now = new Date()): Promise<Buffer> {
  const { house, desk, view } = await deskOf(db, asked, now);
  const { drill, contacts } = desk;
  const on = `${writtenDay(dayIn(house.zone, now))}, ${clockIn(house.zone, now)}`;
  const title =
    drill === null
      ? "Recall list"
      : drill.kind === "drill"
        ? `Recall drill ${drill.number}`
        : `${drill.kind === "recall" ? "Recall" : "Withdrawal"} ${drill.number}`;
  const parts: ReportPart[] = [
    {
      text: `${view.title}. Drawn from ${spoken(view.from.slice(0, 8))}${view.from.length > 8 ? ` and ${view.from.length - 8} more` : ""}.`,
      bold: true,
    },
    ...(drill ? [{ text: `What happened: ${drill.question}. Begun by ${drill.who}.` }] : []),
    {
      text: `${view.foundPct === null ? "No honey is on record." : `${view.foundPct.toFixed(1)} % of ${massG(view.cameG)} is accounted for, ${view.passes ? "which passes" : "which does not pass"} (98 to 102 %)`}: ${massG(view.goneG)} with ${plural(view.buyers.length, "buyer")}, ${massG(view.hereG)} here, ${massG(view.lostG)} lost or left in the comb, ${massG(view.unexplainedG)} unexplained.`,
    },
    ...(drill?.ended ? [{ text: `Ended after ${stopWatch(drill.ended.seconds)}. ${drill.ended.gaps}` }] : []),
    { heading: "Who has it" },
    {
      columns: [
        { head: "Buyer", share: 3 },
        { head: "How reached", share: 3.4 },
        { head: "What they got", share: 5 },
        { head: "Honey", share: 1.6, right: true },
        { head: "Told", share: 2 },
      ],
      rows: view.buyers.map((b) => [
        [b.name, b.contact].filter((t) => t !== "").join(", "),
        [b.phone, b.email].filter((t) => t !== "").join(", ") || "not known",
        b.parcels.join("\n"),
        massG(b.grams, 2),
        b.told || "not yet",
      ]),
      none: "Nothing of it has left.",
    },
    { heading: "What is here" },
    {
      columns: [
        { head: "What", share: 3 },
        { head: "Where", share: 3 },
        { head: "Honey in it", share: 2, right: true },
        { head: "Of this", share: 1.6, right: true },
        { head: "Blocked", share: 1.6 },
      ],
      rows: view.here.map((h) => [
        h.name,
        h.place,
        massG(h.grams, 2),
        `${h.sharePct.toFixed(1)} %`,
        h.blocked ? "yes" : "NO",
      ]),
      none: "Nothing of it is here.",
    },
    {
      text: `Contact, however small: ${plural(view.contact.supers, "super")} of ${plural(view.contact.colonies, "colony", "colonies")} behind it, ${plural(view.contact.lots, "lot")} from it${view.sisters.length > 0 ? `; other lots: ${view.sisters.map((x) => x.code).join(", ")}` : ""}.`,
      small: true,
    },
    ...(view.gaps.length > 0 ? [{ heading: "Gaps" }, { text: view.gaps.join(" ") }] : []),
    { heading: "Whom to call" },
    {
      text: contacts.authority
        ? `${contacts.authority}: ${contacts.authority_phone}. ${contacts.own_phone ? `Here, day and night: ${contacts.own_name || house.name}, ${contacts.own_phone}.` : ""} Tell the authority before the press; they say whether it is a withdrawal or a recall.`
        : "Nobody wrote down the authority's number yet.",
    },
  ];
  return reportPdf({
    title,
    from: [house.name, house.address, house.country].filter((l) => l !== ""),
    parts,
    foot: `${house.name}, ${on}`,
  });
}

/** The letters of a recall, a page each. */
export async function recallLetters(db: Knex, asked: RecallAsked, now = new Date()): Promise<string> {
  const { house, desk, view } = await deskOf(db, asked, now);
  const on = writtenDay(dayIn(house.zone, now));
  return view.buyers
    .map((b) => letterTo(b, desk.drill, { house, contacts: desk.contacts, on }))
    .join("\n\n----------------------------------------\n\n");
}

/** The list as rows, for a table. */
export async function recallRows(
  db: Knex,
  asked: RecallAsked,
  now = new Date(),
): Promise<Record<string, string>[]> {
  const { view } = await deskOf(db, asked, now);
  return [
    ...view.buyers.flatMap((b) =>
      b.parcels.map((p) => ({
        where: "buyer",
        name: b.name,
        contact: b.contact,
        phone: b.phone,
        email: b.email,
        what: p,
        kg: "",
        told: b.told,
      })),
    ),
    ...view.here.map((h) => ({
      where: "here",
      name: h.name,
      contact: h.place,
      phone: "",
      email: "",
      what: `${h.sharePct.toFixed(1)} % of it`,
      kg: (h.grams / 1000).toFixed(3),
      told: h.blocked ? "blocked" : "not blocked",
    })),
  ];
}
