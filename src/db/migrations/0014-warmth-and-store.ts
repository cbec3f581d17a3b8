/** Warming, granulation, the air where vessels stand, stock-takes, what is kept back and what was tasted. */
import type { Knex } from "knex";
import { fact, guard, showLive } from "./facts";

export async function up(db: Knex): Promise<void> {
  await fact(
    db,
    "warmer",
    `name text not null, kind text not null, temp_c double precision not null,
     spread_c double precision not null, places int not null, known_from timestamptz`,
  );
  // Where a fill warms from this entry on; without a warmer it was taken out.
  await fact(
    db,
    "warming",
    `fill_id bigint not null references fill, warmer_id bigint references warmer,
     until_c double precision, ready_by timestamptz, despite text not null default ''`,
  );
  await fact(
    db,
    "granulation",
    "fill_id bigint not null references fill, look text not null check (look in ('clear','cloudy','half','solid'))",
  );
  await fact(
    db,
    "place_air",
    "place text not null, temp_c double precision not null, humidity_pct double precision",
  );
  await fact(
    db,
    "batch_school",
    "batch_id bigint not null references batch, school text not null check (school in ('strain-first','settle-first'))",
  );
  await fact(db, "stock_take", "place text not null, note text not null");
  // Grams found are null where the vessel was seen and not weighed.
  await fact(
    db,
    "stock_seen",
    `vessel_id bigint not null references vessel, seen boolean not null, place text not null,
     booked_g int not null, found_g int`,
  );
  await fact(
    db,
    "retained_sample",
    "fill_id bigint not null references fill, place text not null, keep_until date, grams int not null",
  );
  await fact(
    db,
    "tasting",
    `fill_id bigint not null references fill, words text not null,
     flavour text not null, particles text not null, clarity text not null`,
  );
  const tables = [
    "warmer",
    "warming",
    "granulation",
    "place_air",
    "batch_school",
    "stock_take",
    "stock_seen",
    "retained_sample",
    "tasting",
  ];
  for (const table of tables) await guard(db, table);
  await db.raw(`
    create index warming_fill on warming (fill_id);
    create index warming_warmer on warming (warmer_id);
    create index granulation_fill on granulation (fill_id);
    create index batch_school_batch on batch_school (batch_id);
    create index stock_seen_vessel on stock_seen (vessel_id);
    create index retained_sample_fill on retained_sample (fill_id);
    create index tasting_fill on tasting (fill_id);

    alter table device drop constraint device_kind_check;
    alter table device add constraint device_kind_check
      check (kind in ('scale','refractometer','thermo-hygrometer','thermometer'));
    -- Where it hangs: a place of the store or a warmer by its name; the hot room where nobody says.
    alter table device add column place text;

    -- What a thermometer said, hour by hour, worked out from its posts: a season of minutes read at once.
    create table device_hour (
      device_id bigint not null references device,
      hour timestamptz not null,
      lo_c double precision not null,
      hi_c double precision not null,
      sum_c double precision not null,
      posts int not null,
      primary key (device_id, hour)
    );
    insert into device_hour
      select device_id, date_trunc('hour', at), min(temp_c), max(temp_c), sum(temp_c), count(*)
        from device_post where temp_c is not null group by 1, 2;
    -- The application adds posts; their sums follow with the owner's right, and nobody else's.
    create function device_says() returns trigger language plpgsql
      security definer set search_path = public, pg_temp as $$
    begin
      insert into device_hour (device_id, hour, lo_c, hi_c, sum_c, posts)
        select device_id, date_trunc('hour', at), min(temp_c), max(temp_c), sum(temp_c), count(*)
          from posted where temp_c is not null group by 1, 2
        on conflict (device_id, hour) do update set
          lo_c = least(device_hour.lo_c, excluded.lo_c), hi_c = greatest(device_hour.hi_c, excluded.hi_c),
          sum_c = device_hour.sum_c + excluded.sum_c, posts = device_hour.posts + excluded.posts;
      return null;
    end $$;
    create trigger device_says after insert on device_post
      referencing new table as posted for each statement execute function device_says();
  `);
  await showLive(db, "device");
}

/** The ledger only grows. */
export async function down(): Promise<void> {
  throw new Error("The ledger's migrations cannot be taken back.");
}
