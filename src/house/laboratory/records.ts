/** Rows of the laboratory: what was asked of whom, what came back. */
import type { Knex } from "knex";
import type { AnalyteId, Measured, Traits } from "@/core/laboratory";
import { refuse } from "../language/errors";
import { newestIds } from "../ledger/records/newest";

export interface LabOrderRow {
  readonly id: number;
  readonly entry_id: number;
  /** When the sample was taken. */
  readonly stated_at: Date;
  readonly number: number;
  readonly fill_id: number;
  readonly name: string;
  readonly lot_id: number | null;
  readonly taken_by: string;
  readonly seal: string;
  readonly laboratory: string;
  readonly sent_on: string | null;
  readonly asks: readonly AnalyteId[];
  readonly traits: Traits;
  readonly note: string;
}

export interface LabResultRow {
  readonly id: number;
  readonly entry_id: number;
  readonly order_id: number;
  readonly came_on: string;
  readonly report: string;
  readonly accredited: boolean;
  readonly source: "typed" | "file" | "stand-in";
  readonly note: string;
}

export interface LabValueRow extends Measured {
  readonly result_id: number;
}

export async function oneOrder(db: Knex, number: number, field = "order"): Promise<LabOrderRow> {
  const row = await db("live_lab_order").where({ number }).first();
  return row ?? refuse("unknown-order", `There is no laboratory order ${number}.`, field);
}

/** One page of orders, newest first. */
export const recentOrders = (db: Knex, limit: number, before?: number): Promise<LabOrderRow[]> =>
  db("live_lab_order")
    .modify((q) => before !== undefined && q.where("id", "<", before))
    .orderBy("id", "desc")
    .limit(limit);

export const ordersOfFills = (db: Knex, fills: readonly number[]): Promise<LabOrderRow[]> =>
  db("live_lab_order")
    .whereRaw("fill_id = any(?::bigint[])", [[...fills]])
    .orderBy("id", "desc");

/** The newest word on an order. */
export const resultOf = (db: Knex, orderId: number): Promise<LabResultRow | undefined> =>
  db("live_lab_result").where({ order_id: orderId }).orderBy("id", "desc").first();

export const resultsOf = (db: Knex, orders: readonly number[]): Promise<LabResultRow[]> =>
  db("live_lab_result")
    .whereRaw("order_id = any(?::bigint[])", [[...orders]])
    .orderBy("id");

export const valuesOf = (db: Knex, results: readonly number[]): Promise<LabValueRow[]> =>
  db("live_lab_value")
    .whereRaw("result_id = any(?::bigint[])", [[...results]])
    .orderBy("id")
    .select("result_id", "analyte", "value", "below", "expanded", "method");

export const nextOrderNumber = async (db: Knex): Promise<number> =>
  Number((await db("lab_order").max("number as last").first())?.last ?? 0) + 1;

/** Laboratories that were asked lately. */
export const laboratories = (db: Knex): Promise<string[]> =>
  db("live_lab_order")
    .whereRaw(`id = any(${newestIds("lab_order", 100)})`)
    .distinct("laboratory")
    .orderBy("laboratory")
    .limit(50)
    .pluck("laboratory");
