import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { solver } from "../blend/solver";
import { openOrders } from "../out/records";
import { snapshot } from "../standing/snapshot";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { JAR_PLAN_ASKED, jarPlan, plannedFrom } from "./plan";
import { materials, materialsOfLot, recentMaterialDeliveries } from "./records";

let house: TestHouse;
beforeEach(async () => {
  house = await openTestHouse();
  await house.equip();
});
afterEach(() => house.close());

/** Twelve kilograms in pail 1. */
async function pail(kg = 12) {
  await house.pull(41, kg, 1);
  const { batch } = await house.act<{ batch: number }>("start-batch", { supers: "41", despite: "asked for" });
  await house.act("fill-pail", { pail: 1, grossKg: kg + 0.2, batch });
}
const jars = (more: object = {}) => ({
  honeyKind: "Lime honey",
  jarG: 250,
  jars: 8,
  pails: [{ pail: 1 }],
  ...more,
});
const stock = async (name: string) => (await materials(house.db)).find((m) => m.name === name)?.pieces;
const plan = async (asked: object) =>
  jarPlan(
    house.db,
    await snapshot(house.db),
    JAR_PLAN_ASKED.parse({ vessels: ["pail 1"], ...asked }),
    await solver(),
  );

describe("jars, lids, labels and boxes", () => {
  it("go up by deliveries, down with what is filled, the oldest first, and each supplier's lot is found again", async () => {
    await pail();
    await house.act("set-material", { kind: "jar", name: "Hex 250", fitsG: "250" });
    await house.act("set-material", { kind: "box", name: "Dozen", fitsG: "250", holds: 12 });
    await house.act("receive-material", {
      material: "hex 250",
      pieces: 10,
      supplier: "Glass works",
      theirLot: "G-1",
    });
    await house.act("receive-material", {
      material: "Hex 250",
      pieces: 30,
      supplier: "Glass works",
      theirLot: "G-2",
    });
    await house.act("receive-material", { material: "Dozen", pieces: 5, supplier: "Paper mill" });
    const first = await house.act<{ lot: string }>("issue-lot", jars());
    const second = await house.act<{ lot: string }>("issue-lot", jars({ jars: 13 }));
    expect(await stock("Hex 250")).toBe(19);
    expect(await stock("Dozen")).toBe(2);
    const [broken] = await recentMaterialDeliveries(house.db, 10, "g-1");
    expect(broken).toMatchObject({ their_lot: "G-1", used: 10, lots: [first.lot, second.lot].sort() });
    const [other] = await recentMaterialDeliveries(house.db, 10, "G-2");
    expect(other).toMatchObject({ used: 11, lots: [second.lot] });
    // Undone, they stand on the shelf again.
    await house.act("undo", { entry: second.entry });
    expect(await stock("Hex 250")).toBe(32);
  });

  it("more used than is on record are used all the same, and it is said", async () => {
    await pail();
    await house.act("set-material", { kind: "lid", name: "Lid 66", fitsG: "250, 500" });
    await house.act("receive-material", {
      material: "Lid 66",
      pieces: 5,
      supplier: "Tin works",
      theirLot: "T-9",
    });
    const { say } = await house.act("issue-lot", jars());
    expect(say).toContain("3 lids more than on record (Lid 66)");
    const lot = await house.db("live_lot").first("id");
    expect((await materialsOfLot(house.db, lot.id)).map((u) => [u.pieces, u.their_lot])).toEqual([
      [5, "T-9"],
      [3, null],
    ]);
  });

  it("a count stands from its moment on; far from the record it asks why", async () => {
    await house.act("set-material", { kind: "jar", name: "Round 500", fitsG: "500" });
    expect((await house.act("count-material", { material: "Round 500", counted: 100 })).say).toBe(
      "Round 500 counted: 100.",
    );
    const asked = await house.refused("count-material", { material: "Round 500", counted: 60 });
    expect(asked.message).toContain("100 should be here, 60 were counted");
    await house.act("count-material", { material: "Round 500", counted: 60, why: "a pallet fell" });
    await house.act("receive-material", { material: "Round 500", pieces: 40, supplier: "Glass works" });
    await house.act("spoil-material", { material: "Round 500", pieces: 4, why: "chipped" });
    expect(await stock("Round 500")).toBe(96);
    // What is set anew under the same name is the same thing.
    await house.act("set-material", { kind: "jar", name: "round 500", fitsG: "500", minimum: 20 });
    expect(await stock("round 500")).toBe(96);
    expect(
      (await house.refused("spoil-material", { material: "round 500", pieces: 97, why: "x" })).code,
    ).toBe("more-than-there");
  });

  it("a count entered late is held against what was here then", async () => {
    const day = 86_400_000;
    const ago = (days: number) => ({ at: new Date(Date.now() - days * day).toISOString() });
    await house.act("set-material", { kind: "jar", name: "Round 500", fitsG: "500" }, ago(9));
    await house.act("receive-material", { material: "Round 500", pieces: 100, supplier: "G" }, ago(8));
    await house.act("receive-material", { material: "Round 500", pieces: 300, supplier: "G" }, ago(1));
    // A hundred stood there four days ago: nothing to ask; yesterday's three hundred come on top.
    await house.act("count-material", { material: "Round 500", counted: 98 }, ago(4));
    expect(await stock("Round 500")).toBe(398);
  });

  it("sizes and names are told wrong in a sentence beside the field", async () => {
    const set = { kind: "jar", name: "X", fitsG: "250" };
    expect((await house.refused("set-material", { ...set, fitsG: "a few" })).problems[0]?.path).toBe("fitsG");
    expect((await house.refused("set-material", { ...set, fitsG: "0" })).problems[0]?.path).toBe("fitsG");
    expect((await house.refused("set-material", { ...set, holds: 6 })).message).toContain("Only a box");
    expect(
      (await house.refused("receive-material", { material: "Nothing", pieces: 1, supplier: "S" })).message,
    ).toContain("set it up first");
  });
});

describe("the jar plan of a house", () => {
  it("begins with what can be filled, though more stands in the warmer", async () => {
    const old = { at: new Date(Date.now() - 9 * 86_400_000).toISOString() };
    for (const [vessel, kg] of [
      ["pail 1", 20],
      ["pail 2", 25],
    ])
      await house.act("receive-honey", { what: "opening", waterPct: 17, into: [{ vessel, kg }] }, old);
    const order = async () => plannedFrom(await snapshot(house.db)).map((v) => v.name);
    expect(await order()).toEqual(["pail 2", "pail 1"]);
    await house.act("set-warmer", { name: "Cabinet", tempC: 35, spreadC: 2, places: 2 });
    await house.act("warm-vessels", { vessels: ["pail 2"], warmer: "Cabinet" });
    expect(await order()).toEqual(["pail 1", "pail 2"]);
  });

  it("with too few lids serves the earlier order, says what stays unmet and what to order by when", async () => {
    await pail();
    await house.act("set-material", { kind: "jar", name: "Hex 250", fitsG: "250", worth: 6 });
    await house.act("set-material", { kind: "jar", name: "Round 500", fitsG: "500", worth: 10 });
    await house.act("set-material", {
      kind: "lid",
      name: "Lid 66",
      fitsG: "250, 500",
      daysToCome: 5,
      minimum: 10,
    });
    await house.act("receive-material", { material: "Hex 250", pieces: 60, supplier: "G" });
    await house.act("receive-material", { material: "Round 500", pieces: 60, supplier: "G" });
    await house.act("count-material", { material: "Lid 66", counted: 20 });
    await house.act("take-order", { buyer: "Late Deli", jarG: 500, jars: 14, by: "2098-09-20" });
    await house.act("take-order", { buyer: "Early Fair", jarG: 250, jars: 12, by: "2098-09-01" });
    const view = await plan({});
    expect(view.rows.map((r) => [r.jarG, r.jars])).toEqual([
      [500, 8],
      [250, 12],
    ]);
    expect(view.short).toEqual([expect.stringMatching(/^6 jars of 500 g for Late Deli by .* stay unmet$/)]);
    expect(view.limits).toContain("No more of Lid 66");
    expect(view.toOrder).toEqual([expect.objectContaining({ name: "Lid 66", pieces: 16, late: false })]);
    expect(view.toOrder[0]?.says).toContain("15 Sep 2098");
    expect(view.fill).toContain("sizes=8x500,12x250");
    // By hand, everything recomputes.
    const byHand = await plan({ byHand: { 250: 2 } });
    expect(byHand.rows.map((r) => r.jars)).toEqual([18, 2]);
    expect((await plan({ byHand: { 250: 400 } })).status).toBe("infeasible");
  });

  it("an order for one kind of honey is met by no other, from the shelf or from the tank", async () => {
    await pail();
    // Eight jars of lime stand here.
    await house.act("issue-lot", jars());
    const order = { buyer: "Deli", jarG: 250, by: "2098-09-01" };
    await house.act("take-order", { ...order, jars: 12, honeyKind: "Lime honey" });
    await house.act("take-order", { ...order, buyer: "Fair", jars: 5, honeyKind: "Heather honey" });
    const wanted = async (honeyKind: string) =>
      (await plan({ honeyKind })).rows.find((r) => r.jarG === 250)?.ordered;
    expect(await wanted("lime honey")).toBe(4);
    expect(await wanted("Heather honey")).toBe(5);
    expect(await wanted("")).toBe(9);
  });

  it("an owner's honey meets no order of the house, and what speaks against a vessel is said", async () => {
    await house.act("keep-separate", { colonies: "1", owner: "Ada" });
    await pail();
    await house.act("take-order", { buyer: "Deli", jarG: 250, jars: 12, by: "2098-09-01" });
    await house.act("read-moisture", { pail: 1, value: 19.4 });
    const view = await plan({ sizesG: [250] });
    expect(view.rows.map((r) => r.ordered)).toEqual([0]);
    expect(view.against.join(" ")).toContain("kept apart for Ada: its jars meet no order of the house");
    expect(view.against.join(" ")).toContain("over the limit of 18.6 %");
  });

  it("an order is met by what goes to its buyer after it was taken", async () => {
    await pail();
    await house.act("take-order", {
      buyer: "Harbour Deli",
      jarG: 250,
      jars: 10,
      by: "2098-09-01",
      honeyKind: "lime honey",
    });
    const { lot } = await house.act<{ lot: string }>("issue-lot", jars({ jars: 30 }));
    await house.act("send-jars", { lot, jars: 6, buyer: "Mill Bakery" });
    expect((await openOrders(house.db)).map((o) => o.jars)).toEqual([10]);
    await house.act("send-jars", { lot, jars: 7, buyer: "harbour deli" });
    expect((await openOrders(house.db)).map((o) => o.jars)).toEqual([3]);
    const [order] = await openOrders(house.db);
    await house.act("close-order", { order: order?.id, why: "they have enough" });
    expect(await openOrders(house.db)).toEqual([]);
  });

  it("an empty house, nothing in the vessel, nothing set up: a sentence, or one plain size", async () => {
    await expect(plan({})).rejects.toThrow("Pail 1 holds no honey.");
    await pail(4);
    const view = await plan({ staysKg: 0 });
    expect(view.rows).toMatchObject([{ jarG: 454, jars: 6 }]);
    expect(view.toOrder).toEqual([]);
  });
});
