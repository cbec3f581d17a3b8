/** A tests' database made as it was, so that the next test finds it as if it were new and its connections warm. */
import type { Knex } from "knex";

/** What a database holds before anything is done in it. */
export interface AsItWas {
  /** Every table, with the columns that can be written and its rows. */
  readonly tables: readonly {
    readonly name: string;
    readonly columns: string;
    readonly rows: string | null;
  }[];
  readonly sequences: readonly { readonly name: string; readonly value: number; readonly called: boolean }[];
}

const TABLES = `
  select format('%I.%I', n.nspname, c.relname) as name,
         (select string_agg(quote_ident(a.attname), ', ' order by a.attnum) from pg_attribute a
           where a.attrelid = c.oid and a.attnum > 0 and not a.attisdropped and a.attgenerated = '') as columns
    from pg_class c join pg_namespace n on n.oid = c.relnamespace
   where c.relkind = 'r' and n.nspname not in ('pg_catalog', 'information_schema') order by 1`;

const SEQUENCES = `
  select format('%I.%I', schemaname, sequencename) as name,
         coalesce(last_value, start_value) as value, last_value is not null as called from pg_sequences`;

/** Looks at a database nobody has done anything in. */
export async function asItIs(owner: Knex): Promise<AsItWas> {
  const { rows: found } = await owner.raw(TABLES);
  const { rows: sequences } = await owner.raw(SEQUENCES);
  const tables = [];
  for (const { name, columns } of found as { name: string; columns: string }[]) {
    const { rows } = await owner.raw(`select json_agg(t)::text as rows from ${name} t`);
    tables.push({ name, columns, rows: rows[0].rows as string | null });
  }
  return { tables, sequences };
}

const literal = (text: string): string => `'${text.replaceAll("'", "''")}'`;

/**
 * Makes its rows and numbers what they were. Its shape is not looked at: who changes that takes a database of their own.
 * @param owner may set guards aside
 */
export async function makeAsItWas(owner: Knex, { tables, sequences }: AsItWas): Promise<void> {
  const rows = tables.flatMap(({ name, columns, rows }) => [
    `delete from ${name}`,
    ...(rows === null
      ? []
      : [
          `insert into ${name} (${columns}) overriding system value
             select ${columns} from json_populate_recordset(null::${name}, ${literal(rows)})`,
        ]),
  ]);
  const numbers = sequences.map(({ name, value, called }) => `setval(${literal(name)}, ${value}, ${called})`);
  // One question of many parts is one transaction. Whoever still holds a row is not waited for.
  const text = [
    "set local session_replication_role = replica",
    "set local lock_timeout = 3000",
    ...rows,
    `select ${numbers.join(", ")}`,
  ].join(";\n");
  const connection = await owner.client.acquireConnection();
  try {
    await connection.query(text);
  } finally {
    await owner.client.releaseConnection(connection);
  }
}
