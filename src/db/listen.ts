import pg from "pg";
import { databaseUrl } from "./connection";

type Hear = (entryId: number) => void;

/** One listening connection a process, fanned out in memory; it comes back by itself after a fault. */
const shared = globalThis as typeof globalThis & {
  aumbryEars?: { hears: Set<Hear>; client: pg.Client | null };
};

async function open(ears: NonNullable<typeof shared.aumbryEars>): Promise<void> {
  const client = new pg.Client({ connectionString: databaseUrl(), application_name: "aumbry listening" });
  ears.client = client;
  const again = () => {
    if (ears.client !== client) return;
    ears.client = null;
    client.removeAllListeners();
    client.on("error", () => {});
    client.end().catch(() => {});
    if (ears.hears.size > 0) setTimeout(() => void open(ears), 2000).unref();
  };
  client.on("error", again);
  client.on("end", again);
  client.on("notification", (note) => {
    for (const hear of ears.hears) hear(Number(note.payload));
  });
  try {
    await client.connect();
    await client.query("listen aumbry");
  } catch {
    again();
  }
}

/** Calls `hear` with the id of every entry made by any copy of the application. Returns the way to stop. */
export function listen(hear: Hear): () => void {
  shared.aumbryEars ??= { hears: new Set(), client: null };
  const ears = shared.aumbryEars;
  ears.hears.add(hear);
  if (!ears.client) void open(ears);
  return () => {
    ears.hears.delete(hear);
  };
}
