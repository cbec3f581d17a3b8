import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { tags } from "../language/ranges";
import { snapshot } from "../standing/snapshot";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { traceView } from "../trace";

let house: TestHouse;
beforeEach(async () => {
  house = await openTestHouse();
  await house.act("set-house", {
    name: "Three Hives",
    address: "Lane 1",
    country: "Holmland",
    lotPrefix: "TH",
    zone: "UTC",
  });
});
afterEach(() => house.close());

describe("a house of three hives", () => {
  it("from a crate of loose frames to jars of two sizes, without a tag anybody had to invent", async () => {
    const crate = await house.act("bring-frames", { frames: 12, grossKg: 18.7 });
    // Two kilograms of crate and 0.45 kg a frame: 7.4 kg.
    expect(crate.say).toBe(
      "Crate 1: 12 frames off colony 1 in Home, 18.7 kg, about 11.3 kg of honey (crate and frames taken at 7.4 kg until they are weighed after spinning). Test it first: no reading yet, and this school goes by readings.",
    );
    await house.act("start-batch", { supers: "1" });
    const spun = await house.act("weigh-spun-super", { super: "1", grossKg: 6.9 });
    expect(spun.say).toBe(
      "Super 1 weighed back: 0.0 kg stayed in the comb, 11.8 kg came out. Its empty weight is known now.",
    );
    const pail = await house.act("fill-pail", { newPail: true, grossKg: 12.6 });
    expect(pail.say).toBe(
      "Pail 1 weighs 12.6 kg: 11.5 kg net, batch 1. Its empty weight is a guess until it is weighed.",
    );
    const lot = await house.act<{ lots: { lot: string }[] }>("issue-lot", {
      honeyKind: "Garden honey",
      jarG: 500,
      jars: 12,
      more: [{ jarG: 250, jars: 20 }],
      pails: [{ pail: 1 }],
    });
    expect(lot.lots).toHaveLength(2);
    const { sentence } = await traceView(house.db, "lot", lot.lots[1]?.lot ?? "");
    expect(sentence).toContain("from 1 colony in Home");
    const again = await house.act<{ crate: string }>("bring-frames", { frames: 10, grossKg: 15 });
    expect(again.crate).toBe("2");
  });

  it("undone, the crate with all that was set up for it is gone, and its number is not given twice", async () => {
    const { entry } = await house.act("bring-frames", { frames: 12, grossKg: 18.7, colony: "Old Oak" });
    await house.act("undo", { entry });
    expect((await snapshot(house.db)).equipment).toMatchObject({
      yards: false,
      colonies: false,
      supers: false,
    });
    expect((await house.act<{ crate: string }>("bring-frames", { frames: 12, grossKg: 18.7 })).crate).toBe(
      "2",
    );
  });

  it("somebody's crate, brought to be spun, stays theirs all the way", async () => {
    const { say } = await house.act("bring-frames", { frames: 10, grossKg: 17, owner: "Ada Fen" });
    expect(say).toContain("off colony ADA-FEN in Ada Fen");
    expect(say).toContain("kept separate for Ada Fen");
    await house.act("start-batch", { supers: "1" });
    await house.act("fill-pail", { newPail: true, kg: 9 });
    expect((await snapshot(house.db)).vessels[0]?.owner).toBe("Ada Fen");
  });

  it("a crate lighter than its own wood is asked about", async () => {
    expect((await house.refused("bring-frames", { frames: 12, grossKg: 5 })).message).toContain(
      "leaves no honey in it",
    );
  });
});

describe("names of two words", () => {
  it.each([
    ["Old Oak", ["OLD-OAK"]],
    ["Old Oak, By the wall", ["OLD-OAK", "BY-THE-WALL"]],
    ["41 42 43", ["41", "42", "43"]],
    ["1-3, Old Oak", ["1", "2", "3", "OLD-OAK"]],
  ])("%s", (said, list) => {
    expect(tags("colony").parse(said)).toEqual(list);
  });
});
