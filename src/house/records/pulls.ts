import type { Knex } from "knex";
import { fillsHolding } from "./fills";

/** A comb as pulled: one charge of a super from one colony on one day. */
export interface PulledComb {
  readonly entry_id: number;
  readonly pull_id: number;
  readonly fill_id: number;
  readonly vessel_id: number;
  readonly tag: string;
  readonly depth: string | null;
  readonly frames: number | null;
  readonly empty_g: number;
  readonly colony: string;
  readonly yard: string;
  readonly country: string;
  readonly date: string;
  readonly at: Date;
  readonly capped_pct: number;
  readonly gross_g: number;
  /** Honey still in it, g. */
  readonly grams: number;
  /** Where it stands: null in the yard's intake, "hot room" with a stack's letter. */
  readonly place: string | null;
  readonly stack: string | null;
}

const pulled = (db: Knex) =>
  db("live_pull_super as p")
    .join("live_pull as u", "u.id", "p.pull_id")
    .join("live_vessel as v", "v.id", "p.vessel_id")
    .join("live_colony as c", "c.id", "p.colony_id")
    .join("live_yard as y", "y.id", "u.yard_id")
    .join("fill as f", "f.id", "p.fill_id")
    .join("fill_balance as b", "b.fill_id", "p.fill_id")
    .joinRaw(
      "left join lateral (select place, stack from live_standing_place x where x.fill_id = p.fill_id order by x.id desc limit 1) s on true",
    )
    .select(
      "p.entry_id",
      "p.pull_id",
      "p.fill_id",
      "p.vessel_id",
      "v.tag",
      "v.depth",
      "v.frames",
      "v.empty_g",
      "c.tag as colony",
      "y.name as yard",
      "y.country",
      "u.date",
      "f.opened_at as at",
      "p.capped_pct",
      "p.gross_g",
      "b.grams",
      "s.place",
      "s.stack",
    );

/**
 * Supers that still hold their honey: not yet in a batch. Asked in two steps: few of a season's combs are
 * waiting, and the ids lead straight to them.
 */
export async function waitingCombs(db: Knex): Promise<PulledComb[]> {
  const ids = await fillsHolding(db, "comb");
  return pulled(db).whereIn("p.fill_id", ids).orderByRaw("length(v.tag), v.tag");
}
export const combsNamed = (db: Knex, fillIds: readonly number[]): Promise<PulledComb[]> =>
  pulled(db).whereIn("p.fill_id", [...fillIds]);
export const combsOfSuper = (db: Knex, vesselId: number): Promise<PulledComb[]> =>
  pulled(db).where("p.vessel_id", vesselId).orderBy("p.fill_id", "desc");
