/** The house's own year: when it begins, its goal, hours worked, what things cost. */
import type { Knex } from "knex";
import { fact, guard } from "./facts";

export async function up(db: Knex): Promise<void> {
  await fact(
    db,
    "season_rules",
    "begins_md text not null, keep_years int not null, hour_cost double precision",
  );
  await fact(db, "season_goal", "season text not null, goal_g bigint not null, words text not null");
  await fact(
    db,
    "work_hours",
    "day date not null, hours double precision not null check (hours > 0), who text not null, what text not null",
  );
  await fact(
    db,
    "material_price",
    "material_id bigint not null references material, price double precision not null",
  );
  for (const table of ["season_rules", "season_goal", "work_hours", "material_price"]) await guard(db, table);
  await db.raw(`
    create index work_hours_day on work_hours (day);
    create index pull_date on pull (date);
    create index lot_filled_on on lot (filled_on);
  `);
}

/** The ledger only grows. */
export async function down(): Promise<void> {
  throw new Error("The ledger's migrations cannot be taken back.");
}
