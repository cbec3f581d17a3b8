/** Rows that cross the bays: what stands in pails, what is set up, and the moment the house is in. */
import type { Knex } from "knex";
import { HONEY_VESSELS, type HoneyVessel } from "../ledger/kinds";
import { IS_HOLDING } from "../ledger/records/fills";
import { joinNewest } from "../ledger/records/newest";

const MINUTE = 60_000;

/** Changes with every entry, every device's word and every minute. */
export async function momentOf(db: Knex, now: Date): Promise<string> {
  const { rows } = await db.raw(
    "select (select max(id) from entry) as entry, (select max(id) from device_post) as post",
  );
  return `${rows[0].entry} ${rows[0].post} ${Math.floor(now.getTime() / MINUTE)}`;
}

/** What is set up at all. */
export interface EquipmentThere {
  readonly yards: boolean;
  readonly colonies: boolean;
  readonly supers: boolean;
  /** Any vessel for strained honey. */
  readonly vessels: boolean;
}

export async function equipmentThere(db: Knex): Promise<EquipmentThere> {
  const { rows } = await db.raw(
    `select exists (select 1 from live_yard) as yards, exists (select 1 from live_colony) as colonies,
            exists (select 1 from live_vessel where kind = 'super') as supers,
            exists (select 1 from live_vessel where kind = any(?)) as vessels`,
    [[...HONEY_VESSELS]],
  );
  return rows[0];
}

export interface VesselHolding {
  readonly fill_id: number;
  readonly vessel_id: number;
  readonly kind: HoneyVessel;
  readonly tag: string;
  readonly grams: number;
  readonly capacity_g: number | null;
  readonly diameter_cm: number | null;
  readonly height_cm: number | null;
  /** Where it stands, "" where nobody said. */
  readonly place: string;
  readonly opened_at: Date;
}

/** Which of them are wanted: by what they hold, or by their names, "pail 12". */
export type SomeOf = { readonly fills: readonly number[] } | { readonly names: readonly string[] };

/** Every vessel of strained honey that holds some, or those of them that are wanted. */
export const vesselsHolding = (db: Knex, some?: SomeOf): Promise<VesselHolding[]> => {
  const held = db("fill_balance as b")
    .join("live_fill as f", "f.id", "b.fill_id")
    .join("vessel as v", "v.id", "f.vessel_id")
    .joinRaw(joinNewest("vessel_place", "p", "place", "x.vessel_id = v.id"))
    .whereRaw(IS_HOLDING, [[...HONEY_VESSELS]])
    .orderByRaw("array_position(?::text[], v.kind), length(v.tag), v.tag", [[...HONEY_VESSELS]])
    .select(
      "f.id as fill_id",
      "v.id as vessel_id",
      "v.kind",
      "v.tag",
      "b.grams",
      "v.capacity_g",
      "v.diameter_cm",
      "v.height_cm",
      "f.opened_at",
      db.raw("coalesce(p.place, '') as place"),
    );
  if (!some) return held;
  return "fills" in some
    ? held.whereRaw("b.fill_id = any(?::bigint[])", [[...some.fills]])
    : held.whereRaw("v.kind || ' ' || v.tag = any(?)", [[...some.names]]);
};
