/** Facts know their moment, so that the newest is what happened latest; what is set up is known since when. */
import type { Knex } from "knex";
import { fact, guard, showLive } from "./facts";

/** What is simply there, whenever somebody came to type it in. */
const THINGS = ["yard", "colony", "vessel", "instrument", "machine"] as const;

export async function up(db: Knex): Promise<void> {
  const { rows } = await db.raw(
    "select substr(viewname, 6) as name from pg_views where schemaname = current_schema and viewname like 'live\\_%' order by 1",
  );
  await db.raw("drop view machine_now");
  for (const { name } of rows) await db.raw(`drop view live_${name}`);
  for (const name of THINGS) await db.raw(`alter table ${name} add column known_from timestamptz`);
  await db.raw("alter table calibration add column adjusted boolean not null default false");
  await db.raw("alter table pull_super add column partly_capped int");
  await db.raw("alter table lot add column despite text not null default ''");
  await db.raw("alter table lot add column owner text not null default ''");
  await db.raw("alter table batch add column despite text not null default ''");
  for (const { name } of rows) await showLive(db, name);
  // What does not apply on this floor is set aside once, with who; the newest word on it holds.
  await fact(
    db,
    "check_aside",
    "kind text not null, item text not null, aside boolean not null, who text not null",
  );
  await guard(db, "check_aside");
  await db.raw(`
    -- The one index behind "newest": an entry's moment by its number.
    create index entry_moment on entry (id) include (happened_at);
    create view machine_now as
      select m.id, m.name, m.entry_id, m.known_from,
        coalesce(c.kind, m.kind) as kind, coalesce(c.slots, m.slots) as slots,
        coalesce(c.radius_m, m.radius_m) as radius_m, coalesce(c.drum_m, m.drum_m) as drum_m,
        coalesce(c.clearance_m, m.clearance_m) as clearance_m,
        coalesce(c.allowed_kgm, m.allowed_kgm) as allowed_kgm,
        coalesce(c.cranked, m.cranked) as cranked, coalesce(c.own_gate, m.own_gate) as own_gate,
        coalesce(c.deep_slots, m.deep_slots) as deep_slots
      from live_machine m left join lateral
        (select * from live_machine_change x where x.machine_id = m.id
          order by x.stated_at desc, x.entry_id desc, x.id desc limit 1) c on true;
  `);
}

/** The ledger only grows. */
export async function down(): Promise<void> {
  throw new Error("The ledger's migrations cannot be taken back.");
}
