/** Vitest's global set-up: one template database, migrated once; each test file clones it. */
import { letIn } from "../application";
import { connect } from "../connection";
import { lookAtTables, migrate } from "../migrate";
import { APPLICATION, TEMPLATE, testServerUrl } from "./clone";

export async function setup(): Promise<void> {
  const admin = connect(testServerUrl("postgres"), { patient: true });
  await admin.raw(`drop database if exists ${TEMPLATE}`);
  await admin.raw(`create database ${TEMPLATE}`);
  const stale = await admin("pg_database")
    .select("datname")
    .whereLike("datname", "aumbry_test_%")
    .whereNot("datname", TEMPLATE);
  for (const { datname } of stale) await admin.raw(`drop database if exists ${datname} with (force)`);
  await admin.destroy();
  const template = connect(testServerUrl(TEMPLATE), { patient: true });
  await migrate(template);
  await letIn(template, APPLICATION);
  await lookAtTables(template);
  await template.destroy();
}
