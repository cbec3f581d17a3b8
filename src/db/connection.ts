import knex, { type Knex } from "knex";
import pg from "pg";

// bigint holds ids and grams here: both stay far under 2^53, and a figure that does not is a fault to stop at.
pg.types.setTypeParser(pg.types.builtins.INT8, (text) => {
  const value = Number(text);
  if (!Number.isSafeInteger(value)) throw new Error(`A database integer is too large to be exact: ${text}`);
  return value;
});
// Calendar dates stay text: a date has no zone.
pg.types.setTypeParser(pg.types.builtins.DATE, (text) => text);

export function connect(url: string): Knex {
  return knex({
    client: "pg",
    connection: {
      connectionString: url,
      application_name: "aumbry",
      connectionTimeoutMillis: 8000,
      // A house fits into memory: looking one row up costs no more than reading the next one.
      options: "-c random_page_cost=1.1",
    },
    // A small machine opens connections slowly: few, and one is kept.
    pool: { min: 1, max: 6 },
    acquireConnectionTimeout: 10_000,
  });
}

/** One pool a process, also across the development server's reloads. */
const shared = globalThis as typeof globalThis & { aumbryDatabase?: Knex };

export function databaseUrl(): string {
  const url = process.env.DATABASE_URL;
  if (!url) throw new Error("DATABASE_URL is not set. Start the house with ./aumbry demo or ./aumbry serve.");
  return url;
}

export function database(): Knex {
  shared.aumbryDatabase ??= connect(databaseUrl());
  return shared.aumbryDatabase;
}

export async function closeDatabase(): Promise<void> {
  await shared.aumbryDatabase?.destroy();
  delete shared.aumbryDatabase;
}
