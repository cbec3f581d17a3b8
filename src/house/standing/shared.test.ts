import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { onceFor, shared } from "./shared";

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

describe("what follows from a reading", () => {
  it("is found out once for it, and for another reading anew", async () => {
    let found = 0;
    const [one, other] = [{}, {}];
    const ask = (read: object, part = "floor") => onceFor(read, part, async () => ++found);
    expect(await Promise.all([ask(one), ask(one)])).toEqual([1, 1]);
    expect(await ask(one, "tape")).toBe(2);
    expect(await ask(other)).toBe(3);
    expect(await ask(one)).toBe(1);
  });

  it("that could not be found out is asked again", async () => {
    const read = {};
    await expect(onceFor(read, "floor", () => Promise.reject(new Error("away")))).rejects.toThrow("away");
    expect(await onceFor(read, "floor", async () => "there")).toBe("there");
  });
});
