import type { Knex } from "knex";
import * as foundation from "./migrations/0001-foundation";

const MIGRATIONS: Record<string, Knex.Migration> = { "0001-foundation": foundation };

/** Explicit imports, so that migrations are found the same way in every runner. */
const source: Knex.MigrationSource<string> = {
  getMigrations: async () => Object.keys(MIGRATIONS),
  getMigrationName: (name) => name,
  getMigration: async (name) => MIGRATIONS[name] as Knex.Migration,
};

/** Brings the database to the newest shape; copies starting together wait for each other. */
export async function migrate(db: Knex): Promise<string[]> {
  const [, done] = (await db.migrate.latest({ migrationSource: source, tableName: "migration" })) as [
    number,
    string[],
  ];
  return done;
}
