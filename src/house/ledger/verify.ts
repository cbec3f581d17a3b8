/** Is the ledger as it was written? Entries and all they did are read back, and the first thing that differs is named. */
import type { Knex } from "knex";
import { type EntryRow, entryById, GENESIS } from "./records/entries";
import { wronglyOpen } from "./records/still-open";
import { type Deeds, deedsOf, ENTRY_COLUMN, entryHash, gathered, type Row } from "./seal";

/** Where a walk stands: everything up to here was found as it was written. */
export interface Walked {
  readonly entry: number;
  readonly hash: string;
  readonly entries: number;
  /** The digest over entries that were made before deeds were sealed, and how many. */
  readonly unsealed: { readonly entries: number; readonly sha256: string };
}

export interface Broken {
  readonly entry: number;
  /** The entry's own sentence, where there is one. */
  readonly say: string;
  /** What does not match, in words. */
  readonly what: string;
}

export interface ChainReport {
  readonly intact: boolean;
  readonly entries: number;
  readonly head: { readonly entry: number; readonly hash: string };
  readonly firstBroken: Broken | null;
  readonly walked: Walked;
}

export interface Head {
  readonly entry: number;
  /** The whole hash, or its beginning as printed. */
  readonly hash: string;
}

export const START: Walked = {
  entry: 0,
  hash: GENESIS,
  entries: 0,
  unsealed: { entries: 0, sha256: GENESIS },
};

const PAGE = 1000;

/** The tables whose rows belong to entries, with the column that says to which. */
async function deedTables(db: Knex): Promise<{ table: string; column: string }[]> {
  const { rows } = await db.raw(
    `select distinct c.table_name as name from information_schema.columns c join information_schema.tables t using (table_schema, table_name)
      where c.table_schema = 'public' and t.table_type = 'BASE TABLE' and c.column_name in ('entry_id', 'by_entry') order by 1`,
  );
  return rows.map(({ name }: { name: string }) => ({
    table: name,
    column: ENTRY_COLUMN[name] ?? "entry_id",
  }));
}

type Added = Map<number, Record<string, Row[]>>;

/** Which of the tables got a row of an entry after `after` and up to `upTo`: one question, for most got none. */
async function filledBetween<T extends { readonly table: string; readonly column: string }>(
  db: Knex,
  tables: readonly T[],
  after: number,
  upTo: number,
): Promise<T[]> {
  const each = tables.map(() => "exists (select from ?? x where x.?? > b.after and x.?? <= b.up_to) as ??");
  const { rows } = await db.raw(
    `select ${each.join(", ")} from (select ?::bigint as after, ?::bigint as up_to) b`,
    [...tables.flatMap(({ table, column }) => [table, column, column, table]), after, upTo],
  );
  return tables.filter(({ table }) => rows[0][table]);
}

/** Every row that says it belongs to an entry after `after` and up to `upTo`, by entry. */
async function addedBetween(
  db: Knex,
  tables: Awaited<ReturnType<typeof deedTables>>,
  after: number,
  upTo: number,
): Promise<Added> {
  const added: Added = new Map();
  for (const { table, column } of await filledBetween(db, tables, after, upTo)) {
    const rows = await db(table).where(column, ">", after).where(column, "<=", upTo);
    for (const row of rows) {
      const entry = Number(row[column]);
      const of = added.get(entry) ?? {};
      const list = of[table] ?? [];
      list.push(row);
      of[table] = list;
      added.set(entry, of);
    }
  }
  return added;
}

function difference(sealed: Deeds, found: Deeds): string | null {
  for (const table of [...new Set([...Object.keys(sealed), ...Object.keys(found)])].sort()) {
    const [was, is] = [sealed[table], found[table]];
    if (was?.rows !== is?.rows)
      return `it added ${was?.rows ?? 0} to "${table}", and ${is?.rows ?? 0} are there`;
    if (was?.sha256 !== is?.sha256) return `what it added to "${table}" was changed`;
  }
  return null;
}

/** What is wrong with an entry, given what was before it and what rows it has; null when nothing is. */
function wrongWith(entry: EntryRow, added: Record<string, Row[]>, before: Walked): string | null {
  const { hash, ...said } = entry;
  if (said.prev_hash !== before.hash)
    return "what stood before it is not what stands there now: entries were changed, added or taken out";
  if (entryHash(said) !== hash) return "what it says was changed";
  const found = deedsOf(added);
  if (said.deeds !== null) {
    const differs = difference(said.deeds, found);
    if (differs) return differs;
  }
  if (said.command === SEAL_FORWARD) {
    const { entries, sha256 } = said.output as { entries: number; sha256: string };
    if (entries !== before.unsealed.entries || sha256 !== before.unsealed.sha256)
      return `what the ${entries} entries before it moved and stated is not what it was when they were sealed`;
  }
  return null;
}

/** The entry a house that is older than its seals was sealed with. */
export const SEAL_FORWARD = "seal-forward";

const broken = (walked: Walked, firstBroken: Broken): ChainReport => ({
  intact: false,
  entries: walked.entries,
  head: { entry: walked.entry, hash: walked.hash },
  firstBroken,
  walked,
});

/**
 * Walks the chain from `from` on, page by page, letting others through between pages.
 * @param told heads that were kept outside the database: the chain must hold each
 */
export async function verifyChain(
  db: Knex,
  {
    from = START,
    told = [],
    progress,
  }: {
    from?: Walked;
    told?: readonly Head[];
    progress?: (done: number, of: number) => void;
  } = {},
): Promise<ChainReport> {
  const tables = await deedTables(db);
  const n = Number((await db("entry").count("* as n").first())?.n);
  const heads = new Map(told.map((head) => [head.entry, head.hash]));
  let walked = from;
  for (;;) {
    const page = await db<EntryRow>("entry").where("id", ">", walked.entry).orderBy("id").limit(PAGE);
    const last = page.at(-1);
    const added = await addedBetween(db, tables, walked.entry, last?.id ?? Number.MAX_SAFE_INTEGER);
    const known = new Set(page.map((e) => e.id));
    const stray = [...added.keys()].filter((id) => !known.has(id)).sort((a, b) => a - b)[0];
    // Behind the end: an entry that was made while its rows were asked for is no stray, and is walked next.
    if (!last && stray !== undefined && (await entryById(db, stray))) continue;
    for (const entry of page) {
      if (stray !== undefined && stray < entry.id) break;
      const rows = added.get(entry.id) ?? {};
      const what = wrongWith(entry, rows, walked);
      if (what) return broken(walked, { entry: entry.id, say: entry.say, what });
      const head = heads.get(entry.id);
      if (head !== undefined && !entry.hash.startsWith(head))
        return broken(walked, {
          entry: entry.id,
          say: entry.say,
          what: "its seal is not the one that was kept outside the database: the ledger was rewritten",
        });
      heads.delete(entry.id);
      walked = {
        entry: entry.id,
        hash: entry.hash,
        entries: walked.entries + 1,
        unsealed:
          entry.deeds === null
            ? {
                entries: walked.unsealed.entries + 1,
                sha256: gathered(walked.unsealed.sha256, entry.id, deedsOf(rows)),
              }
            : walked.unsealed,
      };
    }
    if (stray !== undefined)
      return broken(walked, {
        entry: stray,
        say: "",
        what: `rows of "${Object.keys(added.get(stray) ?? {}).sort()[0]}" belong to it, and there is no such entry`,
      });
    progress?.(walked.entries, Math.max(n, walked.entries));
    if (!last) break;
  }
  const missing = [...heads.keys()].filter((id) => id > from.entry).sort((a, b) => a - b)[0];
  if (missing !== undefined)
    return broken(walked, {
      entry: missing,
      say: "",
      what: `it was kept outside the database and is not there: the ledger's end was cut off after entry ${walked.entry}`,
    });
  return {
    intact: true,
    entries: walked.entries,
    head: { entry: walked.entry, hash: walked.hash },
    firstBroken: null,
    walked,
  };
}

/** Whether the database keeps this table ready: a house that comes from before does not yet. */
const keeps = async (db: Knex, table: string): Promise<boolean> =>
  (await db.raw("select to_regclass(?) is not null as there", [table])).rows[0].there;

const offBy = async (db: Knex, kept: string, reckoned: string): Promise<number> => {
  const { rows } = await db.raw(
    `select coalesce(sum(abs(coalesce(k.grams, 0) - coalesce(r.grams, 0))), 0)::bigint as off
       from (${kept}) k full join (${reckoned}) r on r.id = k.id`,
  );
  return rows[0].off;
};

/** Grams by which what is kept ready, of each fill and of all of a kind, differs from what was moved; 0 in an honest ledger. */
export async function driftGrams(db: Knex): Promise<number> {
  const ofFills = await offBy(
    db,
    "select fill_id as id, grams from fill_balance",
    `select id, sum(g) as grams
       from (select to_fill as id, grams as g from movement union all select from_fill, -grams from movement) x group by id`,
  );
  if (ofFills !== 0 || !(await keeps(db, "kind_balance"))) return ofFills;
  return offBy(
    db,
    "select kind as id, grams from kind_balance",
    "select kind as id, sum(grams) as grams from fill_balance group by kind",
  );
}

/** What is kept ready and does not follow from the ledger, in words; null in an honest house. */
export async function whatIsOff(db: Knex): Promise<string | null> {
  const drift = await driftGrams(db);
  if (drift !== 0) return `mass is off by ${drift} g`;
  return (await keeps(db, "still_open")) ? wronglyOpen(db) : null;
}
