import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { unpacked } from "../language/packed";
import { checkWhole } from "../ledger/watch";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { pullSheetView, yardView } from "../yard/view";
import { dayAccount } from "./day";
import { batchesPage, keyFrom, lotsPage, parcelsPage } from "./lists";
import { setUpView } from "./set-up";
import { snapshot } from "./snapshot";
import { tapeView } from "./strip-and-tape";

let house: TestHouse;
const JARS = 45;
let lot = "";

beforeAll(async () => {
  house = await openTestHouse();
  await house.equip();
  await house.pull(41, 20, 1);
  await house.pull(42, 10, 2);
  await house.act("start-batch", { supers: "41, 42" });
  await house.act("fill-pail", { pail: 1, grossKg: 25 });
  lot = (
    await house.act<{ lot: string }>("issue-lot", {
      honeyKind: "Lime",
      jarG: 250,
      jars: 90,
      pails: [{ pail: 1 }],
    })
  ).lot;
  for (let i = 0; i < JARS; i++)
    await house.act("send-jars", { lot, jars: 1, buyer: `Buyer ${i % 5}`, again: true });
});
afterAll(() => house.close());

describe("long lists", () => {
  it("page by key without a gap or a repeat", async () => {
    const first = await parcelsPage(house.db);
    const second = await parcelsPage(house.db, first.older ?? 0);
    expect(first.rows).toHaveLength(40);
    expect(second.older).toBeNull();
    const ids = [...first.rows, ...second.rows].map((p) => p.id);
    expect(new Set(ids).size).toBe(JARS);
    expect(ids).toEqual([...ids].sort((a, b) => b - a));
  });

  it("page the tape the same way, down to the first entry", async () => {
    const s = await snapshot(house.db);
    const seen: number[] = [];
    for (let before: number | undefined, i = 0; i < 5; i++) {
      const view = await tapeView(house.db, s, before);
      seen.push(...view.lines.map((l) => l.id));
      if (view.more === null) break;
      before = view.more;
    }
    expect(seen).toHaveLength(Number((await house.db("entry").count("* as n").first())?.n));
    expect(new Set(seen).size).toBe(seen.length);
  });

  it("show short lists whole", async () => {
    expect(await lotsPage(house.db)).toMatchObject({
      older: null,
      rows: [{ code: lot, jars: 90, jars_out: JARS }],
    });
    expect(await batchesPage(house.db)).toMatchObject({
      older: null,
      rows: [{ number: 1, closed_by: null }],
    });
  });

  it.each([
    ["123", 123],
    ["", undefined],
    [undefined, undefined],
    ["-1", undefined],
    ["1e9", undefined],
    ["9".repeat(40), undefined],
  ])("reads the key %j out of an address as %j", (written, key) => {
    expect(keyFrom(written)).toBe(key);
  });
});

describe("what the bays add up", () => {
  it("gives each yard what its colonies gave this year", async () => {
    expect((await yardView(house.db, await snapshot(house.db))).yards).toEqual([
      {
        name: "Kiln Field",
        note: "",
        location: "",
        registration: "",
        blooms: "",
        separate: "",
        colonies: 3,
        supers: 2,
        grams: 30_000,
        kg: "30.0",
        kgPerColony: "10.0",
      },
    ]);
  });

  it("offers the pull sheet only when there is something to pull", async () => {
    const sheet = await pullSheetView(house.db, await snapshot(house.db));
    expect(sheet && unpacked(sheet.supers)["41"]).toEqual({
      emptyKg: 5.2,
      frames: 10,
      depth: "medium",
    });
    const empty = await openTestHouse();
    expect(await pullSheetView(empty.db, await snapshot(empty.db))).toBeNull();
    await empty.close();
  });

  it("tells the day's kilograms by what was done, and not what was undone", async () => {
    const wrong = await house.act("record-loss", { batch: 1, kg: 2, cause: "spilt" });
    await house.act("undo", { entry: wrong.entry });
    const day = await dayAccount(house.db, await snapshot(house.db));
    expect(Object.fromEntries(day.map((r) => [r.name, r.grams]))).toMatchObject({
      "pulled off colonies": 30_000,
      "into pails": 23_800,
      "drawn for jars": 90 * 250,
      "sent to buyers": JARS * 250,
    });
    expect(
      await dayAccount(house.db, await snapshot(house.db, new Date(Date.now() + 36 * 3_600_000))),
    ).toEqual([]);
  });

  it("finds the ledger whole, and says by how much when a balance was tampered with", async () => {
    await checkWhole(house.db);
    expect((await setUpView(house.db)).seals.found).toMatchObject({ driftGrams: 0, intact: true });
    await house.owner.raw("update fill_balance set grams = grams + 7 where kind = 'lot'");
    await checkWhole(house.db);
    expect((await setUpView(house.db)).seals.found?.driftGrams).toBe(7);
  });
});
