import { readFileSync } from "node:fs";
import Ajv from "ajv";
import addFormats from "ajv-formats";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { readEpcis } from "@/core/trace";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { shipmentsIn } from "./bring";
import { epcisExport } from "./export";

/** The standard's own schema (EPCIS 2.0, as GS1 publishes it under the Apache licence). */
const SCHEMA = JSON.parse(readFileSync("src/house/epcis/testing/epcis-2.0.schema.json", "utf8"));
const ajv = new Ajv({ strict: false, allErrors: false });
addFormats(ajv);
const valid = ajv.compile(SCHEMA);

let house: TestHouse;
beforeEach(async () => {
  house = await openTestHouse();
  await house.equip();
});
afterEach(() => house.close());

async function worked(): Promise<string> {
  await house.pull(41, 10);
  await house.pull(42, 8);
  const { batch } = await house.act<{ batch: number }>("start-batch", {
    supers: ["41", "42"],
    despite: "dry",
  });
  await house.act("fill-pail", { pail: "1", grossKg: 16.2, batch });
  await house.act("record-loss", { batch, kg: 0.5, cause: "spilt" });
  const { lot } = await house.act<{ lot: string }>("issue-lot", {
    honeyKind: "Lime honey",
    jarG: 250,
    jars: 40,
    pails: [{ pail: "1", kg: 10 }],
    despite: "not read",
  });
  await house.act("send-dispatch", { buyer: "Harbour Deli", lines: [{ lot, jars: 12, price: 6 }] });
  await house.act("take-back", { lot, jars: 2, buyer: "Harbour Deli", what: "stock", why: "too many" });
  return lot;
}

describe("events for other people's systems", () => {
  it("are what the standard's own schema asks, and a broken one is not", async () => {
    await worked();
    const { document, whole } = await epcisExport(house.db);
    expect(whole).toBe(true);
    expect(valid(document), JSON.stringify(valid.errors?.slice(0, 3))).toBe(true);
    const types = document.epcisBody.eventList.map((e) => `${e.type} ${e.bizStep}`);
    for (const type of [
      "ObjectEvent commissioning",
      "TransformationEvent other",
      "TransformationEvent packing",
      "AggregationEvent packing",
      "ObjectEvent shipping",
      "ObjectEvent receiving",
      "ObjectEvent destroying",
    ])
      expect(types).toContain(type);
    const broken = structuredClone(document) as unknown as {
      epcisBody: { eventList: { bizStep: string }[] };
    };
    (broken.epcisBody.eventList[0] as { bizStep: string }).bizStep = "sold to a friend";
    expect(valid(broken)).toBe(false);
  });

  it("say how much of what went to whom, as the ledger does, and nothing that was undone", async () => {
    const lot = await worked();
    const { entry } = await house.act("send-jars", { lot, jars: 3, buyer: "Mill Bakery" });
    await house.act("undo", { entry });
    const { document } = await epcisExport(house.db);
    const read = readEpcis(JSON.parse(JSON.stringify(document)));
    expect(read.shipped).toEqual([
      {
        what: `urn:aumbry:th:lot:${lot}`,
        quantity: 12,
        uom: "",
        to: "urn:aumbry:th:buyer:Harbour%20Deli",
        at: expect.any(String),
      },
    ]);
    // Every lot is made of something that was made of a super's honey.
    const made = read.made.find((m) => m.to.some((t) => t.includes(":lot:")));
    expect(made?.of.every((o) => o.includes(":pail:"))).toBe(true);
    expect(() => readEpcis({ type: "Invoice" })).toThrow("no EPCIS document");
  });

  it("of another house come in as what was shipped, in jars or in bulk, ready to be taken in", async () => {
    const lot = await worked();
    await house.act("send-vessel", {
      vessel: "pail 1",
      honeyKind: "Lime honey",
      buyer: "Fen Packers",
      despite: "x",
    });
    const { document } = await epcisExport(house.db);
    const read = shipmentsIn(JSON.parse(JSON.stringify(document)));
    expect(read).toMatchObject([
      { theirLot: lot, to: "Harbour Deli", jars: 12, kg: null, receive: null },
      { to: "Fen Packers", kg: 5, jars: null, receive: { what: "bought" } },
    ]);
    expect(read[1]?.madeOf[0]).toMatch(/^1-\d+$/);
    // The other house takes it in with its vessel and where it is from, and knows it by the sender's lot.
    const other = await openTestHouse();
    await other.equip();
    const { say } = await other.act("receive-honey", {
      ...read[1]?.receive,
      supplier: "Test House",
      country: "Holmland",
      into: [{ vessel: "pail 1", kg: read[1]?.kg }],
    });
    expect(say).toContain("5.0 kg from Test House");
    expect(await other.db("live_delivery").pluck("their_lot")).toEqual([read[1]?.theirLot]);
    await other.close();
    for (const odd of [
      null,
      [],
      { type: "EPCISDocument" },
      { type: "EPCISDocument", epcisBody: { eventList: "x" } },
    ])
      expect(() => shipmentsIn(odd)).toThrow("no EPCIS 2.0 document");
    const hostile = {
      type: "EPCISDocument",
      epcisBody: {
        eventList: [
          null,
          4,
          { type: "ObjectEvent", bizStep: "shipping", quantityList: [{ epcClass: 3 }, null] },
        ],
      },
    };
    expect(shipmentsIn(hostile)).toEqual([]);
  });

  it("use GS1 Digital Link where the house owns the article's number and an address", async () => {
    const lot = await worked();
    await house.act("set-label-rules", { pack: "eu", publicAddress: "https://honey.example" });
    await house.act("set-article-number", { honeyKind: "Lime honey", jarG: 250, gtin: "9506000134352" });
    const { document } = await epcisExport(house.db);
    expect(readEpcis(document).shipped[0]?.what).toBe(`https://honey.example/01/09506000134352/10/${lot}`);
    expect(valid(document)).toBe(true);
  });
});
