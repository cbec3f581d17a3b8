import type { Knex } from "knex";
import { refuse } from "../../language/errors";
import { AS_WRITTEN, joinNewest, newestFirst, newestIds } from "../../ledger/records/newest";
import { stillOpen } from "../../ledger/records/still-open";

export interface BatchRow {
  readonly id: number;
  readonly entry_id: number;
  readonly number: number;
  readonly fill_id: number;
  /** The entry that closed it. */
  readonly closed_by: number | null;
  readonly started_at: Date;
}

const batches = (db: Knex) =>
  db("live_batch as b")
    .join("fill as f", "f.id", "b.fill_id")
    .leftJoin("live_batch_close as c", "c.batch_id", "b.id")
    .select("b.*", "c.entry_id as closed_by", "f.opened_at as started_at");

/** One page of batches, newest first, older than `before` when that is given. */
export function recentBatches(db: Knex, limit: number, before?: number): Promise<BatchRow[]> {
  const query = batches(db).orderBy("b.number", "desc").limit(limit, AS_WRITTEN);
  return before === undefined ? query : query.where("b.number", "<", before);
}
export const batchesOfFills = (db: Knex, fillIds: readonly number[]): Promise<BatchRow[]> =>
  batches(db)
    .whereRaw("b.fill_id = any(?::bigint[])", [[...fillIds]])
    .orderBy("b.number");
/** No day on a floor closes more. */
const MOST_CLOSED = 100;

export const batchesClosedSince = (db: Knex, since: Date): Promise<BatchRow[]> =>
  batches(db)
    .whereRaw(
      `b.id = any(array(select k.batch_id from batch_close k
         where k.id = any(${newestIds("batch_close", MOST_CLOSED)})
           and exists (select 1 from entry e where e.id = k.entry_id and e.happened_at >= ?)))`,
      [since],
    )
    .whereNotNull("c.entry_id")
    .orderBy("b.number");
/** The ids of batches nobody closed, as an SQL array. */
export const OPEN_BATCH_IDS = stillOpen("batch");
export const openBatches = (db: Knex): Promise<BatchRow[]> =>
  batches(db).whereRaw(`b.id = any(${OPEN_BATCH_IDS})`).orderBy("b.number");

export async function oneBatch(db: Knex, number: number, field = "batch"): Promise<BatchRow> {
  return (
    (await batches(db).where("b.number", number).first()) ??
    refuse("unknown-batch", `There is no batch ${number}.`, field)
  );
}

/** The batch named, or the one that is open when only one is. It must be open. */
export async function openBatch(db: Knex, number: number | undefined): Promise<BatchRow> {
  if (number !== undefined) {
    const batch = await oneBatch(db, number);
    if (batch.closed_by)
      refuse("batch-closed", `Batch ${number} is closed; undo its closing first.`, "batch");
    return batch;
  }
  const open = await openBatches(db);
  const [only] = open;
  if (!only) refuse("no-batch", "No batch is open. Start one in the Spin bay first.", "batch");
  if (open.length > 1)
    refuse("which-batch", `Batches ${open.map((b) => b.number).join(" and ")} are open: say which.`, "batch");
  return only;
}

/** Entries that put honey or supers into a batch, its start included: what everything drawn from it rests on. */
export async function entriesFeeding(db: Knex, batch: BatchRow): Promise<{ entry_id: number }[]> {
  const joins = await db("live_batch_super").where({ batch_id: batch.id }).distinct("entry_id");
  return [{ entry_id: batch.entry_id }, ...joins];
}

/** What a closed batch booked as unexplained, as far as nobody has explained it since. */
export const unexplainedOf = (
  db: Knex,
  batch: BatchRow,
): Promise<{ readonly fill_id: number; readonly grams: number } | undefined> =>
  db("movement as m")
    .join("fill_balance as b", "b.fill_id", "m.to_fill")
    .where({ "m.from_fill": batch.fill_id, "m.kind": "unexplained", "m.entry_id": batch.closed_by })
    .first("b.fill_id", "b.grams");

export interface BatchComb {
  readonly entry_id: number;
  /** When it came into the batch. */
  readonly joined_at: Date;
  readonly batch_id: number;
  readonly batch_number: number;
  readonly comb_fill: number;
  readonly vessel_id: number;
  readonly tag: string;
  /** Its empty weight as its honey was reckoned with. */
  readonly empty_g: number;
  readonly gross_g: number;
  readonly weighed: boolean;
  readonly capped_pct: number;
  readonly frames: number | null;
  /** Of these, frames that stayed behind on the colony. */
  readonly frames_left: number;
  readonly depth: string | null;
  readonly foundation: string | null;
  readonly colony: string;
  readonly yard: string;
  /** Its honey is kept separate for this owner; "" when it may be pooled. */
  readonly owner: string;
  readonly spun_gross_g: number | null;
  /** Honey left in the spun combs; null until they are weighed back. */
  readonly stayed_g: number | null;
  readonly spun_entry: number | null;
  readonly spun_at: Date | null;
  /** The entry that closed its batch. */
  readonly closed_by: number | null;
}

const combs = (db: Knex) =>
  db("live_batch_super as s")
    .join("live_batch as b", "b.id", "s.batch_id")
    .join("live_pull_super as p", "p.fill_id", "s.fill_id")
    .join("live_vessel as v", "v.id", "p.vessel_id")
    .join("live_colony as c", "c.id", "p.colony_id")
    .join("live_yard as y", "y.id", "c.yard_id")
    .leftJoin("live_spun as w", "w.comb_fill_id", "s.fill_id")
    .leftJoin("entry as e", "e.id", "w.entry_id")
    .leftJoin("live_batch_close as x", "x.batch_id", "s.batch_id")
    .joinRaw(joinNewest("weigh_in", "i", "gross_g", "x.fill_id = s.fill_id"))
    .joinRaw(joinNewest("colony_terms", "o", "owner", "x.colony_id = p.colony_id"))
    .select(
      "s.entry_id",
      "s.stated_at as joined_at",
      "s.batch_id",
      "b.number as batch_number",
      "s.fill_id as comb_fill",
      "v.id as vessel_id",
      "v.tag",
      db.raw("coalesce(p.empty_g, v.empty_g) as empty_g"),
      "v.frames",
      "p.frames_left",
      "v.depth",
      "v.foundation",
      db.raw("coalesce(i.gross_g, p.gross_g) as gross_g"),
      db.raw("(p.weighed or i.gross_g is not null) as weighed"),
      "p.capped_pct",
      "c.tag as colony",
      "y.name as yard",
      db.raw("coalesce(o.owner, '') as owner"),
      "w.gross_g as spun_gross_g",
      db.raw(
        "case when w.id is not null then coalesce(w.stayed_g, greatest(0, w.gross_g - coalesce(p.empty_g, v.empty_g))) end as stayed_g",
      ),
      "w.entry_id as spun_entry",
      "e.happened_at as spun_at",
      "x.entry_id as closed_by",
    );

export const combsOfBatches = (db: Knex, batchIds: readonly number[]): Promise<BatchComb[]> =>
  batchIds.length === 0
    ? Promise.resolve([])
    : combs(db)
        .whereRaw("s.batch_id = any(?::bigint[])", [[...batchIds]])
        .orderBy("s.id");

/** A box that was spun and weighed back, with how warm its honey was and what its last run was uncapped with. */
export interface SpunBox extends BatchComb {
  readonly temp_c: number;
  readonly tool: string | null;
}
/** Of the newest boxes weighed back those that were in a run, newest first. */
export async function spunBoxes(db: Knex, limit: number): Promise<SpunBox[]> {
  // Their fills lead to all that is told of them: asked for by the weighing alone, every box ever spun is read.
  const newest: number[] = await db("spun")
    .whereRaw(`id = any(${newestIds("spun", limit)})`)
    .pluck("comb_fill_id");
  const boxes: SpunBox[] = await combs(db)
    .joinRaw(
      `join lateral (select temp_c, tool from live_run r
          where r.batch_id = s.batch_id and r.stated_at >= s.stated_at
            and r.slots @> jsonb_build_array(jsonb_build_object('super', v.tag))
          order by ${newestFirst("r")} limit 1) r on true`,
    )
    .whereRaw("s.fill_id = any(?::bigint[]) and p.fill_id = any(?::bigint[])", [newest, newest])
    .orderByRaw(newestFirst("w"))
    .select("r.temp_c", "r.tool");
  return boxes.filter((box) => box.spun_entry !== null);
}

/** The newest stay of a super in a batch. */
export const lastStayOf = (db: Knex, vesselId: number): Promise<BatchComb | undefined> =>
  combs(db).where("v.id", vesselId).orderByRaw(newestFirst("s")).first();
/** The stays of these combs in a batch; of one that was in none there is none. */
export const staysOfCombs = (db: Knex, combFills: readonly number[]): Promise<BatchComb[]> =>
  combFills.length === 0
    ? Promise.resolve([])
    : combs(db).whereRaw("s.fill_id = any(?::bigint[])", [[...combFills]]);

export const batchKnown = async (db: Knex, number: number): Promise<boolean> =>
  Boolean(await db("live_batch").where({ number }).first("id"));

export async function numberOfBatch(db: Knex, id: number): Promise<number> {
  return (await db("live_batch").where({ id }).first("number")).number;
}

/** The number the next batch gets. */
export async function nextBatchNumber(db: Knex): Promise<number> {
  const last = await db("live_batch").orderBy("number", "desc").limit(1, AS_WRITTEN).first("number");
  return (last?.number ?? 0) + 1;
}

/** The charges that were joined into a batch. */
export const fillsInBatch = (db: Knex, batchId: number): Promise<number[]> =>
  db("live_batch_super").where({ batch_id: batchId }).pluck("fill_id");

/** Entries that weighed spun supers of a batch back. */
export const entriesWeighingBack = (db: Knex, batchId: number): Promise<{ entry_id: number }[]> =>
  db("live_spun").where({ batch_id: batchId }).distinct("entry_id");
