import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { floorView } from "../spin/view";
import { decisions } from "../standing/decisions";
import { snapshot } from "../standing/snapshot";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { yardView } from "../yard/view";

let house: TestHouse;
beforeAll(async () => {
  house = await openTestHouse();
  await house.equip();
  for (const tag of [41, 42, 43]) await house.pull(tag, 12);
  await house.act("start-batch", { supers: "41-43" });
  await house.act("add-machine", { name: "Nine", slots: 9 });
  await house.act("check-floor", {
    kind: "opening",
    items: ["gates", "floor", "bees", "hair", "lid", "current"],
  });
});
afterAll(() => house.close());

const now = () => snapshot(house.db);
const comb = async (tag: string) => (await now()).openBatches[0]?.combs.find((c) => c.tag === tag);
const yardKg = async () => Number((await yardView(house.db, await now())).yards[0]?.kg);
const honeyIn = async (tag: string) => (await now()).waiting.find((w) => w.tag === tag)?.grams;

describe("empty weights", () => {
  it("one thing is weighed, and it must be empty", async () => {
    expect((await house.refused("weigh-empty", { kg: 5 })).message).toContain("Name one");
    expect((await house.refused("weigh-empty", { super: "41", pail: "1", kg: 5 })).code).toBe("which");
    expect((await house.refused("weigh-empty", { super: "99", kg: 5 })).code).toBe("unknown-tag");
    expect((await house.refused("weigh-empty", { super: "41", kg: 5 })).message).toBe(
      "Super 41 is still in batch 1: weigh it back first.",
    );
    await house.pull(44, 10);
    expect((await house.refused("weigh-empty", { super: "44", kg: 5 })).code).toBe("super-full");
    await house.act("fill-pail", { pail: 1, grossKg: 21.2 });
    expect((await house.refused("weigh-empty", { pail: "1", kg: 1.3 })).message).toBe(
      "On paper pail 1 still holds 20.0 kg.",
    );
  });

  it("a box that lost comb is named until it is weighed empty", async () => {
    expect((await now()).toWeighEmpty).toEqual([]);
    const { run } = await house.act<{ run: number }>("start-run", {
      machine: "Nine",
      minutes: 12,
      slots: Array.from({ length: 9 }, () => ({ super: "41", kg: 1.6 })),
    });
    await house.act("end-run", { run, marks: [{ slot: 2, mark: "burst" }] });
    await house.act("weigh-spun-super", { super: "41", grossKg: 5.6 });
    await house.act("crush-combs", { supers: "42", leftKg: 1 });
    expect((await now()).toWeighEmpty).toEqual([
      { tag: "41", what: "1 burst comb" },
      { tag: "42", what: "combs crushed" },
    ]);
    expect(decisions(await now()).find((d) => d.id === "weigh-empty")).toMatchObject({
      what: "Weigh 2 supers empty: comb is missing",
      so: expect.stringContaining("Super 41 (1 burst comb), 42 (combs crushed): until"),
    });
  });

  it("weighed, it counts from then on and for nothing before", async () => {
    const [before, sum] = [await comb("41"), await yardKg()];
    const { say, entry } = await house.act("weigh-empty", { super: "41", kg: 5.05 });
    expect(say).toBe("Super 41 weighs 5.05 kg empty, 0.15 kg less than before.");
    expect((await now()).toWeighEmpty).toEqual([{ tag: "42", what: "combs crushed" }]);
    expect(await comb("41")).toEqual(before);
    // What stayed in its comb was licked clean; its batch is as it was.
    expect((await now()).openBatches[0]?.account.wetsGrams).toBe(500);
    const { entry: pull } = await house.pull(41, 10);
    expect(await honeyIn("41")).toBe(10_150);
    expect((await yardKg()) - sum).toBeGreaterThan(10.05);
    expect((await house.refused("undo", { entry })).message).toContain("Super 41 was pulled");
    await house.act("undo", { entry: pull });
    await house.act("undo", { entry });
    expect((await now()).toWeighEmpty).toHaveLength(2);
    await house.pull(41, 10);
    expect(await honeyIn("41")).toBe(10_000);
    expect(await comb("41")).toEqual(before);
  });

  it("a super that comes back into its batch has all its frames again, and no burst comb", async () => {
    const { entry } = await house.act("add-to-batch", { batch: 1, supers: "41" });
    const { frames } = await floorView(house.db, await now());
    expect(frames.filter((f) => f.super === "41")).toHaveLength(10);
    const back = await house.act("weigh-spun-super", { super: "41", grossKg: 5.6 });
    expect(back.say).toBe("Super 41 weighed back: 0.4 kg stayed in the comb, 9.6 kg came out.");
    await house.act("undo", { entry: back.entry });
    await house.act("undo", { entry });
  });

  it("a crushed super is free at once, though its batch is open; out again it is not named", async () => {
    await house.pull(42, 9);
    expect(await honeyIn("42")).toBe(9_000);
    expect((await now()).toWeighEmpty).toEqual([]);
  });

  it("what is entered late is reckoned with the empty weight of its own moment", async () => {
    const at = new Date().toISOString();
    for (const pail of [2, 3]) await house.act("weigh-empty", { pail, kg: 1.3 });
    const fill = async (pail: number, more = {}) =>
      (await house.act<{ grams: number }>("fill-pail", { pail, grossKg: 4.3 }, more)).grams;
    expect(await fill(2)).toBe(3_000);
    expect(await fill(3, { at })).toBe(3_100);
    expect((await house.act("weigh-empty", { pail: "4", kg: 1.2 })).say).toBe(
      "Pail 4 weighs 1.20 kg empty, as before.",
    );
  });
});
