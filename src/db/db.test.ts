import { afterAll, beforeAll, describe, expect, it, vi } from "vitest";
import { openTestHouse, type TestHouse } from "@/house/testing/test-house";
import { closeDatabase, connect, listen, migrate, STEPS } from "./index";
import { cloneDatabase } from "./testing/clone";

let house: TestHouse;
beforeAll(async () => {
  house = await openTestHouse({ own: true });
  process.env.DATABASE_URL = house.url;
});
afterAll(async () => {
  await closeDatabase();
  await house.close();
});

describe("the shape of the database", () => {
  it("is reached once, also by two copies that start together, and not again", async () => {
    const fresh = await cloneDatabase();
    await fresh.owner.raw("drop schema public cascade; drop schema door cascade; create schema public");
    // Whoever brings a house forward waits as long as it takes.
    const second = connect(fresh.ownerUrl, { patient: true });
    const done = await Promise.all([migrate(fresh.owner), migrate(second)]);
    expect(done.map((d) => d.length).sort()).toEqual([0, STEPS.length]);
    expect(await migrate(second)).toEqual([]);
    await second.destroy();
    await fresh.drop();
  });

  it("has no table that can be rewritten but the running sums and the lock", async () => {
    const { rows } = await house.db.raw(`
      select t.table_name as name, exists (
               select 1 from information_schema.triggers g
                where g.event_object_table = t.table_name and g.trigger_name = 'nothing_is_rewritten' and g.event_manipulation = 'UPDATE') as guarded
        from information_schema.tables t
       where t.table_schema = 'public' and t.table_type = 'BASE TABLE' and t.table_name not like 'migration%'`);
    expect(
      rows
        .filter((r: { guarded: boolean }) => !r.guarded)
        .map((r: { name: string }) => r.name)
        .sort(),
    ).toEqual(["device_hour", "fill_balance", "kind_balance", "ledger_lock", "still_open"]);
  });

  it("shows of every fact only what stands", async () => {
    const { rows } = await house.db.raw(`
      select c.table_name as name from information_schema.columns c join information_schema.tables t using (table_name)
       where c.column_name = 'entry_id' and t.table_type = 'BASE TABLE' and c.table_schema = 'public'
         and not exists (select 1 from information_schema.views v where v.table_name = 'live_' || c.table_name)`);
    // These are about entries themselves; movements are taken back by movements.
    expect(rows.map((r: { name: string }) => r.name).sort()).toEqual(["movement", "rests_on", "undone"]);
  });

  it("answers once what was written is kept, whatever the server's own setting", async () => {
    const careless = await cloneDatabase();
    // A server that answers before it has kept anything forgets, when killed, what it answered.
    await careless.owner.raw("alter database ?? set synchronous_commit = off", [
      new URL(careless.url).pathname.slice(1),
    ]);
    const asked = connect(careless.url);
    expect((await asked.raw("show synchronous_commit")).rows).toEqual([{ synchronous_commit: "on" }]);
    await asked.destroy();
    await careless.drop();
  });

  it("plans a question once, and again when the records have got another shape", async () => {
    const { url, owner, drop } = await cloneDatabase();
    const db = connect(url, { patient: true, most: 1 });
    const plans = async () =>
      (
        await db.raw(
          `select count(*)::int as n from pg_prepared_statements where statement like 'select * from "odd"%'`,
        )
      ).rows[0].n;
    await owner.raw("create table odd (a int); insert into odd values (1); grant select on odd to public");
    for (let i = 0; i < 3; i++) expect(await db("odd").where({ a: 1 })).toEqual([{ a: 1 }]);
    expect(await plans()).toBe(1);
    await owner.raw("alter table odd add column b int default 2");
    await db("odd")
      .where({ a: 1 })
      .catch(() => {});
    expect(await db("odd").where({ a: 1 })).toEqual([{ a: 1, b: 2 }]);
    await db.destroy();
    await drop();
  });

  it("sends in one write what is asked in one breath", async () => {
    const raw = await house.db.client.acquireConnection();
    const sent = vi.spyOn(raw.connection.stream, "_writev");
    const ask = (question: string) => raw.query(question).then((answer: { rows: unknown[] }) => answer.rows);
    const answers = await Promise.all([ask("select 1 as n"), ask("select 2 as n"), ask("select 3 as n")]);
    const writes = sent.mock.calls.length;
    sent.mockRestore();
    await house.db.client.releaseConnection(raw);
    expect(answers).toEqual([[{ n: 1 }], [{ n: 2 }], [{ n: 3 }]]);
    expect(writes).toBe(1);
  });

  it("reads big integers exactly or not at all", async () => {
    expect((await house.db.raw("select 9007199254740991::bigint as n")).rows[0].n).toBe(
      Number.MAX_SAFE_INTEGER,
    );
    await expect(house.db.raw("select 9007199254740993::bigint as n")).rejects.toThrow(
      /too large to be exact/,
    );
  });
});

describe("listening", () => {
  it("hears entries made through any connection, until told to stop", async () => {
    const heard: number[] = [];
    const stop = listen({ entry: (id) => heard.push(id) });
    // The first entries may come before the ear is open: keep making some until one is heard.
    let last = 0;
    for (let i = 0; heard.length === 0 && i < 200; i++)
      last = (await house.act("add-yard", { name: `Yard ${i}`, country: "Holmland" })).entry;
    expect(last).toBeGreaterThan(0);
    const { entry } = await house.act("add-yard", { name: "One more", country: "Holmland" });
    await vi.waitUntil(() => heard.includes(entry), { timeout: 20_000 });
    stop();
  });
});

describe("records that are not there", () => {
  it.each([
    [{}, 1],
    [{ patient: true }, 0],
  ])("are told in one line at most, without the driver's stack (%o)", async (manner, lines) => {
    const [said, complained] = [vi.spyOn(console, "log"), vi.spyOn(console, "error")];
    for (const spy of [said, complained]) spy.mockImplementation(() => {});
    const nowhere = connect(house.url.replace(/\/[^/]*$/, "/aumbry_nowhere"), manner);
    await expect(nowhere.raw("select 1")).rejects.toThrow(/does not exist/);
    await nowhere.destroy();
    expect(said).not.toHaveBeenCalled();
    expect(complained.mock.calls.flat().join("\n").split("\n").filter(Boolean)).toHaveLength(lines);
    for (const spy of [said, complained]) spy.mockRestore();
  });
});
