import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { understand } from "../line";
import { snapshot } from "../standing/snapshot";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { colourSaid } from "./view";

let house: TestHouse;
beforeEach(async () => {
  house = await openTestHouse();
  await house.equip();
  await house.act("add-vessels", { kind: "drum", tags: "1", emptyKg: 18, holdsKg: 300 });
  await house.act("receive-honey", {
    what: "opening",
    into: [
      { vessel: "pail 1", kg: 10 },
      { vessel: "pail 2", kg: 20 },
    ],
  });
});
afterEach(() => house.close());
const colour = async (name: string) =>
  (await snapshot(house.db)).vessels.find((v) => v.name === name)?.colour ?? null;

describe("a honey's colour", () => {
  it("is read, goes with the honey by mass, says what of it was read, and is undone", async () => {
    const { say } = await house.act("read-colour", { vessel: "pail 1", pfundMm: 48 });
    expect(say).toBe("Pail 1 is extra light amber, 48 mm Pfund.");
    await house.act("move-honey", {
      from: [{ vessel: "pail 1" }, { vessel: "pail 2", kg: 10 }],
      to: [{ vessel: "drum 1" }],
    });
    const half = await colour("drum 1");
    expect(half && colourSaid(half)).toBe("48 mm, extra light amber (of 50 % read)");
    const { entry } = await house.act("read-colour", { vessel: "drum 1", absorbance: 0.3 });
    expect(await colour("drum 1")).toMatchObject({ value: expect.closeTo(72.7, 1), share: 1 });
    await house.act("undo", { entry });
    expect(await colour("drum 1")).toMatchObject({ value: 48, share: 0.5 });
    expect(await colour("pail 2")).toBeNull();
  });

  it.each([
    [{ vessel: "pail 1" }, "one of the two"],
    [{ vessel: "pail 1", pfundMm: 50, absorbance: 0.2 }, "one of the two"],
    [{ vessel: "pail 1", pfundMm: 150 }, "between 0 and 140 mm Pfund"],
    [{ vessel: "pail 3", pfundMm: 50 }, "Pail 3 is empty"],
  ])("%j is refused in words", async (input, says) => {
    expect((await house.refused("read-colour", input)).message).toContain(says);
  });

  it("is said on the line", async () => {
    expect((await understand(house.db, "colour b1 120", "Ines")).say).toBe(
      "Pail 1 is dark amber, 120 mm Pfund.",
    );
    expect((await understand(house.db, "color b1 8mm", "Ines")).say).toBe(
      "Pail 1 is water white, 8 mm Pfund.",
    );
  });
});
