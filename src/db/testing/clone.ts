import { randomBytes } from "node:crypto";
import knex, { type Knex } from "knex";
import { connect } from "../connection";
import { type AsItWas, asItIs, makeAsItWas } from "./again";

/** A busy machine makes tests wait; what is tested of patience is tested on its own. */
const PATIENT = { patient: true, most: 2 };

export const TEMPLATE = "aumbry_test_template";

/** The test server's address with another database in it. */
export function testServerUrl(databaseName: string): string {
  const base = process.env.TEST_DATABASE_URL;
  if (!base)
    throw new Error(
      "TEST_DATABASE_URL is not set. Run the house tests with ./aumbry test, or ./aumbry test house.",
    );
  const url = new URL(base);
  url.pathname = `/${databaseName}`;
  return url.toString();
}

/** The role the application has in the tests' server, as in a house. */
export const APPLICATION = "aumbry_app";

/** The same database as the application reaches it. */
export function asApplication(url: string): string {
  const to = new URL(url);
  to.username = APPLICATION;
  return to.toString();
}

export interface Clone {
  /** As the application reaches it. */
  readonly db: Knex;
  readonly url: string;
  /** As its owner does. */
  readonly owner: Knex;
  readonly ownerUrl: string;
  readonly drop: () => Promise<void>;
}

/** A database of one's own, cloned from the migrated template; `drop` ends it. */
export async function cloneDatabase(): Promise<Clone> {
  const name = `aumbry_test_${randomBytes(6).toString("hex")}`;
  const admin = connect(testServerUrl("postgres"), PATIENT);
  await admin.raw(`create database ${name} template ${TEMPLATE} strategy = file_copy`);
  const ownerUrl = testServerUrl(name);
  const url = asApplication(ownerUrl);
  const db = connect(url, { patient: true, most: 3 });
  const owner = connect(ownerUrl, PATIENT);
  return {
    db,
    url,
    owner,
    ownerUrl,
    drop: async () => {
      await db.destroy();
      await owner.destroy();
      await admin.raw(`drop database if exists ${name} with (force)`);
      await admin.destroy();
    },
  };
}

/** A database that is lent to one test after another, with the connections of those before. */
interface Lent {
  readonly clone: Clone;
  readonly was: AsItWas;
  times: number;
}

/** Of this worker, from one file of tests to the next. */
const worker = globalThis as typeof globalThis & { aumbryLent?: Lent[] };
worker.aumbryLent ??= [];
const back = worker.aumbryLent;
/** What was deleted still lies in it: after so many tests a fresh one is quicker. */
const MOST_TIMES = 40;
/** A worker tests with one or two at a time. */
const MOST_KEPT = 2;

/** The same connections under another name: what a process remembers of a house, it remembers by that. */
const over = (kept: Knex): Knex =>
  knex({ client: "pg", connectionPool: kept.client.pool, acquireConnectionTimeout: 60_000 });

/**
 * A database for one test, as if it were new: `drop` gives it back. Whoever changes more than rows, or leaves
 * connections behind, takes one of their own by `cloneDatabase`.
 */
export async function borrowDatabase(): Promise<Clone> {
  const known = back.pop();
  const lent = known ?? (await freshLent());
  if (known)
    try {
      await makeAsItWas(lent.clone.owner, lent.was);
    } catch {
      // A test that ended in the middle still holds something of it.
      await lent.clone.drop();
      return borrowDatabase();
    }
  lent.times += 1;
  const { clone } = lent;
  const db = over(clone.db);
  const owner = connect(clone.ownerUrl, PATIENT);
  return {
    ...clone,
    db,
    owner,
    drop: async () => {
      await db.destroy();
      await owner.destroy();
      if (lent.times >= MOST_TIMES || back.length >= MOST_KEPT) await clone.drop();
      else back.push(lent);
    },
  };
}

async function freshLent(): Promise<Lent> {
  const clone = await cloneDatabase();
  return { clone, was: await asItIs(clone.owner), times: 0 };
}
