import type { Knex } from "knex";
import type { PastBatch, PastFrames, SuperDepth } from "@/core/yields";
import { newestIds } from "../../ledger/records/newest";

/** How many past batches and weighed supers are learnt from: those of the last seasons, not of all time. */
const MOST_BATCHES = 40;
const MOST_SUPERS = 500;

/** Closed batches of this house: what came in by weight, what went into pails. */
export async function pastBatches(db: Knex): Promise<PastBatch[]> {
  const { rows } = await db.raw(
    `select sum(m.grams) filter (where m.to_fill = b.fill_id and m.kind = 'join') as came,
            sum(m.grams) filter (where m.from_fill = b.fill_id and m.kind = 'pail') as went
       from (select b.id, b.fill_id from live_batch_close c join live_batch b on b.id = c.batch_id
              where c.id = any(${newestIds("batch_close", MOST_BATCHES)})) b
       join movement m on m.to_fill = b.fill_id or m.from_fill = b.fill_id
      where m.reverses is null and not exists (select 1 from undone u where u.entry_id = m.entry_id)
      group by b.id`,
  );
  return rows
    .filter((r: { came: string | null; went: string | null }) => r.came !== null && r.went !== null)
    .map((r: { came: string; went: string }) => ({
      inKg: Number(r.came) / 1000,
      outKg: Number(r.went) / 1000,
    }));
}

/** Honey of a frame by depth, from supers that were weighed. */
export async function pastFrames(db: Knex): Promise<PastFrames> {
  const { rows } = await db.raw(
    `select depth, count(*)::int as supers, avg(kg)::float8 as kg from (
       select v.depth, (p.gross_g - coalesce(p.empty_g, v.empty_g)) / 1000.0 / greatest(1, v.frames - p.frames_left) as kg
         from live_pull_super p join vessel v on v.id = p.vessel_id
        where p.id = any(${newestIds("pull_super", MOST_SUPERS, "t.weighed")}) and v.frames is not null) x
      group by depth`,
  );
  return Object.fromEntries(
    rows.map((r: { depth: SuperDepth; supers: number; kg: number }) => [
      r.depth,
      { kgPerFrame: r.kg, supers: r.supers },
    ]),
  );
}
