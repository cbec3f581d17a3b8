/** The units and styles a house reads in; the ledger itself stays in grams, °C and UTC. */
import type { Knex } from "knex";
import { fact, guard } from "./facts";

export async function up(db: Knex): Promise<void> {
  await fact(db, "shown_units", "shown text not null");
  await guard(db, "shown_units");
}

/** The ledger only grows. */
export async function down(): Promise<void> {
  throw new Error("The ledger's migrations cannot be taken back.");
}
