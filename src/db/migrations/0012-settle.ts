/** Standing to clear: meshes, passes through them, skimming, the honey's temperature, and the look before jars. */
import type { Knex } from "knex";
import { fact, guard, showLive } from "./facts";

export async function up(db: Knex): Promise<void> {
  // From its floor to its rim.
  await db.raw("alter table vessel add column height_cm double precision");
  await showLive(db, "vessel");
  await fact(
    db,
    "settle_rules",
    "school text not null check (school in ('strain-first','settle-first')), ceiling_c double precision",
  );
  await fact(
    db,
    "mesh",
    "name text not null, kind text not null, opening_um int not null, area_dm2 double precision not null, known_from timestamptz",
  );
  await fact(
    db,
    "mesh_care",
    "mesh_id bigint not null references mesh, what text not null check (what in ('washed','whole','broken'))",
  );
  await fact(
    db,
    "vessel_warmth",
    "fill_id bigint not null references fill, temp_c double precision not null",
  );
  await fact(
    db,
    "skimming",
    "fill_id bigint not null references fill, grams int not null, guessed boolean not null",
  );
  await fact(
    db,
    "strained",
    `fill_id bigint not null references fill, mesh_ids bigint[] not null, grams int not null,
     minutes double precision, temp_c double precision, head_cm double precision, water_pct double precision, kept_g int not null`,
  );
  await fact(
    db,
    "inspection",
    "fill_id bigint not null references fill, verdict text not null check (verdict in ('good','held')), found text not null",
  );
  const tables = ["settle_rules", "mesh", "mesh_care", "vessel_warmth", "skimming", "strained", "inspection"];
  for (const table of tables) await guard(db, table);
  await db.raw(`
    create index mesh_care_mesh on mesh_care (mesh_id);
    create index vessel_warmth_fill on vessel_warmth (fill_id);
    create index skimming_fill on skimming (fill_id);
    create index strained_fill on strained (fill_id);
    create index inspection_fill on inspection (fill_id);
  `);
}

/** The ledger only grows. */
export async function down(): Promise<void> {
  throw new Error("The ledger's migrations cannot be taken back.");
}
