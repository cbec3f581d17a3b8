import { randomUUID } from "node:crypto";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { mix } from "@/core/ledger";
import { reach } from "@/core/trace";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { correctionView } from "../trace/correction";
import { correctEntry, tryCorrection, valuesOf } from "./correct";
import { allMovements, reachInDatabase } from "./records/fills";
import { verifyChain, whatIsOff } from "./verify";

const HOUR = 3_600_000;
const ago = (hours: number): string => new Date(Date.now() - hours * HOUR).toISOString();
let house: TestHouse;
beforeEach(async () => {
  house = await openTestHouse();
  await house.equip();
});
afterEach(async () => {
  // Whatever was taken back and entered anew: what is kept ready of it follows.
  expect(await whatIsOff(house.db)).toBeNull();
  await house.close();
});

const asked = (input: object, who = "Ines") => ({ input, who, device: "test", key: randomUUID() as string });
const count = async (): Promise<number> => Number((await house.db("entry").count("* as n").first())?.n);

/** A super pulled off colony 1, spun, filled, in jars. */
async function jarred() {
  const pull = await house.act(
    "pull-supers",
    {
      supers: [
        { tag: "41", colony: "1", cappedPct: 97, grossKg: 15.2 },
        { tag: "42", colony: "2", cappedPct: 97, grossKg: 15.2 },
      ],
    },
    { at: ago(60) },
  );
  const { batch } = await house.act<{ batch: number }>(
    "start-batch",
    { supers: ["41"], despite: "dry" },
    { at: ago(50) },
  );
  await house.act("fill-pail", { pail: "1", grossKg: 10.2, batch }, { at: ago(48) });
  await house.act("close-batch", { batch, reason: "in the drum" }, { at: ago(47) });
  const { lot } = await house.act<{ lot: string }>(
    "issue-lot",
    { honeyKind: "Lime", jarG: 250, jars: 20, pails: [{ pail: "1", kg: 5 }], despite: "not read" },
    { at: ago(30) },
  );
  return { pull, batch, lot };
}

describe("this was wrong", () => {
  it("while it is only looked at, others write, and the tape holds theirs alone", async () => {
    const { pull } = await jarred();
    let yards = 0;
    const tried = await tryCorrection(
      house.db,
      asked({ entry: pull.entry, path: "supers.0.colony", value: "3", why: "" }),
      {
        look: async () => {
          // Once before and once after everything is entered again, in the middle of what is tried.
          await house.act("add-yard", { name: `Weir ${++yards}` });
          return yards;
        },
      },
    );
    expect([tried.steps.length, yards]).toEqual([5, 2]);
    expect(await house.db("entry").where({ command: "correct" })).toEqual([]);
    expect(await house.db("entry").where({ command: "add-yard" }).whereLike("say", "%Weir%")).toHaveLength(2);
    expect((await verifyChain(house.db)).intact).toBe(true);
  });

  it("a key that an entry has already is not used for one that is entered again, and nothing is written", async () => {
    const pull = await house.act("pull-supers", {
      supers: [{ tag: "41", colony: "1", cappedPct: 97, grossKg: 15.2 }],
    });
    const read = await house.act("read-moisture", { super: "41", value: 17 });
    const change = asked({ entry: pull.entry, path: "supers.0.colony", value: "3", why: "" });
    const { entry } = await house.act("add-yard", { name: "Weir" }, { key: `${change.key}.1` });
    await expect(correctEntry(house.db, change)).rejects.toMatchObject({ code: "key-used", status: 409 });
    expect((await house.db("entry").max("id as id").first())?.id).toBe(entry);
    const done = await correctEntry(house.db, { ...change, key: randomUUID() });
    expect(done.say).toMatch(/ 1 entry that rests on it is entered again\.$/);
    expect(done.steps.map((s) => s.before)).toEqual([pull.say, read.say]);
    expect((await verifyChain(house.db)).intact).toBe(true);
  });

  it("a colony corrected after bottling: the lot keeps its code and comes from the other colony, the wrong stays on the tape", async () => {
    const { pull, lot, batch } = await jarred();
    const before = await count();
    const change = { entry: pull.entry, path: "supers.0.colony", value: "3", why: "read the wrong lid" };
    const view = await correctionView(house.db, asked(change));
    expect(await count()).toBe(before);
    expect(view.lots).toEqual([{ lot, before: ["1, Kiln Field"], after: ["3, Kiln Field"] }]);
    expect(view.steps).toHaveLength(5);
    const done = await correctEntry(house.db, asked(change, "Bram"));
    expect(done.say).toBe(
      `Corrected: "${pull.say}", colony of supers 1 is 3 (read the wrong lid). 4 entries that rest on it are entered again.`,
    );
    // One for the taking back, one for each that is entered again, all by whoever corrected.
    expect(await count()).toBe(before + 6);
    const again = await house
      .db("entry")
      .where("id", ">", pull.entry)
      .whereIn(
        "id",
        done.steps.map((s) => s.entry),
      );
    expect(again.every((e) => e.who === "Bram")).toBe(true);
    const after = await correctionView(
      house.db,
      asked({ ...change, entry: done.steps[0]?.entry, value: "2" }),
    );
    expect(after.lots).toEqual([{ lot, before: ["3, Kiln Field"], after: ["2, Kiln Field"] }]);
    expect(await house.db("live_batch").pluck("number")).toEqual([batch]);
    const moves = await allMovements(house.db);
    expect(mix(moves).size).toBeGreaterThan(0);
    const fill = (await house.db("live_lot").where({ code: lot }).first("fill_id")).fill_id;
    for (const way of ["back", "forward"] as const)
      expect((await reachInDatabase(house.db, [fill], way)).sort((a, b) => a - b)).toEqual(
        reach(fill, moves, way).sort((a, b) => a - b),
      );
    expect((await verifyChain(house.db)).intact).toBe(true);
    expect(await house.db("undone").where({ entry_id: pull.entry })).toHaveLength(1);
  });

  it("a weight, a tag, a reading or the time: what follows is reckoned anew", async () => {
    const { pull } = await jarred();
    const heavier = await correctionView(
      house.db,
      asked({ entry: pull.entry, path: "supers.0.grossKg", value: "15.7" }),
    );
    expect(heavier.steps[0]?.after).toContain("20.5 kg");
    expect(heavier.changed).toBeGreaterThanOrEqual(2);
    const later = await correctEntry(house.db, asked({ entry: pull.entry, path: "at", value: ago(55) }));
    const moved = await house.db("entry").where({ id: later.steps[0]?.entry }).first("happened_at");
    expect(Math.abs(moved.happened_at.getTime() - Date.parse(ago(55)))).toBeLessThan(60_000);
    const { entry } = await house.act("read-moisture", { pail: "1", value: 17.2 });
    const read = await correctEntry(house.db, asked({ entry, path: "value", value: "17.9" }));
    expect(read.steps[0]?.after).toContain("17.9 %");
  });

  it("is refused whole where one of the chain would not stand, with its sentence, and nothing is written", async () => {
    const { pull } = await jarred();
    const before = await count();
    const lighter = correctEntry(
      house.db,
      asked({ entry: pull.entry, path: "supers.0.grossKg", value: "9" }),
    );
    await expect(lighter).rejects.toMatchObject({
      message: expect.stringMatching(/^Changed so, ".*" would not stand: .* Nothing was changed\.$/),
    });
    await expect(
      correctEntry(house.db, asked({ entry: pull.entry, path: "supers.7.colony", value: "3" })),
    ).rejects.toMatchObject({ code: "unknown-value" });
    await expect(
      correctEntry(house.db, asked({ entry: pull.entry, path: "supers.0.colony", value: "99" })),
    ).rejects.toMatchObject({ message: expect.stringContaining("Nothing was changed") });
    expect(await count()).toBe(before);
  });

  it("is refused where honey left the house on it: then there is the recall", async () => {
    const { pull, lot } = await jarred();
    await house.act("send-jars", { lot, jars: 2, buyer: "Mill Bakery" });
    await expect(
      correctEntry(house.db, asked({ entry: pull.entry, path: "supers.0.colony", value: "3" })),
    ).rejects.toMatchObject({ code: "left-the-house", message: expect.stringContaining("see the recall") });
  });

  it("rows named by their id are found again: a run is ended, an order closed, a hold released after it", async () => {
    await jarred();
    const { entry } = await house.act("hold", { what: "pail 1", why: "smels", until: "a nose" });
    await house.act("release-hold", { hold: 1, why: "clean" });
    const order = await house.act<{ order: number }>("take-order", {
      buyer: "Deli",
      jarG: 250,
      jars: 9,
      by: "2099-01-01",
    });
    await house.act("close-order", { order: order.order, why: "called off" });
    const hold = await correctEntry(house.db, asked({ entry, path: "why", value: "smells" }));
    expect(hold.steps.map((s) => s.after)).toEqual([
      expect.stringContaining("smells"),
      expect.stringContaining("is released"),
    ]);
    expect(await house.db("live_hold_release").pluck("hold_id")).toEqual(
      await house.db("live_hold").pluck("id"),
    );
    await correctEntry(house.db, asked({ entry: order.entry, path: "jars", value: "12" }));
    expect(await house.db("live_jar_order_met").pluck("order_id")).toEqual(
      await house.db("live_jar_order").pluck("id"),
    );
  });

  it("the same asked twice is done once", async () => {
    const { pull } = await jarred();
    const request = asked({ entry: pull.entry, path: "supers.0.colony", value: "3" });
    await correctEntry(house.db, request);
    const after = await count();
    await correctEntry(house.db, request);
    expect(await count()).toBe(after);
  });
});

describe("values of an entry", () => {
  it("are found at any depth by their path", () => {
    expect(valuesOf({ a: 1, b: { c: ["x", { d: true }] }, e: null })).toEqual([
      { path: "a", value: 1 },
      { path: "b.c.0", value: "x" },
      { path: "b.c.1.d", value: true },
    ]);
  });
});
