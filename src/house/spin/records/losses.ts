import type { Knex } from "knex";
/** What was lost out of these fills, by the cause it was booked under. */
export async function lossesOf(
  db: Knex,
  fillIds: readonly number[],
): Promise<{ fillId: number; cause: string; grams: number }[]> {
  if (fillIds.length === 0) return [];
  const rows = await db("movement as m")
    .join("live_fill as f", "f.id", "m.to_fill")
    .where("f.kind", "loss")
    .whereNull("m.reverses")
    .whereRaw("m.from_fill = any(?::bigint[])", [[...fillIds]])
    .groupBy("m.from_fill", "f.name")
    .orderByRaw("sum(m.grams) desc")
    .select("m.from_fill as fillId", "f.name as cause", db.raw("sum(m.grams)::bigint as grams"));
  return rows as { fillId: number; cause: string; grams: number }[];
}
