/**
 * The yard and the hot room in depth: what is known of yards and colonies, pull plans, how each super was
 * judged, instruments and their checks, the room's air, devices.
 */
import type { Knex } from "knex";
import { fact, guard, showLive } from "./facts";

const FACTS = [
  "judging_rules",
  "room_profile",
  "yard_detail",
  "bloom",
  "colony_terms",
  "pull_plan",
  "plan_step",
  "left_super",
  "weigh_in",
  "instrument",
  "calibration",
  "climate_note",
  "stack_air",
  "device",
] as const;

export async function up(db: Knex): Promise<void> {
  await fact(
    db,
    "judging_rules",
    `school text not null check (school in ('sealed','shake','instrument')),
     sealed_pct double precision not null, shake_max_pct double precision not null`,
  );
  await fact(
    db,
    "room_profile",
    `beetle_hours double precision not null, spin_temp_c double precision not null,
     dehumidifier_l_day double precision not null`,
  );
  await fact(
    db,
    "yard_detail",
    "yard_id bigint not null references yard, location text not null, registration text not null",
  );
  await fact(db, "bloom", "yard_id bigint not null references yard, what text not null, date date not null");
  await fact(
    db,
    "colony_terms",
    "colony_id bigint not null references colony, owner text not null, agreed_g bigint check (agreed_g > 0)",
  );
  await fact(
    db,
    "pull_plan",
    "yard_id bigint not null references yard, date date not null, method text not null, note text not null",
  );
  await fact(db, "plan_step", "plan_id bigint not null references pull_plan, step text not null");
  await fact(
    db,
    "left_super",
    `pull_id bigint not null references pull, vessel_id bigint not null references vessel,
     colony_id bigint not null references colony, capped_pct double precision not null, verdict text not null, why text not null`,
  );
  await fact(db, "weigh_in", "fill_id bigint not null references fill, gross_g bigint not null");
  await fact(
    db,
    "instrument",
    `name text not null, scale text not null check (scale in ('index','water','brix')), resolution double precision not null,
     compensates boolean not null, atc_lo_c double precision, atc_hi_c double precision, check_hours double precision not null`,
  );
  await fact(
    db,
    "calibration",
    `instrument_id bigint not null references instrument, reference text not null, expected double precision not null,
     shown double precision not null, temp_c double precision not null, offset_index double precision not null,
     who text not null, at timestamptz not null`,
  );
  await fact(
    db,
    "climate_note",
    "at timestamptz not null, temp_c double precision not null, humidity_pct double precision not null",
  );
  await fact(
    db,
    "stack_air",
    "stack text not null, fan text not null check (fan in ('full','some','none')), at timestamptz not null",
  );
  await fact(
    db,
    "device",
    `name text not null, kind text not null check (kind in ('scale','refractometer','thermo-hygrometer')),
     token_sha256 text not null, stand_in boolean not null`,
  );
  await db.raw(`
    alter table vessel add column foundation text;
    alter table reading add column instrument_id bigint references instrument;
    alter table pull_super
      add column weighed boolean not null default true,
      add column shake text,
      add column frames_left int not null default 0,
      add column frame_class text,
      add column flags text[] not null default '{}',
      add column waiting_until date,
      add column school text,
      add column verdict text,
      add column despite text not null default '';

    create index yard_detail_yard on yard_detail (yard_id);
    create index bloom_yard on bloom (yard_id);
    create index colony_terms_colony on colony_terms (colony_id);
    create index weigh_in_fill on weigh_in (fill_id);
    create index calibration_instrument on calibration (instrument_id);
    create index stack_air_stack on stack_air (stack, id);
    create index climate_note_at on climate_note (at);

    -- What devices say by themselves, every minute: a log of the air, not a deed of a person, so no entry stands behind it.
    create table device_post (
      id bigserial primary key,
      device_id bigint not null references device,
      at timestamptz not null,
      received_at timestamptz not null,
      temp_c double precision,
      humidity_pct double precision,
      gross_kg double precision,
      shown double precision,
      constraint device_post_once unique (device_id, at)
    );
    create index device_post_at on device_post (at);
  `);
  for (const table of ["vessel", "reading", "pull_super"]) await showLive(db, table);
  for (const table of [...FACTS, "device_post"]) await guard(db, table);
}

/** The ledger only grows. */
export async function down(): Promise<void> {
  throw new Error("The ledger's migrations cannot be taken back.");
}
