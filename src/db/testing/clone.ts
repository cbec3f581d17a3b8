import { randomBytes } from "node:crypto";
import type { Knex } from "knex";
import { connect } from "../connection";

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
  const db = connect(url, { patient: true });
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
