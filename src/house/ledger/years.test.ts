/** A house with years behind it: what is asked for is found, not looked for among all there ever was. */
import type { Knex } from "knex";
import { afterAll, beforeAll, expect, it } from "vitest";
import { lotsHere } from "../bottle/records";
import { binsHolding } from "../spin/records/cappings";
import { vesselsHolding } from "../standing/records";
import { openTestHouse, type TestHouse } from "../testing/test-house";
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
      analyze fill; analyze fill_balance;`);
  });
});
afterAll(() => house.close());

/** How the records find it, for whatever values it is asked with. */
const planOf = (asked: Promise<unknown>): Promise<string> =>
  house.db.transaction(async (tx) => {
    const { sql, bindings } = (asked as unknown as Knex.QueryBuilder).toSQL().toNative();
    const values = bindings.map((value) => tx.raw("?", [value]).toQuery());
    await tx.raw(`prepare asked as ${sql.replaceAll("?", "\\?")}`);
    const { rows } = await tx.raw(`explain execute asked(${values.join(", ")})`);
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
  expect(plan).not.toMatch(/Seq Scan on fill(?:_balance)?\b/);
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
