import type { Knex } from "knex";
import type { Movement } from "@/core/ledger";
import type { FillKind } from "../kinds";
import { newestFirst } from "./newest";

export type { FillKind };

export interface FillRow {
  readonly id: number;
  readonly entry_id: number;
  readonly kind: FillKind;
  readonly vessel_id: number | null;
  readonly colony_id: number | null;
  readonly name: string;
  readonly opened_at: Date;
}

/** May give what they do not hold: nothing is ever asked of what they contain. */
const SOURCES: readonly string[] = ["colony", "gain", "outside"] satisfies FillKind[];
const SOURCES_SQL = SOURCES.map((kind) => `'${kind}'`).join(", ");

export async function gramsIn(db: Knex, fillId: number): Promise<{ grams: number; isSource: boolean }> {
  const row = await db("fill_balance").where({ fill_id: fillId }).first();
  return { grams: row?.grams ?? 0, isSource: SOURCES.includes(row?.kind) };
}

/**
 * A balance `b` that holds something, in the very words of its index: with the nought as a value of the question,
 * which is planned once for whatever values it gets, every fill there ever was is read to find the few that hold.
 */
export const HOLDS_SOME = "b.grams > 0";

/**
 * A balance `b` of these kinds that holds something; the kinds are its one value. Which ones is asked first, and their
 * ids lead straight to the rest: few of all fills do, but a plan for any kinds expects many, and reads every row there
 * ever was of what is joined to them.
 */
export const IS_HOLDING =
  "b.fill_id = any(array(select h.fill_id from fill_balance h where h.kind = any(?::text[]) and h.grams > 0))";

/** Fills of a kind that hold something now. */
export const fillsHolding = (db: Knex, kind: FillKind): Promise<number[]> =>
  db("fill_balance as b").where({ kind }).whereRaw(HOLDS_SOME).orderBy("b.fill_id").pluck("b.fill_id");

/** What all fills of each kind hold together, g. */
export async function heldByKind<K extends FillKind>(
  db: Knex,
  kinds: readonly K[],
): Promise<Record<K, number>> {
  const rows = await db("kind_balance").whereRaw("kind = any(?::text[])", [[...kinds]]);
  const held = new Map(rows.map((r) => [r.kind as K, r.grams as number]));
  return Object.fromEntries(kinds.map((kind) => [kind, held.get(kind) ?? 0])) as Record<K, number>;
}

export interface HeldFill extends FillRow {
  readonly grams: number;
}

/** The newest fill of a vessel, whether it still holds anything or not. */
export const lastFillOf = (db: Knex, vesselId: number): Promise<HeldFill | undefined> =>
  db("live_fill as f")
    .join("fill_balance as b", "b.fill_id", "f.id")
    .where("f.vessel_id", vesselId)
    .orderByRaw(newestFirst("f"))
    .first("f.*", "b.grams");

/** The same of many, by vessel. */
export async function lastFillsOf(
  db: Knex,
  vesselIds: readonly number[],
): Promise<ReadonlyMap<number, HeldFill>> {
  if (vesselIds.length === 0) return new Map();
  const rows: (HeldFill & { readonly vessel_id: number })[] = await db("live_fill as f")
    .join("fill_balance as b", "b.fill_id", "f.id")
    .whereRaw("f.vessel_id = any(?::bigint[])", [[...vesselIds]])
    .distinctOn("f.vessel_id")
    .orderByRaw(`f.vessel_id, ${newestFirst("f")}`)
    .select("f.*", "b.grams");
  return new Map(rows.map((row) => [row.vessel_id, row]));
}

/** Every standing entry that ever moved honey in or out of these fills, by fill. */
export async function everTouched(
  db: Knex,
  fillIds: readonly number[],
): Promise<ReadonlyMap<number, readonly { readonly entry_id: number }[]>> {
  if (fillIds.length === 0) return new Map();
  const { rows } = await db.raw(
    `select f.id as fill, array_agg(distinct m.entry_id) as entries
       from unnest(?::bigint[]) as f (id) join movement m on m.from_fill = f.id or m.to_fill = f.id
      where m.reverses is null and not exists (select 1 from undone u where u.entry_id = m.entry_id)
      group by f.id`,
    [[...fillIds]],
  );
  return new Map(
    rows.map(({ fill, entries }: { fill: number; entries: string[] }) => [
      fill,
      entries.map((id) => ({ entry_id: Number(id) })),
    ]),
  );
}

/** A fill as it stood at a moment, by the movements that stand now. */
export interface FillAt {
  /** Colonies and gains may give what they do not hold: nothing more is asked of them, long as their season is. */
  readonly isSource: boolean;
  /** In it at that moment, g. */
  readonly grams: number;
  /** The least it holds from that moment on: no more may leave it then, or a later movement would find nothing. */
  readonly spare: number;
  /** Entries that put more into it than they took, up to that moment. */
  readonly fedBy: readonly number[];
  /** Entries that moved anything in it, up to that moment. */
  readonly touchedBy: readonly number[];
}

interface FillAtRow {
  readonly fill: number;
  readonly source: boolean;
  readonly grams: number;
  readonly later: number | null;
  readonly fed: readonly string[];
  readonly touched: readonly string[];
}

const NOTHING: FillAt = { isSource: false, grams: 0, spare: 0, fedBy: [], touchedBy: [] };

export async function fillAt(db: Knex, fillId: number, at: Date): Promise<FillAt> {
  return (await fillsAt(db, [fillId], at)).get(fillId) ?? NOTHING;
}

/** The same of many, by fill. */
export async function fillsAt(
  db: Knex,
  fillIds: readonly number[],
  at: Date,
): Promise<ReadonlyMap<number, FillAt>> {
  const { rows } = await db.raw(
    `with asked as (select id, kind in (${SOURCES_SQL}) as source from fill where id = any(?::bigint[])),
     moved as (
       select f.id as fill, m.at, m.id, m.entry_id, case when m.to_fill = f.id then m.grams else -m.grams end as g
         from asked f join movement m on m.to_fill = f.id or m.from_fill = f.id
        where not f.source and m.reverses is null
          and not exists (select 1 from undone u where u.entry_id = m.entry_id)),
     held as (select fill, at, sum(g) over (partition by fill order by at, id) as grams from moved),
     later as (select fill, min(grams) as grams from held where at > ?::timestamptz group by fill),
     by_entry as (select fill, entry_id, sum(g) as g from moved where at <= ?::timestamptz group by fill, entry_id),
     by_then as (
       select fill, sum(g) as grams, array_agg(entry_id) as touched, array_agg(entry_id) filter (where g > 0) as fed
         from by_entry group by fill)
     select f.id as fill, f.source, coalesce(t.grams, 0)::bigint as grams, l.grams::bigint as later,
            coalesce(t.fed, '{}') as fed, coalesce(t.touched, '{}') as touched
       from asked f left join by_then t on t.fill = f.id left join later l on l.fill = f.id`,
    [[...fillIds], at, at],
  );
  return new Map(
    (rows as FillAtRow[]).map((row) => [
      row.fill,
      {
        isSource: row.source,
        grams: row.grams,
        spare: Math.min(row.grams, row.later ?? row.grams),
        fedBy: row.fed.map(Number),
        touchedBy: row.touched.map(Number),
      },
    ]),
  );
}

/** The entries that opened these fills, and what kind of fill each is. */
export const openingsOf = (
  db: Knex,
  fillIds: readonly number[],
): Promise<{ id: number; entry_id: number; kind: FillKind }[]> =>
  db("fill")
    .whereRaw("id = any(?::bigint[])", [[...fillIds]])
    .select("id", "entry_id", "kind");

/** Of these fills the first moment one of them would hold less than nothing, with the entry that takes it there. */
export async function firstOverdrawn(
  db: Knex,
  fillIds: readonly number[],
): Promise<{ readonly entry_id: number; readonly say: string } | undefined> {
  const { rows } = await db.raw(
    `with held as (
       select f.id as fill_id, m.at, m.id, m.entry_id,
              sum(case when m.to_fill = f.id then m.grams else -m.grams end) over (partition by f.id order by m.at, m.id) as grams
         from fill f join movement m on m.to_fill = f.id or m.from_fill = f.id
        where f.id = any(?::bigint[]) and f.kind not in (${SOURCES_SQL}) and m.reverses is null
          and not exists (select 1 from undone u where u.entry_id = m.entry_id))
     select h.entry_id, e.say from held h left join entry e on e.id = h.entry_id
      where h.grams < 0 order by h.at, h.id limit 1`,
    [[...fillIds]],
  );
  return rows[0];
}

export interface MovementRow {
  readonly id: number;
  readonly entry_id: number;
  readonly from_fill: number;
  readonly to_fill: number;
  readonly grams: number;
  readonly at: Date;
  readonly kind: string;
  readonly own_fill: number | null;
  readonly reverses: number | null;
}

const asMovement = (row: MovementRow): Movement => ({
  id: row.id,
  from: row.from_fill,
  to: row.to_fill,
  grams: row.grams,
  at: row.at.getTime(),
  kind: row.kind,
  own: row.own_fill,
  reverses: row.reverses,
});

export async function allMovements(db: Knex): Promise<Movement[]> {
  return (await db<MovementRow>("movement").orderBy("id")).map(asMovement);
}

/**
 * Everything that came into these fills or left them. What a colony or a gain among them gave to others is left
 * out: a source's content is never asked, and its season is long.
 */
export async function movementsOf(db: Knex, fillIds: readonly number[]): Promise<Movement[]> {
  const { rows } = await db.raw(
    `with asked as (select f.id, f.kind not in (${SOURCES_SQL}) as holds from fill f where f.id = any(?::bigint[]))
     select m.* from movement m join asked a on m.to_fill = a.id
      union
     select m.* from movement m join asked a on m.from_fill = a.id and a.holds
      order by id`,
    [[...fillIds]],
  );
  return (rows as MovementRow[]).map(asMovement);
}

/**
 * The same answer as the core's `reach`, asked of the database: every fill any honey can have come from or
 * gone to. A path carries contact only when it runs forward in time, so each step remembers its moment.
 * Reversed movements and their reversals do not count.
 */
export async function reachInDatabase(
  db: Knex,
  start: readonly number[],
  direction: "back" | "forward",
): Promise<number[]> {
  const [near, far, later] =
    direction === "forward" ? ["from_fill", "to_fill", ">"] : ["to_fill", "from_fill", "<"];
  // Which moment a fill was reached at only matters at its earliest (latest, going back): plain breadth-first
  // over (fill, movement) pairs, each movement walked once.
  const { rows } = await db.raw(
    `with recursive walk (fill, at, id) as (
       select unnest(?::bigint[]), ${direction === "forward" ? "'-infinity'::timestamptz" : "'infinity'::timestamptz"}, ${direction === "forward" ? "0" : "9223372036854775807"}::bigint
       union
       select m.${far}, m.at, m.id
         from walk w join movement m on m.${near} = w.fill and (m.at, m.id) ${later} (w.at, w.id)
        where m.reverses is null
          and not exists (select 1 from undone u where u.entry_id = m.entry_id)
     )
     select distinct fill from walk`,
    [[...start]],
  );
  return rows.map((r: { fill: number }) => r.fill);
}

/** Fills that honey came through, and of each the last moment that mattered, as the database writes it. */
export interface WayBack {
  readonly fills: readonly number[];
  readonly until: readonly { readonly at: string; readonly id: string }[];
}

/**
 * What lies behind these fills: every fill any of their honey can have come through. What came into a vessel after it
 * gave what is asked about is left out: nobody looked where that came from.
 */
export async function wayBack(db: Knex, start: readonly number[]): Promise<WayBack> {
  if (start.length === 0) return { fills: [], until: [] };
  const { rows } = await db.raw(
    `with recursive walk (fill, at, id) as (
       select unnest(?::bigint[]), 'infinity'::timestamptz, 9223372036854775807::bigint
       union
       select m.from_fill, m.at, m.id
         from walk w join movement m on m.to_fill = w.fill and (m.at, m.id) < (w.at, w.id)
        where m.reverses is null
          and not exists (select 1 from undone u where u.entry_id = m.entry_id)
     )
     select distinct on (fill) fill, at::text as at, id::text as id from walk order by fill, walk.at desc, walk.id desc`,
    [[...start]],
  );
  return { fills: rows.map((r: { fill: number }) => r.fill), until: rows };
}

/** The movements of each of those fills until the last moment that mattered. */
export async function movementsBack(db: Knex, { fills, until }: WayBack): Promise<Movement[]> {
  if (fills.length === 0) return [];
  const { rows } = await db.raw(
    `with asked as (
       select f.id, f.kind not in (${SOURCES_SQL}) as holds, c.at, c.last
         from unnest(?::bigint[], ?::timestamptz[], ?::bigint[]) as c (fill, at, last) join fill f on f.id = c.fill)
     select m.* from movement m join asked a on m.to_fill = a.id and (m.at, m.id) <= (a.at, a.last)
      union
     select m.* from movement m join asked a on m.from_fill = a.id and a.holds and (m.at, m.id) <= (a.at, a.last)
      order by id`,
    [[...fills], until.map((u) => u.at), until.map((u) => u.id)],
  );
  return (rows as MovementRow[]).map(asMovement);
}

/** Both of them. */
export async function behind(
  db: Knex,
  start: readonly number[],
): Promise<{ readonly fills: readonly number[]; readonly moves: Movement[] }> {
  const way = await wayBack(db, start);
  return { fills: way.fills, moves: await movementsBack(db, way) };
}

export interface CalledFill {
  readonly id: number;
  readonly kind: FillKind;
  readonly name: string;
  /** What its thing is asked for by: a vessel's tag, a batch's number, a lot's code; null where it has none. */
  readonly ref: string | null;
  readonly cause: string;
}

/** Fills as they are called, whether they still stand or not. */
export const fillsCalled = (db: Knex, ids: readonly number[]): Promise<CalledFill[]> =>
  db("fill as f")
    .leftJoin("vessel as v", "v.id", "f.vessel_id")
    .leftJoin("batch as b", "b.fill_id", "f.id")
    .leftJoin("lot as l", "l.fill_id", "f.id")
    .leftJoin("parcel as p", "p.fill_id", "f.id")
    .leftJoin("buyer_called as y", "y.id", "p.buyer_id")
    .whereRaw("f.id = any(?::bigint[])", [[...ids]])
    .select(
      "f.id",
      "f.kind",
      // A buyer is told under the name it was joined to.
      db.raw("coalesce(y.called, f.name) as name"),
      db.raw("coalesce(v.tag, b.number::text, l.code) as ref"),
      // Losses booked before they said their cause have it in their name.
      db.raw(
        "coalesce(f.cause, regexp_replace(f.name, ', (batch|super|run|bin) [^,]*$| filling lot .*$', '')) as cause",
      ),
    );

/** In the very words of the index that finds it: every comb of a colony has it in its row too. */
const OF_COLONY = "kind = 'colony'";

/** The fill a colony's honey comes from. */
export async function fillOfColony(db: Knex, colonyId: number): Promise<number> {
  return (await db("live_fill").whereRaw(OF_COLONY).where({ colony_id: colonyId }).first("id")).id;
}

/** The same of many, by colony. */
export async function fillsOfColonies(
  db: Knex,
  colonyIds: readonly number[],
): Promise<ReadonlyMap<number, number>> {
  const rows: { id: number; colony_id: number }[] = await db("live_fill")
    .whereRaw(`${OF_COLONY} and colony_id = any(?::bigint[])`, [[...colonyIds]])
    .select("id", "colony_id");
  return new Map(rows.map((row) => [row.colony_id, row.id]));
}

/** The colony a comb's honey came from. */
export async function colonyOfComb(db: Knex, fillId: number): Promise<number> {
  return (await db("fill").where({ id: fillId }).first("colony_id")).colony_id;
}

/** The fill that gave something to this one first; undefined where nothing came in. */
export async function firstGiver(db: Knex, fillId: number): Promise<number | undefined> {
  return (await db("movement").where({ to_fill: fillId }).orderBy("id").first("from_fill"))?.from_fill;
}

/** Grams that stand as moved since a moment, by kind of movement. */
export async function movedByKind(db: Knex, since: Date): Promise<Map<string, number>> {
  const rows = await db("movement as m")
    .leftJoin("undone as u", "u.entry_id", "m.entry_id")
    .whereNull("u.entry_id")
    .whereNull("m.reverses")
    .where("m.at", ">=", since)
    .groupBy("m.kind")
    .select("m.kind")
    .sum("m.grams as grams");
  return new Map(rows.map((r) => [r.kind as string, Number(r.grams)]));
}

/** All movements that touch whatever these fills reach, forward from them, and what came into that besides; with each fill's kind. */
export async function behindAndBeyond(
  db: Knex,
  start: readonly number[],
): Promise<{
  readonly reached: number[];
  readonly moves: Movement[];
  readonly kinds: ReadonlyMap<number, FillKind>;
}> {
  if (start.length === 0) return { reached: [], moves: [], kinds: new Map() };
  const reached = await reachInDatabase(db, start, "forward");
  const moves = await movementsOf(db, reached);
  const ids = [...new Set([...reached, ...moves.flatMap((m) => [m.from, m.to])])];
  const rows: { id: number; kind: FillKind }[] = await db("fill")
    .whereRaw("id = any(?::bigint[])", [ids])
    .select("id", "kind");
  return { reached, moves, kinds: new Map(rows.map((r) => [r.id, r.kind])) };
}

/** Entries that opened these fills or moved anything in them. */
export async function entriesOfFills(db: Knex, fillIds: readonly number[]): Promise<number[]> {
  const ids = [...fillIds];
  const { rows } = await db.raw(
    `select entry_id from fill where id = any(?::bigint[])
     union
     select entry_id from movement where to_fill = any(?::bigint[]) or from_fill = any(?::bigint[])`,
    [ids, ids, ids],
  );
  return rows.map((r: { entry_id: number }) => Number(r.entry_id));
}
