import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { snapshot } from "../standing/snapshot";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { traceView } from "../trace";

let house: TestHouse;
beforeEach(async () => {
  house = await openTestHouse();
  await house.equip();
});
afterEach(() => house.close());

const lot = (more: object) => ({ honeyKind: "Lime honey", jarG: 250, jars: 8, ...more });

/** A super of colony `colony` through a batch of its own into a pail. */
async function pailOf(tag: number, pail: number, colony: number, more: object = {}) {
  await house.act("pull-supers", {
    yard: "Kiln Field",
    supers: [{ tag: String(tag), colony: String(colony), cappedPct: 95, grossKg: 17.2, ...more }],
  });
  const { batch } = await house.act<{ batch: number }>("start-batch", {
    supers: String(tag),
    despite: "asked for",
  });
  await house.act("fill-pail", { pail, grossKg: 12.2, batch });
  return batch;
}

describe("the gate before jars", () => {
  it("an owner's honey is not pooled with the house's unasked; asked, it stands on the lot", async () => {
    await house.act("keep-separate", { colonies: "1", owner: "Ada" });
    await pailOf(41, 1, 1);
    await pailOf(42, 2, 2);
    const both = lot({ jars: 80, pails: [{ pail: 1 }, { pail: 2 }] });
    const refused = await house.refused("issue-lot", both);
    expect(refused.code).toBe("at-the-gate");
    expect(refused.message).toContain(
      "Honey kept separate for Ada (pail 1) would be pooled with the house's",
    );
    const alone = await house.act<{ lot: string; owner: string }>("issue-lot", lot({ pails: [{ pail: 1 }] }));
    expect(alone.owner).toBe("Ada");
    expect(alone.say).toContain("kept separate for Ada");
    const pooled = await house.act("issue-lot", { ...both, jars: 70, despite: "Ada gave it to the house" });
    expect(pooled.say).toContain("Although honey kept separate for Ada");
    // The name is seen wherever the honey is.
    const s = await snapshot(house.db);
    expect(s.openBatches.map((b) => b.owner)).toEqual(["Ada", ""]);
    expect((await traceView(house.db, "lot", alone.lot)).sentence).toContain("kept separate for Ada");
    expect((await traceView(house.db, "batch", "1")).sentence).toContain("kept separate for Ada");
  });

  it("honey over the limit, or that may be, needs a reason; a reading under it needs none", async () => {
    await pailOf(41, 1, 1);
    await house.act("read-moisture", { pail: 1, value: 19.2 });
    const asked = await house.refused("issue-lot", lot({ pails: [{ pail: 1 }] }));
    expect(asked.message).toContain("Pail 1 is over the limit of 18.6 % with 19.2 %");
    expect(asked.problems[0]?.path).toBe("despite");
    const { say } = await house.act("issue-lot", lot({ pails: [{ pail: 1 }], despite: "for the bakery" }));
    expect(say).toContain("over the limit of 18.6 % with 19.2 %: for the bakery");
    await pailOf(42, 2, 2);
    await house.act("read-moisture", { pail: 2, value: 17 });
    await house.act("issue-lot", lot({ pails: [{ pail: 2 }] }));
    const rows = await house.db("live_lot").orderBy("id").pluck("despite");
    expect(rows).toEqual([expect.stringContaining("for the bakery"), ""]);
  });

  it("what came from outside waits for a look and a reading, what is warmed for the warmer's end", async () => {
    await house.act("receive-honey", {
      supplier: "Holm Farm",
      country: "Lowland",
      waterPct: 17,
      into: [{ vessel: "pail 1", kg: 12 }],
    });
    const fill = lot({ pails: [{ pail: 1, kg: 2 }] });
    const asked = await house.refused("issue-lot", fill);
    expect(asked.message).toContain("Pail 1 came from outside and was not looked at and read yet.");
    expect(asked.problems[0]?.path).toBe("despite");
    await house.act("inspect", { vessel: "pail 1" });
    await house.act("read-moisture", { pail: 1, value: 17, tempC: 20 });
    await house.act("issue-lot", fill);

    await house.act("set-warmer", { name: "Cabinet", tempC: 35, spreadC: 2, places: 2 });
    await house.act("warm-vessels", { vessels: ["pail 1"], warmer: "Cabinet" });
    expect((await house.refused("issue-lot", fill)).message).toContain("Pail 1 is still being warmed.");
    const { say } = await house.act("issue-lot", { ...fill, despite: "filled out of the cabinet" });
    expect(say).toContain("is still being warmed: filled out of the cabinet");
  });

  it("what was diverted does not bottle freely, nor does cut comb of it", async () => {
    await pailOf(41, 1, 1, { flags: ["fermented"] });
    expect((await house.refused("issue-lot", lot({ pails: [{ pail: 1 }] }))).message).toContain(
      "Pail 1 holds honey that was to be diverted (super 41)",
    );
    await house.act("pull-supers", {
      yard: "Kiln Field",
      supers: [{ tag: "42", colony: "1", cappedPct: 95, grossKg: 17.2, flags: ["fermented"] }],
    });
    const cut = { super: "42", pieces: 4, pieceG: 250, kg: 1.1 };
    expect((await house.refused("cut-comb", cut)).code).toBe("at-the-gate");
    await house.act("cut-comb", { ...cut, despite: "looked at again" });
  });
});
