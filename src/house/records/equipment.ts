import type { Knex } from "knex";
import { refuse } from "../errors";

export interface VesselRow {
  readonly id: number;
  readonly entry_id: number;
  readonly kind: "super" | "pail" | "bin";
  readonly tag: string;
  readonly empty_g: number;
  readonly depth: string | null;
  readonly frames: number | null;
  readonly capacity_g: number | null;
  readonly foundation: string | null;
}

export interface YardRow {
  readonly id: number;
  readonly entry_id: number;
  readonly name: string;
  readonly country: string;
  readonly note: string;
  readonly location: string | null;
  readonly registration: string | null;
}

export interface ColonyRow {
  readonly id: number;
  readonly entry_id: number;
  readonly tag: string;
  readonly yard_id: number;
  /** Whose honey it is when it is kept separate; "" when it may be pooled. */
  readonly owner: string;
  readonly agreed_g: number | null;
}

const yardRows = (db: Knex) =>
  db("live_yard as y")
    .joinRaw(
      "left join lateral (select location, registration from live_yard_detail x where x.yard_id = y.id order by x.id desc limit 1) d on true",
    )
    .select("y.*", "d.location", "d.registration");
const colonyRows = (db: Knex) =>
  db("live_colony as c")
    .joinRaw(
      "left join lateral (select owner, agreed_g from live_colony_terms x where x.colony_id = c.id order by x.id desc limit 1) o on true",
    )
    .select("c.*", db.raw("coalesce(o.owner, '') as owner"), "o.agreed_g");

export const yards = (db: Knex): Promise<YardRow[]> => yardRows(db).orderBy("y.name");
export const colonies = (db: Knex): Promise<(ColonyRow & { yard: string })[]> =>
  colonyRows(db)
    .join("live_yard as y", "y.id", "c.yard_id")
    .orderByRaw("y.name, length(c.tag), c.tag")
    .select("y.name as yard");
export const vessels = (db: Knex, kind: VesselRow["kind"]): Promise<VesselRow[]> =>
  db("live_vessel").where({ kind }).orderByRaw("length(tag), tag");

export const maybeYard = (db: Knex, name: string): Promise<YardRow | undefined> =>
  yardRows(db).whereRaw("lower(y.name) = lower(?)", [name]).first();
export const maybeColony = (db: Knex, tag: string): Promise<ColonyRow | undefined> =>
  colonyRows(db).where("c.tag", tag).first();
export const maybeVessel = (db: Knex, kind: VesselRow["kind"], tag: string): Promise<VesselRow | undefined> =>
  db("live_vessel").where({ kind, tag }).first();

export async function oneYard(db: Knex, name: string, field = "yard"): Promise<YardRow> {
  return (
    (await maybeYard(db, name)) ??
    refuse("unknown-yard", `There is no yard called "${name}". Set it up in the Yard bay first.`, field)
  );
}

export async function oneColony(db: Knex, tag: string, field = "colony"): Promise<ColonyRow> {
  return (
    (await maybeColony(db, tag)) ??
    refuse("unknown-tag", `There is no colony ${tag}. Set it up in the Yard bay first.`, field)
  );
}

export async function oneVessel(
  db: Knex,
  kind: VesselRow["kind"],
  tag: string,
  field: string = kind,
): Promise<VesselRow> {
  return (
    (await maybeVessel(db, kind, tag)) ??
    refuse(
      "unknown-tag",
      `There is no ${kind} ${tag}. Set it up in the ${kind === "super" ? "Yard" : "Spin"} bay first.`,
      field,
    )
  );
}
