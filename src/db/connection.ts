import type { Duplex } from "node:stream";
import knex, { type Knex } from "knex";
import pg from "pg";
import { reach } from "./reach";

// bigint holds ids and grams here: both stay far under 2^53, and a figure that does not is a fault to stop at.
pg.types.setTypeParser(pg.types.builtins.INT8, (text) => {
  const value = Number(text);
  if (!Number.isSafeInteger(value)) throw new Error(`A database integer is too large to be exact: ${text}`);
  return value;
});
// Calendar dates stay text: a date has no zone.
pg.types.setTypeParser(pg.types.builtins.DATE, (text) => text);

/** Nobody at a tablet waits longer than this for records that do not answer, ms. */
export const PATIENCE_MS = 4000;
/** A connection that is not there by then does not come, ms. */
const REACH_MS = 3000;
/** Nobody stands before what is migrated, checked and copied: a busy machine may take its time, ms. */
const PATIENT_MS = 30_000;

export interface Manner {
  /** For migrating, checking and copying: no limit on how long the database may think, and a long one on being reached. */
  readonly patient?: boolean;
  readonly most?: number;
}

type RawConnection = pg.Client & { connection: { stream: Duplex } };
type Heard = (fault: Error | null, result?: unknown) => void;

/** When the records last did not answer this process, ms since 1970. */
const faults = globalThis as typeof globalThis & { aumbryRecordsFault?: number };
const noteFault = (): void => {
  faults.aumbryRecordsFault = Date.now();
};

/** Whether the records failed to answer somebody here within the last `ms`. */
export const recordsFailedWithin = (ms: number): boolean =>
  Date.now() - (faults.aumbryRecordsFault ?? 0) < ms;

/** An answer of the server has five letters of code; what is about its being there begins with one of these. */
const ABOUT_BEING_THERE = /^(?:08|53|57|58)/;

/** "cached plan must not change result type" (PostgreSQL, from memory of its source). */
const PLAN_OF_BEFORE = "0A000";

interface Asked {
  readonly text: string;
  readonly values?: readonly unknown[];
  name?: string;
}

/** Questions by their text; a list of another length is another text, and of those there is no end. */
const names = new Map<string, string>();
const MOST_NAMES = 1500;
const MOST_VALUES = 12;
/** One row of a table goes in by one text, however many columns it has. */
const ONE_ROW = /^(?:with made as \()?insert into "\w+" \([^()]*\) values \([^()]*\) returning /;

/** The same question is planned once for a connection, not each time it is asked: the views are deep. */
function planOnce(asked: unknown): void {
  const { text, values = [], name } = (asked ?? {}) as Asked;
  if (typeof text !== "string" || name) return;
  const few = values.length <= MOST_VALUES && /^\s*(?:select|with)\b/i.test(text);
  if (!few && !ONE_ROW.test(text)) return;
  if (!names.has(text) && names.size < MOST_NAMES) names.set(text, `q${names.size}`);
  const known = names.get(text);
  if (known) (asked as Asked).name = known;
}

/** What is asked in one breath goes out in one write: each alone took longer to send than to plan. */
function sendTogether({ connection: { stream } }: RawConnection): void {
  stream.cork();
  process.nextTick(() => stream.uncork());
}

/** As a knex transaction opens itself (seen in its transaction.js). */
const OPENS = "BEGIN;";
const OPENED = { command: "BEGIN", rowCount: 0, rows: [] };

/** A connection whose question was not answered in time still has it open: it is thrown away, not used again. */
function dropWhenSilent(raw: RawConnection): void {
  const ask = raw.query.bind(raw) as (...asked: unknown[]) => unknown;
  raw.query = ((...asked: unknown[]) => {
    planOnce(asked[0]);
    sendTogether(raw);
    const heard = asked.at(-1);
    if (typeof heard !== "function") return ask(...asked);
    // A transaction's opening goes out with its first question: where it failed, so does everything after it.
    if ((asked[0] as Asked | undefined)?.text === OPENS) {
      const opening = ask(...asked.slice(0, -1), () => {});
      queueMicrotask(() => (heard as Heard)(null, OPENED));
      return opening;
    }
    const listening: Heard = (fault, result) => {
      const { code = "", message = "" } = (fault ?? {}) as { code?: string; message?: string };
      if (fault && (code.length !== 5 || ABOUT_BEING_THERE.test(code))) noteFault();
      // A plan made before the records got another shape holds for nothing any more.
      if (message === "Query read timeout" || code === PLAN_OF_BEFORE)
        raw.connection.stream.destroy(fault as Error);
      (heard as Heard)(fault, result);
    };
    return ask(...asked.slice(0, -1), listening);
  }) as typeof raw.query;
}

/** What is asked at once in one transaction goes out at once, and is answered in that order. */
const AT_ONCE = { pipeline: true } as const;

export function connect(url: string, { patient = false, most = 6 }: Manner = {}): Knex {
  // Whom somebody waits for has limits. And a view is three tables: where a question is planned for many to ask it, two
  // tables more than usual are put in order together, so that a join of views goes by its indexes; that takes a tenth
  // longer to plan, too much for who asks once.
  const limits = patient
    ? ""
    : ` -c join_collapse_limit=10 -c from_collapse_limit=10 -c statement_timeout=${PATIENCE_MS} -c lock_timeout=${PATIENCE_MS} -c idle_in_transaction_session_timeout=60000`;
  // Away is away: one line tells it, not a stack for every try. Whoever asked is told by the fault itself.
  const tell = (message: unknown): void => {
    if (!patient) console.error(`${message}`.split("\n", 1)[0]?.slice(0, 200));
  };
  const made = knex({
    client: "pg",
    connection: {
      ...reach(url),
      application_name: "aumbry",
      keepAlive: true,
      ...AT_ONCE,
      connectionTimeoutMillis: patient ? PATIENT_MS : REACH_MS,
      // The server's own limit comes first; this one is for a server that says nothing at all.
      ...(patient ? {} : { query_timeout: PATIENCE_MS + 300 }),
      // A house fits into memory: looking one row up costs no more than reading the next one. What was answered as
      // done is on its way to the disk, also where a server's own settings would answer sooner. A question is planned
      // once for whatever values it is asked with: after an entry, planning anew took twice as long as answering, and
      // with fifty times the history no page took longer for it (./aumbry bench).
      options: `-c random_page_cost=1.1 -c synchronous_commit=on -c plan_cache_mode=force_generic_plan -c max_parallel_workers_per_gather=0${limits}`,
    },
    pool: {
      // A small machine opens connections slowly: few, and one is kept.
      min: 1,
      max: most,
      afterCreate: (raw: RawConnection, done: (fault: Error | null, raw: RawConnection) => void) => {
        dropWhenSilent(raw);
        done(null, raw);
      },
    },
    acquireConnectionTimeout: patient ? PATIENT_MS : PATIENCE_MS,
    log: { warn: tell, error: tell },
  });
  for (const event of ["createFail", "acquireFail"]) made.client.pool.on(event, noteFault);
  return made;
}

/** Two pools a process, also across the development server's reloads: writers that wait leave readers their way. */
const shared = globalThis as typeof globalThis & { aumbryReading?: Knex; aumbryWriting?: Knex };

export function databaseUrl(): string {
  const url = process.env.DATABASE_URL;
  if (!url) throw new Error("DATABASE_URL is not set. Start the house with ./aumbry demo or ./aumbry serve.");
  return url;
}

/** For reading. */
export function database(): Knex {
  shared.aumbryReading ??= connect(databaseUrl());
  return shared.aumbryReading;
}

/** For commands, which wait for each other. */
export function writingDatabase(): Knex {
  shared.aumbryWriting ??= connect(databaseUrl(), { most: 3 });
  return shared.aumbryWriting;
}

export async function closeDatabase(): Promise<void> {
  await Promise.all([shared.aumbryReading?.destroy(), shared.aumbryWriting?.destroy()]);
  delete shared.aumbryReading;
  delete shared.aumbryWriting;
}
