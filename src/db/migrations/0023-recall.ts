/** Drills and recalls: what was asked, who was told, how long it took, whom to call. */
import type { Knex } from "knex";
import { fact, guard } from "./facts";

export async function up(db: Knex): Promise<void> {
  await fact(
    db,
    "recall",
    `number int not null, kind text not null check (kind in ('drill','withdrawal','recall')), what text not null,
     scope text not null check (scope in ('itself','vessels','batches')), question text not null`,
  );
  await fact(
    db,
    "recall_told",
    "recall_id bigint not null references recall, buyer_id bigint not null references buyer, how text not null, note text not null",
  );
  await fact(
    db,
    "recall_ended",
    `recall_id bigint not null references recall, seconds int not null, found_pct double precision, buyers int not null,
     told int not null, gaps text not null`,
  );
  await fact(
    db,
    "recall_contacts",
    "authority text not null, authority_phone text not null, own_name text not null, own_phone text not null",
  );
  // What was wrong with something that can no longer be corrected, or is worth knowing of it.
  await fact(db, "entry_note", "of_entry bigint not null references entry, says text not null");
  for (const table of ["entry_note", "recall", "recall_told", "recall_ended", "recall_contacts"])
    await guard(db, table);
  await db.raw(
    "create index entry_note_of on entry_note (of_entry); create index recall_told_of on recall_told (recall_id); create index recall_ended_of on recall_ended (recall_id)",
  );
}

/** The ledger only grows. */
export async function down(): Promise<void> {
  throw new Error("The ledger's migrations cannot be taken back.");
}
