import type { Knex } from "knex";
import * as foundation from "./migrations/0001-foundation";
import * as yardAndHotRoom from "./migrations/0002-yard-and-hot-room";
import * as floor from "./migrations/0003-floor";
import * as handsAndGates from "./migrations/0004-hands-and-gates";
import * as machinesChange from "./migrations/0005-machines-change";
import * as emptyWeights from "./migrations/0006-empty-weights";
import * as newestByMoment from "./migrations/0007-newest-by-moment";
import * as sealedDeeds from "./migrations/0008-sealed-deeds";
import * as toldByFact from "./migrations/0009-told-by-fact";
import * as honeyFromAnywhere from "./migrations/0010-honey-from-anywhere";
import * as shownUnits from "./migrations/0011-shown-units";
import * as settle from "./migrations/0012-settle";
import * as colour from "./migrations/0013-colour";
import * as warmthAndStore from "./migrations/0014-warmth-and-store";
import * as blends from "./migrations/0015-blends";
import * as fillChecks from "./migrations/0016-fill-checks";
import * as glucoseAndCeilings from "./migrations/0017-glucose-and-ceilings";
import * as labels from "./migrations/0018-labels";
import * as materials from "./migrations/0019-materials";
import * as filling from "./migrations/0020-filling";
import * as holds from "./migrations/0021-holds";
import * as out from "./migrations/0022-out";
import * as recall from "./migrations/0023-recall";
import * as season from "./migrations/0024-season";
import * as people from "./migrations/0025-people";
import * as hands from "./migrations/0026-hands";
import * as parts from "./migrations/0027-parts";
import * as gateMesh from "./migrations/0028-gate-mesh";
import * as checklists from "./migrations/0029-checklists";
import * as passkeys from "./migrations/0030-passkeys";
import * as inTurn from "./migrations/0031-in-turn";
import * as foundByIndex from "./migrations/0032-found-by-index";
import * as keptReady from "./migrations/0033-kept-ready";
import * as foundByDay from "./migrations/0034-found-by-day";
import * as samplesEnd from "./migrations/0035-samples-end";
import * as foundSince from "./migrations/0036-found-since";
import * as holdsKeptReady from "./migrations/0037-holds-kept-ready";
import * as timedPasses from "./migrations/0038-timed-passes";

const MIGRATIONS: Record<string, Knex.Migration> = {
  "0001-foundation": foundation,
  "0002-yard-and-hot-room": yardAndHotRoom,
  "0003-floor": floor,
  "0004-hands-and-gates": handsAndGates,
  "0005-machines-change": machinesChange,
  "0006-empty-weights": emptyWeights,
  "0007-newest-by-moment": newestByMoment,
  "0008-sealed-deeds": sealedDeeds,
  "0009-told-by-fact": toldByFact,
  "0010-honey-from-anywhere": honeyFromAnywhere,
  "0011-shown-units": shownUnits,
  "0012-settle": settle,
  "0013-colour": colour,
  "0014-warmth-and-store": warmthAndStore,
  "0015-blends": blends,
  "0016-fill-checks": fillChecks,
  "0017-glucose-and-ceilings": glucoseAndCeilings,
  "0018-labels": labels,
  "0019-materials": materials,
  "0020-filling": filling,
  "0021-holds": holds,
  "0022-out": out,
  "0023-recall": recall,
  "0024-season": season,
  "0025-people": people,
  "0026-hands": hands,
  "0027-parts": parts,
  "0028-gate-mesh": gateMesh,
  "0029-checklists": checklists,
  "0030-passkeys": passkeys,
  "0031-in-turn": inTurn,
  "0032-found-by-index": foundByIndex,
  "0033-kept-ready": keptReady,
  "0034-found-by-day": foundByDay,
  "0035-samples-end": samplesEnd,
  "0036-found-since": foundSince,
  "0037-holds-kept-ready": holdsKeptReady,
  "0038-timed-passes": timedPasses,
};

/** Every step there is, in order. */
export const STEPS: readonly string[] = Object.keys(MIGRATIONS);

/** Explicit imports, so that migrations are found the same way in every runner. */
const source = (steps: readonly string[]): Knex.MigrationSource<string> => ({
  getMigrations: async () => [...steps],
  getMigrationName: (name) => name,
  getMigration: async (name) => MIGRATIONS[name] as Knex.Migration,
});

/** Any number that nothing else locks. */
const MIGRATING = 417_000;

/**
 * Brings the database to the newest shape, or as far as `steps`, in one piece: where a step fails, the house is as it
 * was. Copies starting together wait for each other.
 */
export async function migrate(db: Knex, steps: readonly string[] = STEPS): Promise<string[]> {
  const held = await db.client.acquireConnection();
  try {
    await held.query("select pg_advisory_lock($1)", [MIGRATING]);
    return await db.transaction(async (tx) => {
      const [, done] = (await tx.migrate.latest({
        migrationSource: source(steps),
        tableName: "migration",
      })) as [number, string[]];
      return done;
    });
  } finally {
    await held.query("select pg_advisory_unlock($1)", [MIGRATING]);
    await db.client.releaseConnection(held);
  }
}

/**
 * The records look at their tables anew. What holds a row or two is never looked at by itself, and taken for large:
 * then every newest word is sought among all entries there are.
 */
export async function lookAtTables(db: Knex): Promise<void> {
  await db.raw("analyze");
}
