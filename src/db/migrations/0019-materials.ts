/** Jars, lids, labels and boxes: what came of whom, what went into which lot, what was counted, what is ordered. */
import type { Knex } from "knex";
import { fact, guard } from "./facts";

const TABLES = ["material", "material_delivery", "material_use", "material_count", "jar_order"];

export async function up(db: Knex): Promise<void> {
  await fact(
    db,
    "material",
    `kind text not null check (kind in ('jar','lid','label','box')), name text not null, fits_g int[] not null,
     holds int not null, minimum int not null, days_to_come int not null, keep_filled int not null, worth double precision`,
  );
  await fact(
    db,
    "material_delivery",
    `material_id bigint not null references material, pieces int not null, supplier text not null,
     their_lot text not null`,
  );
  await fact(
    db,
    "material_use",
    `lot_id bigint references lot, material_id bigint not null references material,
     delivery_id bigint references material_delivery, pieces int not null, why text not null`,
  );
  await fact(
    db,
    "material_count",
    `material_id bigint not null references material, counted int not null, expected int not null, why text not null`,
  );
  await fact(
    db,
    "jar_order",
    `buyer text not null, honey_kind text not null, jar_g int not null, jars int not null, by_day date not null,
     price double precision`,
  );
  await fact(db, "jar_order_met", "order_id bigint not null references jar_order, why text not null");
  for (const table of [...TABLES, "jar_order_met"]) await guard(db, table);
  await db.raw(`
    create index material_delivery_of on material_delivery (material_id);
    create index material_use_of on material_use (material_id);
    create index material_use_lot on material_use (lot_id);
    create index material_use_delivery on material_use (delivery_id);
    create index material_count_of on material_count (material_id);
  `);
}

/** The ledger only grows. */
export async function down(): Promise<void> {
  throw new Error("The ledger's migrations cannot be taken back.");
}
