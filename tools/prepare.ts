/** Brings the database named by DATABASE_URL to the newest shape and, with --demo, fills an empty one with the demo house. */
import { closeDatabase, database, migrate } from "@/db";
import { loadDemo } from "@/demo";

const db = database();
const done = await migrate(db);
if (done.length > 0) console.log(`· database brought up to date (${done.join(", ")})`);
if (process.argv.includes("--demo")) {
  const loaded = await loadDemo(db, new Date(), (text) => console.log(`· demo house: ${text}`));
  if (!loaded) console.log("· the demo house is there already; it is kept as it stands");
}
await closeDatabase();
