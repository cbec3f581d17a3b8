/**
 * Who works here may change, and who stands at the door proves it. What happened to people is told by entries like
 * anything else; what opens the door (digests of passwords and numbers, sessions, tokens, attempts) is no record of
 * the house: it has a room of its own, may be changed and forgotten, and is in no file that leaves the house as JSON.
 */
import type { Knex } from "knex";
import { fact, guard } from "./facts";

export async function up(db: Knex): Promise<void> {
  await fact(
    db,
    "crew_change",
    `name text not null, works boolean not null,
     role text not null check (role in ('lead','floor','filler','office','auditor'))`,
  );
  await guard(db, "crew_change");
  await db.raw(`
    create index crew_change_name on crew_change (lower(name), entry_id desc);

    create view crew_now as
      select c.id, c.name, coalesce(n.role, c.role) as role
        from live_crew c
        left join lateral (select x.role, x.works from live_crew_change x where lower(x.name) = lower(c.name)
                            order by x.entry_id desc limit 1) n on true
       where coalesce(n.works, true);

    create schema door;

    create table door.secret (
      name text primary key check (name = lower(name)),
      password_hash text,
      pin_hash text,
      pressed boolean not null default false,
      changed_at timestamptz not null
    );
    create table door.way_in (
      name text primary key check (name = lower(name)),
      code_hash text not null,
      ends_at timestamptz not null
    );
    create table door.session (
      id text primary key,
      number bigserial unique,
      tablet text,
      stay_minutes int,
      person text,
      person_until timestamptz,
      opened_at timestamptz not null,
      seen_at timestamptz not null,
      idle_until timestamptz not null,
      ends_at timestamptz not null
    );
    create table door.attempt (
      id bigserial primary key,
      account text not null,
      address text not null,
      at timestamptz not null,
      succeeded boolean not null default false
    );
    create index attempt_account on door.attempt (account, at);
    create index attempt_address on door.attempt (address, at);
    create table door.ticket (
      id text primary key,
      person text not null,
      made_at timestamptz not null,
      ends_at timestamptz not null
    );
    create table door.token (
      name text primary key,
      token_hash text not null unique,
      role text not null check (role in ('lead','floor','filler','office','auditor')),
      made_at timestamptz not null,
      seen_at timestamptz,
      closed_at timestamptz
    );
  `);
}

/** The ledger only grows. */
export async function down(): Promise<void> {
  throw new Error("The ledger's migrations cannot be taken back.");
}
