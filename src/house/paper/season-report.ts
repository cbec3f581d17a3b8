/** The year on paper, for the wall and for the accountant. */
import type { Knex } from "knex";
import { dayIn, writtenDay } from "../language/clock";
import { jar, mass } from "../language/shown";
import { plural } from "../language/spoken";
import { seasonView } from "../season/view";
import { snapshot } from "../standing/snapshot";
import { type ReportPart, reportPdf } from "./report";

export async function seasonReport(db: Knex, year: number | undefined, now = new Date()): Promise<Buffer> {
  const s = await snapshot(db, now);
  const view = await seasonView(db, s, year);
  const { totals, before, goal, moved } = view;
  const groupTable = (head: string, rows: typeof view.by.yard, say = (n: string) => n): ReportPart => ({
    columns: [
      { head, share: 4 },
      { head: "Supers", share: 1.5, right: true },
      { head: "Honey", share: 2, right: true },
      { head: "A super", share: 3, right: true },
      { head: "Left", share: 1.5, right: true },
    ],
    rows: rows.map((g) => [
      say(g.name),
      String(g.supers),
      mass(g.kg),
      `${mass(g.meanKg)}${g.sdKg === null ? "" : ` ±${mass(g.sdKg)}`}`,
      g.leftPct === null ? "" : `${g.leftPct.toFixed(1)} %`,
    ]),
    none: "Nothing was pulled.",
  });
  return reportPdf({
    title: `Season ${view.season.name}`,
    from: [s.house.name, s.house.address, s.house.country].filter((l) => l !== ""),
    parts: [
      {
        text: `${mass(totals.kg)} from ${plural(totals.supers, "super")} of ${plural(totals.colonies, "colony", "colonies")}, ${writtenDay(view.season.from)} to ${writtenDay(view.season.to)}.${goal ? ` ${((100 * totals.kg) / goal.kg).toFixed(0)} % of the goal of ${mass(goal.kg)}.` : ""}${before ? ` ${before.name}: ${mass(before.kg)}.` : ""}`,
        bold: true,
      },
      {
        columns: [
          { head: "What became of it", share: 5 },
          { head: view.season.name, share: 2, right: true },
          { head: before?.name ?? "", share: 2, right: true },
        ],
        rows: [
          ["Pulled, the house's own", mass(totals.kg), before ? mass(before.kg) : ""],
          ["Owners', kept apart", mass(totals.ownersKg), before ? mass(before.ownersKg) : ""],
          ["From outside", mass(totals.boughtKg), before ? mass(before.boughtKg) : ""],
          ["Left in the comb", mass(moved.wets / 1000), ""],
          ["Lost, by name", mass(moved.lost / 1000), ""],
          ["Unexplained", mass(moved.unexplained / 1000), ""],
          ["Wax", mass(totals.waxKg), before ? mass(before.waxKg) : ""],
          ["Into jars", mass(moved.jarred / 1000), ""],
          ["Jars", String(totals.jars), before ? String(before.jars) : ""],
          [
            "Brought, where a price was told",
            totals.brought.toFixed(2),
            before ? before.brought.toFixed(2) : "",
          ],
          [
            "Hours told",
            totals.hours?.toFixed(1) ?? "none",
            before ? (before.hours?.toFixed(1) ?? "none") : "",
          ],
        ],
      },
      { heading: "By yard" },
      groupTable("Yard", view.by.yard),
      { heading: "By day" },
      groupTable("Day", view.by.day, writtenDay),
      { heading: "Colonies, as far as they can be told from chance" },
      ...view.earns.flatMap((y): ReportPart[] => [
        {
          columns: [
            { head: `${y.yard}, mean ${mass(y.meanKg)}`, share: 4 },
            { head: "Gave", share: 2, right: true },
            { head: "Would likely give", share: 2.5, right: true },
            { head: "80 %", share: 3, right: true },
          ],
          rows: y.colonies.map((c) => [
            `Colony ${c.name}`,
            mass(c.totalKg),
            mass(c.estimateKg),
            Number.isFinite(c.hiKg) ? `${mass(c.loKg)} to ${mass(c.hiKg)}` : "not known",
          ]),
        },
      ]),
      { heading: "Jars" },
      {
        columns: [
          { head: "Honey", share: 4 },
          { head: "Size", share: 2 },
          { head: "Filled", share: 1.5, right: true },
          { head: "Sold", share: 1.5, right: true },
          { head: "Brought", share: 2, right: true },
          { head: "Cost", share: 2, right: true },
        ],
        rows: view.jars.map((j) => [
          j.honey,
          jar(j.jarG),
          String(j.filled),
          String(j.sold),
          j.price?.toFixed(2) ?? "not told",
          j.cost.missing.length > 0 ? `${j.cost.sum.toFixed(2)}, not all` : j.cost.sum.toFixed(2),
        ]),
        none: "None were filled.",
      },
      {
        text: `Kept for ${view.rules.keep_years} years. Every figure leads back to its entry on the tape.`,
        small: true,
      },
    ],
    foot: `${s.house.name}, ${writtenDay(dayIn(s.house.zone, now))}`,
  });
}
