/** A writer takes the turn and hears what stands before the new entry in one question. */
import type { Knex } from "knex";

export async function up(db: Knex): Promise<void> {
  const newest = (table: string, columns: string) =>
    `(select ${columns} from ${table} x order by x.stated_at desc, x.entry_id desc, x.id desc limit 1)`;
  // In plpgsql, because its questions are planned once for a connection, and its "*" is whatever is there by then.
  await db.raw(`
    create function house_as_json() returns json language plpgsql stable as $$
    begin
      return (select row_to_json(h) from (
        select row_to_json(p) as profile, row_to_json(j) as rules, row_to_json(r) as room, u.shown, w.parts
          from (select 1) one
          left join ${newest("live_house_profile", "*")} p on true
          left join ${newest("live_judging_rules", "school, sealed_pct, shake_max_pct")} j on true
          left join ${newest("live_room_profile", "beetle_hours, spin_temp_c, dehumidifier_l_day")} r on true
          left join ${newest("live_shown_units", "shown")} u on true
          left join ${newest("live_house_parts", "parts")} w on true) h);
    end $$;

    -- What is asked after the lock sees what whoever held it has left: a volatile function looks anew each time.
    create function before_entry(asked text, in_turn boolean, in_house boolean)
      returns table (next_id bigint, last_hash text, same_key json, crew json, house json) language plpgsql volatile as $$
    begin
      if in_turn then perform 1 from ledger_lock l where l.id = 1 for update; end if;
      return query select
        nextval('entry_id_seq'),
        coalesce((select e.hash from entry e order by e.id desc limit 1), repeat('0', 64)),
        (select json_build_object('id', e.id, 'command', e.command, 'input', e.input, 'output', e.output, 'say', e.say, 'hash', e.hash)
           from entry e where e.idempotency_key = asked),
        case when in_house then
          (select coalesce(json_agg(json_build_object('name', c.name, 'role', c.role) order by c.id), '[]') from crew_now c) end,
        case when in_house then house_as_json() end;
    end $$;
  `);
}

/** The ledger only grows. */
export async function down(): Promise<void> {
  throw new Error("The ledger's migrations cannot be taken back.");
}
