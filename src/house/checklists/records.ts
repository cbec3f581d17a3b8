/** Rows of what is looked at: ticked, set aside, added by the house. */
import type { Knex } from "knex";
import { newestFirst } from "../ledger/records/newest";
import type { BY_AND_BY, CheckKind, WHOLE } from "./lists";

export interface CheckRow {
  readonly kind: (typeof WHOLE)[number];
  readonly items: readonly string[];
  readonly who: string;
  readonly at: Date;
}
export const checksSince = (db: Knex, since: Date): Promise<CheckRow[]> =>
  db("live_floor_check").where("at", ">=", since).orderBy(["at", "id"]);

/** Checks that were set aside because they do not apply here, with who said so. */
export interface CheckAside {
  readonly kind: CheckKind;
  readonly item: string;
  readonly who: string;
}
export async function checksAside(db: Knex): Promise<CheckAside[]> {
  const rows = await db("live_check_aside as a")
    .distinctOn("a.kind", "a.item")
    .orderByRaw(`a.kind, a.item, ${newestFirst("a")}`)
    .select("a.kind", "a.item", "a.who", "a.aside");
  return rows.filter((r) => r.aside);
}

/** What a house looks at beyond the lists it began with. */
export interface OwnItem {
  readonly kind: CheckKind;
  readonly item: string;
  readonly what: string;
  readonly kept: boolean;
}
/** Those that were dropped too: what was ticked once is still called what it was. */
export const ownItems = (db: Knex): Promise<OwnItem[]> =>
  db("live_check_item as i")
    .distinctOn("i.kind", "i.item")
    .orderByRaw(`i.kind, i.item, ${newestFirst("i")}`)
    .select("i.kind", "i.item", "i.what", "i.kept");

/** The next of a list's own items, those taken back counted: a name once given means one thing. */
export const nextOwnItem = async (db: Knex, kind: CheckKind): Promise<string> =>
  `own-${Number((await db("check_item").where({ kind }).countDistinct("item as n").first())?.n ?? 0) + 1}`;

interface Stated {
  readonly stated_at: Date;
}
/** Every word on a list there was, in its order: how a list stood on a day long past. */
export async function listsThen(db: Knex): Promise<{
  readonly aside: readonly (CheckAside & Stated & { readonly aside: boolean })[];
  readonly own: readonly (OwnItem & Stated)[];
}> {
  const [aside, own] = await Promise.all([
    db("live_check_aside").orderBy(["stated_at", "id"]).select("kind", "item", "who", "aside", "stated_at"),
    db("live_check_item").orderBy(["stated_at", "id"]).select("kind", "item", "what", "kept", "stated_at"),
  ]);
  return { aside, own };
}

export interface TickedRow {
  readonly kind: (typeof BY_AND_BY)[number];
  readonly items: readonly string[];
  readonly note: string;
  readonly who: string;
  readonly at: Date;
}
export const tickedSince = (db: Knex, since: Date): Promise<TickedRow[]> =>
  db("live_check_ticked").where("at", ">=", since).orderBy(["at", "id"]);

/** Everything ticked between two moments, in its order; one more than `most` says that there is more. */
export async function allTicked(
  db: Knex,
  from: Date,
  to: Date,
  most: number,
): Promise<(Omit<TickedRow, "kind"> & { readonly kind: CheckKind })[]> {
  const of = (table: string) => db(table).where("at", ">=", from).where("at", "<", to);
  const [floor, ticked] = await Promise.all([
    of("live_floor_check")
      .orderBy(["at", "id"])
      .limit(most + 1)
      .select("kind", "items", db.raw("'' as note"), "who", "at"),
    of("live_check_ticked")
      .orderBy(["at", "id"])
      .limit(most + 1)
      .select("kind", "items", "note", "who", "at"),
  ]);
  return [...floor, ...ticked].sort((a, b) => a.at.getTime() - b.at.getTime()).slice(0, most + 1);
}
