/** One order with what the house itself knows of the sample. */
import type { Knex } from "knex";
import { readingsOf } from "../readings/records/readings";
import { type LabOrderRow, oneOrder as orderNumbered } from "./records";

export async function oneOrder(
  db: Knex,
  number: number,
): Promise<{ readonly order: LabOrderRow; readonly waterPct: number | undefined }> {
  const order = await orderNumbered(db, number);
  return { order, waterPct: (await readingsOf(db, [order.fill_id])).at(-1)?.water_pct };
}
