/** What is said when the records go away in the middle, and whether it is true. */
import { randomUUID } from "node:crypto";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { z } from "zod";
import { closeDatabase, connect } from "@/db";
import { type FaultyWire, faultyWire } from "@/db/testing/faulty-wire";
import { asRefusal, COMMANDS, execute, Refusal, rehearse } from "@/house";
import { houseDatabase, houseWriting } from "../door";
import { refuse } from "../language/errors";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import type { CommandDefinition } from "./command";
import type { Work } from "./work";

let house: TestHouse;
let wire: FaultyWire;
beforeAll(async () => {
  house = await openTestHouse();
  await house.equip();
  wire = await faultyWire(house.url);
});
afterAll(async () => {
  await wire.close();
  await house.close();
});

const addYard = COMMANDS.get("add-yard");
const told = async (name: string, key: string = randomUUID()) => {
  if (!addYard) throw new Error("no add-yard");
  const db = connect(wire.url, { most: 1 });
  try {
    return await execute(db, addYard, { input: { name }, who: "Ines", device: "test", key }).catch(
      (fault: unknown) => {
        if (fault instanceof Refusal) return fault;
        throw fault;
      },
    );
  } finally {
    await db.destroy();
  }
};
const yards = async (name: string): Promise<number> => (await house.db("live_yard").where({ name })).length;

describe("a connection cut while it is written", () => {
  it.each([
    ["Before", "cut-before-commit"],
    ["After", "cut-after-commit"],
  ] as const)("%s: the same key asks again by itself, and it is there once", async (name, fault) => {
    wire.be(fault);
    const answer = await told(name);
    expect(answer).not.toBeInstanceOf(Refusal);
    expect(await yards(name)).toBe(1);
  });

  it("again and again: it is said that it is not known, and asking with the key tells", async () => {
    const key = randomUUID();
    wire.be("cut-after-commit", 1);
    // The first was written; every further attempt is cut as well.
    const cutting = setInterval(() => wire.be("cut-before-commit", 9), 5);
    const answer = await told("Again", key);
    clearInterval(cutting);
    wire.be("none");
    if (!(answer instanceof Refusal)) throw new Error("It should not have been known.");
    expect([answer.code, answer.status]).toEqual(["outcome-unknown", 503]);
    expect(answer.message).not.toContain("othing was written");
    expect(await told("Again", key)).not.toBeInstanceOf(Refusal);
    expect(await yards("Again")).toBe(1);
  });

  it("records that fall silent are a 503 in words, and what is said of them is true", async () => {
    wire.be("silent");
    const answer = await told("Silent");
    wire.be("none");
    if (!(answer instanceof Refusal)) throw new Error("It should have been refused.");
    expect(answer.status).toBe(503);
    expect(answer.message).toContain("Nothing was written");
    expect(await yards("Silent")).toBe(0);
  });
});

describe("what was sent to be written and is answered later", () => {
  /** A command that does as it is told, known to no list. */
  const doing = (run: (work: Work) => Promise<unknown>, say = "Done."): CommandDefinition => ({
    name: "doing",
    summary: "Does as it is told",
    input: z.strictObject({}),
    who: ["lead", "floor", "filler", "office"],
    undo: "no",
    run: async (work) => ({ done: await run(work) }),
    say: () => say,
  });
  const entries = async (): Promise<number> => (await house.db("entry").count("* as n"))[0]?.n as number;
  const refused = async (definition: CommandDefinition): Promise<unknown> => {
    const before = await entries();
    const fault = await execute(house.db, definition, {
      input: {},
      who: "Ines",
      device: "test",
      key: randomUUID(),
    }).catch((fault: unknown) => fault);
    expect(await entries()).toBe(before);
    return fault;
  };
  const ofNoYard = { yard_id: 987_654, what: "lime", date: "2026-06-20" };

  it("a row that is refused is what is told, whatever was asked after it; nothing is written", async () => {
    const then: readonly ((work: Work) => Promise<unknown>)[] = [
      async () => null,
      (work) => work.tx("entry").first("id"),
      async () => refuse("no", "Refused for another reason."),
    ];
    for (const go of then) {
      const fault = await refused(
        doing(async (work) => {
          await work.note("bloom", ofNoYard);
          return go(work);
        }),
      );
      expect(fault).toMatchObject({ code: "23503", constraint: "bloom_yard_id_fkey" });
    }
    expect(await house.db("bloom").where({ what: "lime" })).toEqual([]);
  });

  it("a row that was noted is found by whatever is asked next", async () => {
    const yard = (await house.db("live_yard").first("id")).id;
    const found = doing(async (work) => {
      await work.note("bloom", { ...ofNoYard, yard_id: yard });
      return (await work.tx("bloom").where({ entry_id: work.entryId })).length;
    });
    const request = { input: {}, who: "Ines", device: "test", key: randomUUID() };
    expect((await rehearse(house.db, found, request)).output).toEqual({ done: 1 });
    expect(await house.db("bloom").where({ what: "lime" })).toEqual([]);
  });

  it("an entry the records refuse is not kept, though the keeping was sent with it", async () => {
    // No text of PostgreSQL's may hold a zero.
    const fault = await refused(doing(async (work) => work.note("bloom", { ...ofNoYard, yard_id: 1 }), "\0"));
    expect(fault).toMatchObject({ code: "22021" });
    expect(await house.db("bloom").where({ what: "lime" })).toEqual([]);
  });
});

describe("records that are there and cannot do it", () => {
  // PostgreSQL's own codes, Appendix A of its manual (from memory of it).
  it.each([
    ["53100", "disk"],
    ["53200", "memory"],
    ["53300", "Too many"],
    ["55P03", "Another hand"],
    ["57014", "too long"],
    ["57P03", "cannot be reached"],
    ["25006", "only be read"],
  ])("%s is a 503 in words", (code, says) => {
    const refusal = asRefusal(Object.assign(new Error("x"), { code })) as Refusal;
    expect([refusal.status, refusal.message]).toEqual([503, expect.stringContaining(says)]);
    expect(refusal.message).toContain("Try again");
  });
});

describe("many writers at once", () => {
  it("are recorded in the order of the chain", async () => {
    await Promise.all(Array.from({ length: 24 }, (_, i) => house.act("add-yard", { name: `Field ${i}` })));
    const { rows } = await house.db.raw(
      "select count(*)::int as n from (select recorded_at < lag(recorded_at) over (order by id) as back from entry) x where back",
    );
    expect(rows[0].n).toBe(0);
  });
});

describe("writers that wait", () => {
  it("leave readers their way, and are told that another hand is writing", async () => {
    const there = process.env.DATABASE_URL;
    process.env.DATABASE_URL = house.url;
    const holding = await house.owner.transaction();
    try {
      await holding("ledger_lock").where({ id: 1 }).forUpdate();
      if (!addYard) throw new Error("no add-yard");
      const waiting = Array.from({ length: 12 }, (_, i) =>
        execute(houseWriting(), addYard, {
          input: { name: `Waiting ${i}` },
          who: "Ines",
          device: "test",
          key: randomUUID(),
        }).catch((fault: unknown) => fault),
      );
      // All of them wait; whoever only looks is answered.
      for (let i = 0; i < 20; i++) expect(await houseDatabase()("live_yard").first("id")).toBeDefined();
      for (const fault of await Promise.all(waiting)) {
        expect(fault).toMatchObject({ status: 503 });
        expect((fault as Refusal).message).toContain("Nothing was written");
      }
    } finally {
      await holding.rollback();
      await closeDatabase();
      process.env.DATABASE_URL = there;
    }
    expect(await house.db("live_yard").whereLike("name", "Waiting%")).toEqual([]);
  });
});
