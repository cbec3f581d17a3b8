import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { understand } from "../line";
import { snapshot } from "../standing/snapshot";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { fillChecks } from "./records";
import { weighings } from "./weighings";

let house: TestHouse;
beforeEach(async () => {
  house = await openTestHouse();
  await house.equip();
});
afterEach(() => house.close());

const thirty = (under = 0): number[] =>
  Array.from({ length: 30 }, (_, i) => (i < under ? 452.5 : 456 + ((i * 7) % 5) / 2));

describe("jars on the scale", () => {
  it("every jar holds its label: said, kept with its weights, undone", async () => {
    const { say, entry } = await house.act<object>("weigh-jars", { jarG: 454, jars: 30, weights: thirty() });
    expect(say).toMatch(
      /^30 jars of 454 g weighed, mean 457\.0 g\. Every jar holds what its label says\. As an inspector's sample \(OIML R 87\) they would pass\. The scale was not checked with a known weight that day\. Aim for 45\d\.\d g\.$/,
    );
    const [kept] = await fillChecks(house.db, 5);
    expect(kept).toMatchObject({ jar_g: 454, lot_jars: 30, who: "Ines", code: null });
    expect(kept?.weights_g).toHaveLength(30);
    await house.act("undo", { entry });
    expect(await fillChecks(house.db, 5)).toEqual([]);
  });

  it("one under its label breaks the packer's duty, though an inspector would pass it", async () => {
    const { say } = await house.act("weigh-jars", { jarG: 454, jars: 30, weights: thirty(1) });
    expect(say).toContain("1 jar under the label: the packer's duty is broken. Top it up or open it.");
    expect(say).toContain("they would pass");
    // What is kept says the same, with both verdicts apart.
    expect(await weighings(house.db, await snapshot(house.db))).toMatchObject([
      {
        label: "454 g",
        weighed: "30 of 30",
        tone: "stop",
        duty: expect.stringContaining("broken"),
        inspector: expect.stringContaining("pass"),
      },
    ]);
  });

  it.each([
    [{ weights: "" }, "Weigh at least one jar."],
    [{ weights: "454,455,456" }, "may be one weight or several"],
    [{ weights: [454, 45.4, 455] }, "Weight 2, 45.4 g, is no jar of 454 g"],
    [{ weights: [454, 455, 456], jars: 2 }, "3 were weighed and only 2 filled"],
    [{ weights: [454], jars: 0 }, "The jars filled must be between 1"],
    [{ weights: [454], jarG: 0 }, "net quantity must be between 5"],
    [{ weights: [454], lot: "TH26-001-X" }, "There is no lot"],
  ])("refuses %j", async (wrong, says) => {
    expect((await house.refused("weigh-jars", { jarG: 454, jars: 30, ...wrong })).message).toContain(says);
  });

  it("of a lot they are of its size, and rest on it", async () => {
    await house.act("receive-honey", {
      what: "opening",
      country: "Holmland",
      into: [{ vessel: "pail 1", kg: 20 }],
    });
    for (let i = 0; i < 2; i++) await house.act("read-moisture", { pail: "1", value: 16, tempC: 20 });
    const { lot, entry } = await house.act<{ lot: string }>("issue-lot", {
      honeyKind: "Lime honey",
      jarG: 250,
      jars: 40,
      pails: [{ pail: "1" }],
      despite: "asked for",
    });
    expect((await house.refused("weigh-jars", { lot, jarG: 454, jars: 40, weights: [455] })).code).toBe(
      "other-size",
    );
    await house.act("weigh-jars", { lot, jarG: 250, jars: 40, weights: "251 252 251,5" });
    expect((await fillChecks(house.db, 1))[0]).toMatchObject({ code: lot, weights_g: [251, 252, 251.5] });
    expect((await house.refused("undo", { entry })).message).toContain("were weighed");
  });

  it("is said on the line", async () => {
    expect(await understand(house.db, "jars 454 x30: 455 456.5 457", "Ines")).toMatchObject({
      say: expect.stringMatching(
        /^3 jars of 454 g weighed, mean 456\.2 g\. The 3 jars weighed hold their label; of the others nobody knows/,
      ),
    });
  });
});
