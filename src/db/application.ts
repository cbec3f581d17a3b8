/**
 * The application's own role: it reads, adds rows and holds the writers' lock. It owns nothing, so it can neither
 * rewrite a row nor switch a trigger off; the house's shape is changed by the owner alone. Only at the door, where
 * sessions begin and end, may it change what stands.
 */
import type { Knex } from "knex";

const PLAIN = /^[a-z_][a-z0-9_]{0,62}$/;

/** Lets `role` work with the house's tables as they stand now; asked again after each migration. */
export async function letIn(db: Knex, role: string): Promise<void> {
  if (!PLAIN.test(role)) throw new Error(`"${role}" is no plain name of a role.`);
  await db.raw(`
    revoke create on schema public from public;
    grant usage on schema public to ${role};
    revoke all on all tables in schema public from ${role};
    grant select, insert on all tables in schema public to ${role};
    revoke insert on fill_balance, kind_balance, still_open, device_hour, ledger_lock, migration, migration_lock from ${role};
    grant update on ledger_lock to ${role};
    grant usage, select on all sequences in schema public to ${role};
    grant execute on function before_entry, house_as_json, open_as_told to ${role};
    grant usage on schema door to ${role};
    grant select, insert, update, delete on all tables in schema door to ${role};
    grant usage, select on all sequences in schema door to ${role};
  `);
}
