/** Traces of a long house: what is sent stays small, and nothing of it is lost on the way. */
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { traceAsked, traceView } from ".";

const COMBS = 3200;
let house: TestHouse;

beforeAll(async () => {
  house = await openTestHouse();
  await house.equip();
  await house.pull(41, 10);
  // Two seasons as a restore would bring them: a comb of 10 kg each, ten to a batch, each batch into one pail.
  await house.owner.raw(`
    set session_replication_role = replica;
    insert into pull (id, entry_id, yard_id, date) select 900000 + y, 1, (select min(id) from yard), make_date(2024 + y, 8, 1) from generate_series(0, 1) y;
    insert into vessel (id, entry_id, kind, tag, empty_g, depth, frames) select 500000 + g, 1, 'super', 'L' || g, 5200, 'medium', 10 from generate_series(1, ${COMBS}) g;
    insert into fill (id, entry_id, kind, vessel_id, colony_id, name, opened_at) select 1000000 + g, 1, 'comb', 500000 + g, (select min(id) from colony), 'super L' || g, '2024-08-01' from generate_series(1, ${COMBS}) g;
    insert into fill (id, entry_id, kind, name, opened_at) select 2000000 + g, 1, 'batch', 'batch ' || 5000 + g, '2024-08-02' from generate_series(0, ${COMBS / 10}) g;
    insert into fill (id, entry_id, kind, name, opened_at) select 3000000 + g, 1, 'pail', 'pail L' || g, '2024-08-03' from generate_series(0, ${COMBS / 10}) g;
    insert into pull_super (entry_id, pull_id, fill_id, vessel_id, colony_id, capped_pct, gross_g) select 1, 900000 + g % 2, 1000000 + g, 500000 + g, (select min(id) from colony), 95, 15200 from generate_series(1, ${COMBS}) g;
    insert into batch (entry_id, number, fill_id) select 1, 5000 + g, 2000000 + g from generate_series(0, ${COMBS / 10}) g;
    insert into movement (entry_id, from_fill, to_fill, grams, at, kind) select 1, (select min(id) from fill where kind = 'colony'), 1000000 + g, 10000, '2024-08-01', 'pull' from generate_series(1, ${COMBS}) g;
    insert into movement (entry_id, from_fill, to_fill, grams, at, kind) select 1, 1000000 + g, 2000000 + g / 10, 10000, '2024-08-02', 'join' from generate_series(1, ${COMBS}) g;
    insert into movement (entry_id, from_fill, to_fill, grams, at, kind) select 1, 2000000 + g, 3000000 + g, 50000, '2024-08-03', 'pail' from generate_series(1, ${COMBS / 10 - 1}) g;
    insert into fill_balance (fill_id, grams, kind)
      select f.id, coalesce(sum(m.g), 0), f.kind from fill f
        left join (select to_fill as f, grams as g from movement union all select from_fill, -grams from movement) m on m.f = f.id
       group by f.id on conflict (fill_id) do nothing;
    set session_replication_role = origin`);
});
afterAll(() => house.close());

describe("a trace of thousands", () => {
  it("is told a year at a time, folded and in parts, and every gram is in one of them", async () => {
    const view = await traceView(house.db, "yard", "Kiln Field");
    expect(view.years).toEqual([new Date().getFullYear(), 2025, 2024]);
    const season = await traceView(house.db, "yard", "Kiln Field", { year: 2025 });
    expect(season.year).toBe(2025);
    expect(season.grams).toBe((COMBS / 2) * 10_000);
    expect(JSON.stringify(season).length).toBeLessThan(150_000);
    expect(season.flow.nodes.length).toBeLessThan(100);
    expect(season.back.supers.length).toBe(100);
    const rest = season.more.supers;
    expect(rest).toMatchObject({ from: 0, count: COMBS / 2 });
    const shown = season.back.supers.reduce((g, r) => g + r.grams, 0);
    expect(shown + (rest?.beyond.grams ?? 0)).toBe(season.grams);
    const seen = new Set(season.back.supers.map((r) => r.name));
    const next = await traceView(
      house.db,
      "yard",
      "Kiln Field",
      traceAsked(new URLSearchParams("year=2025&supers=100")),
    );
    expect(next.back.supers.some((r) => seen.has(r.name))).toBe(false);
    // Folded, the picture still carries all of it.
    const out = season.flow.links.filter((l) => l.from.startsWith("yard:")).reduce((g, l) => g + l.grams, 0);
    expect(out).toBe(season.grams);
    expect(season.accountsBeyond).toBeGreaterThan(100);
  });

  it("reads of one super what it needs, not its colony's season", async () => {
    const asked: number[] = [];
    house.db.on("query-response", (rows: { rowCount?: number }) => asked.push(rows?.rowCount ?? 0));
    const view = await traceView(house.db, "super", "L7");
    expect(view.grams).toBe(10_000);
    expect(Math.max(...asked)).toBeLessThan(60);
  });

  it("takes nonsense in an address for nothing asked", () => {
    expect(traceAsked(new URLSearchParams("supers=-1&year=soon&pails=9e9&lost=7"))).toEqual({
      from: { lost: 7 },
    });
  });
});
