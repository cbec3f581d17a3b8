/** What every page asks for is kept ready beside the ledger: what is open, and what is held in all. */
import type { Knex } from "knex";

/** What is opened by a fact and closed by another, with the column that says which. */
const CLOSED_BY = {
  batch: { by: "batch_close", of: "batch_id" },
  jar_order: { by: "jar_order_met", of: "order_id" },
} as const;

const STANDS = (row: string) => `not exists (select 1 from undone u where u.entry_id = ${row}.entry_id)`;

/** A function for a trigger that changes what the application itself may not. */
const kept = (name: string, body: string) => `
  create function ${name}() returns trigger language plpgsql security definer set search_path = public, pg_temp as $$
  begin
    ${body}
    return null;
  end $$;`;
const after = (table: string, name: string) => `
  create trigger ${name} after insert on ${table}
    referencing new table as told for each statement execute function ${name}();`;

export async function up(db: Knex): Promise<void> {
  await db.raw(`
    -- Opened and not closed since, as it stands now: little beside all that ever was.
    create table still_open (what text not null, id bigint not null, primary key (what, id));

    -- What all fills of a kind hold together.
    create table kind_balance (kind text primary key, grams bigint not null);
    insert into kind_balance select kind, sum(grams) from fill_balance group by kind;
    ${kept(
      "movement_sums",
      `insert into kind_balance (kind, grams)
         select b.kind, sum(m.g)
           from (select to_fill as fill, grams as g from told union all select from_fill, -grams from told) m
           join fill_balance b on b.fill_id = m.fill group by b.kind having sum(m.g) <> 0
         on conflict (kind) do update set grams = kind_balance.grams + excluded.grams;`,
    )}
    ${after("movement", "movement_sums")}
  `);
  for (const [table, { by, of }] of Object.entries(CLOSED_BY))
    await db.raw(`
      ${kept(
        `${table}_opens`,
        `insert into still_open select '${table}', t.id from told t where ${STANDS("t")};`,
      )}
      ${after(table, `${table}_opens`)}
      ${kept(
        `${by}_closes`,
        `delete from still_open o using told c where o.what = '${table}' and o.id = c.${of} and ${STANDS("c")};`,
      )}
      ${after(by, `${by}_closes`)}
    `);
  await db.raw(`
    -- The same as it follows from what was told: what was kept is held against it.
    create function open_as_told() returns table (what text, id bigint) language sql stable as $$
      ${Object.entries(CLOSED_BY)
        .map(
          ([table, { by, of }]) =>
            `select '${table}', t.id from live_${table} t where not exists (select 1 from live_${by} c where c.${of} = t.id)`,
        )
        .join(" union all ")}
    $$;
    insert into still_open select * from open_as_told();
  `);
  // Who takes back an opening takes it away; who takes back a closing opens again, where no other closing stands.
  await db.raw(`
    ${kept(
      "undone_opens",
      Object.entries(CLOSED_BY)
        .map(
          ([table, { by, of }]) => `
            delete from still_open o using told u join ${table} t on t.entry_id = u.entry_id
             where o.what = '${table}' and o.id = t.id;
            insert into still_open
              select distinct '${table}', t.id
                from told u join ${by} c on c.entry_id = u.entry_id join live_${table} t on t.id = c.${of}
               where not exists (select 1 from live_${by} x where x.${of} = t.id)
              on conflict do nothing;`,
        )
        .join(""),
    )}
    ${after("undone", "undone_opens")}
  `);
}

/** The ledger only grows. */
export async function down(): Promise<void> {
  throw new Error("The ledger's migrations cannot be taken back.");
}
