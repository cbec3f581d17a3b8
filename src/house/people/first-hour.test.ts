import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { type FirstAnswers, firstSteps, usualPreset } from "../first-hour";
import { houseNow } from "../ledger/records/house";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { PRESET_NAMES, PRESETS, partsOf } from "./parts";

let house: TestHouse;
beforeEach(async () => {
  house = await openTestHouse();
});
afterEach(() => house.close());

const answers = (more: Partial<FirstAnswers> = {}): FirstAnswers => ({
  name: "Three Hives",
  country: "Holmland",
  zone: "UTC",
  colonies: 3,
  boxes: 6,
  machine: "hand",
  slots: 4,
  instrument: "none",
  mass: "kg",
  preset: "few",
  ...more,
});
const begin = async (a: FirstAnswers) => {
  await house.act("add-crew", { name: "Ines", role: "lead" });
  for (const { command, input } of firstSteps(a)) await house.act(command, input);
};

describe("the first hour", () => {
  it.each<[string, Partial<FirstAnswers>]>([
    ["numbered boxes, a hand machine", {}],
    [
      "two hundred colonies, a motor, Brix, pounds",
      {
        colonies: 200,
        boxes: 600,
        machine: "motor",
        slots: 20,
        instrument: "brix",
        mass: "lb",
        preset: "sideline",
      },
    ],
    ["one colony, one box, nothing else", { colonies: 1, boxes: 1, machine: "none" }],
    ["a name without letters", { name: "\u0645\u0632\u0631\u0639\u0629" }],
  ])("%s: the first pull can be entered at once", async (_, more) => {
    await begin(answers(more));
    const { say } = await house.act("pull-supers", {
      yard: "Home",
      supers: [{ tag: "1", colony: "1", cappedPct: 95, grossKg: 17.4 }],
    });
    expect(say).toContain("Super 1 pulled in Home: 12.2 kg of honey");
  });

  it.each([
    ["no numbers", { boxes: 0 }],
    ["no colonies yet", { boxes: 0, colonies: 0 }],
  ])("%s: the first crate can be", async (_, more) => {
    await begin(answers(more));
    expect((await house.act("bring-frames", { frames: 10, grossKg: 17 })).say).toMatch(
      /Crate 1: 10 frames off colony 1 in Home/,
    );
  });

  it("each answer is an entry that can be undone and changed later", async () => {
    await begin(answers());
    const { id } = await house.db("entry").where({ command: "set-parts" }).first("id");
    expect(partsOf((await houseNow(house.db)).parts)).toEqual([]);
    expect((await house.act("set-parts", { parts: ["materials", "planners", "acceptance"] })).say).toMatch(
      /^Sideline: shown besides/,
    );
    expect(partsOf((await houseNow(house.db)).parts)).toEqual(PRESETS.sideline.parts);
    expect((await house.act("set-parts", { parts: [] })).say).toBe(
      "A few hives and a hand machine: shown besides what every house needs: nothing.",
    );
    await house.act("undo", { entry: id });
    expect(PRESET_NAMES).toContain(usualPreset(3));
  });

  it("a house that never chose shows everything", async () => {
    expect(partsOf((await houseNow(house.db)).parts)).toEqual(PRESETS.packing.parts);
    expect((await house.refused("set-parts", { parts: ["cellar"] })).message).toContain(
      "A part must be one of",
    );
  });
});
