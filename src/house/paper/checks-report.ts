/** What was looked at in a period, day by day, as an inspector wants to see it: ticked, by whom, when, and what was not. */
import type { Knex } from "knex";
import { DateTime } from "luxon";
import { asOf, itemsOf, nameOf } from "../checklists/items";
import { CHECK_KINDS, CHECK_TITLES } from "../checklists/lists";
import { allTicked, listsThen, ownItems } from "../checklists/records";
import { clockIn, dayIn, writtenDay } from "../language/clock";
import { Refusal } from "../language/errors";
import { plural } from "../language/spoken";
import { houseNow } from "../ledger/records/house";
import { type ReportPart, reportPdf } from "./report";

const LONGEST_DAYS = 400;
const MOST = 4000;

/** @throws Refusal for days that are none, the wrong way round, or too many */
export async function checksReport(
  db: Knex,
  from: string,
  to: string,
  now = new Date(),
): Promise<{ pdf: Buffer; name: string }> {
  const house = await houseNow(db);
  const { zone } = house;
  const [first, last] = [from, to].map((d) =>
    /^\d{4}-\d{2}-\d{2}$/.test(d) ? DateTime.fromISO(d, { zone }) : DateTime.invalid("no day"),
  ) as [DateTime, DateTime];
  if (!first.isValid || !last.isValid)
    throw new Refusal("which-days", "Say from which day to which: from=2026-07-01&to=2026-07-31.");
  const days = last.diff(first, "days").days;
  if (days < 0) throw new Refusal("which-days", "The last day lies before the first.");
  if (days > LONGEST_DAYS) throw new Refusal("which-days", `At most ${LONGEST_DAYS} days go on one report.`);
  const [ticked, own, words] = await Promise.all([
    allTicked(db, first.startOf("day").toJSDate(), last.plus({ days: 1 }).startOf("day").toJSDate(), MOST),
    ownItems(db),
    listsThen(db),
  ]);
  const shown = ticked.slice(0, MOST);
  const byDay = new Map<string, typeof shown>();
  for (const t of shown) {
    const day = dayIn(zone, t.at);
    const rows = byDay.get(day);
    if (rows) rows.push(t);
    else byDay.set(day, [t]);
  }
  const parts: ReportPart[] = [
    {
      text: `${writtenDay(from)} to ${writtenDay(to)}: ${plural(byDay.size, "day")} with something ticked. Printed ${writtenDay(dayIn(zone, now))}, ${clockIn(zone, now)}.`,
    },
  ];
  if (ticked.length > MOST)
    parts.push({
      text: `Only the first ${MOST.toLocaleString("en-GB")} rows stand here: ask for fewer days.`,
      bold: true,
    });
  for (const [day, rows] of byDay) {
    parts.push({ heading: writtenDay(day) });
    // As the lists stood that evening: what was added or set aside since is not held against the day.
    const evening = DateTime.fromISO(day, { zone }).endOf("day").toJSDate();
    const asideThen = asOf(words.aside, evening).filter((a) => a.aside);
    const ownThen = asOf(words.own, evening);
    for (const kind of CHECK_KINDS) {
      const done = rows.filter((r) => r.kind === kind);
      if (done.length === 0) continue;
      const seen = new Set(done.flatMap((r) => r.items));
      const missing = itemsOf(kind, asideThen, ownThen).filter((i) => !seen.has(i.id));
      parts.push({
        columns: [
          { head: CHECK_TITLES[kind], share: 6 },
          { head: "By", share: 2 },
          { head: "At", share: 1.2, right: true },
        ],
        rows: [
          ...done.flatMap((r) => [
            ...r.items.map((id) => [nameOf(kind, id, own), r.who, clockIn(zone, r.at)]),
            ...(r.note === "" ? [] : [[`Note: ${r.note}`, r.who, clockIn(zone, r.at)]]),
          ]),
          ...missing.map((i) => [`Not ticked: ${i.what}`, "", ""]),
        ],
      });
    }
    const none = CHECK_KINDS.filter((kind) => !rows.some((r) => r.kind === kind));
    if (none.length > 0)
      parts.push({ text: `Nothing ticked of: ${none.map((kind) => CHECK_TITLES[kind]).join(", ")}.` });
  }
  if (byDay.size === 0) parts.push({ text: "Nothing was ticked in these days." });
  parts.push({
    text: "Each row is an entry of the house's ledger, with who made it and when; what was taken back is not here. Local rules say what must be kept, and how long.",
    small: true,
  });
  const pdf = await reportPdf({
    title: "What was looked at",
    from: [house.name, house.address, house.country].filter((l) => l !== ""),
    parts,
    foot: "Checklists",
  });
  return { pdf, name: `checks-${from}-to-${to}.pdf` };
}
