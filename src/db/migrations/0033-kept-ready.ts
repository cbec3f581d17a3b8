/** What every page asks for is kept ready beside the ledger: what is open, and what is held in all. */
import type { Knex } from "knex";
import { after, keepOpen, kept, openAsTold, undoingOpens } from "./kept-open";

const CLOSED_BY = {
  batch: { by: "batch_close", of: "batch_id" },
  jar_order: { by: "jar_order_met", of: "order_id" },
} as const;

export async function up(db: Knex): Promise<void> {
  await db.raw(`
    create table still_open (what text not null, id bigint not null, primary key (what, id));

    -- What all fills of a kind hold together.
    create table kind_balance (kind text primary key, grams bigint not null);
    insert into kind_balance select kind, sum(grams) from fill_balance group by kind;
    ${kept(
      "movement_sums",
      `insert into kind_balance (kind, grams)
         select b.kind, sum(m.g)
           from (select to_fill as fill, grams as g from told union all select from_fill, -grams from told) m
           join fill_balance b on b.fill_id = m.fill group by b.kind having sum(m.g) <> 0
         on conflict (kind) do update set grams = kind_balance.grams + excluded.grams;`,
    )}
    ${after("movement", "movement_sums")}
    ${keepOpen(CLOSED_BY)}
    ${openAsTold(CLOSED_BY)}
    insert into still_open select * from open_as_told();
    ${undoingOpens(CLOSED_BY)}
    ${after("undone", "undone_opens")}
  `);
}

/** The ledger only grows. */
export async function down(): Promise<void> {
  throw new Error("The ledger's migrations cannot be taken back.");
}
