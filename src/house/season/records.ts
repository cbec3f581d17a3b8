/** Rows of a season: what came off the colonies, what became of it, what it cost. */
import type { Knex } from "knex";
import type { Pulled } from "@/core/season";
import { newestFirst } from "../ledger/records/newest";

export interface SeasonRules {
  readonly begins_md: string;
  readonly keep_years: number;
  readonly hour_cost: number | null;
}

/** Records of food are kept for at least five years in most places (common practice; the law of the place decides). */
export const FIRST_SEASON: SeasonRules = { begins_md: "01-01", keep_years: 6, hour_cost: null };

export const seasonRules = async (db: Knex): Promise<SeasonRules> =>
  (await db("live_season_rules as x")
    .orderByRaw(newestFirst("x"))
    .first("x.begins_md", "x.keep_years", "x.hour_cost")) ?? FIRST_SEASON;

export interface SeasonComb extends Pulled {
  readonly fillId: number;
  readonly owner: string;
  readonly batch: number | null;
}

/** Every super pulled between two days, as it was weighed in last. */
export async function combsBetween(db: Knex, from: string, to: string): Promise<SeasonComb[]> {
  const { rows } = await db.raw(
    `with pulls as (select u.id, u.date, y.name as yard from live_pull u join yard y on y.id = u.yard_id where u.date between ? and ?),
     combs as (
       select p.fill_id, p.vessel_id, p.colony_id, p.frames_left, p.weighed, p.empty_g, p.gross_g, u.date, u.yard
         from pulls u join live_pull_super p on p.pull_id = u.id),
     weighed as (
       select distinct on (x.fill_id) x.fill_id, x.gross_g from live_weigh_in x join combs c on c.fill_id = x.fill_id
        order by x.fill_id, ${newestFirst("x")}),
     owners as (
       select distinct on (x.colony_id) x.colony_id, x.owner from live_colony_terms x order by x.colony_id, ${newestFirst("x")}),
     of_batch as (select bs.fill_id, bs.batch_id from live_batch_super bs join combs c on c.fill_id = bs.fill_id),
     runs as (
       select distinct on (r.batch_id) r.batch_id, m.name as machine, r.tool
         from (select distinct batch_id from of_batch) o
         join live_run r on r.batch_id = o.batch_id join machine m on m.id = r.machine_id order by r.batch_id, r.id)
     select c.fill_id, c.yard, k.tag as colony, v.tag, coalesce(v.depth, 'custom') as depth,
            greatest(0, coalesce(v.frames, 10) - c.frames_left) as frames,
            greatest(0, coalesce(w.gross_g, c.gross_g) - coalesce(c.empty_g, v.empty_g)) as g,
            (c.weighed or w.gross_g is not null) as weighed, s.stayed_g, c.date as day,
            coalesce(o.owner, '') as owner, b.number as batch, coalesce(r.machine, '') as machine, coalesce(r.tool, '') as tool
       from combs c
       join vessel v on v.id = c.vessel_id
       join colony k on k.id = c.colony_id
       left join weighed w on w.fill_id = c.fill_id
       left join owners o on o.colony_id = c.colony_id
       left join live_spun s on s.comb_fill_id = c.fill_id
       left join of_batch bs on bs.fill_id = c.fill_id
       left join batch b on b.id = bs.batch_id
       left join runs r on r.batch_id = bs.batch_id
      order by c.date, length(v.tag), v.tag`,
    [from, to],
  );
  return rows.map((r: Record<string, unknown>) => ({
    fillId: Number(r.fill_id),
    yard: r.yard,
    colony: r.colony,
    tag: r.tag,
    depth: r.depth,
    frames: Number(r.frames),
    kg: Number(r.g) / 1000,
    weighed: r.weighed,
    leftKg: r.stayed_g === null ? null : Number(r.stayed_g) / 1000,
    day: r.day,
    tool: r.tool,
    machine: r.machine,
    owner: r.owner,
    batch: r.batch === null ? null : Number(r.batch),
  })) as SeasonComb[];
}

export interface MovedSums {
  readonly wax: number;
  readonly cappings: number;
  readonly wets: number;
  readonly lost: number;
  readonly unexplained: number;
  readonly jarred: number;
  readonly sent: number;
  readonly bought: number;
}

/** Grams by what happened to them, between two moments. */
export async function movedBetween(db: Knex, from: Date, until: Date): Promise<MovedSums> {
  const { rows } = await db.raw(
    `select m.kind, sum(m.grams)::bigint as g
       from movement m
      where m.at >= ? and m.at < ? and m.reverses is null
        and not exists (select 1 from undone u where u.entry_id = m.entry_id)
      group by m.kind`,
    [from, until],
  );
  const of = new Map<string, number>(rows.map((r: { kind: string; g: string }) => [r.kind, Number(r.g)]));
  const g = (kind: string): number => of.get(kind) ?? 0;
  return {
    wax: g("wax"),
    cappings: g("cappings") - g("drained"),
    wets: g("wets"),
    lost: g("loss"),
    unexplained: g("unexplained"),
    jarred: g("draw"),
    sent: g("send") - g("back"),
    bought: g("deliver"),
  };
}

export interface SeasonLot {
  readonly code: string;
  readonly honey_kind: string;
  readonly nominal_g: number;
  readonly mean_fill_g: number;
  readonly jars: number;
  readonly filled_on: string;
  readonly vessel: string | null;
  readonly owner: string;
  readonly minutes: number | null;
  /** Jars sold, and what they brought where a price was told. */
  readonly sold: number;
  readonly priced: number;
  readonly brought: number;
  /** Pieces of jars, lids, labels and boxes booked for it, at their prices; null where one has none. */
  readonly materials: number | null;
}

/** Lots filled between two days; what came back of one is told with it and not again. */
export async function lotsBetween(db: Knex, from: string, to: string): Promise<SeasonLot[]> {
  const { rows } = await db.raw(
    `with lots as (select * from live_lot where filled_on between ? and ? and returned_of is null),
     sold as (
       select p.lot_id, sum(p.jars - coalesce(k.back, 0))::int as sold,
              coalesce(sum(p.jars - coalesce(k.back, 0)) filter (where p.price is not null), 0)::int as priced,
              coalesce(sum((p.jars - coalesce(k.back, 0)) * p.price), 0)::float8 as brought
         from live_parcel p join lots l on l.id = p.lot_id
         left join lateral (select sum(b.jars)::int as back from live_jars_back b where b.parcel_id = p.id) k on true
        group by p.lot_id),
     prices as (
       -- A material set up anew is the same by its name.
       select distinct on (lower(m.name)) lower(m.name) as name, x.price
         from live_material_price x join material m on m.id = x.material_id order by lower(m.name), ${newestFirst("x")}),
     used as (
       select u.lot_id, sum(u.pieces * p.price)::float8 as cost, bool_and(p.price is not null) as told
         from live_material_use u join lots l on l.id = u.lot_id join material m on m.id = u.material_id
         left join prices p on p.name = lower(m.name)
        group by u.lot_id)
     select l.code, l.honey_kind, l.nominal_g, l.mean_fill_g, l.jars, l.filled_on, l.vessel, l.owner, l.minutes,
            coalesce(s.sold, 0) as sold, coalesce(s.priced, 0) as priced, coalesce(s.brought, 0) as brought,
            case when u.told then u.cost end as materials
       from lots l left join sold s on s.lot_id = l.id left join used u on u.lot_id = l.id
      order by l.id`,
    [from, to],
  );
  return rows;
}

export const hoursBetween = (
  db: Knex,
  from: string,
  to: string,
): Promise<{ day: string; hours: number; who: string; what: string }[]> =>
  db("live_work_hours").whereBetween("day", [from, to]).orderBy("day").select("day", "hours", "who", "what");

export const goalOf = (db: Knex, season: string): Promise<{ goal_g: number; words: string } | undefined> =>
  db("live_season_goal as x").where({ season }).orderByRaw(newestFirst("x")).first("x.goal_g", "x.words");

/** The first day anything was pulled; null in an empty house. */
export async function firstPull(db: Knex): Promise<string | null> {
  return (await db("live_pull").orderBy("date").orderBy("id").first("date as first"))?.first ?? null;
}

export interface WaterOfDay {
  readonly day: string;
  readonly pct: number;
  readonly n: number;
}

/** Colours read between two moments, by the day a zone's calendar showed. */
export async function colourByDay(
  db: Knex,
  zone: string,
  from: Date,
  until: Date,
): Promise<{ day: string; mm: number; n: number }[]> {
  const { rows } = await db.raw(
    // From the moments on: of all colours ever read none but these days' are looked at.
    `select (e.happened_at at time zone ?)::date as day, avg(c.pfund_mm)::float8 as mm, count(*)::int as n
       from entry e join colour_reading c on c.entry_id = e.id
      where e.happened_at >= ? and e.happened_at < ?
        and not exists (select 1 from undone u where u.entry_id = e.id) group by 1 order by 1`,
    [zone, from, until],
  );
  return rows;
}

export const materialNamed = (
  db: Knex,
  name: string,
): Promise<{ id: number; entry_id: number; name: string } | undefined> =>
  db("live_material as m")
    .whereRaw("lower(m.name) = lower(?)", [name])
    .orderBy("m.id", "desc")
    .first("m.id", "m.entry_id", "m.name");
