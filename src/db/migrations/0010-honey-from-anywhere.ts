/** Vessels of every kind, honey from outside, and honey kept apart that was released. */
import type { Knex } from "knex";
import { fact, guard, showLive } from "./facts";

export async function up(db: Knex): Promise<void> {
  await db.raw(`
    alter table vessel drop constraint vessel_kind_check,
      add constraint vessel_kind_check check (kind in ('super','pail','drum','tank','bin','tub'));
    -- Of a vessel that cannot be weighed the empty weight says nothing.
    alter table vessel add column capacity_l double precision, add column diameter_cm double precision,
      add column weighable boolean, add column note text, add column guessed boolean;
    alter table fill drop constraint fill_kind_check, add constraint fill_kind_check
      check (kind in ('colony','gain','comb','batch','wets','pail','lot','parcel','loss','cappings','wax','outside','delivery','drum','tank','tub'));
    alter table fill_balance drop constraint fill_never_negative, add constraint fill_never_negative
      check (grams >= 0 or kind in ('colony', 'gain', 'outside'));
    -- A vessel sold whole is a lot of one.
    alter table lot add column vessel text;
  `);
  await showLive(db, "vessel");
  await showLive(db, "lot");
  await fact(
    db,
    "delivery",
    `number int not null, fill_id bigint not null unique references fill, what text not null check (what in ('bought','to-pack','opening')),
     supplier text not null, owner text not null, their_lot text not null, country text not null, region text not null,
     honey_kind text not null, price text not null, papers text not null, came_on date not null`,
  );
  await fact(db, "vessel_place", "vessel_id bigint not null references vessel, place text not null");
  await fact(
    db,
    "release",
    "fill_id bigint not null references fill, owners text[] not null, why text not null, who text not null",
  );
  for (const table of ["delivery", "vessel_place", "release"]) await guard(db, table);
  await db.raw(`
    create index delivery_fill on delivery (fill_id);
    create index vessel_place_vessel on vessel_place (vessel_id);
    create index release_fill on release (fill_id);
  `);
}

/** The ledger only grows. */
export async function down(): Promise<void> {
  throw new Error("The ledger's migrations cannot be taken back.");
}
