/** Orders for jars, and names so like one another that one of them may be a slip of the pen. */
import { distance } from "fastest-levenshtein";
import type { Knex } from "knex";
import { type OrderRow, ordersLeft, type SentRow } from "./orders";

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
    .whereNotExists(db("live_jar_order_met as m").whereRaw("m.order_id = o.id"))
    .orderBy("o.by_day")
    .orderBy("o.id")
    .limit(MOST_ORDERS)
    .select("o.*");
  if (orders.length === 0) return [];
  const sent: SentRow[] = await db("live_parcel as p")
    .join("live_lot as l", "l.id", "p.lot_id")
    .join("buyer as y", "y.id", "p.buyer_id")
    .whereRaw("lower(y.name) = any(?::text[])", [[...new Set(orders.map((o) => o.buyer.toLowerCase()))]])
    .where("p.stated_at", ">=", new Date(Math.min(...orders.map((o) => o.stated_at.getTime()))))
    .orderBy("p.stated_at")
    .orderBy("p.id")
    .select("p.stated_at", "y.name as buyer", "l.honey_kind", "l.nominal_g as jar_g", "p.jars");
  return ordersLeft(orders, sent);
}
