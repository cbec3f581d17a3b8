/** Leads may come in by a key their own device keeps: its public half stands here, and what is asked of it, once. */
import type { Knex } from "knex";

export async function up(db: Knex): Promise<void> {
  await db.raw(`
    create table door.passkey (
      id text primary key,
      number bigserial unique,
      name text not null check (name = lower(name)),
      label text not null,
      public_key bytea not null,
      counter bigint not null,
      transports text[] not null,
      made_at timestamptz not null,
      seen_at timestamptz
    );
    create index passkey_name on door.passkey (name);
    create table door.challenge (
      challenge text primary key,
      name text,
      address text not null,
      ends_at timestamptz not null
    );
    create index challenge_address on door.challenge (address);
  `);
}

/** The ledger only grows. */
export async function down(): Promise<void> {
  throw new Error("The ledger's migrations cannot be taken back.");
}
