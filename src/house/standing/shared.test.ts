import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { shared } from "./shared";

let house: TestHouse;
beforeAll(async () => {
  house = await openTestHouse();
  await house.equip();
});
afterAll(() => house.close());

describe("a part of the house", () => {
  it("is read once in a moment, and anew after an entry, a device's word and a minute", async () => {
    let reads = 0;
    const at = new Date("2026-08-13T12:00:10Z");
    const ask = (now = at) => shared(house.db, "counted", now, async () => ++reads);
    expect(await Promise.all([ask(), ask(), ask(new Date("2026-08-13T12:00:50Z"))])).toEqual([1, 1, 1]);
    await house.act("add-yard", { name: "Another" });
    expect(await ask()).toBe(2);
    await house.act("add-device", { name: "s", kind: "scale", tokenSha256: "a".repeat(64), standIn: true });
    expect(await ask()).toBe(3);
    const device = (await house.db("live_device").first("id")).id;
    await house.db("device_post").insert({ device_id: device, at, received_at: at, gross_kg: 3 });
    expect(await ask()).toBe(4);
    expect(await ask(new Date("2026-08-13T12:01:00Z"))).toBe(5);
  });

  it("that could not be read is asked again", async () => {
    const now = new Date();
    await expect(
      shared(house.db, "failing", now, async () => {
        throw new Error("away");
      }),
    ).rejects.toThrow("away");
    expect(await shared(house.db, "failing", now, () => "there")).toBe("there");
  });
});
