import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { seasonReport } from "../paper/season-report";
import { snapshot } from "../standing/snapshot";
import { wordsOf } from "../testing/paper";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { seasonView } from "./view";

const HOUR = 3_600_000;
const ago = (hours: number): string => new Date(Date.now() - hours * HOUR).toISOString();
let house: TestHouse;
beforeEach(async () => {
  house = await openTestHouse();
  await house.equip();
  // A year that begins half a year ago, whatever day the test runs on.
  await house.act("set-season", { begins: ago(24 * 183).slice(5, 10), hourCost: 20 }, { at: ago(24 * 200) });
});
afterEach(() => house.close());
const view = async (year?: number) => seasonView(house.db, await snapshot(house.db), year);

async function worked(): Promise<string> {
  await house.act("keep-separate", { colonies: "3", owner: "Ada" }, { at: ago(90) });
  await house.act(
    "pull-supers",
    {
      supers: [
        { tag: "41", colony: "1", cappedPct: 97, grossKg: 15.2 },
        { tag: "42", colony: "2", cappedPct: 97, grossKg: 11.2 },
        { tag: "43", colony: "3", cappedPct: 97, grossKg: 12.2 },
      ],
    },
    { at: ago(60) },
  );
  const { batch } = await house.act<{ batch: number }>(
    "start-batch",
    { supers: ["41", "42"], despite: "dry" },
    { at: ago(50) },
  );
  await house.act("weigh-spun-super", { super: "41", grossKg: 5.7 }, { at: ago(49) });
  await house.act("fill-pail", { pail: "1", grossKg: 15.2, batch }, { at: ago(48) });
  await house.act("set-material", { kind: "jar", name: "Hexagon 250", fitsG: "250" }, { at: ago(47) });
  await house.act(
    "receive-material",
    { material: "Hexagon 250", pieces: 99, supplier: "F", theirLot: "1" },
    { at: ago(46) },
  );
  await house.act("price-material", { material: "hexagon 250", price: 0.5 });
  const { lot } = await house.act<{ lot: string }>(
    "issue-lot",
    { honeyKind: "Lime", jarG: 250, jars: 40, pails: [{ pail: "1", kg: 10 }], despite: "not read" },
    { at: ago(30) },
  );
  await house.act("send-dispatch", { buyer: "Deli", lines: [{ lot, jars: 10, price: 6 }] });
  await house.act("take-back", { lot, jars: 2, buyer: "Deli", what: "stock", why: "too many" });
  await house.act("note-hours", { hours: 4 });
  return lot;
}

describe("what the year was worth", () => {
  it("an empty house has a season with nothing in it", async () => {
    const empty = await view();
    expect(empty.totals).toMatchObject({ kg: 0, supers: 0, jars: 0, hours: null });
    expect(empty).toMatchObject({ before: null, jars: [], earns: [], next: null });
  });

  it("adds up the house's own, tells the owner's apart, and counts jars that came back once", async () => {
    await worked();
    const v = await view();
    expect(v.totals).toMatchObject({
      kg: 16,
      supers: 2,
      colonies: 2,
      ownersKg: 7,
      jars: 40,
      brought: 48,
      hours: 4,
    });
    expect(v.by.yard).toMatchObject([{ name: "Kiln Field", supers: 2, kg: 16, weighed: 2 }]);
    expect(v.by.yard[0]?.leftPct).toBeCloseTo(5, 9);
    expect(v.kgPerHour).toBe(4);
    const [jar] = v.jars;
    expect(jar).toMatchObject({ filled: 40, sold: 8, price: 6, brought: 48 });
    // Materials 0.50; 4 h at 20 over the 23 kg pulled, a quarter of a kilogram of it in the jar.
    expect(jar?.cost).toMatchObject({ materials: 0.5, missing: [] });
    expect(jar?.cost.hours).toBeCloseTo((4 * 20 * 0.25) / 23, 9);
    // Two colonies gave; the third is an owner's.
    expect(v.earns).toMatchObject([{ yard: "Kiln Field", standing: 2, meanKg: 8 }]);
    expect(v.next?.pails).toBe(1);
    expect((await house.refused("price-material", { material: "nothing", price: 1 })).code).toBe(
      "unknown-material",
    );
  });

  it("tells colours by the house's own day, without those taken back", async () => {
    await worked();
    await house.act("set-house", { name: "H", country: "C", lotPrefix: "H", zone: "Asia/Tokyo" });
    // Half past eleven at night there, and an hour later: one day by UTC.
    const night = `${ago(24).slice(0, 10)}T14:30:00Z`;
    const nextDay = `${ago(24).slice(0, 10)}T15:30:00Z`;
    await house.act("read-colour", { vessel: "pail 1", pfundMm: 30 }, { at: night });
    await house.act("read-colour", { vessel: "pail 1", pfundMm: 50 }, { at: nextDay });
    const slip = await house.act("read-colour", { vessel: "pail 1", pfundMm: 99 }, { at: nextDay });
    await house.act("undo", { entry: slip.entry });
    expect((await view()).colour).toEqual([
      { day: ago(24).slice(0, 10), mm: 30, n: 1 },
      { day: ago(0).slice(0, 10), mm: 50, n: 1 },
    ]);
  });

  it("goes by the house's own year, and is set beside the one before", async () => {
    await worked();
    await house
      .act(
        "pull-supers",
        { supers: [{ tag: "44", colony: "1", cappedPct: 97, grossKg: 9.2 }] },
        { at: ago(24 * 190) },
      )
      .catch(() => undefined);
    const v = await view();
    expect(v.totals.kg).toBe(16);
    expect(v.before?.kg).toBe(4);
    expect(v.seasons).toHaveLength(2);
    await house.act("set-goal", { kg: 32, words: "one drum" });
    expect((await view()).goal).toEqual({ kg: 32, words: "one drum" });
    const text = wordsOf(await seasonReport(house.db, undefined), "laid");
    for (const said of ["16.0 kg from 2 supers of 2 colonies", "50 % of the goal", "Kiln Field", "Lime"])
      expect(text).toContain(said);
    expect((await house.refused("set-season", { begins: "02-31" })).problems[0]?.path).toBe("begins");
    expect((await house.refused("note-hours", { hours: 2, day: "2099-01-01" })).code).toBe("in-the-future");
  });
});
