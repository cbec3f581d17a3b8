/** The mesh under the machines: when it clogged, and when another was put in. */
import type { Knex } from "knex";
import { fact, guard } from "./facts";

export async function up(db: Knex): Promise<void> {
  await fact(
    db,
    "gate_mesh",
    "what text not null check (what in ('clogged','changed')), at timestamptz not null",
  );
  await guard(db, "gate_mesh");
  await db.raw("create index gate_mesh_at on gate_mesh (at)");
}

/** The ledger only grows. */
export async function down(): Promise<void> {
  throw new Error("The ledger's migrations cannot be taken back.");
}
