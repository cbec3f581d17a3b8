import type { Knex } from "knex";
import { refuse } from "../language/errors";

/** Why honey came: bought, brought to be spun or packed for somebody, or here already when the house began. */
export const COMES = ["bought", "to-pack", "opening"] as const;
export type Comes = (typeof COMES)[number];

export interface DeliveryRow {
  readonly id: number;
  readonly entry_id: number;
  readonly number: number;
  readonly fill_id: number;
  readonly what: Comes;
  readonly supplier: string;
  /** Whose honey it stays; "" when it is the house's now. */
  readonly owner: string;
  readonly their_lot: string;
  readonly country: string;
  readonly region: string;
  readonly honey_kind: string;
  readonly price: string;
  readonly papers: string;
  readonly came_on: string;
}

export const deliveriesOfFills = (db: Knex, fillIds: readonly number[]): Promise<DeliveryRow[]> =>
  fillIds.length === 0
    ? Promise.resolve([])
    : db("live_delivery")
        .whereRaw("fill_id = any(?::bigint[])", [[...fillIds]])
        .orderBy("number");

/** The newest first. */
export const recentDeliveries = (db: Knex, limit: number): Promise<(DeliveryRow & { grams: number })[]> =>
  db("live_delivery as d")
    .orderBy("d.number", "desc")
    .limit(limit)
    .select(
      "d.*",
      db.raw(
        "(select coalesce(sum(m.grams), 0) from movement m where m.to_fill = d.fill_id and m.kind = 'deliver' and m.reverses is null)::bigint as grams",
      ),
    );

export async function oneDelivery(db: Knex, number: number): Promise<DeliveryRow> {
  return (
    (await db("live_delivery").where({ number }).first()) ??
    refuse("unknown-delivery", `There is no delivery ${number}.`, "delivery")
  );
}

/** The same lot of the same supplier, when it came already. */
export const sameDelivery = (
  db: Knex,
  supplier: string,
  theirLot: string,
): Promise<DeliveryRow | undefined> =>
  db("live_delivery")
    .whereRaw("lower(supplier) = lower(?) and lower(their_lot) = lower(?)", [supplier, theirLot])
    .first();

/** A number no delivery has had, undone ones included. */
export async function nextDeliveryNumber(db: Knex): Promise<number> {
  return Number((await db("delivery").max("number as n").first())?.n ?? 0) + 1;
}

/** Suppliers there were, for the field that asks. */
export const suppliers = (db: Knex): Promise<string[]> =>
  db("live_delivery").whereNot("supplier", "").distinct("supplier").orderBy("supplier").pluck("supplier");
