import type { Knex } from "knex";
import type { Place } from "@/core/dayplan";

/** Tags of boxes in these batches that were told to be uncapped. */
export const uncappedIn = (db: Knex, batchIds: readonly number[]): Promise<string[]> =>
  db("live_uncapped as u")
    .join("live_batch_super as s", "s.fill_id", "u.fill_id")
    .join("fill as f", "f.id", "u.fill_id")
    .join("vessel as v", "v.id", "f.vessel_id")
    .whereRaw("s.batch_id = any(?::bigint[])", [[...batchIds]])
    .distinct()
    .pluck("v.tag");

/** Boxes told to be uncapped since a moment, by whom and when, in their order. */
export const uncappedSince = (
  db: Knex,
  since: Date,
): Promise<{ readonly who: string; readonly tag: string; readonly at: Date }[]> =>
  db("live_uncapped as u")
    .join("fill as f", "f.id", "u.fill_id")
    .join("vessel as v", "v.id", "f.vessel_id")
    .whereRaw("u.id = any(array(select id from uncapped where at >= ?))", [since])
    .orderBy(["u.at", "u.id"])
    .select("u.who", "v.tag", "u.at");

export const wasUncapped = async (db: Knex, fillId: number): Promise<boolean> =>
  (await db("live_uncapped").where({ fill_id: fillId }).first("id")) !== undefined;

/** What was told of the mesh under the machines since a moment, in its order. */
export const meshTold = (
  db: Knex,
  since: Date,
): Promise<{ readonly what: "clogged" | "changed"; readonly at: Date }[]> =>
  db("live_gate_mesh").where("at", ">=", since).orderBy(["at", "id"]).select("what", "at");

/** Who was sent where on a day; the newest word on each place. */
export const givenOn = (db: Knex, day: string): Promise<(Place & { readonly person: string })[]> =>
  db("live_work_given")
    .distinctOn("what", "of")
    .where({ day })
    .orderBy([{ column: "what" }, { column: "of" }, { column: "entry_id", order: "desc" }])
    .select("what", "of", "person");
