/** How a table of facts is made: it belongs to an entry, shows what stands, and is never rewritten. */
import type { Knex } from "knex";

/**
 * What of `table` no undo took back, each row with the moment it speaks of; made anew when columns were added.
 * The moment is the entry's own; a row whose entry is just being written counts as the newest.
 */
export const showLive = (db: Knex, table: string) =>
  db.raw(`
    -- Houses of the first months show their facts without the moment in front: such a view is made anew.
    do $$ begin
      if exists (select from pg_attribute
                  where attrelid = to_regclass('live_${table}') and attnum = 1 and attname <> 'stated_at')
      then drop view live_${table}; end if;
    end $$;
    create or replace view live_${table} as
      select coalesce(e.happened_at, 'infinity') as stated_at, t.*
        from ${table} t left join entry e on e.id = t.entry_id
       where not exists (select 1 from undone u where u.entry_id = t.entry_id);
  `);

export async function fact(db: Knex, table: string, columns: string): Promise<void> {
  await db.raw(`
    create table ${table} (
      id bigserial primary key,
      entry_id bigint not null references entry deferrable initially deferred,
      ${columns}
    );
    create index ${table}_entry on ${table} (entry_id);
  `);
  await showLive(db, table);
}

/** From now on rows of `table` are only added. */
export const guard = (db: Knex, table: string) =>
  db.raw(`
    create trigger nothing_is_rewritten before update or delete on ${table}
      for each row execute function nothing_is_rewritten();
    create trigger nothing_is_truncated before truncate on ${table}
      for each statement execute function nothing_is_rewritten();
  `);
