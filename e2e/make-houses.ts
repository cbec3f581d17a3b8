/** One template of an empty house and one of the demo, for every test to clone; and the practice house of all of them. */
import { connect, letIn, lookAtTables, migrate } from "@/db";
import { APPLICATION, asApplication, testServerUrl } from "@/db/testing/clone";
import { loadDemo } from "@/demo";
import { openTheDoor } from "@/house/testing/door";
import { makePractice } from "@/practice/database";
import { DEMO, EMPTY, NOBODY_YET, PRACTICE } from "./house";

/** Making a house takes its time. */
const PATIENT = { patient: true, most: 2 };

const admin = connect(testServerUrl("postgres"), PATIENT);
const stale = await admin("pg_database").select("datname").whereLike("datname", "aumbry_e2e_%");
for (const { datname } of stale) await admin.raw(`drop database if exists ${datname} with (force)`);
await admin.raw(`create database ${EMPTY}`);
const empty = connect(testServerUrl(EMPTY), PATIENT);
await migrate(empty);
await letIn(empty, APPLICATION);
await openTheDoor(empty, [NOBODY_YET, "Ines", "Tomasz", "Odile", "Bram", "Wilma"]);
await empty.destroy();
await admin.raw(`create database ${DEMO} template ${EMPTY}`);
const demo = connect(asApplication(testServerUrl(DEMO)), PATIENT);
await loadDemo(demo, new Date());
await demo.destroy();
const owner = connect(testServerUrl(DEMO), PATIENT);
await lookAtTables(owner);
await owner.destroy();
await admin.raw(`create database ${PRACTICE}`);
const practice = connect(testServerUrl(PRACTICE), PATIENT);
await makePractice(practice, APPLICATION);
await practice.destroy();
await admin.destroy();
