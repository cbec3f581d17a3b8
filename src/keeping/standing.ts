/** How a database stands: which steps its shape has come to, and how many rows each table has. */
import type { Knex } from "knex";

export async function tablesOf(db: Knex): Promise<string[]> {
  const { rows } = await db.raw(
    "select tablename as name from pg_tables where schemaname = 'public' order by 1",
  );
  return rows.map(({ name }: { name: string }) => name);
}

export async function countsOf(db: Knex): Promise<Record<string, number>> {
  const counts: Record<string, number> = {};
  for (const table of await tablesOf(db))
    counts[table] = Number((await db(table).count("* as n").first())?.n);
  return counts;
}

/** The steps in their order; empty where there is no house. */
export async function stepsOf(db: Knex): Promise<string[]> {
  if (!(await tablesOf(db)).includes("migration")) return [];
  return db("migration").orderBy("id").pluck("name");
}
