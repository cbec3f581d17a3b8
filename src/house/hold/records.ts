/** Rows of holds: what is held, what was released, which rules hold by themselves. */
import type { Knex } from "knex";
import type { AnalyteId } from "@/core/laboratory";
import { HOLDS_SOME } from "../ledger/records/fills";
import { AS_WRITTEN } from "../ledger/records/newest";
import { stillOpen } from "../ledger/records/still-open";

export const HOLD_ABOUT = [
  "vessel",
  "lot",
  "batch",
  "delivery",
  "super",
  "pull",
  "colony",
  "yard",
  "boxes",
] as const;
export type HoldAbout = (typeof HOLD_ABOUT)[number];

export interface HoldRow {
  readonly id: number;
  readonly entry_id: number;
  readonly stated_at: Date;
  /** What people call it by. */
  readonly number: number;
  readonly about: HoldAbout;
  /** "drum 3", "Kiln Field" */
  readonly name: string;
  readonly fill_ids: readonly number[];
  readonly vessel_ids: readonly number[];
  readonly colony_id: number | null;
  readonly yard_id: number | null;
  readonly from_day: string | null;
  readonly to_day: string | null;
  /** The day after which it holds no more, where it ends by itself. */
  readonly over_on: string | null;
  readonly why: string;
  /** What would release it. */
  readonly until: string;
  readonly analyte: AnalyteId | null;
  readonly most: number | null;
  readonly rule_id: number | null;
}

/** A release takes effect once the second person agreed, where the house asks for one. */
const inForce = `(not r.second or exists (select 1 from live_release_confirmed c where c.release_id = r.id and c.stated_at <= :at))`;

/**
 * The only ones that can stand at a moment: those nobody released for good, those released after it, and those of a
 * release just being written, which has no moment yet.
 */
const maybeOpen = `array(
  select unnest(${stillOpen("hold")})
   union
  select r.hold_id from hold_release r where r.entry_id = any(array(select e.id from entry e where e.happened_at > :at))
   union
  select n.hold_id from (select r.hold_id, r.entry_id from hold_release r order by r.id desc limit 100) n
   where not exists (select 1 from entry e where e.id = n.entry_id))`;

/** Holds that stand at a moment, whole or for what was not cleared one by one. */
const open = `
  select h.* from live_hold h
   where h.id = any(${maybeOpen})
     and h.stated_at <= :at
     and (h.over_on is null or h.over_on >= (:at::timestamptz at time zone :zone)::date)
     and not exists (
       select 1 from live_hold_release r where r.hold_id = h.id and r.fill_id is null and r.stated_at <= :at and ${inForce})`;

/** What each hold begins at: the fills named, or the combs of a colony or yard pulled between its days. */
const starts = `
  select o.id as hold, unnest(o.fill_ids) as fill from open o
   union
  select o.id, p.fill_id
    from open o
    -- Hold by hold: read as a whole, it would be every comb there ever was.
    cross join lateral (
      select c.fill_id, u.date from live_pull_super c join live_pull u on u.id = c.pull_id where c.colony_id = o.colony_id offset 0) p
   where o.about <> 'boxes' and (o.from_day is null or p.date >= o.from_day) and (o.to_day is null or p.date <= o.to_day)
   union
  select o.id, p.fill_id
    from open o
    cross join lateral (
      select c.fill_id, u.date from live_pull u join live_pull_super c on c.pull_id = u.id where u.yard_id = o.yard_id offset 0) p
   where (o.from_day is null or p.date >= o.from_day) and (o.to_day is null or p.date <= o.to_day)`;

/** Of those that stand. */
const cleared = `
  select r.hold_id, r.fill_id, r.as_of from live_hold_release r
   where r.hold_id = any(array(select id from open)) and r.fill_id is not null and r.stated_at <= :at and ${inForce}`;

/**
 * Which holds lie on which fills at a moment: what is held flows down every movement, and what it is mixed into is
 * held with it. A fill that was cleared passes on what it held when it was cleared; what was taken out before, and what
 * came in afterwards, is not cleared by that.
 */
export async function heldFills(
  db: Knex,
  zone: string,
  at: Date,
): Promise<ReadonlyMap<number, readonly number[]>> {
  const { rows } = await db.raw(
    `with recursive open as (${open}),
     cleared as (${cleared}),
     walk (hold, fill, at, id) as (
       select s.hold, s.fill, '-infinity'::timestamptz, 0::bigint from (${starts}) s
       union
       select w.hold, m.to_fill, m.at, m.id
         from walk w cross join lateral (
           -- Step by step from what is held: read as a whole, it would be every movement there ever was.
           select x.to_fill, x.at, x.id, x.entry_id from movement x
            where x.from_fill = w.fill and (x.at, x.id) > (w.at, w.id) and x.reverses is null and x.at <= :at offset 0) m
        where not exists (select 1 from undone u where u.entry_id = m.entry_id)
          and not exists (
            select 1 from cleared c where c.hold_id = w.hold and c.fill_id = w.fill and c.as_of >= w.at and c.as_of <= m.at)
     )
     select distinct w.hold, w.fill from walk w
      where not exists (select 1 from cleared c where c.hold_id = w.hold and c.fill_id = w.fill and c.as_of >= w.at)
      -- Which is named first does not hang on how it was found.
      order by w.fill, w.hold`,
    { at, zone },
  );
  const held = new Map<number, number[]>();
  for (const { hold, fill } of rows as { hold: number; fill: number }[])
    held.set(fill, [...(held.get(fill) ?? []), hold]);
  return held;
}

export async function openHolds(db: Knex, zone: string, at: Date): Promise<HoldRow[]> {
  const { rows } = await db.raw(`select * from (${open}) h order by h.id`, { at, zone });
  return rows;
}

export const holdNumbered = (db: Knex, number: number): Promise<HoldRow | undefined> =>
  db("live_hold").where({ number }).orderBy("id", "desc").first();

export const nextHoldNumber = async (db: Knex): Promise<number> =>
  Number((await db("hold").max("number as last").first())?.last ?? 0) + 1;

/** Holds of whatever state, newest first. */
export const recentHolds = (db: Knex, limit: number): Promise<(HoldRow & { who: string })[]> =>
  db("live_hold as h")
    .leftJoin("entry as e", "e.id", "h.entry_id")
    .orderBy("h.id", "desc")
    .limit(limit, AS_WRITTEN)
    .select("h.*", "e.who");

export interface ReleaseRow {
  readonly id: number;
  readonly hold_number: number;
  readonly entry_id: number;
  readonly stated_at: Date;
  readonly hold_id: number;
  readonly fill_id: number | null;
  readonly name: string;
  readonly as_of: Date;
  readonly why: string;
  readonly lab_result_id: number | null;
  readonly second: boolean;
  readonly who: string;
  readonly confirmed_by: string | null;
  readonly confirmed_entry: number | null;
}

const releases = (db: Knex) =>
  db("live_hold_release as r")
    .leftJoin("entry as e", "e.id", "r.entry_id")
    .leftJoin("live_release_confirmed as c", "c.release_id", "r.id")
    .leftJoin("entry as ce", "ce.id", "c.entry_id")
    .join("hold as h", "h.id", "r.hold_id")
    .select(
      "r.*",
      "h.number as hold_number",
      "e.who",
      "ce.who as confirmed_by",
      "c.entry_id as confirmed_entry",
    )
    .orderBy("r.id");

export const releasesOf = (db: Knex, holds: readonly number[]): Promise<ReleaseRow[]> =>
  releases(db).whereRaw("r.hold_id = any(?::bigint[])", [[...holds]]);

export const releaseById = (db: Knex, id: number): Promise<ReleaseRow | undefined> =>
  releases(db).where("r.id", id).first();

/** Releases that freed any of these fills, directly or by what flowed into them: what was done rests on them. */
export async function releasesBehind(
  db: Knex,
  fills: readonly number[],
  at: Date,
): Promise<{ entry_id: number }[]> {
  if ((await db("live_hold_release").first("id")) === undefined) return [];
  const { rows } = await db.raw(
    `with recursive walk (fill, at, id) as (
       select unnest(:fills::bigint[]), :at::timestamptz, 9223372036854775807
       union
       select m.from_fill, m.at, m.id
         from walk w join movement m on m.to_fill = w.fill and (m.at, m.id) < (w.at, w.id)
        where m.reverses is null and not exists (select 1 from undone u where u.entry_id = m.entry_id)
     ), behind as (select distinct fill from walk),
     touched as (
       select h.id from live_hold h where h.fill_ids && array(select fill from behind)
       union
       select h.id from live_hold h
         join live_pull_super p on p.colony_id = h.colony_id and h.about <> 'boxes' join behind b on b.fill = p.fill_id
       union
       select h.id from live_hold h
         join live_pull u on u.yard_id = h.yard_id join live_pull_super p on p.pull_id = u.id join behind b on b.fill = p.fill_id)
     select r.entry_id from live_hold_release r join touched t on t.id = r.hold_id where r.stated_at <= :at
     union
     select c.entry_id from live_release_confirmed c join live_hold_release r on r.id = c.release_id
       join touched t on t.id = r.hold_id where c.stated_at <= :at`,
    { fills: [...fills], at },
  );
  return rows;
}

export interface HoldRuleRow {
  readonly id: number;
  readonly entry_id: number;
  readonly name: string;
  readonly yards: readonly string[];
  /** "01-01": month and day, every year. */
  readonly from_md: string;
  readonly to_md: string;
  readonly analyte: AnalyteId;
  readonly most: number;
  readonly why: string;
  readonly source: string;
  readonly since: string | null;
  readonly until: string | null;
}

export const holdRules = (db: Knex, at?: Date): Promise<HoldRuleRow[]> =>
  db("live_hold_rule as r")
    .modify((q) => {
      if (at) q.where("r.stated_at", "<=", at);
    })
    .whereNotExists(db("live_hold_rule_ended as e").whereRaw("e.rule_id = r.id"))
    .orderBy("r.id")
    .select("r.*");

/** Whether a release wants a second person here. */
export const releaseWantsTwo = async (db: Knex): Promise<boolean> =>
  (
    await db("live_release_rules as x")
      .orderBy([
        { column: "x.stated_at", order: "desc" },
        { column: "x.id", order: "desc" },
      ])
      .first("x.second")
  )?.second ?? false;

/** The rule's days hold on: "11-15" lies in 11-01 to 02-28 as well as in 01-01 to 12-31. */
export function inSeason(day: string, fromMd: string, toMd: string): boolean {
  const md = day.slice(5);
  return fromMd <= toMd ? md >= fromMd && md <= toMd : md >= fromMd || md <= toMd;
}

/** Boxes that must not be used again at a moment, by vessel, with the hold. */
export async function heldBoxes(db: Knex, zone: string, at: Date): Promise<ReadonlyMap<number, HoldRow>> {
  const { rows } = await db.raw(
    `select h.*, v as box from (${open}) h cross join lateral unnest(h.vessel_ids) as v`,
    { at, zone },
  );
  return new Map((rows as (HoldRow & { box: number })[]).map((r) => [Number(r.box), r]));
}

/** Boxes that stood on a colony since a day. */
export const boxesOnColony = (
  db: Knex,
  colonyId: number,
  since: string,
): Promise<{ id: number; tag: string }[]> =>
  db("live_pull_super as p")
    .join("live_pull as u", "u.id", "p.pull_id")
    .join("live_vessel as v", "v.id", "p.vessel_id")
    .where("p.colony_id", colonyId)
    .where("u.date", ">=", since)
    .distinct("v.id", "v.tag")
    .orderBy("v.tag");

/** The combs of one pull. */
export const combsOfPull = (db: Knex, pullId: number): Promise<number[]> =>
  db("live_pull_super").where({ pull_id: pullId }).pluck("fill_id");

/** Pulls of a yard on a day. */
export const pullsOn = (db: Knex, yardId: number, day: string): Promise<{ id: number; entry_id: number }[]> =>
  db("live_pull").where({ yard_id: yardId, date: day }).orderBy("id").select("id", "entry_id");

/** Of these fills, what still stands in the house and what has left it. */
export async function standingAmong(
  db: Knex,
  fills: readonly number[],
): Promise<{ vessels: number; lots: number; hereG: number; goneG: number; buyers: number }> {
  const { rows } = await db.raw(
    `select count(*) filter (where b.kind in ('pail','drum','tank','tub'))::int as vessels,
            count(*) filter (where b.kind = 'lot')::int as lots,
            coalesce(sum(b.grams) filter (where b.kind not in ('parcel','loss','wax','wets')), 0)::bigint as here,
            coalesce(sum(b.grams) filter (where b.kind = 'parcel'), 0)::bigint as gone,
            count(distinct f.name) filter (where b.kind = 'parcel')::int as buyers
       from fill_balance b join fill f on f.id = b.fill_id
      where b.fill_id = any(?::bigint[]) and b.grams > 0`,
    [[...fills]],
  );
  const [row] = rows;
  return {
    vessels: row.vessels,
    lots: row.lots,
    hereG: Number(row.here),
    goneG: Number(row.gone),
    buyers: row.buyers,
  };
}

export interface LyingThing {
  readonly kind: string;
  readonly name: string;
  readonly grams: number;
}

/** Of each hold the fills it lies on that hold anything, as they are called. */
export async function standingByHold(
  db: Knex,
  on: ReadonlyMap<number, readonly HoldRow[]>,
): Promise<ReadonlyMap<number, readonly LyingThing[]>> {
  const rows: { id: number; kind: string; name: string; grams: number }[] =
    on.size === 0
      ? []
      : await db("fill_balance as b")
          .join("fill as f", "f.id", "b.fill_id")
          .whereRaw("b.fill_id = any(?::bigint[])", [[...on.keys()]])
          .whereRaw(HOLDS_SOME)
          .orderBy("b.fill_id")
          .select("f.id", "b.kind", "f.name", "b.grams");
  const by = new Map<number, LyingThing[]>();
  for (const { id, ...thing } of rows)
    for (const hold of on.get(id) ?? []) by.set(hold.id, [...(by.get(hold.id) ?? []), thing]);
  return by;
}
