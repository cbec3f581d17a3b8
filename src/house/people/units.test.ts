import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { METRIC, type Shown } from "@/core/units";
import { decodeCsv, readCsv } from "../files/read";
import { writeCsv } from "../files/tables";
import { bringTold, writeTold } from "../files/told";
import { readersAreFoundBy } from "../language/shown";
import { unitsOfTheHouse } from "../ledger/records/house";
import { understand } from "../line";
import { shared } from "../standing/shared";
import { snapshot } from "../standing/snapshot";
import { tapeView } from "../standing/strip-and-tape";
import { openTestHouse, type TestHouse } from "../testing/test-house";

const US: Shown = { mass: "lb", temperature: "F", volume: "gal", length: "in", day: "mdy", clock: "12" };
let reads: Shown = METRIC;
let house: TestHouse;
beforeEach(async () => {
  reads = METRIC;
  readersAreFoundBy(() => reads);
  house = await openTestHouse();
  await house.equip();
});
afterEach(async () => {
  readersAreFoundBy(() => undefined);
  await house.close();
});

const newest = async () => (await tapeView(house.db, await snapshot(house.db))).lines[0]?.say;
const kept = async () => (await house.db("entry").orderBy("id", "desc").first("say")).say;

describe("units a house reads in", () => {
  it("are chosen by the lead and undone like anything else", async () => {
    expect(await unitsOfTheHouse(house.db)).toEqual(METRIC);
    const { entry, say } = await house.act("set-units", US);
    expect(say).toBe("Shown in this house: pounds, °F, US gallons, inches, Aug 13, 2026, 2:20 pm.");
    expect(await unitsOfTheHouse(house.db)).toEqual(US);
    await house.act("undo", { entry });
    expect(await unitsOfTheHouse(house.db)).toEqual(METRIC);
    expect((await house.refused("set-units", { ...US, mass: "stone" })).message).toContain("kg, lb");
  });

  it("an entry is answered in pounds, kept in kilograms, and said anew to either from the same figures", async () => {
    await house.pull(41, 12);
    reads = US;
    // 12.853 kg gross of the super: rounding a rounded figure again would say 16.9 lb.
    const { say } = await house.act("weigh-in", { super: 41, grossKg: "28.336 lb" });
    expect(say).toContain("Super 41 weighed in: 16.9 lb of honey, 9.6 lb less than on paper.");
    expect(await kept()).toContain("7.7 kg of honey, 4.3 kg less");
    expect(await newest()).toBe(say);
    reads = METRIC;
    expect(await newest()).toBe(await kept());
  });

  it("a sentence quoted in a refusal and an undoing are in the reader's units too", async () => {
    const { entry } = await house.pull(41, 12);
    await house.act("start-batch", { supers: "41" });
    reads = US;
    const { entry: filled } = await house.act("fill-pail", { pail: 1, grossKg: "20 lb" });
    const { say } = await house.act("undo", { entry: filled });
    expect(say).toMatch(/^Undone: Pail 1 weighs 20 lb: 17\.\d lb net/);
    expect((await house.refused("undo", { entry: filled })).message).toContain("Pail 1 weighs 20 lb");
    expect((await house.refused("undo", { entry })).message).not.toContain("kg");
  });

  it("what is bare on the line is in the units that are read; a written unit stands", async () => {
    await house.pull(41, 12);
    await house.act("start-batch", { supers: "41" });
    reads = US;
    const hear = async (text: string) => (await understand(house.db, text, "Ines")).say;
    expect(await hear("b1 20")).toContain("Pail 1 weighs 20 lb");
    expect(await hear("b1 9 kg")).toContain("Pail 1 weighs 19.842 lb");
    expect(await hear("hot 85 35")).toContain("Hot room 85 °F");
    expect(await hear("hot 29.4C 35")).toContain("Hot room 84.9 °F");
  });

  it("a table goes out in pounds and comes back as it was", async () => {
    reads = US;
    const csv = await writeCsv(house.db, "supers");
    expect(csv.split("\r\n")[0]).toBe("tag,depth,frames,empty (lb),foundation");
    const { rows, problems } = readCsv("supers", decodeCsv(new TextEncoder().encode(csv)));
    expect(problems).toEqual([]);
    expect(rows[0]?.cells.emptyKg).toMatch(/ lb$/);
    const before = await house.db("vessel").where({ kind: "super" }).pluck("empty_g");
    for (const row of rows) {
      const pounds = Number(String(row.cells.emptyKg).split(" ")[0]);
      expect(before).toContain(Math.round(pounds * 453.59237));
    }
  });

  it("what was done goes out in pounds and Fahrenheit, and a row of it is known again in any unit", async () => {
    await house.act("add-instrument", { name: "PR-1" });
    await house.act("receive-honey", {
      what: "opening",
      into: [{ vessel: "pail 1", kg: 20 }],
      country: "Holmland",
    });
    await house.act("read-moisture", { pail: 1, value: 17.2, tempC: 24 });
    reads = US;
    const readings = await writeTold(house.db, "readings");
    expect(readings.split("\r\n")[0]).toContain("sample (°F)");
    expect(readings).toContain(",75.2,");
    expect(await writeTold(house.db, "deliveries")).toContain("pail 1: 44.092 lb");
    for (const name of ["readings", "deliveries"] as const) {
      const { rows } = readCsv(name, await writeTold(house.db, name));
      const asked = {
        rows,
        unread: [],
        leaveOutBad: false,
        dry: false,
        who: "Ines",
        device: "t",
        key: "again-and-again",
      };
      await expect(bringTold(house.db, name, asked)).rejects.toMatchObject({
        problems: [{ message: expect.stringContaining("stands on the tape already") }],
      });
    }
  });

  it("what screens share is not shared between readers of different units", async () => {
    const now = new Date();
    const read = () => shared(house.db, "said", now, () => reads.mass);
    expect(await read()).toBe("kg");
    reads = US;
    expect(await read()).toBe("lb");
    reads = METRIC;
    expect(await read()).toBe("kg");
  });
});
