/**
 * Brings a house's database to the newest shape as its owner (AUMBRY_OWNER_URL), lets the application's role in,
 * seals what was made before seals took in everything, and with --demo fills an empty house with the demo.
 */
import { closeDatabase, connect, database, letIn, lookAtTables, migrate } from "@/db";
import { loadDemo } from "@/demo";
import { sealForward } from "@/house/ledger/seal-forward";
import { makePractice } from "@/practice/database";

const applicationUrl = process.env.DATABASE_URL ?? "";
const ownerUrl = process.env.AUMBRY_OWNER_URL ?? applicationUrl;
const owner = connect(ownerUrl, { patient: true, most: 2 });
const done = await migrate(owner);
if (done.length > 0) console.log(`· database brought up to date (${done.join(", ")})`);
if (ownerUrl !== applicationUrl) await letIn(owner, decodeURIComponent(new URL(applicationUrl).username));
const sealed = await sealForward(owner);
if (sealed > 0) console.log(`· ${sealed} earlier entries sealed with all they moved and stated`);
if (process.argv.includes("--demo")) {
  const loaded = await loadDemo(database(), new Date(), (text) => console.log(`· demo house: ${text}`));
  if (!loaded) console.log("· the demo house is there already; it is kept as it stands");
}
// The practice house is a database of its own: nothing that is played can reach this one.
if (process.env.AUMBRY_PRACTICE_OWNER_URL) {
  const practice = connect(process.env.AUMBRY_PRACTICE_OWNER_URL, { patient: true, most: 1 });
  await makePractice(practice, decodeURIComponent(new URL(applicationUrl).username));
  await practice.destroy();
}
await lookAtTables(owner);
await owner.destroy();
await closeDatabase();
