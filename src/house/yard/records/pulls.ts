import type { Knex } from "knex";
import type { RipenessVerdict, School, SuperFlag } from "@/core/moisture";
import type { FrameClass } from "@/core/yields";
import { fillsHolding } from "../../ledger/records/fills";
import { joinNewest } from "../../ledger/records/newest";

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
  /** As weighed in last; an estimate on top of the empty weight until it is weighed. */
  readonly gross_g: number;
  readonly weighed: boolean;
  readonly shake: "no-drops" | "drops" | null;
  readonly frames_left: number;
  readonly partly_capped: number | null;
  readonly frame_class: FrameClass | null;
  readonly flags: readonly SuperFlag[];
  readonly waiting_until: string | null;
  readonly school: School | null;
  readonly verdict: RipenessVerdict | null;
  /** Its honey is kept separate for this owner; "" when it may be pooled. */
  readonly owner: string;
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
    .joinRaw(joinNewest("weigh_in", "w", "gross_g", "x.fill_id = p.fill_id"))
    .joinRaw(joinNewest("colony_terms", "o", "owner", "x.colony_id = p.colony_id"))
    .joinRaw(joinNewest("standing_place", "s", "place, stack, stated_at", "x.fill_id = p.fill_id"))
    .select(
      "p.entry_id",
      "p.pull_id",
      "p.fill_id",
      "p.vessel_id",
      "v.tag",
      "v.depth",
      "v.frames",
      db.raw("coalesce(p.empty_g, v.empty_g) as empty_g"),
      "c.tag as colony",
      "y.name as yard",
      "y.country",
      "u.date",
      "f.opened_at as at",
      "p.capped_pct",
      db.raw("coalesce(w.gross_g, p.gross_g) as gross_g"),
      db.raw("(p.weighed or w.gross_g is not null) as weighed"),
      "p.shake",
      "p.frames_left",
      "p.partly_capped",
      "p.frame_class",
      "p.flags",
      "p.waiting_until",
      "p.school",
      "p.verdict",
      db.raw("coalesce(o.owner, '') as owner"),
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
  return pulled(db).whereRaw("p.fill_id = any(?::bigint[])", [ids]).orderByRaw("length(v.tag), v.tag");
}
export const combsNamed = (db: Knex, fillIds: readonly number[]): Promise<PulledComb[]> =>
  pulled(db).whereRaw("p.fill_id = any(?::bigint[])", [[...fillIds]]);
export const combsOfSuper = (db: Knex, vesselId: number): Promise<PulledComb[]> =>
  pulled(db)
    .where("p.vessel_id", vesselId)
    .orderBy([
      { column: "f.opened_at", order: "desc" },
      { column: "p.fill_id", order: "desc" },
    ]);

/** One charge of a super, and the day it was pulled. */
export interface Charge {
  readonly fill_id: number;
  readonly date: string;
}

const charges = (db: Knex) =>
  db("live_pull_super as p").join("live_pull as u", "u.id", "p.pull_id").select("p.fill_id", "u.date");
export const chargesOfColony = (db: Knex, colonyId: number): Promise<Charge[]> =>
  charges(db).where("p.colony_id", colonyId);
export const chargesOfYard = (db: Knex, yardId: number): Promise<Charge[]> =>
  charges(db).where("u.yard_id", yardId);

/** What each yard gave since a day: supers, and grams gross less the super's empty weight. */
export const gaveByYard = (
  db: Knex,
  since: string,
): Promise<{ yard_id: number; supers: number; grams: number }[]> =>
  db("live_pull as u")
    .join("live_pull_super as p", "p.pull_id", "u.id")
    .join("vessel as v", "v.id", "p.vessel_id")
    .whereRaw("u.id = any(array(select id from pull where date >= ?))", [since])
    .groupBy("u.yard_id")
    .select(
      "u.yard_id",
      db.raw("count(*)::int as supers"),
      db.raw("sum(p.gross_g - coalesce(p.empty_g, v.empty_g))::bigint as grams"),
    );

export const bloomsSince = (
  db: Knex,
  since: string,
): Promise<{ id: number; yard_id: number; what: string; date: string }[]> =>
  db("live_bloom")
    .whereRaw("id = any(array(select id from bloom where date >= ?))", [since])
    .orderBy(["date", "id"]);

/** What was seen to bloom from one day to another, yard by yard by name, oldest first. */
export const bloomsOfYards = (
  db: Knex,
  names: readonly string[],
  { from, to }: { readonly from: string; readonly to: string },
): Promise<{ yard: string; what: string; date: string }[]> =>
  db("live_bloom as b")
    .join("yard as y", "y.id", "b.yard_id")
    .whereRaw("y.name = any(?)", [[...names]])
    .whereBetween("b.date", [from, to])
    .orderBy(["b.date", "b.id"])
    .select("y.name as yard", "b.what", "b.date");

/** A weighing of this charge that speaks of a later moment. */
export const weighedSince = (db: Knex, fillId: number, at: Date): Promise<{ gross_g: number } | undefined> =>
  db("live_weigh_in").where({ fill_id: fillId }).where("stated_at", ">", at).first("gross_g");
