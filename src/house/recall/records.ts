/** Rows of drills and recalls. */
import type { Knex } from "knex";
import { refuse } from "../language/errors";

export const RECALL_KINDS = ["drill", "withdrawal", "recall"] as const;
export type RecallKind = (typeof RECALL_KINDS)[number];
/** How wide it is drawn: the thing alone, the vessels it came out of, or all that was in its batches and deliveries. */
export const SCOPES = ["itself", "vessels", "batches"] as const;
export type Scope = (typeof SCOPES)[number];

export interface RecallRow {
  readonly id: number;
  readonly entry_id: number;
  readonly number: number;
  readonly kind: RecallKind;
  readonly what: string;
  readonly scope: Scope;
  readonly question: string;
  /** When it was begun, by the house's clock. */
  readonly at: Date;
  readonly who: string;
}

const recalls = (db: Knex) =>
  db("live_recall as r")
    .join("entry as e", "e.id", "r.entry_id")
    .select(
      "r.id",
      "r.entry_id",
      "r.number",
      "r.kind",
      "r.what",
      "r.scope",
      "r.question",
      "e.recorded_at as at",
      "e.who",
    );

export async function oneRecall(db: Knex, number: number, field = "recall"): Promise<RecallRow> {
  const row = await recalls(db).where("r.number", number).first();
  return row ?? refuse("unknown-recall", `There is no drill or recall ${number}.`, field);
}

export const nextRecallNumber = async (db: Knex): Promise<number> =>
  Number((await db("recall").max("number as last").first())?.last ?? 0) + 1;

export interface EndedRow {
  readonly recall_id: number;
  readonly entry_id: number;
  readonly seconds: number;
  readonly found_pct: number | null;
  readonly buyers: number;
  readonly told: number;
  readonly gaps: string;
}

export interface PastRecall extends RecallRow {
  readonly seconds: number | null;
  readonly found_pct: number | null;
  readonly buyers: number | null;
  readonly told: number | null;
  readonly gaps: string | null;
}

/** Drills and recalls, the newest first, each with how it ended. */
export const pastRecalls = (db: Knex, limit: number): Promise<PastRecall[]> =>
  recalls(db)
    .leftJoin("live_recall_ended as x", "x.recall_id", "r.id")
    .select("x.seconds", "x.found_pct", "x.buyers", "x.told", "x.gaps")
    .orderBy("r.id", "desc")
    .limit(limit);

export const endOf = (db: Knex, id: number): Promise<EndedRow | undefined> =>
  db("live_recall_ended").where({ recall_id: id }).first();

export const toldIn = (
  db: Knex,
  id: number,
): Promise<{ buyer_id: number; how: string; at: Date; note: string }[]> =>
  db("live_recall_told as t")
    .join("buyer_called as b", "b.id", "t.buyer_id")
    .where("t.recall_id", id)
    .orderBy("t.id")
    .select("b.stands_for as buyer_id", "t.how", "t.stated_at as at", "t.note");

export interface RecallContacts {
  readonly authority: string;
  readonly authority_phone: string;
  readonly own_name: string;
  readonly own_phone: string;
}

export const NO_CONTACTS: RecallContacts = {
  authority: "",
  authority_phone: "",
  own_name: "",
  own_phone: "",
};

export const recallContacts = async (db: Knex): Promise<RecallContacts> =>
  (await db("live_recall_contacts")
    .orderBy([
      { column: "stated_at", order: "desc" },
      { column: "id", order: "desc" },
    ])
    .first("authority", "authority_phone", "own_name", "own_phone")) ?? NO_CONTACTS;

export interface StandingThing {
  readonly fill_id: number;
  readonly kind: string;
  readonly name: string;
  readonly grams: number;
  readonly ref: string | null;
  readonly place: string;
}

/** Of these fills those that hold anything, as they are called. */
export async function standingOf(db: Knex, fills: readonly number[]): Promise<StandingThing[]> {
  const { rows } = await db.raw(
    `select b.fill_id, b.kind, f.name, b.grams, coalesce(v.tag, l.code, t.number::text) as ref, coalesce(pl.place, '') as place
       from fill_balance b
       join fill f on f.id = b.fill_id
       left join vessel v on v.id = f.vessel_id
       left join lot l on l.fill_id = f.id
       left join batch t on t.fill_id = f.id
       left join lateral (
         select x.place from live_vessel_place x where x.vessel_id = f.vessel_id order by x.stated_at desc, x.id desc limit 1) pl on true
      where b.fill_id = any(?::bigint[]) and b.grams > 0
        and b.kind not in ('colony','gain','outside','loss','parcel','wax')
      order by b.kind, b.fill_id`,
    [[...fills]],
  );
  return rows;
}

/** When somebody last tried it, and whether anything has ever left. */
export async function lastTried(db: Knex): Promise<{ last: Date | null; first_sent: Date | null }> {
  const { rows } = await db.raw(
    `select (select max(e.recorded_at) from live_recall_ended x join entry e on e.id = x.entry_id) as last,
            -- One told late was among the first that were told all the same.
            (select min(stated_at) from (select stated_at from live_parcel order by id limit 100) first) as first_sent`,
  );
  return rows[0];
}

/** Codes of lots like one that nobody has: of the same length, a letter or two amiss. */
export const allLotCodes = (db: Knex): Promise<string[]> =>
  db("live_lot").orderBy("id", "desc").limit(20_000).pluck("code");

/** Lots a supplier's lot of jars, lids or labels went into, by their fills. */
export async function lotsOfSupplierLot(
  db: Knex,
  theirLot: string,
): Promise<{ supplier: string; material: string; their_lot: string; fills: number[] } | undefined> {
  const { rows } = await db.raw(
    `select d.supplier, m.name as material, d.their_lot,
            coalesce(array_agg(distinct l.fill_id) filter (where l.fill_id is not null), '{}') as fills
       from live_material_delivery d
       join material m on m.id = d.material_id
       left join live_material_use u on u.delivery_id = d.id
       left join live_lot l on l.id = u.lot_id
      where lower(d.their_lot) = lower(?)
      group by d.supplier, m.name, d.their_lot order by 2 limit 1`,
    [theirLot],
  );
  return rows[0] && { ...rows[0], fills: rows[0].fills.map(Number) };
}
