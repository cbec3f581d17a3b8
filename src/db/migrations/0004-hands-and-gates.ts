/** The floor's people and gates: who can do what, machines turned by hand, machines with a gate of their own. */
import type { Knex } from "knex";
import { fact, guard, showLive } from "./facts";

export async function up(db: Knex): Promise<void> {
  await fact(
    db,
    "skill",
    "name text not null, tools jsonb not null, loads boolean not null, pails boolean not null",
  );
  await guard(db, "skill");
  await db.raw(`
    alter table machine add column cranked boolean not null default false, add column own_gate boolean not null default false;
    alter table gate_pail add column machine_id bigint references machine;
    alter table spun add column stayed_g bigint;
    create index movement_cappings on movement (from_fill) where kind = 'cappings';
    -- Work without a machine is found among all that was ever entered.
    create index entry_by_hand on entry (id)
      where command = 'crush-combs' or (command = 'weigh-spun-super' and output->>'station' is not null);
  `);
  for (const table of ["machine", "gate_pail", "spun"]) await showLive(db, table);
}

/** The ledger only grows. */
export async function down(): Promise<void> {
  throw new Error("The ledger's migrations cannot be taken back.");
}
