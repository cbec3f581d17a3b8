import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { houseNow } from "../ledger/records/house";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { laboratoryView } from "./view";

let house: TestHouse;
beforeEach(async () => {
  house = await openTestHouse();
  await house.equip();
  await house.act("receive-honey", {
    what: "opening",
    country: "Holmland",
    waterPct: 17,
    into: [{ vessel: "pail 1", kg: 20 }],
  });
});
afterEach(() => house.close());

const sent = () =>
  house.act("order-analysis", { sample: "pail 1", asks: "hmf, diastase", laboratory: "Fen" });

describe("the laboratory's list", () => {
  it("asks as often for twelve orders as for one, and judges each by what was sent", async () => {
    const asked = async () => {
      const now = await houseNow(house.db);
      let questions = 0;
      const count = () => {
        questions += 1;
      };
      house.db.on("query", count);
      const view = await laboratoryView(house.db, now);
      house.db.removeListener("query", count);
      return { questions, view };
    };
    expect((await asked()).view).toEqual({ orders: [], older: null });
    await sent();
    await house.act("enter-results", { order: 1, values: [{ analyte: "hmf", value: 55 }] });
    const one = await asked();
    for (let n = 2; n <= 12; n++) await sent();
    await house.act("enter-results", { order: 2, values: [{ analyte: "hmf", value: 9 }] });
    const twelve = await asked();
    expect(twelve.questions).toBe(one.questions);
    const found = (n: number) => twelve.view.orders.find((o) => o.order === n);
    expect(found(1)?.result?.lines.find((l) => l.what === "HMF")?.state).toBe("not-met");
    expect(found(2)?.result?.lines.find((l) => l.what === "HMF")?.state).toBe("met");
    expect(found(1)?.missing).toHaveLength(1);
    expect(found(3)?.result).toBeNull();
  });
});
