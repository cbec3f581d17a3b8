import { randomUUID } from "node:crypto";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { Refusal } from "../language/errors";
import { verifyChain } from "../ledger/verify";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { decodeCsv, readCsv } from "./read";
import { bringTold, TOLD_NAMES, type ToldName, writeTold } from "./told";

const HOUR = 3_600_000;
const ago = (hours: number): string => new Date(Date.now() - hours * HOUR).toISOString();
const houses: TestHouse[] = [];
const open = async (): Promise<TestHouse> => {
  const house = await openTestHouse();
  houses.push(house);
  await house.equip();
  await house.act("add-instrument", { name: "PR-1" });
  await house.act("set-material", { kind: "jar", name: "Round 250", fitsG: "250" }, { at: ago(90) });
  return house;
};
let house: TestHouse;
beforeEach(async () => {
  house = await open();
});
afterEach(async () => {
  for (const one of houses.splice(0)) await one.close();
});

const bring = (to: TestHouse, name: ToldName, text: string, more: object = {}) => {
  const { rows, problems } = readCsv(name, decodeCsv(new TextEncoder().encode(text)));
  return bringTold(to.db, name, {
    rows,
    unread: problems,
    who: "Ines",
    device: "test",
    key: randomUUID(),
    leaveOutBad: false,
    dry: false,
    ...more,
  });
};
const refused = (asked: Promise<unknown>): Promise<Refusal> =>
  asked.then(
    () => Promise.reject(new Error("It was accepted.")),
    (fault: unknown) => (fault instanceof Refusal ? fault : Promise.reject(fault)),
  );
const count = async (of: TestHouse, command: string): Promise<number> =>
  Number((await of.db("entry").where({ command }).count("* as n").first())?.n);

const everything = async (of: TestHouse): Promise<number> =>
  Number((await of.db("entry").count("* as n").first())?.n);

/** A delivery, its readings, two lots out of it, their labels, and jars to two buyers. */
async function work(): Promise<void> {
  await house.act(
    "receive-honey",
    {
      supplier: "Fen Farm",
      theirLot: "=F-7",
      country: "Holmland",
      honeyKind: "Lime",
      into: [
        { vessel: "pail 1", kg: 20 },
        { vessel: "pail 2", kg: "33 lb" },
      ],
    },
    { at: ago(50) },
  );
  await house.act("read-moisture", { pail: 1, value: 17.2, tempC: "75 °F" }, { at: ago(49) });
  const wrong = await house.act("read-moisture", { vessel: "pail 2", value: "19,9" }, { at: ago(48) });
  await house.act("undo", { entry: wrong.entry });
  await house.act("read-moisture", { vessel: "pail 2", value: "17,4" }, { at: ago(47) });
  await house.act("receive-material", { material: "Round 250", pieces: 90, supplier: "Glass works" });
  const { lot } = await house.act<{ lot: string }>(
    "issue-lot",
    {
      honeyKind: "Lime",
      jarG: 250,
      jars: 40,
      pails: [{ pail: "1", kg: 10.2 }],
      lostKg: 0.2,
      despite: "one more reading to come",
    },
    { at: ago(20) },
  );
  await house.act(
    "issue-lot",
    {
      honeyKind: "Lime",
      jarG: 250,
      jars: 10,
      more: [{ jarG: 500, jars: 4 }],
      pails: [{ vessel: "pail 2", kg: 4.5 }],
      despite: "as before",
    },
    { at: ago(19) },
  );
  await house.act("print-labels", { lot, labels: 40, despite: "proof", answered: [] }, { at: ago(18) });
  await house.act("send-jars", { lot, jars: 12, buyer: "Harbour Deli", price: 4.5 }, { at: ago(10) });
  await house.act(
    "send-dispatch",
    { kind: "gift", lines: [{ lot, jars: 2 }], despite: "fair" },
    { at: ago(9) },
  );
}

describe("tables of what was done", () => {
  it("go out and come into another house as the same rows, each as an entry at its own time", async () => {
    await work();
    const other = await open();
    for (const name of TOLD_NAMES) {
      const csv = await writeTold(house.db, name);
      const before = await everything(other);
      expect((await bring(other, name, csv, { dry: true })).rows).toBe(csv.split("\r\n").length - 2);
      expect(await everything(other)).toBe(before);
      await bring(other, name, csv);
      expect(await writeTold(other.db, name)).toBe(csv);
    }
    expect(await count(other, "issue-lot")).toBe(2);
    const lots = (of: TestHouse) =>
      of.db("live_lot").orderBy("id").select("code", "jars", "nominal_g", "filled_on");
    expect(await lots(other)).toEqual(await lots(house));
    const honey = (of: TestHouse) =>
      of.db("fill_balance").where("grams", ">", 0).orderBy(["kind", "grams"]).select("kind", "grams");
    expect(await honey(other)).toEqual(await honey(house));
    expect((await verifyChain(other.db)).intact).toBe(true);
  });

  it("brought in twice, a row that stands is said to stand, and nothing is doubled", async () => {
    await work();
    const csv = await writeTold(house.db, "readings");
    expect(csv.split("\r\n")[0]).toBe("when,of,reading,scale,sample (°C),compensates,instrument,more");
    expect(csv).not.toContain("19,9");
    const fault = await refused(bring(house, "readings", csv));
    expect(fault.problems).toEqual([
      { path: "row 2", message: "This reading stands on the tape already." },
      { path: "row 3", message: "This reading stands on the tape already." },
    ]);
    expect(await count(house, "read-moisture")).toBe(3);
    const key = randomUUID();
    const supply = `when,material,pieces,supplier\n${ago(3)},Round 250,10,Glass works\n`;
    await bring(house, "supplies", supply, { key });
    // The same file under the same key is the same wish: its answer got lost.
    await refused(bring(house, "supplies", supply, { key }));
    expect(await count(house, "receive-material")).toBe(2);
  });

  it("brought in from two tablets at once are there once", async () => {
    const csv = `when,what,in,country\n${ago(9)},opening,pail 1: 3 kg,Holmland\n${ago(8)},opening,pail 2: 4 kg,Holmland\n`;
    const both = await Promise.allSettled([bring(house, "deliveries", csv), bring(house, "deliveries", csv)]);
    expect(both.map((b) => b.status).sort()).toEqual(["fulfilled", "rejected"]);
    const lost = both.find((b) => b.status === "rejected");
    expect(lost?.reason.problems).toHaveLength(2);
    expect(await count(house, "receive-honey")).toBe(2);
  });

  it("tell every row that cannot come in, by its command's own rules, and write nothing of the others", async () => {
    const rows = [
      `${ago(9)},pail 1: 20 kg,Fen Farm,Holmland`,
      `${ago(8)},pail 99: 20 kg,Fen Farm,Holmland`,
      `${ago(-80)},pail 2: 20 kg,Fen Farm,Holmland`,
      `yesterday,pail 2: 20 kg,Fen Farm,Holmland`,
      `${ago(7)},pail 2,Fen Farm,Holmland`,
      `${ago(6)},pail 3: 900 lb,Fen Farm,Holmland`,
    ];
    const csv = `when,in,supplier,country\n${rows.join("\n")}\n`;
    const fault = await refused(bring(house, "deliveries", csv));
    expect(fault.message).toBe("5 of 6 rows cannot come in; nothing was written.");
    expect(fault.problems.map((p) => p.path)).toEqual(["row 3", "row 4", "row 5", "row 6", "row 7"]);
    expect(fault.problems.map((p) => p.message).join(" ")).toMatch(
      /99.*lies in the future.*not a time.*colon and how much.*408/,
    );
    expect(await count(house, "receive-honey")).toBe(0);
    const { say } = await bring(house, "deliveries", csv, { leaveOutBad: true });
    expect(say).toMatch(/^1 delivery brought in from a file, 5 rows left out/);
    expect(await house.db("fill_balance").where({ kind: "pail" }).sum("grams as g").first()).toEqual({
      g: "20000",
    });
  });

  it("are bounded, and who may not enter one may bring none", async () => {
    const many = Array.from({ length: 501 }, () => `${ago(2)},pail 1,17`).join("\n");
    expect((await refused(bring(house, "readings", `when,of,reading\n${many}\n`))).message).toMatch(
      /at most 500/,
    );
    const odd = `when,of,reading,more\n${ago(2)},pail 1,17,"{""__proto__"":{""scale"":""brix""}}"\n${ago(2)},pail 1,17,[1]\n`;
    const { problems } = await refused(bring(house, "readings", odd));
    expect(problems.map((p) => p.message)).toEqual([
      expect.stringContaining("no field"),
      expect.stringContaining("what was written there"),
    ]);
    await house.act("add-crew", { name: "Ines", role: "lead" });
    await house.act("add-crew", { name: "Ada", role: "auditor" });
    const fault = await refused(
      bring(house, "readings", `when,of,reading\n${ago(2)},pail 1,17\n`, { who: "Ada" }),
    );
    expect([fault.status, await count(house, "read-moisture")]).toEqual([403, 0]);
  });
});
