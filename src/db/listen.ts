import pg from "pg";
import { databaseUrl } from "./connection";
import { reach } from "./reach";

export interface Ears {
  /** The id of an entry made by any copy of the application; 0 when a device posted. */
  readonly entry: (id: number) => void;
  /** Whether the records answer, whenever that changes. */
  readonly records?: (answer: boolean) => void;
}

interface Listening {
  readonly ears: Set<Ears>;
  client: pg.Client | null;
  /** Null until known. */
  answers: boolean | null;
}

/** One listening connection a process, fanned out in memory; it comes back by itself after a fault. */
const shared = globalThis as typeof globalThis & { aumbryListening?: Listening };

const ANSWER_WITHIN_MS = 3000;
const ASK_EVERY_MS = 2500;

const newClient = () =>
  new pg.Client({
    ...reach(databaseUrl()),
    application_name: "aumbry listening",
    connectionTimeoutMillis: ANSWER_WITHIN_MS,
    query_timeout: ANSWER_WITHIN_MS,
    keepAlive: true,
  });

function tell(listening: Listening, answers: boolean): void {
  if (listening.answers === answers) return;
  listening.answers = answers;
  for (const ear of listening.ears) ear.records?.(answers);
}

/** Listens, and asks now and then whether anybody is there: a silent connection looks like a quiet house. */
async function open(listening: Listening): Promise<void> {
  const client = newClient();
  listening.client = client;
  let asking: ReturnType<typeof setTimeout> | undefined;
  const again = () => {
    if (listening.client !== client) return;
    clearTimeout(asking);
    listening.client = null;
    tell(listening, false);
    client.removeAllListeners();
    client.on("error", () => {});
    client.end().catch(() => {});
    if (listening.ears.size > 0) setTimeout(() => void (listening.client ?? open(listening)), 1500).unref();
  };
  const ask = async () => {
    try {
      await client.query("select 1");
      asking = setTimeout(() => void ask(), ASK_EVERY_MS);
      asking.unref();
    } catch {
      again();
    }
  };
  client.on("error", again);
  client.on("end", again);
  client.on("notification", (note) => {
    for (const ear of listening.ears) ear.entry(Number(note.payload));
  });
  try {
    await client.connect();
    await client.query("listen aumbry");
    tell(listening, true);
    await ask();
  } catch {
    again();
  }
}

/** Hears every entry made by any copy of the application, and whether the records answer. Returns the way to stop. */
export function listen(ear: Ears): () => void {
  shared.aumbryListening ??= { ears: new Set(), client: null, answers: null };
  const listening = shared.aumbryListening;
  listening.ears.add(ear);
  if (listening.answers !== null) ear.records?.(listening.answers);
  if (!listening.client) void open(listening);
  return () => {
    listening.ears.delete(ear);
  };
}

/** Asks the records, on a connection of its own, whether they answer within three seconds. */
export async function recordsAnswer(): Promise<boolean> {
  const client = newClient();
  client.on("error", () => {});
  try {
    await client.connect();
    await client.query("select 1");
    return true;
  } catch {
    return false;
  } finally {
    client.end().catch(() => {});
  }
}
