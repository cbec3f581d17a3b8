/** What a house shows besides what every house needs. */
import type { Knex } from "knex";
import { fact, guard } from "./facts";

export async function up(db: Knex): Promise<void> {
  await fact(db, "house_parts", "parts text not null");
  await guard(db, "house_parts");
}

/** The ledger only grows. */
export async function down(): Promise<void> {
  throw new Error("The ledger's migrations cannot be taken back.");
}
