/**
 * The application as it is served, moved from one test's house to the next: what it keeps, it keeps by its connection
 * to a house, and each house gets a new one.
 */
import { closeDatabase } from "@/db";

/** What the application holds of a house beyond its connections. */
interface Held {
  aumbryListening?: { client: { end(): Promise<void> } | null } | undefined;
  aumbryRecordsFault?: number;
}

process.on("message", async ({ databaseUrl }: { databaseUrl: string }) => {
  const held = globalThis as Held;
  const listened = held.aumbryListening;
  // The next house is heard for the first time: its records were never away.
  held.aumbryListening = undefined;
  process.env.DATABASE_URL = databaseUrl;
  await closeDatabase();
  await listened?.client?.end().catch(() => {});
  held.aumbryRecordsFault = 0;
  process.send?.({ serves: databaseUrl });
});

await import("../src/server/serve");
