/**
 * The application as it is served, moved from one test's house to the next: what it keeps, it keeps by its connection
 * to a house, and each house gets a new one.
 */
import { closeDatabase } from "@/db";

/** What the application holds of a house beyond its connections. */
interface Held {
  aumbryListening?: { client: { end(): Promise<void> } | null };
  aumbryRecordsFault?: number;
}

process.on("message", async ({ databaseUrl }: { databaseUrl: string }) => {
  const held = globalThis as Held;
  process.env.DATABASE_URL = databaseUrl;
  await closeDatabase();
  await held.aumbryListening?.client?.end().catch(() => {});
  held.aumbryRecordsFault = 0;
  process.send?.({ serves: databaseUrl });
});

await import("../src/server/serve");
