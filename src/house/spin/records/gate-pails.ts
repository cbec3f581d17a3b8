import type { Knex } from "knex";
export interface GatePail {
  readonly entry_id: number;
  readonly batch_id: number;
  /** Whose gate; null where machines share one. */
  readonly machine_id: number | null;
  readonly vessel_id: number;
  readonly tag: string;
  readonly capacity_g: number | null;
  readonly at: Date;
}

/** Every pail that stood under a gate of these batches, in the order they were put there. */
export const gatePails = (db: Knex, batchIds: readonly number[]): Promise<GatePail[]> =>
  batchIds.length === 0
    ? Promise.resolve([])
    : db("live_gate_pail as g")
        .join("vessel as v", "v.id", "g.vessel_id")
        .whereRaw("g.batch_id = any(?::bigint[])", [[...batchIds]])
        .orderBy(["g.at", "g.id"])
        .select("g.entry_id", "g.batch_id", "g.machine_id", "g.vessel_id", "g.at", "v.tag", "v.capacity_g");

export interface WeighedPail {
  readonly batch_id: number;
  readonly vessel_id: number;
  readonly grams: number;
  readonly at: Date;
}
/** Pails weighed full of these batches, whatever became of them since. */
export const pailsFilledFrom = (db: Knex, batchIds: readonly number[]): Promise<WeighedPail[]> =>
  batchIds.length === 0
    ? Promise.resolve([])
    : db("movement as m")
        .join("live_batch as b", "b.fill_id", "m.from_fill")
        .join("live_fill as f", "f.id", "m.to_fill")
        .where("m.kind", "pail")
        .whereNull("m.reverses")
        .whereRaw("b.id = any(?::bigint[])", [[...batchIds]])
        .orderBy("m.id")
        .select("b.id as batch_id", "f.vessel_id", "m.grams", "m.at");
