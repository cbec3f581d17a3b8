/** What is opened by a fact and closed by another is kept ready by triggers: little beside all that ever was. */

/** What closes: a fact, its column that says which, and when that closes by itself, of a row known as `row`. */
interface Closing {
  readonly by: string;
  readonly of: string;
  readonly when?: (row: string) => string;
}
/** By the fact that opens. */
export type ClosedBy = Readonly<Record<string, Closing>>;

const closes = ({ of, when }: Closing, row: string, opened: string): string =>
  `${row}.${of} = ${opened}${when ? ` and ${when(row)}` : ""}`;

const STANDS = (row: string) => `not exists (select 1 from undone u where u.entry_id = ${row}.entry_id)`;

/** A function for a trigger that changes what the application itself may not. */
export const kept = (name: string, body: string) => `
  create or replace function ${name}() returns trigger language plpgsql security definer set search_path = public, pg_temp as $$
  begin
    ${body}
    return null;
  end $$;`;

export const after = (table: string, name: string) => `
  create trigger ${name} after insert on ${table}
    referencing new table as told for each statement execute function ${name}();`;

/** From now on each opening and closing of these is kept. */
export const keepOpen = (closedBy: ClosedBy): string =>
  Object.entries(closedBy)
    .map(
      ([table, closing]) => `
      ${kept(
        `${table}_opens`,
        `insert into still_open select '${table}', t.id from told t where ${STANDS("t")};`,
      )}
      ${after(table, `${table}_opens`)}
      ${kept(
        `${closing.by}_closes`,
        `delete from still_open o using told c where o.what = '${table}' and ${closes(closing, "c", "o.id")} and ${STANDS("c")};`,
      )}
      ${after(closing.by, `${closing.by}_closes`)}`,
    )
    .join("");

/** The same as it follows from what was told: what was kept is held against it. All that are kept, not the new ones alone. */
export const openAsTold = (closedBy: ClosedBy): string => `
  create or replace function open_as_told() returns table (what text, id bigint) language sql stable as $$
    ${Object.entries(closedBy)
      .map(
        ([table, closing]) =>
          `select '${table}', t.id from live_${table} t where not exists (select 1 from live_${closing.by} c where ${closes(closing, "c", "t.id")})`,
      )
      .join(" union all ")}
  $$;`;

/** Who takes back an opening takes it away; who takes back a closing opens again, where no other closing stands. */
export const undoingOpens = (closedBy: ClosedBy): string =>
  kept(
    "undone_opens",
    Object.entries(closedBy)
      .map(
        ([table, closing]) => `
          delete from still_open o using told u join ${table} t on t.entry_id = u.entry_id
           where o.what = '${table}' and o.id = t.id;
          insert into still_open
            select distinct '${table}', t.id
              from told u join ${closing.by} c on c.entry_id = u.entry_id join live_${table} t on ${closes(closing, "c", "t.id")}
             where not exists (select 1 from live_${closing.by} x where ${closes(closing, "x", "t.id")})
            on conflict do nothing;`,
      )
      .join(""),
  );
