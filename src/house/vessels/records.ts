import type { Knex } from "knex";
import { refuse } from "../language/errors";
import { HONEY_VESSELS, type VesselKind } from "../ledger/kinds";
import type { Stated } from "../ledger/records/entries";
import { joinNewest, newestFirst } from "../ledger/records/newest";

/** A thing that is simply there, whenever somebody came to type it in. */
export interface Known {
  readonly id: number;
  readonly entry_id: number;
  /** Since when it is here; null since ever. */
  readonly known_from: Date | null;
}

export interface VesselRow extends Known {
  readonly kind: VesselKind;
  readonly tag: string;
  /** As it was last weighed empty. */
  readonly empty_g: number;
  /** The entry that weighed it empty again; null while it is as set up. */
  readonly weighed_by: number | null;
  readonly depth: string | null;
  readonly frames: number | null;
  readonly capacity_g: number | null;
  readonly foundation: string | null;
  readonly capacity_l: number | null;
  readonly diameter_cm: number | null;
  /** From its floor to its rim. */
  readonly height_cm: number | null;
  /** False where it cannot be put on a scale. */
  readonly weighable: boolean | null;
  /** True while its empty weight was never weighed, only guessed. */
  readonly guessed: boolean | null;
}

export interface YardRow extends Known {
  readonly name: string;
  readonly country: string;
  readonly note: string;
  readonly location: string | null;
  readonly registration: string | null;
}

export interface ColonyRow extends Known {
  readonly tag: string;
  readonly yard_id: number;
  /** Whose honey it is when it is kept separate; "" when it may be pooled. */
  readonly owner: string;
  readonly agreed_g: number | null;
}

const yardRows = (db: Knex) =>
  db("live_yard as y")
    .joinRaw(joinNewest("yard_detail", "d", "location, registration", "x.yard_id = y.id"))
    .select("y.*", "d.location", "d.registration");
const colonyRows = (db: Knex) =>
  db("live_colony as c")
    .joinRaw(joinNewest("colony_terms", "o", "owner, agreed_g", "x.colony_id = c.id"))
    .select("c.*", db.raw("coalesce(o.owner, '') as owner"), "o.agreed_g");

/** What the middle one of the house's pails holds, kg; null while it has none. */
export async function usualPailKg(db: Knex): Promise<number | null> {
  const { rows } = await db.raw(
    `select percentile_disc(0.5) within group (order by capacity_g) as g from live_vessel
      where kind = 'pail' and capacity_g > 0`,
  );
  return rows[0]?.g ? Number(rows[0].g) / 1000 : null;
}

export const yards = (db: Knex): Promise<YardRow[]> => yardRows(db).orderBy("y.name");
export const colonies = (db: Knex): Promise<(ColonyRow & { yard: string })[]> =>
  colonyRows(db)
    .join("live_yard as y", "y.id", "c.yard_id")
    .orderByRaw("y.name, length(c.tag), c.tag")
    .select("y.name as yard");
/** @param at with the empty weight of that moment; the newest when left out */
const vesselRows = (db: Knex, at?: Date) =>
  db("live_vessel as v")
    .joinRaw(
      joinNewest("empty_weighing", "e", "entry_id, empty_g", "x.vessel_id = v.id and x.at <= ?::timestamptz"),
      [at ?? "infinity"],
    )
    .select(
      "v.id",
      "v.entry_id",
      "v.known_from",
      "v.kind",
      "v.tag",
      "v.depth",
      "v.frames",
      "v.capacity_g",
      "v.foundation",
      "v.capacity_l",
      "v.diameter_cm",
      "v.height_cm",
      "v.weighable",
      db.raw("(v.guessed and e.entry_id is null) as guessed"),
      "e.entry_id as weighed_by",
      db.raw("coalesce(e.empty_g, v.empty_g) as empty_g"),
    );
export const vessels = (db: Knex, kind: VesselRow["kind"]): Promise<VesselRow[]> =>
  vesselRows(db).where("v.kind", kind).orderByRaw("length(v.tag), v.tag");

export const maybeYard = (db: Knex, name: string): Promise<YardRow | undefined> =>
  yardRows(db).whereRaw("lower(y.name) = lower(?)", [name]).first();
/** Those of these tags that vessels of a kind carry already. */
export const vesselTagsOf = async (
  db: Knex,
  kind: VesselKind,
  tags: readonly string[],
): Promise<ReadonlySet<string>> =>
  new Set(
    await db("live_vessel")
      .where({ kind })
      .whereRaw("tag = any(?)", [[...tags]])
      .pluck("tag"),
  );
export async function nameOfYard(db: Knex, id: number): Promise<string> {
  return (await db("live_yard").where({ id }).first("name")).name;
}
/** Those of these tags that colonies carry already. */
export const colonyTagsOf = async (db: Knex, tags: readonly string[]): Promise<ReadonlySet<string>> =>
  new Set(
    await db("live_colony")
      .whereRaw("tag = any(?)", [[...tags]])
      .pluck("tag"),
  );
export const maybeColony = (db: Knex, tag: string): Promise<ColonyRow | undefined> =>
  colonyRows(db).where("c.tag", tag).first();
export const maybeVessel = (
  db: Knex,
  kind: VesselRow["kind"],
  tag: string,
  at?: Date,
): Promise<VesselRow | undefined> => vesselRows(db, at).where({ "v.kind": kind, "v.tag": tag }).first();

/** Those of one kind that carry these tags, by tag; of a tag nobody carries there is none. */
export const vesselsTagged = async (
  db: Knex,
  kind: VesselKind,
  tags: readonly string[],
  at?: Date,
): Promise<ReadonlyMap<string, VesselRow>> => {
  const rows: VesselRow[] = await vesselRows(db, at)
    .where("v.kind", kind)
    .whereRaw("v.tag = any(?)", [[...tags]]);
  return new Map(rows.map((v) => [v.tag, v]));
};
/** The same of colonies, with the yard each stands in. */
export const coloniesTagged = async (
  db: Knex,
  tags: readonly string[],
): Promise<ReadonlyMap<string, ColonyRow & { readonly yard: string }>> => {
  const rows: (ColonyRow & { yard: string })[] = await colonyRows(db)
    .join("live_yard as y", "y.id", "c.yard_id")
    .whereRaw("c.tag = any(?)", [[...tags]])
    .select("y.name as yard");
  return new Map(rows.map((c) => [c.tag, c]));
};

/** What a weight reckoned with this vessel rests on: that it is here, and what it weighs empty. */
export const statingVessel = ({ entry_id, known_from, weighed_by }: VesselRow): Stated[] => [
  { entry_id, known_from },
  ...(weighed_by === null ? [] : [{ entry_id: weighed_by }]),
];

/** Supers that lost comb and were not weighed empty since, nor are in use: their empty weight is in doubt. */
export const toWeighEmpty = (db: Knex): Promise<{ tag: string; what: string }[]> =>
  db("live_comb_lost as l")
    .join("live_vessel as v", "v.id", "l.vessel_id")
    .whereRaw(
      "not exists (select 1 from live_empty_weighing e where e.vessel_id = v.id and (e.stated_at, e.entry_id) > (l.stated_at, l.entry_id))",
    )
    .whereRaw(
      `not exists (select 1 from live_pull_super p join fill_balance b on b.fill_id = p.fill_id
        where p.vessel_id = v.id and b.grams > 0)`,
    )
    .groupBy("v.tag")
    .orderByRaw("length(v.tag), v.tag")
    .select("v.tag", db.raw("string_agg(l.what, ', ' order by l.id) as what"));

export async function oneYard(db: Knex, name: string, field = "yard"): Promise<YardRow> {
  return (
    (await maybeYard(db, name)) ??
    refuse("unknown-yard", `There is no yard called "${name}". Set it up in the Yard bay first.`, field)
  );
}

export const noSuchColony = (tag: string, field: string): never =>
  refuse("unknown-tag", `There is no colony ${tag}. Set it up in the Yard bay first.`, field);

export async function oneColony(db: Knex, tag: string, field = "colony"): Promise<ColonyRow> {
  return (await maybeColony(db, tag)) ?? noSuchColony(tag, field);
}

export const noSuchVessel = (kind: VesselKind, tag: string, field: string): never =>
  refuse(
    "unknown-tag",
    `There is no ${kind} ${tag}. Set it up in the ${kind === "super" ? "Yard" : "Spin"} bay first.`,
    field,
  );

export async function oneVessel(
  db: Knex,
  kind: VesselRow["kind"],
  tag: string,
  field: string = kind,
  at?: Date,
): Promise<VesselRow> {
  return (await maybeVessel(db, kind, tag, at)) ?? noSuchVessel(kind, tag, field);
}

/** Where a vessel stood at a moment; null where nobody had said. */
export async function placeOf(db: Knex, vesselId: number, at: Date): Promise<string | null> {
  const row = await db("live_vessel_place as x")
    .where("x.vessel_id", vesselId)
    .andWhere("x.stated_at", "<=", at)
    .orderByRaw(newestFirst("x"))
    .first("x.place");
  return row?.place ?? null;
}

/** The same of many, by vessel; of one nobody had said a place for there is none. */
export async function placesOf(
  db: Knex,
  vesselIds: readonly number[],
  at: Date,
): Promise<ReadonlyMap<number, string>> {
  const rows: { vessel_id: number; place: string }[] = await db("live_vessel_place as x")
    .whereRaw("x.vessel_id = any(?::bigint[])", [[...vesselIds]])
    .where("x.stated_at", "<=", at)
    .distinctOn("x.vessel_id")
    .orderByRaw(`x.vessel_id, ${newestFirst("x")}`)
    .select("x.vessel_id", "x.place");
  return new Map(rows.map((row) => [row.vessel_id, row.place]));
}

const honeyVesselRows = (db: Knex) =>
  vesselRows(db)
    .whereIn("v.kind", [...HONEY_VESSELS])
    .orderByRaw("array_position(?::text[], v.kind), length(v.tag), v.tag", [[...HONEY_VESSELS]]);

/** Every vessel of strained honey there is, empty or not. */
export const vesselsOfHoney = (db: Knex): Promise<VesselRow[]> => honeyVesselRows(db);

/** The same with where each stands and what was noted of it: every place it ever had is looked at for that. */
export const vesselsOfHoneyPlaced = (
  db: Knex,
): Promise<(VesselRow & { readonly place: string; readonly note: string | null })[]> =>
  honeyVesselRows(db)
    .joinRaw(joinNewest("vessel_place", "p", "place", "x.vessel_id = v.id"))
    .select("v.note", db.raw("coalesce(p.place, '') as place"));

/** The next number no vessel of its kind has had. */
export async function nextTag(db: Knex, kind: VesselKind): Promise<string> {
  const { rows } = await db.raw(
    "select coalesce(max(tag::int), 0) + 1 as n from vessel where kind = ? and tag ~ '^[0-9]{1,6}$'",
    [kind],
  );
  return String(rows[0].n);
}
