/**
 * The ledger and the first facts of the house.
 *
 * Every table but `fill_balance` is only ever added to. A fact belongs to the entry that stated it and
 * stands as long as that entry is not undone: `live_<table>` shows what stands.
 */
import type { Knex } from "knex";
import { guard, fact as stateFact } from "./facts";

/** Tables of facts that carry an entry and get a `live_` view. */
const FACTS = [
  "house_profile",
  "crew",
  "yard",
  "colony",
  "vessel",
  "buyer",
  "fill",
  "pull",
  "pull_super",
  "standing_place",
  "batch",
  "batch_super",
  "batch_close",
  "reading",
  "spun",
  "lot",
  "parcel",
] as const;

const APPEND_ONLY = [...FACTS, "entry", "undone", "rests_on", "movement"];

export async function up(db: Knex): Promise<void> {
  await db.raw(`
    create table ledger_lock (id int primary key check (id = 1));
    insert into ledger_lock values (1);

    create table entry (
      id bigserial primary key,
      command text not null,
      who text not null,
      device text not null,
      happened_at timestamptz not null,
      recorded_at timestamptz not null,
      input jsonb not null,
      output jsonb not null,
      say text not null,
      grams bigint,
      undoable boolean not null,
      idempotency_key text not null constraint entry_idempotency_key unique,
      prev_hash text not null,
      hash text not null constraint entry_hash unique
    );
    create index entry_happened_at on entry (happened_at desc, id desc);

    create table undone (
      entry_id bigint primary key references entry,
      by_entry bigint not null references entry deferrable initially deferred
    );
    create table rests_on (
      entry_id bigint not null references entry deferrable initially deferred,
      on_entry bigint not null references entry,
      because text not null,
      primary key (entry_id, on_entry)
    );
    create index rests_on_on_entry on rests_on (on_entry);
  `);

  const fact = (table: string, columns: string) => stateFact(db, table, columns);

  await fact(
    "house_profile",
    `name text not null, address text not null, country text not null, zone text not null,
     lot_prefix text not null, target_pct double precision not null, limit_pct double precision not null,
     settle_hours double precision not null, best_before_months int not null,
     check (target_pct < limit_pct)`,
  );
  await fact(
    "crew",
    "name text not null, role text not null check (role in ('lead','floor','filler','office','auditor'))",
  );
  await fact("yard", "name text not null, country text not null, note text not null default ''");
  await fact("colony", "tag text not null, yard_id bigint not null references yard");
  await fact(
    "vessel",
    `kind text not null check (kind in ('super','pail')), tag text not null, empty_g bigint not null check (empty_g > 0),
     depth text, frames int, capacity_g bigint`,
  );
  await fact("buyer", "name text not null");
  await fact(
    "fill",
    `kind text not null check (kind in ('colony','gain','comb','batch','wets','pail','lot','parcel','loss')),
     vessel_id bigint references vessel, colony_id bigint references colony, name text not null,
     opened_at timestamptz not null`,
  );
  await fact("pull", "yard_id bigint not null references yard, date date not null");
  await fact(
    "pull_super",
    `pull_id bigint not null references pull, fill_id bigint not null unique references fill,
     vessel_id bigint not null references vessel, colony_id bigint not null references colony,
     capped_pct double precision not null check (capped_pct between 0 and 100), gross_g bigint not null`,
  );
  await fact(
    "standing_place",
    "fill_id bigint not null references fill, place text not null, stack text not null",
  );
  await fact("batch", "number int not null, fill_id bigint not null unique references fill");
  await fact(
    "batch_super",
    "batch_id bigint not null references batch, fill_id bigint not null references fill",
  );
  await fact(
    "batch_close",
    "batch_id bigint not null references batch, remainder_g bigint not null, reason text not null",
  );
  await fact(
    "reading",
    `fill_id bigint not null references fill, scale text not null, value double precision not null,
     temp_c double precision not null, compensates boolean not null, index20 double precision not null,
     water_pct double precision not null, sd_pct double precision not null, who text not null, at timestamptz not null`,
  );
  await fact(
    "spun",
    `batch_id bigint not null references batch, comb_fill_id bigint not null references fill,
     wets_fill_id bigint references fill, gross_g bigint not null`,
  );
  await fact(
    "lot",
    `fill_id bigint not null unique references fill, code text not null, number int not null, year int not null,
     honey_kind text not null, nominal_g int not null, jars int not null check (jars > 0),
     mean_fill_g double precision not null, filled_on date not null, best_before date not null`,
  );
  await fact(
    "parcel",
    `lot_id bigint not null references lot, fill_id bigint not null unique references fill,
     buyer_id bigint not null references buyer, jars int not null check (jars > 0), sent_on date not null`,
  );

  await db.raw(`
    create index fill_vessel on fill (vessel_id, id);
    create index fill_kind on fill (kind);
    create index pull_super_vessel on pull_super (vessel_id);
    create index batch_super_fill on batch_super (fill_id);
    create index batch_super_batch on batch_super (batch_id);
    create index reading_fill on reading (fill_id);
    create index spun_comb on spun (comb_fill_id);
    create index standing_place_fill on standing_place (fill_id);
    create index parcel_lot on parcel (lot_id);
    create index vessel_tag on vessel (kind, tag);

    create table movement (
      id bigserial primary key,
      entry_id bigint not null references entry deferrable initially deferred,
      from_fill bigint not null references fill,
      to_fill bigint not null references fill,
      grams bigint not null constraint movement_carries_something check (grams > 0),
      at timestamptz not null,
      kind text not null,
      own_fill bigint references fill,
      reverses bigint constraint movement_reversed_once unique references movement,
      constraint movement_two_fills check (from_fill <> to_fill)
    );
    create index movement_from on movement (from_fill);
    create index movement_to on movement (to_fill);
    create index movement_entry on movement (entry_id);
    create index movement_at on movement (at);

    -- What stands in each fill, kept by the trigger below; only sources may go under nothing.
    create table fill_balance (
      fill_id bigint primary key references fill,
      grams bigint not null,
      kind text not null,
      constraint fill_never_negative check (grams >= 0 or kind in ('colony', 'gain'))
    );

    -- What stands in the house is little beside all that ever did.
    create index fill_balance_held on fill_balance (kind, fill_id) where grams > 0;

    create function fill_opens() returns trigger language plpgsql as $$
    begin
      insert into fill_balance (fill_id, kind, grams) values (new.id, new.kind, 0);
      return null;
    end $$;
    create trigger fill_opens after insert on fill for each row execute function fill_opens();

    create function movement_moves() returns trigger language plpgsql as $$
    begin
      update fill_balance set grams = grams - new.grams where fill_id = new.from_fill;
      update fill_balance set grams = grams + new.grams where fill_id = new.to_fill;
      return null;
    end $$;
    create trigger movement_moves after insert on movement for each row execute function movement_moves();

    create function nothing_is_rewritten() returns trigger language plpgsql as $$
    begin
      raise exception 'The ledger is never rewritten: % on % refused.', tg_op, tg_table_name using errcode = 'AU001';
    end $$;
  `);
  for (const table of APPEND_ONLY) await guard(db, table);
}

/** The ledger only grows: there is no way down that would not rewrite it. */
export async function down(): Promise<void> {
  throw new Error("The ledger's first migration cannot be taken back.");
}
