/** The floor: machines and their runs, the pail under the gate, checks, the day's plan, cappings bins and wax. */
import type { Knex } from "knex";
import { fact, guard } from "./facts";

const FACTS = ["machine", "run", "run_end", "gate_pail", "floor_check", "day_plan", "bin_drain"] as const;

export async function up(db: Knex): Promise<void> {
  await fact(
    db,
    "machine",
    `name text not null, kind text not null check (kind in ('radial','tangential','three-basket')), slots int not null,
     radius_m double precision not null, drum_m double precision not null, clearance_m double precision not null,
     allowed_kgm double precision not null`,
  );
  await fact(
    db,
    "run",
    `machine_id bigint not null references machine, batch_id bigint not null references batch, number int not null,
     slots jsonb not null, kgm double precision not null, minutes double precision not null, tender boolean not null,
     temp_c double precision not null, water_pct double precision not null, tool text, expected_g bigint not null,
     started_at timestamptz not null`,
  );
  await fact(
    db,
    "run_end",
    "run_id bigint not null references run, shaky boolean not null, marks jsonb not null, ended_at timestamptz not null",
  );
  await fact(
    db,
    "gate_pail",
    "batch_id bigint not null references batch, vessel_id bigint not null references vessel, at timestamptz not null",
  );
  await fact(
    db,
    "floor_check",
    "kind text not null check (kind in ('opening','closing')), items text[] not null, who text not null, at timestamptz not null",
  );
  await fact(db, "day_plan", "date date not null, plan jsonb not null");
  await fact(
    db,
    "bin_drain",
    "fill_id bigint not null references fill, way text not null, grams bigint not null, heated boolean not null",
  );
  await db.raw(`
    create index run_batch on run (batch_id);
    create index run_end_run on run_end (run_id);
    create index gate_pail_batch on gate_pail (batch_id);
    create index bin_drain_fill on bin_drain (fill_id);
    alter table vessel drop constraint vessel_kind_check, add constraint vessel_kind_check check (kind in ('super','pail','bin'));
    alter table fill drop constraint fill_kind_check, add constraint fill_kind_check
      check (kind in ('colony','gain','comb','batch','wets','pail','lot','parcel','loss','cappings','wax'));
  `);
  for (const table of FACTS) await guard(db, table);
}

/** The ledger only grows. */
export async function down(): Promise<void> {
  throw new Error("The ledger's migrations cannot be taken back.");
}
