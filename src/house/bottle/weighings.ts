/** Jars as they were weighed, newest first, each judged by its own rules. */
import type { Knex } from "knex";
import { checkNetQuantity, tolerableNegativeErrorG } from "@/core/bottling";
import { dayIn, whenIn, writtenDay } from "../language/clock";
import { jar, weighedG } from "../language/shown";
import { materials } from "../materials/records";
import type { Snapshot } from "../standing/snapshot";
import type { KnownWeight } from "./judged";
import { fillChecks, jarsOff, scaleChecks, weighedOfYear } from "./records";
import { dutySaid, inspectorSaid } from "./said";

export interface Weighing {
  readonly id: number;
  readonly when: string;
  readonly who: string;
  readonly lot: string;
  readonly label: string;
  readonly weighed: string;
  readonly mean: string;
  readonly duty: string;
  readonly tone: "go" | "stop" | "water";
  readonly inspector: string;
  /** Jars under the label, by their place in the weighing. */
  readonly short: readonly { readonly jar: number; readonly says: string }[];
}

export interface Giveaway {
  readonly lots: number;
  readonly jars: number;
  readonly kg: number;
  /** Twice the standard error: what the jars that were not weighed leave open. */
  readonly giveOrTakeKg: number;
  /** In the house's money, where it said what a jar brings. */
  readonly money: number | null;
}

/** What was given away over the labels this year, by the lots that were weighed; null where none was. */
export async function seasonGiveaway(db: Knex, year: number): Promise<Giveaway | null> {
  const [rows, stock] = [await weighedOfYear(db, year), await materials(db)];
  if (rows.length === 0) return null;
  const worthOf = (g: number): number | null =>
    stock.find((m) => m.kind === "jar" && m.worth !== null && m.fits_g.includes(g))?.worth ?? null;
  let money: number | null = 0;
  let grams = 0;
  let variance = 0;
  for (const r of rows) {
    const n = r.weights_g.length;
    const mean = r.weights_g.reduce((a, b) => a + b, 0) / n;
    // One jar tells nothing of the spread: it may be what a jar may be short.
    const sd =
      n > 1
        ? Math.sqrt(r.weights_g.reduce((sum, g) => sum + (g - mean) ** 2, 0) / (n - 1))
        : tolerableNegativeErrorG(r.nominal_g) / 2;
    const unweighed = Math.max(0, r.jars - n) / r.jars;
    variance += (r.jars * sd) ** 2 * (unweighed / n);
    const given = (mean - r.nominal_g) * r.jars;
    const worth = worthOf(r.nominal_g);
    grams += given;
    money = money === null || worth === null ? null : money + (given / r.nominal_g) * worth;
  }
  return {
    lots: rows.length,
    jars: rows.reduce((n, r) => n + r.jars, 0),
    kg: grams / 1000,
    giveOrTakeKg: (2 * Math.sqrt(variance)) / 1000,
    money,
  };
}

const TONE = { kept: "go", broken: "stop", unsure: "water" } as const;

export async function weighings(
  db: Knex,
  s: Pick<Snapshot, "house" | "now">,
  most = 12,
): Promise<Weighing[]> {
  return (await fillChecks(db, most)).map((row) => {
    const check = checkNetQuantity(row.weights_g, {
      nominalG: row.jar_g,
      lot: row.lot_jars,
      rules: row.rules,
      secondG: row.second_g ?? [],
    });
    return {
      id: row.id,
      when: whenIn(s.house.zone, row.at, s.now),
      who: row.who,
      lot: row.code ?? "",
      label: jar(row.jar_g),
      weighed: `${check.n} of ${row.lot_jars}`,
      mean: weighedG(check.meanG),
      duty: dutySaid(check),
      tone: TONE[check.duty.verdict],
      inspector: inspectorSaid(check, row.rules),
      short: row.weights_g
        .flatMap((g, i) => (g < row.jar_g ? [{ jar: i + 1, says: `jar ${i + 1}, ${weighedG(g)}` }] : []))
        .slice(0, 12),
    };
  });
}

/** The known weight on the scale today; null where nobody put one on. */
export async function scaleToday(
  db: Knex,
  s: { readonly house: { readonly zone: string }; readonly now: Date },
): Promise<(KnownWeight & { readonly when: string }) | null> {
  const [newest] = await scaleChecks(db, s.now, 1);
  if (!newest || dayIn(s.house.zone, newest.at) !== dayIn(s.house.zone, s.now)) return null;
  const { at, ...said } = newest;
  return { ...said, when: whenIn(s.house.zone, at, s.now) };
}

/** Jars that left their lots without a buyer. */
export const jarsOffView = async (db: Knex, zone: string) =>
  (await jarsOff(db, 30)).map((o, i) => ({
    ...o,
    key: `${o.code} ${o.at.getTime()} ${i}`,
    when: writtenDay(dayIn(zone, o.at)),
    until: o.keep_until === null ? "" : writtenDay(o.keep_until),
  }));
