import type { Knex } from "knex";
import * as foundation from "./migrations/0001-foundation";
import * as yardAndHotRoom from "./migrations/0002-yard-and-hot-room";
import * as floor from "./migrations/0003-floor";
import * as handsAndGates from "./migrations/0004-hands-and-gates";
import * as machinesChange from "./migrations/0005-machines-change";
import * as emptyWeights from "./migrations/0006-empty-weights";
import * as newestByMoment from "./migrations/0007-newest-by-moment";

const MIGRATIONS: Record<string, Knex.Migration> = {
  "0001-foundation": foundation,
  "0002-yard-and-hot-room": yardAndHotRoom,
  "0003-floor": floor,
  "0004-hands-and-gates": handsAndGates,
  "0005-machines-change": machinesChange,
  "0006-empty-weights": emptyWeights,
  "0007-newest-by-moment": newestByMoment,
};

/** Explicit imports, so that migrations are found the same way in every runner. */
const source: Knex.MigrationSource<string> = {
  getMigrations: async () => Object.keys(MIGRATIONS),
  getMigrationName: (name) => name,
  getMigration: async (name) => MIGRATIONS[name] as Knex.Migration,
};

/** Any number that nothing else locks. */
const MIGRATING = 417_000;

/** Brings the database to the newest shape; copies starting together wait for each other. */
export async function migrate(db: Knex): Promise<string[]> {
  const held = await db.client.acquireConnection();
  try {
    await held.query("select pg_advisory_lock($1)", [MIGRATING]);
    const [, done] = (await db.migrate.latest({ migrationSource: source, tableName: "migration" })) as [
      number,
      string[],
    ];
    return done;
  } finally {
    await held.query("select pg_advisory_unlock($1)", [MIGRATING]);
    await db.client.releaseConnection(held);
  }
}
