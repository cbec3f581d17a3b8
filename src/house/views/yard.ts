import type { Knex } from "knex";
import { formatKgFromG } from "@/core/units";
import { dayIn } from "../clock";
import { colonies, vessels, yards } from "../records/equipment";
import type { Snapshot } from "./snapshot";

export interface YardView {
  readonly today: string;
  /** Enough is set up to record a pull. */
  readonly ready: boolean;
  readonly yards: readonly {
    name: string;
    note: string;
    colonies: number;
    supers: number;
    kg: string;
    kgPerColony: string;
  }[];
  readonly colonyTags: readonly string[];
  readonly emptyKgBySuper: Readonly<Record<string, number>>;
}

export async function yardView(db: Knex, s: Pick<Snapshot, "house" | "now">): Promise<YardView> {
  const today = dayIn(s.house.zone, s.now);
  const [places, hives, boxes, gave] = await Promise.all([
    yards(db),
    colonies(db),
    vessels(db, "super"),
    db("live_pull_super as p")
      .join("live_pull as u", "u.id", "p.pull_id")
      .join("movement as m", (j) => j.on("m.to_fill", "p.fill_id").andOnVal("m.kind", "pull"))
      .where("u.date", ">=", `${today.slice(0, 4)}-01-01`)
      .groupBy("u.yard_id")
      .select("u.yard_id")
      .count("* as supers")
      .sum("m.grams as grams"),
  ]);
  const byYard = new Map(
    gave.map((g) => [Number(g.yard_id), { supers: Number(g.supers), grams: Number(g.grams) }]),
  );
  return {
    today,
    ready: places.length > 0 && hives.length > 0 && boxes.length > 0,
    yards: places.map((y) => {
      const own = hives.filter((c) => c.yard_id === y.id).length;
      const { supers = 0, grams = 0 } = byYard.get(y.id) ?? {};
      return {
        name: y.name,
        note: y.note,
        colonies: own,
        supers,
        kg: formatKgFromG(grams),
        kgPerColony: own > 0 ? formatKgFromG(grams / own) : "–",
      };
    }),
    colonyTags: hives.map((c) => c.tag),
    emptyKgBySuper: Object.fromEntries(boxes.map((v) => [v.tag, v.empty_g / 1000])),
  };
}
