/** What leaves the house together and what comes back of it, who buyers are, boxes on their way back to the colonies. */
import type { Knex } from "knex";
import { fact, guard, showLive } from "./facts";

const TABLES = [
  "dispatch",
  "dispatch_closed",
  "jars_back",
  "buyer_card",
  "buyer_joined",
  "vessel_out",
  "vessel_back",
  "box_way",
  "owner_terms",
];

export async function up(db: Knex): Promise<void> {
  await fact(
    db,
    "dispatch",
    `number int not null, buyer_id bigint not null references buyer,
     kind text not null check (kind in ('sale','market','sample','gift','own')), note text not null`,
  );
  await fact(db, "dispatch_closed", "dispatch_id bigint not null references dispatch, note text not null");
  await fact(
    db,
    "jars_back",
    `parcel_id bigint not null references parcel, jars int not null check (jars > 0),
     what text not null check (what in ('stock','inspect','written-off')), lot_id bigint references lot, why text not null`,
  );
  await fact(
    db,
    "buyer_card",
    `buyer_id bigint not null references buyer, kind text not null, contact text not null, phone text not null,
     email text not null, address text not null, note text not null`,
  );
  await fact(
    db,
    "buyer_joined",
    "buyer_id bigint not null references buyer, into_id bigint not null references buyer",
  );
  await fact(
    db,
    "vessel_out",
    `vessel_id bigint not null references vessel, buyer_id bigint not null references buyer, lot_id bigint not null references lot,
     deposit double precision not null`,
  );
  await fact(
    db,
    "vessel_back",
    "out_id bigint not null references vessel_out, refunded double precision not null, note text not null",
  );
  await fact(
    db,
    "box_way",
    `vessel_id bigint not null references vessel, comb_fill_id bigint not null references fill,
     way text not null check (way in ('returned','stored','set-out')), colony_id bigint references colony,
     how text not null, place text not null`,
  );
  await fact(db, "owner_terms", "owner text not null, share_pct double precision not null");
  await db.raw(`
    alter table parcel add column dispatch_id bigint references dispatch, add column price double precision;
    alter table lot add column returned_of bigint references lot;
  `);
  await showLive(db, "parcel");
  await showLive(db, "lot");
  for (const table of TABLES) await guard(db, table);
  await db.raw(`
    create index parcel_dispatch on parcel (dispatch_id);
    create index jars_back_parcel on jars_back (parcel_id);
    create index buyer_card_of on buyer_card (buyer_id);
    create index buyer_joined_of on buyer_joined (buyer_id);
    create index vessel_out_of on vessel_out (vessel_id);
    create index vessel_back_of on vessel_back (out_id);
    create index box_way_of on box_way (vessel_id);
    -- Two names of one buyer, joined later, are told as one.
    create view buyer_called as
      select b.id, b.entry_id, b.stated_at, b.name, coalesce(t.id, b.id) as stands_for, coalesce(t.name, b.name) as called
        from live_buyer b
        left join lateral (
          select j.into_id from live_buyer_joined j where j.buyer_id = b.id order by j.stated_at desc, j.id desc limit 1) j on true
        left join buyer t on t.id = j.into_id;
  `);
}

/** The ledger only grows. */
export async function down(): Promise<void> {
  throw new Error("The ledger's migrations cannot be taken back.");
}
