import type { Knex } from "knex";
import type { Movement } from "@/core/ledger";

export type FillKind =
  | "colony"
  | "gain"
  | "comb"
  | "batch"
  | "wets"
  | "pail"
  | "lot"
  | "parcel"
  | "loss"
  | "cappings"
  | "wax";

export interface FillRow {
  readonly id: number;
  readonly entry_id: number;
  readonly kind: FillKind;
  readonly vessel_id: number | null;
  readonly colony_id: number | null;
  readonly name: string;
  readonly opened_at: Date;
}

export async function gramsIn(db: Knex, fillId: number): Promise<{ grams: number; isSource: boolean }> {
  const row = await db("fill_balance").where({ fill_id: fillId }).first();
  return { grams: row?.grams ?? 0, isSource: row?.kind === "colony" || row?.kind === "gain" };
}

/** Fills of a kind that hold something now. */
export const fillsHolding = (db: Knex, kind: FillKind): Promise<number[]> =>
  db("fill_balance").where({ kind }).where("grams", ">", 0).orderBy("fill_id").pluck("fill_id");

export interface HeldFill extends FillRow {
  readonly grams: number;
}

/** The newest fill of a vessel, whether it still holds anything or not. */
export const lastFillOf = (db: Knex, vesselId: number): Promise<HeldFill | undefined> =>
  db("live_fill as f")
    .join("fill_balance as b", "b.fill_id", "f.id")
    .where("f.vessel_id", vesselId)
    .orderBy("f.id", "desc")
    .first("f.*", "b.grams");

/** The entry that last took something out of a fill: what an emptied vessel's next charge rests on. */
export const lastDrawFrom = (db: Knex, fillId: number): Promise<{ entry_id: number } | undefined> =>
  db("movement as m")
    .leftJoin("undone as u", "u.entry_id", "m.entry_id")
    .whereNull("u.entry_id")
    .whereNull("m.reverses")
    .where("m.from_fill", fillId)
    .orderBy("m.id", "desc")
    .first("m.entry_id");

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

export async function movementsOf(db: Knex, fillIds: readonly number[]): Promise<Movement[]> {
  const ids = [...fillIds];
  const rows = await db<MovementRow>("movement")
    .whereIn("from_fill", ids)
    .orWhereIn("to_fill", ids)
    .orderBy("id");
  return rows.map(asMovement);
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
