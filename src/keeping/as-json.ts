/**
 * The whole house as one JSON file that any program can read, and back into an empty house: export, import, export
 * gives the same file. What the database reckons by itself (balances, hours of devices) is not in it: it comes again.
 */
import { open, readFile } from "node:fs/promises";
import type { Knex } from "knex";
import { STEPS } from "@/db";
import { verifyChain, whatIsOff } from "@/house/ledger/verify";
import { KeepingFault } from "./fault";
import { stepsOf } from "./standing";

const FORMAT = "aumbry-house";
const VERSION = 1;
/** Written by the program that makes a database, or reckoned from the rest. */
const NOT_IN_IT: ReadonlySet<string> = new Set([
  "migration",
  "migration_lock",
  "ledger_lock",
  "fill_balance",
  "kind_balance",
  "still_open",
  "device_hour",
]);
const AT_A_TIME = 2000;

/** The house's own tables, each after those its rows name. */
async function tablesInOrder(db: Knex): Promise<string[]> {
  const { rows } = await db.raw(
    `select c.relname as name,
            coalesce(array_agg(distinct f.relname) filter (where f.relname is not null and f.relname <> c.relname and not k.condeferred), '{}') as needs
       from pg_class c
       join pg_namespace n on n.oid = c.relnamespace and n.nspname = 'public'
       left join pg_constraint k on k.conrelid = c.oid and k.contype = 'f'
       left join pg_class f on f.oid = k.confrelid
      where c.relkind = 'r' group by c.relname order by c.relname`,
  );
  const needs = new Map<string, Set<string>>(
    (rows as { name: string; needs: string[] | string }[])
      .filter((r) => !NOT_IN_IT.has(r.name))
      .map((r) => [
        r.name,
        new Set(
          (Array.isArray(r.needs) ? r.needs : r.needs.replace(/[{}]/g, "").split(",")).filter(
            (t) => t !== "" && !NOT_IN_IT.has(t),
          ),
        ),
      ]),
  );
  const order: string[] = [];
  while (needs.size > 0) {
    const free = [...needs].filter(([, n]) => [...n].every((t) => order.includes(t))).map(([name]) => name);
    if (free.length === 0)
      throw new KeepingFault(`Tables name each other in a circle: ${[...needs.keys()].join(", ")}.`);
    for (const name of free.sort()) {
      order.push(name);
      needs.delete(name);
    }
  }
  return order;
}

/** What a table's rows are told apart and put in order by. */
async function keyOf(db: Knex, table: string): Promise<string> {
  const { rows } = await db.raw(
    `select string_agg(format('%I', a.attname), ', ' order by array_position(i.indkey::int[], a.attnum::int)) as key
       from pg_index i join pg_attribute a on a.attrelid = i.indrelid and a.attnum = any(i.indkey)
      where i.indrelid = ?::regclass and i.indisprimary`,
    [table],
  );
  return rows[0]?.key ?? "1";
}

/** Writes the house into `file`, of one moment. @returns the rows written */
export async function exportJson(
  db: Knex,
  file: string,
  progress: (text: string) => void = () => {},
): Promise<number> {
  return db.transaction(
    async (tx) => {
      const steps = await stepsOf(tx);
      const out = await open(file, "w", 0o600);
      let written = 0;
      try {
        await out.write(
          `{"format":"${FORMAT}","version":${VERSION},"steps":${JSON.stringify(steps)},"tables":{`,
        );
        for (const [i, table] of (await tablesInOrder(tx)).entries()) {
          progress(`writing ${table}`);
          await out.write(`${i === 0 ? "" : ","}\n${JSON.stringify(table)}:[`);
          const key = await keyOf(tx, table);
          for (let from = 0; ; from += AT_A_TIME) {
            const { rows } = await tx.raw(
              `select to_json(t)::text as row from (select * from ?? order by ${key} offset ? limit ?) t`,
              [table, from, AT_A_TIME],
            );
            for (const [j, { row }] of (rows as { row: string }[]).entries())
              await out.write(`${from + j === 0 ? "" : ","}\n${row}`);
            written += rows.length;
            if (rows.length < AT_A_TIME) break;
          }
          await out.write("]");
        }
        await out.write("}}\n");
        await out.sync();
      } finally {
        await out.close();
      }
      return written;
    },
    { isolationLevel: "repeatable read", readOnly: true },
  );
}

interface HouseFile {
  readonly format: string;
  readonly version: number;
  readonly steps: readonly string[];
  readonly tables: Readonly<Record<string, readonly object[]>>;
}

async function readHouse(file: string): Promise<HouseFile> {
  let read: HouseFile;
  try {
    read = JSON.parse(await readFile(file, "utf8"));
  } catch (cause) {
    throw new KeepingFault(`That file cannot be read as JSON: ${(cause as Error).message.slice(0, 100)}.`);
  }
  if (read?.format !== FORMAT || read.version !== VERSION || typeof read.tables !== "object")
    throw new KeepingFault("That is no house in JSON.");
  const newer = read.steps.find((step, i) => step !== STEPS[i]);
  if (newer) throw new KeepingFault(`The house in that file is newer than this program ("${newer}").`);
  return read;
}

/**
 * Reads such a file into an empty house of this program's own shape; every seal and gram is read back before it counts.
 * @throws KeepingFault; then nothing was written
 */
export async function importJson(
  db: Knex,
  file: string,
  progress: (text: string) => void = () => {},
): Promise<{ readonly entries: number; readonly rows: number }> {
  const house = await readHouse(file);
  return db.transaction(async (tx) => {
    if (await tx("entry").first("id"))
      throw new KeepingFault("There is a house here already: a file is read into an empty one.");
    const order = await tablesInOrder(tx);
    const strange = Object.keys(house.tables).find((t) => !order.includes(t));
    if (strange) throw new KeepingFault(`"${strange.slice(0, 40)}" is no table of a house.`);
    let rows = 0;
    for (const table of order) {
      const list = house.tables[table] ?? [];
      progress(`reading ${table}: ${list.length} rows`);
      for (let from = 0; from < list.length; from += AT_A_TIME)
        await tx.raw("insert into ?? select * from json_populate_recordset(null::??, ?::json)", [
          table,
          table,
          JSON.stringify(list.slice(from, from + AT_A_TIME)),
        ]);
      rows += list.length;
    }
    const { rows: sequences } = await tx.raw(
      `select c.relname as table, a.attname as column, pg_get_serial_sequence(quote_ident(c.relname), a.attname) as sequence
         from pg_class c join pg_namespace n on n.oid = c.relnamespace and n.nspname = 'public'
         join pg_attribute a on a.attrelid = c.oid and a.attnum > 0 and not a.attisdropped
        where c.relkind = 'r' and pg_get_serial_sequence(quote_ident(c.relname), a.attname) is not null`,
    );
    for (const s of sequences as { table: string; column: string; sequence: string }[])
      await tx.raw("select setval(?, (select coalesce(max(??), 0) + 1 from ??), false)", [
        s.sequence,
        s.column,
        s.table,
      ]);
    // What waits for the end of the transaction is looked at now, while it can be taken back.
    await tx.raw("set constraints all immediate");
    const report = await verifyChain(tx, {
      progress: (done, of) => progress(`reading the seals: ${done} of ${of} entries`),
    });
    if (report.firstBroken)
      throw new KeepingFault(
        `Entry ${report.firstBroken.entry} in that file is not as it was sealed: ${report.firstBroken.what}.`,
      );
    const off = await whatIsOff(tx);
    if (off) throw new KeepingFault(`Every seal holds, but ${off}.`);
    return { entries: report.entries, rows };
  });
}
