import { afterAll, beforeAll, expect, it } from "vitest";
import { openTestHouse, type TestHouse } from "../testing/test-house";

let house: TestHouse;
beforeAll(async () => {
  house = await openTestHouse();
  await house.equip();
  await house.act("add-supers", { tags: "100-299", depth: "medium", frames: 10, emptyKg: 5.2 });
  await house.act("add-pails", { tags: "100-199", emptyKg: 1.2, holdsKg: 27 });
  // Half of them were spun and cleaned out before: whatever a used box is asked is asked here too.
  await house.act("pull-supers", { supers: pulled(100, 20) });
  await house.act("start-batch", { supers: tags(100, 20) });
  for (const tag of tags(100, 20)) await house.act("weigh-spun-super", { super: tag, grossKg: 5.4 });
  for (const pail of tags(1, 6)) await house.act("fill-pail", { pail, grossKg: 27 });
  await house.act("close-batch", { reason: "for the test" });
});
afterAll(() => house.close());

const tags = (from: number, many: number) => Array.from({ length: many }, (_, i) => String(from + i));
const pulled = (from: number, many: number) =>
  tags(from, many).map((tag, i) => ({
    tag,
    colony: String((i % 3) + 1),
    cappedPct: 95,
    grossKg: 16,
    sample: 17 + (i % 5) / 10,
  }));

/** How often the records are asked while it is entered. */
async function questions(name: string, input: object): Promise<number> {
  let asked = 0;
  const count = () => {
    asked += 1;
  };
  house.db.on("query", count);
  await house.act(name, input);
  house.db.off("query", count);
  return asked;
}

it("many boxes or vessels are looked up and stated at once: twenty ask the records no oftener than three", async () => {
  const cases: readonly [name: string, few: object, many: object][] = [
    ["pull-supers", { supers: pulled(100, 3) }, { supers: pulled(103, 17) }],
    ["pull-supers", { supers: pulled(120, 3) }, { supers: pulled(123, 20) }],
    ["stack-supers", { supers: tags(100, 3) }, { supers: tags(103, 20) }],
    ["start-batch", { supers: tags(100, 3) }, { supers: tags(103, 20) }],
    [
      "take-stock",
      { place: "wall", seen: tags(100, 3).map((tag) => ({ vessel: `pail ${tag}` })) },
      { place: "wall", seen: tags(103, 20).map((tag) => ({ vessel: `pail ${tag}` })) },
    ],
    ["add-supers", supers("400-402"), supers("403-422")],
  ];
  for (const [name, few, many] of cases)
    expect(await questions(name, many), name).toBeLessThanOrEqual(await questions(name, few));
});

const supers = (range: string) => ({ tags: range, depth: "medium", frames: 10, emptyKg: 5.2 });

it("an entry of many boxes is undone by as few questions as one of three", async () => {
  const entered = async (from: number, many: number) =>
    (await house.act("pull-supers", { supers: pulled(from, many) })).entry;
  const [few, many] = [await entered(143, 3), await entered(146, 20)];
  expect(await questions("undo", { entry: many })).toBe(await questions("undo", { entry: few }));
  const { rows } = await house.db.raw(
    "select count(*)::int as n, count(distinct reverses)::int as moves from movement where reverses is not null and entry_id > ?",
    [many],
  );
  expect(rows).toEqual([{ n: 23, moves: 23 }]);
});
