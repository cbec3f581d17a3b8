import { appendFile, mkdtemp, readFile, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { keepHead, keptHeads } from "./head";
import { fingerprint } from "./seal";
import { sealForward } from "./seal-forward";
import { verifyChain, whatIsOff } from "./verify";
import { checkWhole, sealsNow } from "./watch";

let house: TestHouse;
beforeEach(async () => {
  house = await openTestHouse({ own: true });
  await house.equip();
  await house.pull(41, 10);
  await house.act("start-batch", { supers: "41" });
  const filled = await house.act("fill-pail", { batch: 1, pail: "1", grossKg: 6.2 });
  await house.act("undo", { entry: filled.entry });
  await house.act("fill-pail", { batch: 1, pail: "2", grossKg: 6.2 });
});
afterEach(() => house.close());

/** What somebody with the owner's password can do: the guards are off, and the balances follow nothing. */
async function tamper(sql: string): Promise<void> {
  await house.owner.raw(
    `set session_replication_role = replica; ${sql}; set session_replication_role = origin`,
  );
}

describe("the seal", () => {
  it("holds over everything a house does, and names its newest entry shortly", async () => {
    const report = await verifyChain(house.db);
    expect(report).toMatchObject({ intact: true, firstBroken: null });
    expect(fingerprint(report.head)).toMatch(/^\d+ · [0-9A-F]{4}(-[0-9A-F]{4}){3}$/);
  });

  it.each<[what: string, sql: string, says: string]>([
    [
      "what an entry says",
      "update entry set grams = grams + 1 where command = 'pull-supers'",
      "what it says",
    ],
    ["a reading's figure, a fact", "update pull_super set capped_pct = 99", '"pull_super" was changed'],
    ["a name in a fact", "update yard set name = 'Elsewhere'", '"yard" was changed'],
    [
      "kilograms in a movement",
      "update movement set grams = grams + 1 where kind = 'pull'",
      '"movement" was changed',
    ],
    [
      "kilograms shifted between two rows of one entry",
      "insert into movement (id, entry_id, from_fill, to_fill, grams, at, kind) select 900000, entry_id, from_fill, to_fill, 1, at, kind from movement where kind = 'pull'; update movement set grams = grams - 1 where kind = 'pull' and id < 900000",
      '"movement", and 2 are there',
    ],
    [
      "an undoing that never was",
      "insert into undone select min(id) + 1, (select max(id) from entry) from entry",
      '"undone", and 1 are there',
    ],
    ["an undoing taken away", "delete from undone", 'it added 1 to "undone", and 0 are there'],
    ["what an entry rests on", "delete from rests_on", '"rests_on", and 0 are there'],
    [
      "a fact's row taken away",
      "delete from standing_place; delete from colony where tag = '3'",
      '"colony", and 2 are there',
    ],
    [
      "rows of an entry that is not there",
      "update movement set entry_id = 888 where kind = 'pull'",
      '"movement", and 0 are there',
    ],
    [
      "rows after the last entry",
      "insert into buyer (entry_id, name) values (888888, 'Nobody')",
      "there is no such entry",
    ],
    [
      "an entry taken out of the middle",
      "delete from entry where command = 'add-pails'",
      "belong to it, and there is no such entry",
    ],
  ])("notices %s", async (_, sql, says) => {
    await tamper(sql);
    const report = await verifyChain(house.db);
    expect(report.intact).toBe(false);
    expect(report.firstBroken?.what).toContain(says);
  });

  it("notices an end that was cut off by the heads kept outside, and a chain that was written anew", async () => {
    const before = await verifyChain(house.db);
    await tamper(
      "create temp table cut as select max(id) as id from entry; delete from movement where entry_id = (select id from cut); delete from rests_on where entry_id = (select id from cut); delete from fill where entry_id = (select id from cut); delete from batch_super where entry_id = (select id from cut); delete from entry where id = (select id from cut)",
    );
    expect((await verifyChain(house.db)).intact).toBe(true);
    expect((await verifyChain(house.db, { told: [before.head] })).firstBroken?.what).toContain(
      "cut off after entry",
    );
    const cut = await verifyChain(house.db);
    const other = { entry: cut.head.entry, hash: before.head.hash };
    expect((await verifyChain(house.db, { told: [other] })).firstBroken?.what).toContain("was rewritten");
    // A printed seal is the hash's beginning.
    expect(
      (await verifyChain(house.db, { told: [{ ...cut.head, hash: cut.head.hash.slice(0, 8) }] })).intact,
    ).toBe(true);
  });

  it("what the application may: add, and nothing else", async () => {
    for (const sql of [
      "alter table entry disable trigger all",
      "set session_replication_role = replica",
      "create table mine (x int)",
      "update fill_balance set grams = 0",
      "insert into fill_balance values (1, 1, 'lot')",
      "update kind_balance set grams = 0",
      "insert into still_open values ('batch', 1)",
      "delete from still_open",
      "drop view live_yard",
      "create or replace function movement_moves() returns trigger language plpgsql as 'begin return null; end'",
      "insert into migration (name) values ('x')",
    ])
      await expect(house.db.raw(sql), sql).rejects.toMatchObject({ code: "42501" });
  });

  it("what is open follows closing, undoing and closing anew; what is kept ready of it is held against the ledger", async () => {
    const open = () => house.db("still_open").orderBy("what").select("what", "id");
    const batch = { what: "batch", id: 1 };
    expect(await open()).toEqual([batch]);
    const ordered = await house.act("take-order", {
      buyer: "Far Shop",
      jarG: 454,
      jars: 6,
      by: "2099-12-01",
    });
    expect(await open()).toEqual([batch, { what: "jar_order", id: expect.any(Number) }]);
    await house.act("undo", { entry: ordered.entry });
    const closing = { batch: 1, reason: "left in the drum" };
    const closed = await house.act("close-batch", closing);
    expect(await open()).toEqual([]);
    await house.act("undo", { entry: closed.entry });
    expect(await open()).toEqual([batch]);
    await house.act("close-batch", closing);
    expect(await open()).toEqual([]);
    expect(await whatIsOff(house.db)).toBeNull();
    for (const [sql, says] of [
      ["insert into still_open values ('batch', 1)", "batch 1 is kept as open and is not"],
      ["delete from still_open; delete from batch_close", "batch 1 is open and not kept so"],
      ["update kind_balance set grams = grams + 7 where kind = 'pail'", "mass is off by 7 g"],
    ] as const) {
      await tamper(sql);
      expect(await whatIsOff(house.db), sql).toBe(says);
      await checkWhole(house.db);
      const { found } = await sealsNow(house.db);
      expect([found?.wronglyOpen, found?.driftGrams]).toEqual(
        says.startsWith("mass") ? [expect.any(String), 7] : [says, 0],
      );
    }
  });

  it("is walked whole once, then only what came since, and whole again when asked", async () => {
    await checkWhole(house.db);
    const first = await sealsNow(house.db);
    await house.act("add-yard", { name: "Later" });
    const second = await sealsNow(house.db);
    expect(second.found?.entries).toBe((first.found?.entries ?? 0) + 1);
    expect(second.whole).toEqual(first.whole);
    await tamper("update yard set name = 'Elsewhere' where name = 'Kiln Field'");
    expect((await sealsNow(house.db)).found?.intact).toBe(true);
    await checkWhole(house.db);
    expect((await sealsNow(house.db)).found).toMatchObject({ intact: false });
  });
});

describe("a house older than its seals", () => {
  it("holds while others enter: what comes between the last entry and its rows is walked next, not called a stray", async () => {
    let asked = 0;
    const raw = async (sql: string, given: unknown[]) => {
      // The second look is the one behind the end.
      if (/after and x/.test(sql) && ++asked === 2) await house.act("add-yard", { name: "Meanwhile" });
      return house.db.raw(sql, given as never);
    };
    const db = Object.assign((table: string) => house.db(table), { raw }) as unknown as typeof house.db;
    const report = await verifyChain(db);
    expect(asked).toBe(4);
    expect(report).toMatchObject({ intact: true, firstBroken: null });
    expect(report.entries).toBe(Number((await house.db("entry").count("* as n").first())?.n));
  });

  it("is sealed forward once, and from then on its earlier rows are watched as well", async () => {
    // As entries were made then: sealed over what they say alone.
    const { entryHash } = await import("./seal");
    const old = await house.owner("entry").orderBy("id");
    await house.owner.raw("alter table entry disable trigger all");
    let prev = "0".repeat(64);
    for (const { hash: _, ...entry } of old) {
      const was = { ...entry, deeds: null, prev_hash: prev };
      prev = entryHash(was);
      await house
        .owner("entry")
        .where({ id: entry.id })
        .update({ deeds: null, prev_hash: was.prev_hash, hash: prev });
    }
    await house.owner.raw("alter table entry enable trigger all");
    expect((await verifyChain(house.db)).intact).toBe(true);
    expect(await sealForward(house.owner)).toBe(old.length);
    expect(await sealForward(house.owner)).toBe(0);
    expect((await verifyChain(house.db)).intact).toBe(true);
    await house.act("add-yard", { name: "Since" });
    await tamper("update pull_super set capped_pct = 99");
    expect((await verifyChain(house.db)).firstBroken?.what).toContain(`the ${old.length} entries before it`);
    expect((await house.refused("undo", { entry: old.length + 1 })).code).toMatch(
      /not-undoable|unknown-entry/,
    );
  });
});

describe("the heads' file", () => {
  it("gets a line an entry, forgets those before a restore, and leaves out a line cut short", async () => {
    const folder = await mkdtemp(join(tmpdir(), "aumbry-heads-"));
    process.env.AUMBRY_HEADS = join(folder, "house.heads");
    try {
      const { entry } = await house.act("add-yard", { name: "Kept" });
      await keepHead({ entry: 999, hash: "f".repeat(64) });
      const path = process.env.AUMBRY_HEADS;
      expect((await keptHeads()).map((h) => h.entry)).toEqual([entry, 999]);
      expect(await readFile(path, "utf8")).toContain(`${entry} `);
      await appendFile(path, "# restored\n7 ".concat("a".repeat(64), "\n8 abc"));
      expect(await keptHeads()).toEqual([{ entry: 7, hash: "a".repeat(64) }]);
    } finally {
      delete process.env.AUMBRY_HEADS;
      await rm(folder, { recursive: true });
    }
  });
});
