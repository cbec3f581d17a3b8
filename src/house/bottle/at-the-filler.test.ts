import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { snapshot } from "../standing/snapshot";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { traceView } from "../trace";
import { productDecisions, productsNow } from "./products";
import { maybeLot } from "./records";
import { scaleToday, seasonGiveaway, weighings } from "./weighings";

let house: TestHouse;
beforeEach(async () => {
  house = await openTestHouse();
  await house.equip();
});
afterEach(() => house.close());

/** Eleven kilograms in pail 1, and a lot of 250 g jars of it. */
async function lotOf(more: object = {}): Promise<string> {
  await house.pull(41, 12, 1);
  const { batch } = await house.act<{ batch: number }>("start-batch", { supers: "41", despite: "asked for" });
  await house.act("fill-pail", { pail: 1, grossKg: 12.2, batch });
  const { lot } = await house.act<{ lot: string }>("issue-lot", {
    honeyKind: "Lime honey",
    jarG: 250,
    jars: 20,
    pails: [{ pail: 1 }],
    ...more,
  });
  return lot;
}
const here = async (lot: string) => {
  const row = await maybeLot(house.db, lot);
  return { jars: (row?.jars ?? 0) - (row?.jars_out ?? 0), grams: row?.grams };
};
const grams = async (): Promise<number> =>
  (await snapshot(house.db)).vessels.reduce((g, v) => g + v.grams, 0);

describe("jars that leave their lot for nobody", () => {
  it("broken ones and their neighbours are lost by count, and the last jars leave nothing behind", async () => {
    const lot = await lotOf();
    await house.act("take-jars-off", { lot, jars: 1, why: "broken" });
    const { say } = await house.act("take-jars-off", {
      lot,
      jars: 6,
      why: "neighbour",
      note: "under the gate",
    });
    expect(say).toBe(`6 jars of lot ${lot} thrown away beside a broken one, 1.50 kg; under the gate.`);
    expect(await here(lot)).toEqual({ jars: 13, grams: 3250 });
    expect((await house.refused("send-jars", { lot, jars: 14, buyer: "Deli" })).code).toBe("too-many-jars");
    await house.act("send-jars", { lot, jars: 13, buyer: "Deli" });
    expect(await here(lot)).toEqual({ jars: 0, grams: 0 });
    expect((await house.refused("take-jars-off", { lot, jars: 1, why: "broken" })).code).toBe(
      "too-many-jars",
    );
  });

  it("samples have a place and a day; nothing is kept where nobody finds it", async () => {
    const lot = await lotOf();
    expect((await house.refused("take-jars-off", { lot, jars: 2, why: "sample" })).problems[0]?.path).toBe(
      "place",
    );
    const past = { lot, jars: 2, why: "sample", place: "cellar", until: "2020-01-01" };
    expect((await house.refused("take-jars-off", past)).problems[0]?.path).toBe("until");
    const kept = await house.act("take-jars-off", { ...past, until: "2098-01-01" });
    expect(kept.say).toContain("kept in: cellar until 1 Jan 2098");
    await house.act("undo", { entry: kept.entry });
    expect(await here(lot)).toEqual({ jars: 20, grams: 5000 });
  });

  it("opened ones go back into a vessel with their mass, and are traced through it; infused ones never", async () => {
    const lot = await lotOf();
    const before = await grams();
    const { say } = await house.act("take-jars-off", { lot, jars: 4, why: "opened", into: "pail 1" });
    expect(say).toContain("1.00 kg back into pail 1");
    expect(await grams()).toBe(before + 1000);
    // What was poured back is in what is filled next.
    const { lot: next } = await house.act<{ lot: string }>("issue-lot", {
      honeyKind: "Lime honey",
      jarG: 250,
      jars: 2,
      pails: [{ pail: 1 }],
    });
    const back = await traceView(house.db, "lot", next);
    expect(back.back.yards).toMatchObject([{ name: "Kiln Field" }]);
    const { lot: infused } = await house.act<{ lot: string }>("issue-lot", {
      honeyKind: "Honey with mint",
      product: "infused",
      ingredients: [{ name: "mint", lot: "M-1" }],
      jarG: 250,
      jars: 2,
      pails: [{ pail: 1 }],
    });
    const refused = await house.refused("take-jars-off", {
      lot: infused,
      jars: 1,
      why: "opened",
      into: "pail 1",
    });
    expect(refused.message).toContain("never mixed back");
    const brim = await house.refused("take-jars-off", { lot, jars: 1, why: "broken", into: "pail 1" });
    expect(brim.code).toBe("into");
  });

  it("an owner's jars opened into the house's honey ask why", async () => {
    await house.act("keep-separate", { colonies: "1", owner: "Ada" });
    const lot = await lotOf();
    await house.pull(42, 8, 2);
    const { batch } = await house.act<{ batch: number }>("start-batch", {
      supers: "42",
      despite: "asked for",
    });
    await house.act("fill-pail", { pail: 2, grossKg: 6.2, batch });
    const off = { lot, jars: 2, why: "opened", into: "pail 2" };
    const refused = await house.refused("take-jars-off", off);
    expect(refused.message).toContain("Ada");
    await house.act("take-jars-off", { ...off, despite: "Ada gave them" });
  });
});

describe("the filler's scale", () => {
  it("tells its error by a known weight, and its drift since the day's first", async () => {
    expect((await house.act("check-scale", { knownG: 500, shownG: 500 })).say).toBe(
      "Bench scale shows 500.0 g for 500.0 g; not verified for trade.",
    );
    const second = await house.act("check-scale", { knownG: 500, shownG: 500.6, verified: true });
    expect(second.say).toBe(
      "Bench scale shows 500.6 g for 500.0 g, 0.6 g too much; 0.6 g up since the day's first check; verified for trade.",
    );
    expect((await house.refused("check-scale", { knownG: 500, shownG: 200 })).problems[0]?.path).toBe(
      "shownG",
    );
    expect(await scaleToday(house.db, { house: { zone: "UTC" }, now: new Date() })).toMatchObject({
      shown_g: 500.6,
    });
  });

  it("what it shows too much is taken off before any verdict, and kept with the weighing", async () => {
    const lot = await lotOf();
    await house.act("check-scale", { knownG: 500, shownG: 502 });
    const weights = [250.5, 252, 253];
    const { say } = await house.act("weigh-jars", { lot, jarG: 250, jars: 20, weights });
    expect(say).toContain("1 jar under the label");
    expect(say).toContain("Bench scale shows 1.0 g too much a jar, which is taken off");
    const [row] = await weighings(house.db, await snapshot(house.db));
    expect(row?.short).toEqual([{ jar: 1, says: "jar 1, 249.5 g" }]);
    // Put right, the old weighing stands no more for itself.
    const right = { check: row?.id, jar: 1, how: "topped-up", weightG: 252 };
    expect((await house.refused("put-jar-right", { ...right, weightG: 250 })).code).toBe("lighter");
    await house.act("put-jar-right", right);
    const after = await weighings(house.db, await snapshot(house.db));
    expect(after).toHaveLength(1);
    expect(after[0]?.short).toEqual([]);
    expect((await house.refused("put-jar-right", right)).code).toBe("unknown-check");
    // An opened one leaves its lot, with its honey.
    const held = await grams();
    const opened = await house.act("put-jar-right", {
      check: after[0]?.id,
      jar: 2,
      how: "opened",
      into: "pail 1",
    });
    expect(opened.say).toContain("opened, 0.25 kg back into pail 1");
    expect(await here(lot)).toEqual({ jars: 19, grams: 4750 });
    expect(await grams()).toBe(held + 250);
    await house.act("undo", { entry: opened.entry });
    expect(await here(lot)).toEqual({ jars: 20, grams: 5000 });
  });

  it("a scale off by more than it may be says: have it set", async () => {
    await house.act("check-scale", { knownG: 500, shownG: 510 });
    const { say } = await house.act("weigh-jars", { jarG: 250, jars: 3, weights: "258 258 259" });
    expect(say).toContain("more than the 1.8 g it may be off: have it set");
  });

  it("one tare for all is taken off where 25 empty jars are alike enough", async () => {
    const empty = Array.from({ length: 25 }, (_, i) => 200 + (i % 3) - 1);
    const { say } = await house.act("weigh-jars", { jarG: 250, jars: 3, weights: "452 453 451", empty });
    expect(say).toContain("mean 252.0 g");
    expect(say).toContain("A mean tare of 200.0 g was taken off.");
    const unlike = await house.refused("weigh-jars", {
      jarG: 250,
      jars: 3,
      weights: "452 453 451",
      empty: empty.map((g, i) => g + (i % 2 ? 4 : -4)),
    });
    expect(unlike.problems[0]?.path).toBe("empty");
  });

  it("what is given away in a season is told in mass, and in money where the house said what a jar brings", async () => {
    const lot = await lotOf();
    expect(await seasonGiveaway(house.db, new Date().getUTCFullYear())).toBeNull();
    await house.act("weigh-jars", { lot, jarG: 250, jars: 20, weights: "255 255 255" });
    const year = Number((await house.db("live_lot").first("year")).year);
    expect(await seasonGiveaway(house.db, year)).toMatchObject({
      lots: 1,
      jars: 20,
      kg: 0.1,
      giveOrTakeKg: 0,
      money: null,
    });
    await house.act("set-material", { kind: "jar", name: "Hex 250", fitsG: "250", worth: 5 });
    expect((await seasonGiveaway(house.db, year))?.money).toBeCloseTo(2, 6);
    // Three of twenty, 253, 255, 257: sd 2, so 2 x 20 x 2 x root of (17/20 / 3) = 42.6 g either way.
    await house.act("weigh-jars", { lot, jarG: 250, jars: 20, weights: "253 255 257" });
    expect((await seasonGiveaway(house.db, year))?.giveOrTakeKg).toBeCloseTo(0.0426, 4);
  });
});

describe("set honey and comb, step by step", () => {
  it("honey too wet, unread or not clear asks why; its seed is told, and its steps one by one", async () => {
    await lotOf();
    expect((await house.refused("start-set", { vessel: "pail 1" })).message).toContain(
      "its water was not read",
    );
    await house.act("read-moisture", { pail: 1, value: 18.4 });
    expect((await house.refused("start-set", { vessel: "pail 1" })).message).toContain("wetter than 18 %");
    const { say } = await house.act("start-set", { vessel: "pail 1", seedPct: 10, despite: "for us" });
    // 6 kg stay of eleven: a ninth of it is a tenth of what comes out.
    expect(say).toContain("0.67 kg of fine seed (10 %), never over 27 °C");
    const s = { house: { zone: "UTC" }, now: new Date() };
    const [run] = await productsNow(house.db, s);
    expect(run?.next?.id).toBe("seed");
    expect(productDecisions([run as NonNullable<typeof run>], s)[0]?.what).toContain("Stir in the fine seed");
    await house.act("tick-product", { run: run?.id, step: "seed" });
    expect((await house.refused("tick-product", { run: run?.id, step: "seed" })).code).toBe("ticked");
    expect((await house.refused("tick-product", { run: run?.id, step: "drain" })).code).toBe("unknown-step");
    expect((await productsNow(house.db, s))[0]?.next?.id).toBe("jar");
    const late = { ...s, now: new Date(Date.now() + 40 * 3_600_000) };
    expect(productDecisions(await productsNow(house.db, late), late)[0]?.when).toBe("late");
  });

  it("comb of a lot is drained, wrapped, frozen two days and thawed; a lot of jars is no comb", async () => {
    const jars = await lotOf();
    expect((await house.refused("start-comb", { lot: jars })).code).toBe("no-comb");
    await house.pull(42, 6, 1);
    const { lot } = await house.act<{ lot: string }>("cut-comb", {
      super: "42",
      weightsG: [300, 310],
      despite: "asked for",
    });
    await house.act("start-comb", { lot });
    const [run] = await productsNow(house.db, { house: { zone: "UTC" }, now: new Date() });
    expect(run?.steps.map((x) => x.id)).toEqual(["drain", "wrap", "freeze", "thaw"]);
    expect(run?.steps[2]?.temp).toBe("-18 °C or colder");
  });
});
