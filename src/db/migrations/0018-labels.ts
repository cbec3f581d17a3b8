/** Labels: how they are to look, what was printed and spoiled, and what a lot may tell the world. */
import type { Knex } from "knex";
import { fact, guard, showLive } from "./facts";

export async function up(db: Knex): Promise<void> {
  await db.raw(`
    alter table lot
      -- What stands on the jar where several sizes share one lot.
      add column mark text, add column product text, add column ingredients jsonb, add column piece_g int[],
      -- What was known of the honey as it went in, at its worst where it is a limit.
      add column water_pct double precision, add column upper_pct double precision,
      add column hmf_mg_kg double precision, add column pfund_mm double precision, add column blooms jsonb,
      -- How warm it was filled, and how long it took.
      add column fill_c double precision, add column minutes double precision;
  `);
  await showLive(db, "lot");
  await db.raw("create index lot_mark on lot (mark)");
  await fact(
    db,
    "label_rules",
    "pack text not null, public_address text not null, shelf_c double precision not null",
  );
  await fact(
    db,
    "label_design",
    "lot_id bigint not null references lot, jar_g int not null, design jsonb not null",
  );
  await fact(
    db,
    "label_print",
    `lot_id bigint not null references lot, part text not null, labels int not null, spare int not null,
     output text not null, page text not null, begin_at int not null, design jsonb not null, pack text not null,
     answered text[] not null, unmet text[] not null, despite text not null`,
  );
  await fact(
    db,
    "label_spoiled",
    "lot_id bigint not null references lot, labels int not null, why text not null",
  );
  await fact(db, "article_number", "honey_kind text not null, jar_g int not null, gtin text not null");
  await fact(
    db,
    "logo",
    "kind text not null, data text not null, width_px int not null, height_px int not null",
  );
  await fact(
    db,
    "lot_page",
    "lot_id bigint not null references lot, shown boolean not null, region text not null, blooms boolean not null",
  );
  for (const table of [
    "label_rules",
    "label_design",
    "label_print",
    "label_spoiled",
    "article_number",
    "logo",
    "lot_page",
  ])
    await guard(db, table);
  await db.raw(`
    create index label_design_lot on label_design (lot_id);
    create index label_design_jar on label_design (jar_g);
    create index label_print_lot on label_print (lot_id);
    create index label_spoiled_lot on label_spoiled (lot_id);
    create index lot_page_lot on lot_page (lot_id);
  `);
}

/** The ledger only grows. */
export async function down(): Promise<void> {
  throw new Error("The ledger's migrations cannot be taken back.");
}
