/** What moved through the house on one day. */
import type { Knex } from "knex";
import { DateTime } from "luxon";
import type { Snapshot } from "./snapshot";

export interface DayRow {
  readonly name: string;
  readonly grams: number;
  readonly loss: boolean;
}

const NAMES: readonly [kind: string, name: string, loss: boolean][] = [
  ["pull", "pulled off colonies", false],
  ["join", "brought to be spun", false],
  ["pail", "into pails", false],
  ["wets", "left in spun combs", false],
  ["cappings", "into cappings bins", false],
  ["drained", "drained from cappings", false],
  ["wax", "wax", false],
  ["draw", "out of pails for jars", false],
  ["send", "sent to buyers", false],
  ["loss", "lost, by name", true],
  ["unexplained", "unexplained", true],
];

/** Standing movements since the house's midnight, by what they were; kinds that did not happen are left out. */
export async function dayAccount(db: Knex, s: Pick<Snapshot, "house" | "now">): Promise<DayRow[]> {
  const midnight = DateTime.fromJSDate(s.now, { zone: s.house.zone }).startOf("day").toJSDate();
  const rows = await db("movement as m")
    .leftJoin("undone as u", "u.entry_id", "m.entry_id")
    .whereNull("u.entry_id")
    .whereNull("m.reverses")
    .where("m.at", ">=", midnight)
    .groupBy("m.kind")
    .select("m.kind")
    .sum("m.grams as grams");
  const byKind = new Map(rows.map((r) => [r.kind as string, Number(r.grams)]));
  return NAMES.flatMap(([kind, name, loss]) =>
    byKind.has(kind) ? [{ name, grams: byKind.get(kind) ?? 0, loss }] : [],
  );
}
