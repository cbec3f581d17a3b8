import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { lotCode } from "@/core/bottling";
import { lotNumberIn } from "../bottle/new-lot";
import { dayIn } from "../language/clock";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { traceView } from "../trace";

let house: TestHouse;
beforeAll(async () => {
  house = await openTestHouse();
  await house.equip();
});
afterAll(() => house.close());

const jars = (more: object = {}) => ({
  code: "Old 7/24",
  jarG: 454,
  jars: 40,
  honeyKind: "Summer",
  filledOn: "2024-08-03",
  ...more,
});

describe("jars that were here before the house began", () => {
  it("stand in Bottle under their own lot, are sent, traced and recalled, and every trace says they were here", async () => {
    const { say, lot, grams, entry } = await house.act("enter-jars", jars());
    expect({ lot, grams }).toEqual({ lot: "OLD-7/24", grams: 40 * 454 });
    expect(say).toBe(
      "Lot OLD-7/24: 40 jars of 454 g, 18.2 kg, here before the house began; where it came from is not known.",
    );
    await house.act("send-jars", { lot: "OLD-7/24", jars: 12, buyer: "Corner shop" });
    const trace = await traceView(house.db, "lot", "OLD-7/24");
    expect(JSON.stringify(trace)).toContain("what was here, 1");
    expect(JSON.stringify(trace)).toContain("Corner shop");
    // It was here on that day, whenever it was typed in.
    const at = await house.db("entry").where({ id: entry }).first("happened_at");
    expect(dayIn("UTC", at.happened_at)).toBe("2024-08-03");
    // Nothing is taken back from under what was sent.
    expect((await house.refused("undo", { entry })).message).toContain("Corner shop");
  });

  it("tells what is known of them in every trace", async () => {
    const { say } = await house.act(
      "enter-jars",
      jars({ code: "HF-2", supplier: "Holm Farm", country: "Lowland", waterPct: 17.2 }),
    );
    expect(say).toContain("told to be from Holm Farm, Lowland.");
    const trace = JSON.stringify(await traceView(house.db, "lot", "hf 2"));
    for (const told of ["what was here, 2", "Holm Farm", "Lowland"]) expect(trace).toContain(told);
  });

  it("where they were numbered as this house numbers, the next lot goes on behind them", async () => {
    const year = Number(dayIn("UTC", new Date()).slice(0, 4));
    const profile = await house.db("live_house_profile").orderBy("id", "desc").first("lot_prefix");
    const code = lotCode(profile.lot_prefix, year, 41);
    expect(lotNumberIn(profile.lot_prefix, year, code)).toBe(41);
    expect(lotNumberIn(profile.lot_prefix, year, "OLD-041-X")).toBeNull();
    await house.act("enter-jars", jars({ code, filledOn: `${year}-01-02` }));
    await house.pull(41, 14);
    await house.act("start-batch", { supers: "41" });
    await house.act("fill-pail", { pail: "1", grossKg: 11.2 });
    const { lot } = await house.act<{ lot: string }>("issue-lot", {
      pails: [{ pail: "1" }],
      jarG: 454,
      jars: 20,
      honeyKind: "Summer",
      despite: "asked for",
    });
    // One whose check character could be misread is left out.
    expect(lotNumberIn(profile.lot_prefix, year, lot)).toBeGreaterThanOrEqual(42);
  });

  it.each([
    [{ code: "OLD-7/24" }, "exists", "Lot OLD-7/24 is on record already."],
    [{ code: "<b>" }, "code", "A lot is letters and digits"],
    [{ code: "N-1", filledOn: "2099-01-01" }, "in-the-future", "is still to come"],
    [{ code: "N-1", bestBefore: "2024-08-01" }, "best-before", "is not after the filling"],
    [{ code: "N-1", jars: 0 }, "bad-input", "between 1 and 100,000"],
  ])("%j is refused in words", async (more, code, says) => {
    const refused = await house.refused("enter-jars", jars(more));
    expect(refused.code).toBe(code);
    expect(refused.message).toContain(says);
  });
});
