import { randomBytes } from "node:crypto";
import type { Knex } from "knex";
import { connect } from "../connection";

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

/** A database of one's own, cloned from the migrated template; `drop` ends it. */
export async function cloneDatabase(): Promise<{ db: Knex; url: string; drop: () => Promise<void> }> {
  const name = `aumbry_test_${randomBytes(6).toString("hex")}`;
  const admin = connect(testServerUrl("postgres"));
  await admin.raw(`create database ${name} template ${TEMPLATE}`);
  const url = testServerUrl(name);
  const db = connect(url);
  return {
    db,
    url,
    drop: async () => {
      await db.destroy();
      await admin.raw(`drop database if exists ${name} with (force)`);
      await admin.destroy();
    },
  };
}
