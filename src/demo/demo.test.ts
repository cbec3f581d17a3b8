import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { balances } from "@/core/ledger";
import { allMovements } from "@/house/ledger/records/fills";
import { verifyChain } from "@/house/ledger/verify";
import { decisions } from "@/house/standing/decisions";
import { lotsPage } from "@/house/standing/lists";
import { snapshot } from "@/house/standing/snapshot";
import { openTestHouse, type TestHouse } from "@/house/testing/test-house";
import { traceView } from "@/house/trace";
import { loadDemo } from "./load";

let house: TestHouse;
const NOW = new Date();
beforeAll(async () => {
  house = await openTestHouse();
  expect(await loadDemo(house.db, NOW)).toBe(true);
});
afterAll(() => house.close());

describe("the demo house", () => {
  it("is made once and kept", async () => {
    expect(await loadDemo(house.db, NOW)).toBe(false);
    expect(await house.db("live_colony").count("* as n").first()).toEqual({ n: 46 });
    expect(await verifyChain(house.db)).toMatchObject({ intact: true });
  });

  it("closes its mass to the gram and has one lot out to four buyers", async () => {
    expect([...balances(await allMovements(house.db)).values()].reduce((a, b) => a + b, 0)).toBe(0);
    const lots = await lotsPage(house.db);
    const lime = lots.rows.find((l) => l.honey_kind === "Lime honey");
    expect(lime).toMatchObject({ grams: 0 });
    expect((await traceView(house.db, "lot", lime?.code ?? "")).forward.buyers).toHaveLength(4);
  });

  it("has something to decide today: one stack too wet, one drying well, a batch under way", async () => {
    const s = await snapshot(house.db, NOW);
    const list = decisions(s).map((d) => d.short);
    expect(list).toEqual(
      expect.arrayContaining(["stack D too wet", "load Twenty", expect.stringMatching(/^B dries to/)]),
    );
    const drying = s.room.stacks.find((x) => x.name === "B");
    expect(drying?.forecast).toMatchObject({ status: "drying", conflict: false });
    expect(s.room.faults).toEqual([]);
  });
});
