import fc from "fast-check";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { isWritable, mustBeWritable } from "./writable";

const deep = (n: number): unknown => {
  let value: unknown = 1;
  for (let i = 0; i < n; i++) value = i % 2 ? [value] : { a: value };
  return value;
};

describe("what may come in at all", () => {
  it.each<[string, unknown, string]>([
    ["NUL in a string", { name: "a\u0000b" }, "cannot be written down"],
    ["half a letter deep inside", { a: [{ b: "\ud800" }] }, "cannot be written down"],
    ["NUL in a key", { "a\u0000": 1 }, "cannot be written down"],
    ["half a letter in a key", { "x\udfff": 1 }, "cannot be written down"],
    ["nesting beyond 64", deep(66), "more than 64 deep"],
    ["nesting that would end a stack", deep(100_000), "more than 64 deep"],
    ["more values than anybody means", Array.from({ length: 300_001 }, () => 1), "300,000 values"],
  ])("not %s", (_, input, says) => {
    expect(() => mustBeWritable(input)).toThrow(says);
  });

  it("everything JSON can say that a database can keep", () => {
    fc.assert(
      fc.property(fc.jsonValue({ maxDepth: 6 }), (value) => {
        const text = JSON.stringify(value);
        if (
          isWritable(JSON.parse(`${JSON.stringify(text)}`)) &&
          !text.includes("\\u0000") &&
          !/\\ud[89a-f]/i.test(text)
        )
          expect(() => mustBeWritable(value)).not.toThrow();
      }),
    );
  });
});

describe("what a command is told", () => {
  let house: TestHouse;
  beforeAll(async () => {
    house = await openTestHouse();
    await house.equip();
  });
  afterAll(() => house.close());

  it("a field nobody asked for is refused by its name, and nothing of it is kept", async () => {
    const top = await house.refused("add-yard", { name: "Y", colour: "red".repeat(30_000) });
    expect([top.status, top.message]).toEqual([400, 'There is no field "colour" here.']);
    const inner = await house.refused("pull-supers", {
      yard: "Kiln Field",
      supers: [{ tag: "41", colony: "1", cappedPct: 95, grossKg: 15, weight: 3 }],
    });
    expect(inner.problems).toEqual([
      { path: "supers.0.weight", message: 'There is no field "weight" here.' },
    ]);
  });

  it("less than a gram is no weight", async () => {
    const refused = await house.refused("add-supers", {
      tags: "99",
      depth: "medium",
      frames: 10,
      emptyKg: 0.0004,
    });
    expect([refused.status, refused.problems[0]?.path]).toEqual([400, "emptyKg"]);
  });

  it.each([
    ["125,000 tags", { supers: Array.from({ length: 125_000 }, (_, i) => String(i)) }],
    ["950 kB of ranges", { supers: "0-499,".repeat(158_000) }],
    ["a megabyte of one tag", { supers: "4".repeat(900_000) }],
  ])("%s are too many, and said so", async (_, input) => {
    expect((await house.refused("start-batch", input)).status).toBe(400);
  });
});
