import type { Knex } from "knex";
import type { Actor } from "../../people/records";
import { type House, houseOf } from "./house";
import { sendOff } from "./send";

/** Any row that was stated by an entry. */
export interface Stated {
  readonly entry_id: number;
  /** For what is simply there: since when, null since ever. Left out, the entry's own moment counts. */
  readonly known_from?: Date | null;
}

/** Of each table what one entry added: the number of rows, and their digest. */
export type Deeds = Readonly<Record<string, { readonly rows: number; readonly sha256: string }>>;

export interface EntryRow {
  readonly id: number;
  readonly command: string;
  readonly who: string;
  readonly device: string;
  readonly happened_at: Date;
  readonly recorded_at: Date;
  readonly input: object;
  readonly output: object;
  readonly say: string;
  readonly grams: number | null;
  readonly undoable: boolean;
  readonly idempotency_key: string;
  readonly prev_hash: string;
  /** What it added, sealed in its hash; null on entries made before that was done. */
  readonly deeds: Deeds | null;
  readonly hash: string;
}

export const GENESIS = "0".repeat(64);

export const entryById = (db: Knex, id: number): Promise<EntryRow | undefined> =>
  db<EntryRow>("entry").where({ id }).first();

/** What a new entry needs to know of those before it. */
export interface Before {
  readonly nextId: number;
  readonly lastHash: string;
  /** The entry that has its key already. */
  readonly sameKey: Pick<EntryRow, "id" | "command" | "input" | "output" | "say" | "hash"> | null;
}

/** One writer at a time for the whole house: the chain needs it, and the loser of a race reads what the winner left. */
export async function takeTurn(tx: Knex.Transaction): Promise<void> {
  await tx("ledger_lock").where({ id: 1 }).forUpdate();
}

/** Who works in which house, as of the entry's turn. */
export interface InHouse {
  readonly crew: readonly Actor[];
  readonly house: House;
}

/** As of the writers' turn, for which it waits. */
export async function beforeNew(db: Knex, key: string): Promise<Before> {
  const { rows } = await db.raw("select * from before_entry(?, true, false)", [key]);
  return asBefore(rows[0]);
}

/**
 * The same, and who works in which house: one question while others wait for their turn. Without a turn, as of now.
 */
export async function beforeNewInHouse(
  db: Knex,
  key: string,
  { inTurn }: { inTurn: boolean },
): Promise<Before & InHouse> {
  const { rows } = await db.raw("select * from before_entry(?, ?, true)", [key, inTurn]);
  return { ...asBefore(rows[0]), crew: rows[0].crew, house: houseOf(rows[0].house) };
}

/** The numbers of as many new entries as there are keys, in order; null where one of the keys was used before. */
export async function numbersOfNew(db: Knex, keys: readonly string[]): Promise<readonly number[] | null> {
  const { rows } = await db.raw(
    `select array(select nextval('entry_id_seq') from generate_series(1, ?)) as ids,
            exists (select 1 from entry where idempotency_key = any(?::text[])) as used`,
    [keys.length, [...keys]],
  );
  return rows[0].used ? null : rows[0].ids.map(Number);
}

const asBefore = (row: { next_id: number; last_hash: string; same_key: Before["sameKey"] }): Before => ({
  nextId: row.next_id,
  lastHash: row.last_hash,
  sameKey: row.same_key,
});

/** Sends an entry off to be written; `told`, everybody hears of it once it is there. */
export const sendEntry = (db: Knex, entry: EntryRow, told: boolean): ReturnType<typeof sendOff> => {
  const made = db<EntryRow>("entry").insert(entry);
  return told
    ? sendOff(
        db.raw("with made as (?) select pg_notify('aumbry', id::text) from made", [made.returning("id")]),
      )
    : sendOff(made);
};

/** An entry as the tape shows it; what was typed may be a megabyte and stays behind. */
export interface TapeRow
  extends Pick<
    EntryRow,
    "id" | "command" | "who" | "happened_at" | "recorded_at" | "say" | "grams" | "undoable"
  > {
  readonly undone_by: number | null;
  readonly input: object | null;
  readonly output: object | null;
}

/** An entry of which more than this was typed is not said anew. */
const LONGEST_SAID_ANEW = 16_000;

/** The newest entries, `before` an id when paging back; `figures` when they are to be said anew from what was typed. */
export function tape(
  db: Knex,
  limit: number,
  { before, figures, only }: { before?: number | undefined; figures: boolean; only?: readonly number[] },
): Promise<TapeRow[]> {
  const part = (column: string) =>
    db.raw(
      figures ? "case when pg_column_size(??) < ? then ?? end as ??" : "null::jsonb as ??",
      figures ? [`e.${column}`, LONGEST_SAID_ANEW, `e.${column}`, column] : [column],
    );
  const query = db("entry as e")
    .leftJoin("undone as u", "u.entry_id", "e.id")
    .select(
      "e.id",
      "e.command",
      part("input"),
      part("output"),
      "e.who",
      "e.happened_at",
      "e.recorded_at",
      "e.say",
      "e.grams",
      "e.undoable",
      "u.by_entry as undone_by",
    )
    .orderBy("e.id", "desc")
    .limit(limit);
  if (before !== undefined) query.where("e.id", "<", before);
  if (only) query.whereRaw("e.id = any(?::bigint[])", [[...only]]);
  return query;
}

export interface Dependent {
  readonly entry_id: number;
  readonly because: string;
  readonly say: string;
}

/** Standing entries that rest on `entryId`, newest first. */
export function restingOn(db: Knex, entryId: number): Promise<Dependent[]> {
  return db("rests_on as r")
    .join("entry as e", "e.id", "r.entry_id")
    .leftJoin("undone as u", "u.entry_id", "r.entry_id")
    .whereNull("u.entry_id")
    .where("r.on_entry", entryId)
    .orderBy("r.entry_id", "desc")
    .select("r.entry_id", "r.because", "e.say");
}

export const isUndone = async (db: Knex, entryId: number): Promise<boolean> =>
  Boolean(await db("undone").where({ entry_id: entryId }).first());

/** The newest entry with its seal; entry 0 before there is any. */
export async function newestSeal(db: Knex): Promise<{ entry: number; hash: string }> {
  const head = await db<EntryRow>("entry").orderBy("id", "desc").first("id", "hash");
  return head ? { entry: head.id, hash: head.hash } : { entry: 0, hash: GENESIS };
}

export const countEntriesSince = async (db: Knex, since: Date): Promise<number> =>
  Number((await db("entry").where("recorded_at", ">=", since).count("* as n").first())?.n ?? 0);

/** An entry with all that follows from it, as far as they stand, in the order things happened. */
export async function chainFrom(db: Knex, entryId: number, most: number): Promise<EntryRow[]> {
  const { rows } = await db.raw(
    `with recursive chain (id) as (
       select ?::bigint
       union
       select r.entry_id from chain c join rests_on r on r.on_entry = c.id
        where not exists (select 1 from undone u where u.entry_id = r.entry_id))
     select e.* from chain c join entry e on e.id = c.id order by e.happened_at, e.id limit ?`,
    [entryId, most],
  );
  return rows;
}

/** The ids of what an entry stated in a table, in the order it stated them. */
export const idsStatedBy = (db: Knex, table: string, entryId: number): Promise<number[]> =>
  db(table).where({ entry_id: entryId }).orderBy("id").pluck("id");

export const entriesById = (db: Knex, ids: readonly number[]): Promise<EntryRow[]> =>
  db<EntryRow>("entry").whereRaw("id = any(?::bigint[])", [[...ids]]);

/** What is looked for on the tape; whatever is left out does not matter. */
export interface TapeAsked {
  /** Words that stand in the sentence, all of them. */
  readonly words: readonly string[];
  /** A tag, a code, a name: somewhere in what was typed or said. */
  readonly tag: string;
  readonly who: string;
  readonly command: string;
  readonly from: Date | null;
  readonly until: Date | null;
}

/** Ids of the newest entries that are what was asked, before an id when paging back. */
export function tapeFound(db: Knex, asked: TapeAsked, limit: number, before?: number): Promise<number[]> {
  const query = db("entry as e").orderBy("e.id", "desc").limit(limit);
  if (before !== undefined) query.where("e.id", "<", before);
  for (const word of asked.words) query.whereRaw("position(lower(?) in lower(e.say)) > 0", [word]);
  if (asked.tag !== "")
    query.whereRaw(
      `(position(lower(?) in lower(e.input::text)) > 0 or position(lower(?) in lower(e.input::text)) > 0
        or position(lower(' ' || ? || ' ') in lower(' ' || translate(e.say, '.,;:()', '      ') || ' ')) > 0)`,
      [`"${asked.tag}"`, ` ${asked.tag}"`, asked.tag],
    );
  if (asked.who !== "") query.whereRaw("lower(e.who) = lower(?)", [asked.who]);
  if (asked.command !== "") query.where("e.command", asked.command);
  if (asked.from) query.where("e.happened_at", ">=", asked.from);
  if (asked.until) query.where("e.happened_at", "<", asked.until);
  return query.pluck("e.id");
}

/** Standing entries one rests on, with why. */
export const restedOn = (
  db: Knex,
  entryId: number,
): Promise<{ id: number; because: string; say: string }[]> =>
  db("rests_on as r")
    .join("entry as e", "e.id", "r.on_entry")
    .where("r.entry_id", entryId)
    .orderBy("e.id")
    .limit(60)
    .select("e.id", "r.because", "e.say");
