import type { Knex } from "knex";
import * as foundation from "./migrations/0001-foundation";
import * as yardAndHotRoom from "./migrations/0002-yard-and-hot-room";

const MIGRATIONS: Record<string, Knex.Migration> = {
  "0001-foundation": foundation,
  "0002-yard-and-hot-room": yardAndHotRoom,
};

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
