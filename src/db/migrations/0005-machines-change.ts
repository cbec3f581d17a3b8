/** Machines: slots a deep frame takes, and what is found to be otherwise than it was set up. */
import type { Knex } from "knex";
import { fact, guard, showLive } from "./facts";

export async function up(db: Knex): Promise<void> {
  await db.raw("alter table machine add column deep_slots int not null default 1");
  await showLive(db, "machine");
  await fact(
    db,
    "machine_change",
    `machine_id bigint not null references machine, kind text not null, slots int not null,
     radius_m double precision not null, drum_m double precision not null, clearance_m double precision not null,
     allowed_kgm double precision not null, cranked boolean not null, own_gate boolean not null,
     deep_slots int not null`,
  );
  await guard(db, "machine_change");
  await db.raw(`
    create index machine_change_machine on machine_change (machine_id, id);
    -- A machine as it was last described.
    create view machine_now as
      select m.id, m.name, m.entry_id,
        coalesce(c.kind, m.kind) as kind, coalesce(c.slots, m.slots) as slots,
        coalesce(c.radius_m, m.radius_m) as radius_m, coalesce(c.drum_m, m.drum_m) as drum_m,
        coalesce(c.clearance_m, m.clearance_m) as clearance_m,
        coalesce(c.allowed_kgm, m.allowed_kgm) as allowed_kgm,
        coalesce(c.cranked, m.cranked) as cranked, coalesce(c.own_gate, m.own_gate) as own_gate,
        coalesce(c.deep_slots, m.deep_slots) as deep_slots
      from live_machine m left join lateral
        (select * from live_machine_change x where x.machine_id = m.id order by x.id desc limit 1) c on true;
  `);
}

/** The ledger only grows. */
export async function down(): Promise<void> {
  throw new Error("The ledger's migrations cannot be taken back.");
}
