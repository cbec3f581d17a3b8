/** A house with years behind it: what is asked for is found, not looked for among all there ever was. */
import type { Knex } from "knex";
import { afterAll, beforeAll, expect, it } from "vitest";
import { lotsHere } from "../bottle/records";
import { draughtOf, fanAt } from "../hot-room/draught";
import { draughtLog, draughtOfPlaces, placesOf } from "../hot-room/records";
import { type Asked, instruments } from "../readings/records/instruments";
import { binsHolding } from "../spin/records/cappings";
import { handWork } from "../spin/records/hand-work";
import { vesselsHolding } from "../standing/records";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { bloomsOfYards } from "../yard/records/pulls";
import { fillsHolding } from "./records/fills";
import { newestIds } from "./records/newest";

let house: TestHouse;
beforeAll(async () => {
  house = await openTestHouse({ own: true });
  await house.equip();
  // Years of what was emptied since, and one in a hundred that holds something.
  await house.owner.transaction(async (tx) => {
    await tx.raw("set local session_replication_role = replica");
    const kinds = "(array['comb', 'pail', 'lot', 'cappings'])[1 + g % 4]";
    await tx.raw(`
      insert into fill (id, entry_id, kind, name, opened_at) select 100000 + g, 1, ${kinds}, 'fill ' || g, now() from generate_series(1, 20000) g;
      insert into fill_balance (fill_id, grams, kind) select 100000 + g, case when g % 100 < 4 then 500 else 0 end, ${kinds} from generate_series(1, 20000) g;
      insert into vessel (id, entry_id, kind, tag, empty_g, capacity_g) select id, 1, 'pail', 'Y' || id, 1200, 27000 from fill where id > 100000 and kind = 'pail';
      update fill set vessel_id = id where id > 100000 and kind = 'pail';
      insert into lot (entry_id, fill_id, code, number, year, honey_kind, nominal_g, jars, mean_fill_g, filled_on, best_before)
        select 1, id, 'Y-' || id, id, 2000, 'Any', 454, 100, 455, current_date, current_date + 700 from fill where id > 100000 and kind = 'lot';
      analyze fill; analyze fill_balance; analyze vessel; analyze lot;`);
  });
});
afterAll(() => house.close());

/** How the records find it, for whatever values it is asked with. */
const planOf = (asked: Promise<unknown>, explain = "explain"): Promise<string> =>
  house.db.transaction(async (tx) => {
    const { sql, bindings } = (asked as unknown as Knex.QueryBuilder).toSQL().toNative();
    const values = bindings.map((value) => tx.raw("?", [value]).toQuery());
    await tx.raw(`prepare asked as ${sql.replaceAll("?", "\\?")}`);
    const { rows } = await tx.raw(`${explain} execute asked(${values.join(", ")})`);
    await tx.raw("deallocate asked");
    return rows.map((row: Record<string, string>) => row["QUERY PLAN"]).join("\n");
  });

it.each([
  ["fills of a kind", () => fillsHolding(house.db, "comb")],
  ["vessels of honey", () => vesselsHolding(house.db)],
  ["lots", () => lotsHere(house.db)],
  ["bins of cappings", () => binsHolding(house.db)],
])("%s that hold something are found by their index, not among all there ever were", async (_, ask) => {
  const plan = await planOf(ask());
  expect(plan).toContain("fill_balance_held");
  expect(plan).not.toMatch(/Seq Scan on (?:fill|fill_balance|vessel|lot)\b/);
});

it("what bloomed years ago is not read for what stands now", async () => {
  await house.owner.transaction(async (tx) => {
    await tx.raw("set local session_replication_role = replica");
    await tx.raw(`
      insert into bloom (entry_id, yard_id, what, date) select 1, y.id, 'lime', date '1996-01-01' + 4 * g from yard y, generate_series(1, 2700) g;
      analyze bloom;`);
  });
  const asked = () => bloomsOfYards(house.db, ["Kiln Field"], { from: "2025-05-01", to: "2025-06-01" });
  // By the yard's days or by all days: one yard is all there is.
  expect(await planOf(asked())).toMatch(/Index.*(?:bloom_yard_day|bloom_since)/);
  expect((await asked()).map((b) => b.date)).toEqual(
    [...Array(8).keys()].map((n) => new Date(Date.UTC(2025, 4, 4 + 4 * n)).toISOString().slice(0, 10)),
  );
});

it("years of checks of an instrument are not read for what was read with it today", async () => {
  await house.act("add-instrument", { name: "R1" });
  await house.owner.transaction(async (tx) => {
    await tx.raw("set local session_replication_role = replica");
    await tx.raw(`
      insert into calibration (entry_id, instrument_id, reference, expected, shown, temp_c, offset_index, adjusted, who, at)
        select 1, i.id, 'test block', 17, 17, 20, 0, false, 'Ines', now() - g * interval '1 day' from instrument i, generate_series(1, 3000) g;
      analyze calibration; analyze entry;`);
  });
  const many = async (asked: Asked) => (await instruments(house.db, asked)).map((i) => i.checks.length);
  expect(await many({ since: new Date() })).toEqual([1]);
  expect(await many({ since: new Date(), least: 9 })).toEqual([9]);
  expect(await many({ since: new Date(Date.now() - 30.5 * 86_400_000) })).toEqual([31]);
});

it("years of fans are not read for the boxes that stand, and say of these what all of them would", async () => {
  await house.pull(41, 12);
  await house.pull(42, 12);
  await house.act("stack-supers", { supers: "41", stack: "A" });
  await house.act("stack-supers", { supers: "42", stack: "B" });
  await house.act("stack-supers", { supers: "42", stack: "A" });
  const fills = await fillsHolding(house.db, "comb");
  const places = (await placesOf(house.db, fills)).filter((p) => p.place === "hot room");
  expect(new Set(places.map((p) => p.stack))).toEqual(new Set(["A", "B"]));
  await house.owner.transaction(async (tx) => {
    await tx.raw("set local session_replication_role = replica");
    // A word on each stack twice a day for years, up to some hours after they were stacked; none on B for a week.
    await tx.raw(`
      insert into stack_air (entry_id, stack, fan, at)
        select 1, chr(65 + g % 4), (array['full', 'some', 'none'])[1 + g % 3], now() + interval '6 hours' - g * interval '3 hours'
          from generate_series(1, 8000) g where g % 4 <> 1 or g > 56;
      analyze stack_air;`);
  });
  const now = new Date();
  const all = await draughtLog(house.db, ["A", "B", "C", "D"], new Date(0));
  expect(all.length).toBeGreaterThan(7900);
  const few = await draughtOfPlaces(house.db, places, now);
  expect(few).toEqual(await draughtLog(house.db, ["A", "B"], places[0]?.at ?? now));
  expect(few.length).toBeLessThan(12);
  for (const fill of new Set(places.map((p) => p.fill_id))) {
    const own = places.filter((p) => p.fill_id === fill);
    expect(draughtOf(own, few)).toEqual(draughtOf(own, all));
  }
  for (const stack of ["A", "B"]) expect(fanAt(few, stack, now)).toBe(fanAt(all, stack, now));
});

it("the newest are those that happened latest, not those that were entered last; what was undone is none of them", async () => {
  const noted = async (hoursAgo: number, what: string) => {
    const at = new Date(Date.now() - hoursAgo * 3_600_000).toISOString();
    const { entry } = await house.act("note-place-air", { place: what, tempC: 18 }, { at });
    return entry;
  };
  await noted(3, "east");
  await noted(2, "west");
  await noted(50, "told late");
  await house.act("undo", { entry: await noted(1, "amiss") });
  const { rows } = await house.db.raw(
    `select place from place_air where id = any(${newestIds("place_air", 2)}) order by id`,
  );
  expect(rows).toEqual([{ place: "east" }, { place: "west" }]);
});

it("of years of work by hand those entered last are looked at, the newest of them first; of a little, all", async () => {
  // Entries of the first months told it in their answer only.
  const crushed = (from: number, to: number) => `
    insert into entry (id, command, who, device, happened_at, recorded_at, input, output, say, undoable, idempotency_key, prev_hash, hash)
      select 500000 + g, 'crush-combs', 'Ines', 'press', now() - interval '9 years' + g * interval '1 day', now(), '{}',
             json_build_object('way', 'crushed', 'frames', g, 'minutes', 5, 'honeyGrams', 900), 'crushed', true, 'crushed-' || g, '', 'crushed-' || g
        from generate_series(${from}, ${to}) g;`;
  const told = (from: number, to: number) =>
    `${crushed(from, to)} insert into hand_work (entry_id, way, frames, minutes, honey_g) select 500000 + g, 'crush', g, 5, 900 from generate_series(${from}, ${to}) g;`;
  const past = (sql: string) =>
    house.owner.transaction(async (tx) => {
      await tx.raw("set local session_replication_role = replica");
      await tx.raw(sql);
    });
  const frames = async () => (await handWork(house.db, 3)).map((w) => w.frames);
  await past(crushed(1, 2) + told(3, 3));
  expect(await frames()).toEqual([3, 2, 1]);
  await past(`${told(4, 3000)} analyze entry; analyze hand_work;`);
  expect(await frames()).toEqual([3000, 2999, 2998]);
  await past("update entry set happened_at = now() where id = 500000 + 2990");
  expect(await frames()).toEqual([2990, 3000, 2999]);
  const plan = await planOf(handWork(house.db, 3), "explain (analyze, timing off)");
  const read = plan.split("\n").filter((line) => !line.includes("never executed"));
  expect(read.join("\n")).not.toMatch(/Seq Scan on (?:entry|hand_work)\b/);
});
