import type { Knex } from "knex";
import { formatKgFromG } from "@/core/units";
import { dayIn } from "../clock";
import { colonies, vessels, yards } from "../records/equipment";
import type { Snapshot } from "./snapshot";

export interface YardView {
  readonly today: string;
  readonly yards: readonly {
    name: string;
    note: string;
    colonies: number;
    supers: number;
    kg: string;
    kgPerColony: string;
  }[];
}

export interface PullSheetView {
  readonly yards: readonly string[];
  readonly colonyTags: readonly string[];
  readonly emptyKgBySuper: Readonly<Record<string, number>>;
}

/** What the pull sheet offers and works with; null while a yard, colonies or supers are still to be set up. */
export async function pullSheetView(db: Knex): Promise<PullSheetView | null> {
  const [places, hives, boxes] = await Promise.all([yards(db), colonies(db), vessels(db, "super")]);
  if (places.length === 0 || hives.length === 0 || boxes.length === 0) return null;
  return {
    yards: places.map((y) => y.name),
    colonyTags: hives.map((c) => c.tag),
    emptyKgBySuper: Object.fromEntries(boxes.map((v) => [v.tag, v.empty_g / 1000])),
  };
}

/** The yards with what they gave since New Year: honey as weighed in, gross less the super's empty weight. */
export async function yardView(db: Knex, s: Pick<Snapshot, "house" | "now">): Promise<YardView> {
  const today = dayIn(s.house.zone, s.now);
  const [places, hives, gave] = await Promise.all([
    yards(db),
    colonies(db),
    db("live_pull as u")
      .join("live_pull_super as p", "p.pull_id", "u.id")
      .join("vessel as v", "v.id", "p.vessel_id")
      .where("u.date", ">=", `${today.slice(0, 4)}-01-01`)
      .groupBy("u.yard_id")
      .select(
        "u.yard_id",
        db.raw("count(*)::int as supers"),
        db.raw("sum(p.gross_g - v.empty_g)::bigint as grams"),
      ),
  ]);
  const byYard = new Map(
    gave.map((g) => [g.yard_id as number, { supers: g.supers as number, grams: g.grams as number }]),
  );
  return {
    today,
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
  };
}
