/** What is held and why, what released it, what a laboratory was asked and answered, papers behind an entry. */
import type { Knex } from "knex";
import { fact, guard } from "./facts";

const TABLES = [
  "hold",
  "hold_release",
  "release_confirmed",
  "hold_rule",
  "hold_rule_ended",
  "release_rules",
  "lab_order",
  "lab_result",
  "lab_value",
  "attachment",
];

export async function up(db: Knex): Promise<void> {
  await fact(
    db,
    "hold_rule",
    `name text not null, yards text[] not null, from_md text not null, to_md text not null,
     analyte text not null, most double precision not null, why text not null, source text not null,
     since date, until date`,
  );
  await fact(db, "hold_rule_ended", "rule_id bigint not null references hold_rule, why text not null");
  // What is held: honey by the fills it stood in, or whatever a colony or a yard gave between two days; boxes by themselves.
  await fact(
    db,
    "hold",
    `number int not null, about text not null check (about in ('vessel','lot','batch','delivery','super','pull','colony','yard','boxes')),
     name text not null, fill_ids bigint[] not null, vessel_ids bigint[] not null,
     colony_id bigint references colony, yard_id bigint references yard, from_day date, to_day date,
     over_on date, why text not null, until text not null,
     analyte text, most double precision, rule_id bigint references hold_rule`,
  );
  // With a fill it is that fill's honey alone which is cleared, as it stood at a moment.
  await fact(
    db,
    "hold_release",
    `hold_id bigint not null references hold, fill_id bigint references fill, name text not null, as_of timestamptz not null,
     why text not null, lab_result_id bigint, second boolean not null`,
  );
  await fact(db, "release_confirmed", "release_id bigint not null references hold_release");
  await fact(db, "release_rules", "second boolean not null");
  await fact(
    db,
    "lab_order",
    `number int not null, fill_id bigint not null references fill, name text not null, lot_id bigint references lot,
     taken_by text not null, seal text not null, laboratory text not null, sent_on date, asks text[] not null, traits jsonb not null, note text not null`,
  );
  await fact(
    db,
    "lab_result",
    `order_id bigint not null references lab_order, came_on date not null, report text not null, accredited boolean not null,
     source text not null check (source in ('typed','file','stand-in')), note text not null`,
  );
  await fact(
    db,
    "lab_value",
    `result_id bigint not null references lab_result, analyte text not null, value double precision not null,
     below boolean not null, expanded double precision, method text not null`,
  );
  await fact(
    db,
    "attachment",
    `of_entry bigint not null references entry, name text not null, kind text not null check (kind in ('png','jpeg','pdf')),
     sha256 text not null`,
  );
  // A paper stands once, under its own hash; the entry that attaches it is sealed with that hash.
  await db.raw("create table paper (sha256 text primary key, kind text not null, bytes bytea not null)");
  await guard(db, "paper");
  for (const table of TABLES) await guard(db, table);
  await db.raw(`
    create index hold_number on hold (number);
    create index hold_release_hold on hold_release (hold_id);
    create index release_confirmed_of on release_confirmed (release_id);
    create index lab_order_fill on lab_order (fill_id);
    create index lab_order_number on lab_order (number);
    create index lab_result_order on lab_result (order_id);
    create index lab_value_result on lab_value (result_id);
    create index attachment_of on attachment (of_entry);
    create index pull_super_colony on pull_super (colony_id);
  `);
}

/** The ledger only grows. */
export async function down(): Promise<void> {
  throw new Error("The ledger's migrations cannot be taken back.");
}
