/** Orders for jars, and names so like one another that one of them may be a slip of the pen. */
import { distance } from "fastest-levenshtein";
import type { Knex } from "knex";
import { refuse } from "../../language/errors";
import { AS_WRITTEN } from "../../ledger/records/newest";
import { stillOpen } from "../../ledger/records/still-open";
import { type OrderRow, ordersLeft, type SentRow } from "../orders";

/** One letter in so many may differ before two names are taken for two (common practice in matching names). */
const LETTERS_A_SLIP = 6;

const bare = (name: string): string =>
  name
    .normalize("NFKD")
    .replace(/\p{M}/gu, "")
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, " ")
    .trim();
const sorted = (name: string): string => name.split(" ").sort().join(" ");

/** Whether two names may be meant for one: a letter amiss, words in another order, or one with more behind it. */
export function alike(a: string, b: string): boolean {
  const [x, y] = [bare(a), bare(b)];
  const [short, long] = x.length <= y.length ? [x, y] : [y, x];
  if (short === "") return false;
  // Shop 1 and shop 2 are two.
  const figures = [x, y].map((name) => name.replace(/\D+/g, " ").trim());
  if (figures[0] && figures[1] && figures[0] !== figures[1]) return false;
  if (long.startsWith(`${short} `)) return true;
  const slips = Math.max(1, Math.floor(long.length / LETTERS_A_SLIP));
  return Math.min(distance(x, y), distance(sorted(x), sorted(y))) <= slips;
}

/** The known name nearest to one that is not known; undefined when none is like it. */
export function likest<T extends { readonly name: string }>(
  name: string,
  known: readonly T[],
): T | undefined {
  return known
    .filter((k) => alike(name, k.name))
    .sort((a, b) => distance(bare(name), bare(a.name)) - distance(bare(name), bare(b.name)))[0];
}

/** So many open orders are looked at; a house with more has somebody who keeps them. */
const MOST_ORDERS = 500;

/** Orders nobody closed that are not yet met, the earliest day first, each with what it still wants. */
export async function openOrders(db: Knex): Promise<OrderRow[]> {
  const orders: OrderRow[] = await db("live_jar_order as o")
    .whereRaw(`o.id = any(${stillOpen("jar_order")})`)
    .orderBy("o.by_day")
    .orderBy("o.id")
    .limit(MOST_ORDERS)
    // An order of a name that was joined to another is the other's.
    .leftJoin("buyer_called as c", (on) => on.on(db.raw("lower(c.name) = lower(o.buyer)")))
    .select("o.*", db.raw("coalesce(c.called, o.buyer) as buyer"));
  if (orders.length === 0) return [];
  const sent: SentRow[] = await db("live_parcel as p")
    .join("live_lot as l", "l.id", "p.lot_id")
    .join("buyer_called as y", "y.id", "p.buyer_id")
    .whereRaw("lower(y.called) = any(?::text[])", [[...new Set(orders.map((o) => o.buyer.toLowerCase()))]])
    .where("p.stated_at", ">=", new Date(Math.min(...orders.map((o) => o.stated_at.getTime()))))
    .orderBy("p.stated_at")
    .orderBy("p.id")
    .select("p.stated_at", "y.called as buyer", "l.honey_kind", "l.nominal_g as jar_g", "p.jars");
  return ordersLeft(orders, sent);
}

export const DISPATCH_KINDS = ["sale", "market", "sample", "gift", "own"] as const;
export type DispatchKind = (typeof DISPATCH_KINDS)[number];

export interface DispatchRow {
  readonly id: number;
  readonly entry_id: number;
  readonly stated_at: Date;
  readonly number: number;
  readonly buyer_id: number;
  readonly buyer: string;
  readonly kind: DispatchKind;
  readonly note: string;
  /** Back from market. */
  readonly closed: boolean;
}

const dispatches = (db: Knex) =>
  db("live_dispatch as d").join("buyer_called as y", "y.id", "d.buyer_id").select(
    "d.id",
    "d.entry_id",
    "d.stated_at",
    "d.number",
    "y.stands_for as buyer_id",
    "y.called as buyer",
    "d.kind",
    "d.note",
    // One by one: asked of all at once it would be every closing there ever was.
    db.raw(
      "coalesce((select true from live_dispatch_closed c where c.dispatch_id = d.id limit 1), false) as closed",
    ),
  );

export async function oneDispatch(db: Knex, number: number, field = "dispatch"): Promise<DispatchRow> {
  const row = await dispatches(db).where("d.number", number).first();
  return row ?? refuse("unknown-dispatch", `There is no dispatch ${number}.`, field);
}

/** Markets nobody came back from yet. */
export const openMarkets = (db: Knex): Promise<DispatchRow[]> =>
  dispatches(db)
    .whereRaw(
      `d.id = any(array(select m.id from dispatch m where m.kind = 'market'
         and not exists (select 1 from live_dispatch_closed c where c.dispatch_id = m.id)))`,
    )
    .orderBy("d.id", "desc")
    .limit(50);

export const recentDispatches = (db: Knex, limit: number, before?: number): Promise<DispatchRow[]> =>
  dispatches(db)
    .modify((q) => before !== undefined && q.where("d.id", "<", before))
    .orderBy("d.id", "desc")
    .limit(limit, AS_WRITTEN);

export const nextDispatchNumber = async (db: Knex): Promise<number> =>
  Number((await db("dispatch").max("number as last").first())?.last ?? 0) + 1;

export interface SentParcel {
  readonly id: number;
  readonly entry_id: number;
  readonly fill_id: number;
  readonly lot_id: number;
  readonly code: string;
  readonly honey_kind: string;
  readonly nominal_g: number;
  readonly best_before: string;
  readonly owner: string;
  readonly vessel: string | null;
  readonly buyer: string;
  readonly jars: number;
  /** Of them, how many came back. */
  readonly back: number;
  readonly grams: number;
  readonly price: number | null;
  readonly sent_on: string;
}

const sentParcels = (db: Knex) =>
  db("live_parcel as p")
    .join("live_lot as l", "l.id", "p.lot_id")
    .join("buyer_called as y", "y.id", "p.buyer_id")
    .join("fill_balance as b", "b.fill_id", "p.fill_id")
    .select(
      "p.id",
      "p.entry_id",
      "p.fill_id",
      "p.lot_id",
      "l.code",
      "l.honey_kind",
      "l.nominal_g",
      "l.best_before",
      "l.owner",
      "l.vessel",
      "y.called as buyer",
      "p.jars",
      db.raw("coalesce((select sum(k.jars) from live_jars_back k where k.parcel_id = p.id), 0)::int as back"),
      "b.grams",
      "p.price",
      "p.sent_on",
    );

export const parcelsOfDispatch = (db: Knex, id: number): Promise<SentParcel[]> =>
  sentParcels(db).where("p.dispatch_id", id).orderBy("p.id");

export const parcelById = (db: Knex, id: number): Promise<SentParcel | undefined> =>
  sentParcels(db).where("p.id", id).first();

/** What was sent to a buyer of a lot and is still there, the newest first. */
export const parcelsWith = (db: Knex, buyerId: number, lotId: number): Promise<SentParcel[]> =>
  sentParcels(db).where({ "y.stands_for": buyerId, "p.lot_id": lotId }).orderBy("p.id", "desc");

/** What was sent of these owners' lots, to whomever. */
export const parcelsOfOwner = (db: Knex, owner: string): Promise<SentParcel[]> =>
  sentParcels(db).whereRaw("lower(l.owner) = lower(?)", [owner]).orderBy("p.id");

/** How many parts of a lot have come back to be inspected. */
export const returnsOfLot = async (db: Knex, lotId: number): Promise<number> =>
  Number((await db("lot").where({ returned_of: lotId }).count("id as n").first())?.n ?? 0);

export interface BuyerCard {
  readonly buyer_id: number;
  readonly name: string;
  readonly kind: string;
  readonly contact: string;
  readonly phone: string;
  readonly email: string;
  readonly address: string;
  readonly note: string;
}

/** Every buyer with what is known of them, by name. */
export const buyerCards = (db: Knex, ids?: readonly number[]): Promise<BuyerCard[]> =>
  db("buyer_called as b")
    .joinRaw(
      `left join lateral (select c.* from live_buyer_card c where c.buyer_id = b.id order by c.stated_at desc, c.id desc limit 1) c on true`,
    )
    .whereRaw("b.stands_for = b.id")
    .modify((q) => {
      if (ids) q.whereRaw("b.id = any(?::bigint[])", [[...ids]]);
    })
    .orderBy("b.name")
    .limit(2000)
    .select(
      "b.id as buyer_id",
      "b.name",
      ...["kind", "contact", "phone", "email", "address", "note"].map((c) =>
        db.raw(`coalesce(c.${c}, '') as ${c}`),
      ),
    );

/** Names that are told as another's. */
export const joinedInto = (
  db: Knex,
  buyerId: number,
): Promise<{ id: number; entry_id: number; name: string }[]> =>
  db("buyer_called")
    .where({ stands_for: buyerId })
    .whereNot({ id: buyerId })
    .select("id", "entry_id", "name");

export interface VesselOut {
  readonly id: number;
  readonly entry_id: number;
  readonly vessel_id: number;
  readonly name: string;
  readonly buyer: string;
  readonly lot: string;
  readonly deposit: number;
  readonly since: Date;
}

/** Vessels that went along with their honey and did not come back: nobody said so, and nobody filled them since. */
export const vesselsOut = (db: Knex): Promise<VesselOut[]> =>
  db("live_vessel_out as o")
    .join("live_vessel as v", "v.id", "o.vessel_id")
    .join("buyer_called as y", "y.id", "o.buyer_id")
    .join("lot as l", "l.id", "o.lot_id")
    .whereNotExists(db("live_vessel_back as k").whereRaw("k.out_id = o.id"))
    .whereNotExists(db("live_fill as f").whereRaw("f.vessel_id = o.vessel_id and f.opened_at > o.stated_at"))
    .orderBy("o.id", "desc")
    .limit(500)
    .select(
      "o.id",
      "o.entry_id",
      "o.vessel_id",
      db.raw("v.kind || ' ' || v.tag as name"),
      "y.called as buyer",
      "l.code as lot",
      "o.deposit",
      "o.stated_at as since",
    );
