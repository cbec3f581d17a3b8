import { DateTime } from "luxon";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { snapshot } from "../standing/snapshot";
import { tapeView } from "../standing/strip-and-tape";
import { openTestHouse, type TestHouse } from "../testing/test-house";

let house: TestHouse;
const ZONE = "America/Chicago";
/** Day and time in the house's own clock, so many minutes ago. */
const wall = (minutesAgo: number) =>
  DateTime.now().setZone(ZONE).minus({ minutes: minutesAgo }).toFormat("yyyy-MM-dd'T'HH:mm");

beforeAll(async () => {
  house = await openTestHouse();
  await house.equip();
  await house.act("set-house", {
    name: "Test House",
    address: "Lane 1",
    country: "Holmland",
    lotPrefix: "TH",
    zone: ZONE,
  });
});
afterAll(() => house.close());

describe("entries made late", () => {
  it("happened when they are said to have, by the house's clock, and the tape tells both times", async () => {
    const at = wall(90);
    const { entry } = await house.act("add-yard", { name: "Late Field" }, { at });
    const [line] = (await tapeView(house.db, await snapshot(house.db))).lines;
    expect(line).toMatchObject({
      id: entry,
      time: at.slice(11),
      entered: expect.stringMatching(/\d\d:\d\d/),
    });
    const row = await house.db("entry").where({ id: entry }).first();
    expect(row.happened_at.toISOString()).toBe(DateTime.fromISO(at, { zone: ZONE }).toUTC().toISO());
    // A time that names its offset keeps it.
    const utc = new Date(Date.now() - 3_600_000).toISOString();
    const named = await house.act("add-yard", { name: "Named Field" }, { at: utc });
    expect((await house.db("entry").where({ id: named.entry }).first()).happened_at.toISOString()).toBe(utc);
    await house.act("add-yard", { name: "Now Field" });
    expect((await tapeView(house.db, await snapshot(house.db))).lines[0]?.entered).toBeNull();
  });

  it("a pull keeps the time that was given on its own day, and two days at once are refused", async () => {
    const at = wall(5);
    const old = { at: wall(60 * 72) };
    await house.act("add-yard", { name: "Old Field" }, old);
    await house.act("add-colonies", { yard: "Old Field", tags: "90" }, old);
    await house.act("add-supers", { tags: "60-61", depth: "medium", frames: 10, emptyKg: 5.2 }, old);
    const pulled = (date: string, tag: string) => ({
      yard: "Old Field",
      date,
      supers: [{ tag, colony: "90", cappedPct: 95, grossKg: 15 }],
    });
    const { entry } = await house.act("pull-supers", pulled(at.slice(0, 10), "60"), { at });
    const row = await house.db("entry").where({ id: entry }).first();
    expect(row.happened_at.toISOString()).toBe(DateTime.fromISO(at, { zone: ZONE }).toUTC().toISO());
    const before = wall(60 * 30).slice(0, 10);
    expect((await house.refused("pull-supers", pulled(before, "61"), { at })).message).toContain(
      "set one of them right",
    );
    // Without a time the day alone counts, at noon.
    const noon = await house.act("pull-supers", pulled(before, "61"));
    const kept = (await house.db("entry").where({ id: noon.entry }).first()).happened_at;
    expect(DateTime.fromJSDate(kept, { zone: ZONE }).toFormat("yyyy-MM-dd HH:mm")).toBe(`${before} 12:00`);
  });

  it("keep the account right: mass counts whenever it is entered, and undone it is as before", async () => {
    await house.pull(41, 12);
    await house.act("start-batch", { supers: "41" });
    const account = async () => (await snapshot(house.db)).openBatches[0]?.account;
    const before = await account();
    // Before the batch was begun nothing can come out of it.
    expect(
      (await house.refused("fill-pail", { pail: 1, grossKg: 6.2 }, { at: wall(600) })).message,
    ).toContain("0.0 kg left on paper");
    const pail = await house.act("fill-pail", { pail: 1, grossKg: 6.2 });
    const late = await house.act(
      "record-loss",
      { kg: 0.4, cause: "spilt" },
      { at: new Date().toISOString() },
    );
    expect(await account()).toMatchObject({ outGrams: 5000, lostGrams: 400 });
    for (const { entry } of [late, pail]) await house.act("undo", { entry });
    expect(await account()).toEqual(before);
    expect((await house.refused("add-yard", { name: "x" }, { at: wall(-120) })).code).toBe("in-the-future");
  });
});
