import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { labelOfLot, labelSheet } from "../label/sheet";
import { shelved } from "../store/view";
import { codesOn, wordsOf } from "../testing/paper";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { traceView } from "../trace";
import { decisions } from "./decisions";
import { snapshot } from "./snapshot";
import { gramsByBay, stripView, tapeView } from "./strip-and-tape";

const HOUR = 3_600_000;
let house: TestHouse;
beforeEach(async () => {
  house = await openTestHouse();
});
afterEach(() => house.close());

const short = async (now?: Date) => decisions(await snapshot(house.db, now)).map((d) => d.short);

/** Supers 41 (12 kg, colony 1) and 42 (4 kg, colony 2) into pails 1 and 2, a lot of pail 1, jars to two buyers. */
async function wholeWay() {
  await house.equip();
  await house.pull(41, 12, 1);
  await house.pull(42, 4, 2);
  const { batch } = await house.act<{ batch: number }>("start-batch", { supers: "41, 42" });
  await house.act("fill-pail", { pail: 1, grossKg: 9.2, batch });
  await house.act("fill-pail", { pail: 2, grossKg: 5.2, batch });
  await house.act("weigh-spun-super", { super: 41, grossKg: 6.2 });
  await house.act("record-loss", { batch, kg: 0.5, cause: "cappings" });
  const { lot } = await house.act<{ lot: string }>("issue-lot", {
    honeyKind: "Lime honey",
    jarG: 250,
    jars: 30,
    pails: [{ pail: 1, emptied: true }],
    lostKg: 0.5,
  });
  await house.act("send-jars", { lot, jars: 20, buyer: "Harbour Deli" });
  await house.act("send-jars", { lot, jars: 4, buyer: "Mill Bakery" });
  return { batch, lot };
}

describe("what to do next", () => {
  it("leads through an empty house one step at a time", async () => {
    expect(await short()).toEqual(["name your house"]);
    await house.act("set-house", { name: "H", country: "C", lotPrefix: "H", address: "L" });
    expect(await short()).toEqual(["set up a yard", "or bring in a crate of loose frames"]);
    await house.act("add-yard", { name: "Y" });
    await house.act("add-colonies", { yard: "Y", tags: "1" });
    await house.act("add-supers", { tags: "1", depth: "deep", frames: 9, emptyKg: 7 });
    expect(await short()).toEqual(["set up pails"]);
  });

  it("follows a super from the intake to the closed batch", async () => {
    await house.equip();
    await house.pull(41, 12);
    expect(await short()).toEqual(["1 to read"]);
    await house.act("stack-supers", { supers: "41", stack: "c" });
    expect(await short()).toEqual(["read stack C"]);
    const wet = await house.act("read-moisture", { super: 41, value: 21 });
    expect(await short()).toEqual(["stack C too wet"]);
    await house.act("undo", { entry: wet.entry });
    await house.act("read-moisture", { super: 41, value: 18.2 });
    expect(await short()).toEqual(["stack C drying"]);
    expect((await house.refused("start-batch", { supers: "41" })).message).toContain("may be as wet as");
    await house.act("start-batch", { supers: "41", despite: "used at once" });
    expect(await short()).toEqual(["1 to weigh back"]);
    await house.act("weigh-spun-super", { super: 41, grossKg: 5.2 });
    expect(await short()).toEqual(["fill pails"]);
    await house.act("fill-pail", { pail: 1, grossKg: 13.1 });
    expect(await short()).toContain("close batch 1");
  });

  it("lets pails stand, then names those that may ferment before those for jars", async () => {
    await house.equip();
    await house.pull(41, 12);
    await house.act("read-moisture", { super: 41, value: 18.4 });
    const { say } = await house.act("start-batch", { supers: "41", despite: "for the bakery" });
    expect(say).toContain("Although over the limit: for the bakery.");
    await house.act("fill-pail", { pail: 1, grossKg: 13.2 });
    await house.act("weigh-spun-super", { super: 41, grossKg: 5.2 });
    await house.act("close-batch", {});
    const s = await snapshot(house.db);
    expect(gramsByBay(s)).toMatchObject({ Settle: 12_000, Store: 0, Spin: 0 });
    expect(shelved(s, s.vessels)[0]?.verdict).toMatch(/^skim /);
    const later = await snapshot(house.db, new Date(Date.now() + 25 * HOUR));
    expect(gramsByBay(later)).toMatchObject({ Settle: 0, Store: 12_000 });
    expect(shelved(later, later.vessels)[0]).toMatchObject({
      verdict: "use first",
      waterPct: expect.closeTo(18.4, 6),
    });
    expect(decisions(later).map((d) => d.short)).toEqual(["1 may ferment", "skim pail 1"]);
  });

  it("draws the shelves to the scale of what stands here, however much was sent in years", async () => {
    await wholeWay();
    const s = await snapshot(house.db);
    const levels = (of: typeof s) =>
      Object.fromEntries(stripView(of).bays.map((bay) => [bay.name, Math.round(bay.level * 100)]));
    const now = levels(s);
    expect(Math.max(...Object.values(now))).toBe(100);
    expect(levels({ ...s, sentGrams: 50_000_000 })).toEqual({ ...now, Out: 100 });
  });

  it("shows every kilogram in exactly one bay or gone", async () => {
    await wholeWay();
    const bays = gramsByBay(await snapshot(house.db));
    const gone = await house
      .db("fill_balance as b")
      .join("fill as f", "f.id", "b.fill_id")
      .where("f.kind", "loss")
      .sum("b.grams as g")
      .first();
    expect(Object.values(bays).reduce((a, b) => a + b, 0) + Number(gone?.g)).toBe(16_000);
  });
});

describe("trace", () => {
  it("goes from the lot back to pails, batch, supers, colonies and yard, and forward to buyers", async () => {
    const { lot } = await wholeWay();
    const view = await traceView(house.db, "lot", lot.toLowerCase());
    expect(view.grams).toBe(8000);
    const named = (rows: { name: string; grams: number; pct: number }[]) =>
      rows.map((r) => [r.name, r.grams, Math.round(r.pct)]);
    expect(named(view.back.supers)).toEqual([
      ["Super 41", 6000, 75],
      ["Super 42", 2000, 25],
    ]);
    expect(named(view.back.colonies)).toEqual([
      ["Colony 1", 6000, 75],
      ["Colony 2", 2000, 25],
    ]);
    expect(named(view.back.yards)).toEqual([["Kiln Field", 8000, 100]]);
    expect(named(view.back.pails)).toEqual([["Pail 1", 8000, 100]]);
    expect(named(view.back.batches)).toEqual([["Batch 1", 8000, 100]]);
    expect(named(view.forward.buyers)).toEqual([
      ["Harbour Deli", 5000, 63],
      ["Mill Bakery", 1000, 13],
    ]);
    expect(view.sentence).toBe("8.0 kg from 2 colonies in Kiln Field; 6.0 kg of it went to 2 buyers.");
    expect(view.contact).toEqual({ yards: 1, colonies: 2, supers: 2, lots: 1, buyers: 2 });
    expect(view.accounts[0]?.account).toMatchObject({
      inGrams: 16_000,
      outGrams: 12_000,
      wetsGrams: 1000,
      lostGrams: 500,
      remainderGrams: 2500,
    });
  });

  it("draws a flow in which every node but the ends lets out what it takes in", async () => {
    const { lot } = await wholeWay();
    const { flow } = await traceView(house.db, "lot", lot);
    for (const node of flow.nodes) {
      const into = flow.links.filter((l) => l.to === node.id).reduce((g, l) => g + l.grams, 0);
      const outOf = flow.links.filter((l) => l.from === node.id).reduce((g, l) => g + l.grams, 0);
      if (into > 0 && outOf > 0) expect(Math.abs(into - outOf)).toBeLessThanOrEqual(2);
      expect(node.grams).toBe(Math.max(into, outOf));
    }
    expect(flow.nodes.filter((n) => n.column === 0).map((n) => [n.name, n.grams])).toEqual([
      ["Kiln Field", 8000],
    ]);
  });

  it("follows a super, a colony or a yard forward to every lot and buyer with its share", async () => {
    const { lot } = await wholeWay();
    for (const [kind, name] of [
      ["super", "41"],
      ["colony", "1"],
    ] as const) {
      const view = await traceView(house.db, kind, name);
      expect(view.grams).toBe(12_000);
      expect(view.forward.lots).toMatchObject([{ name: `Lot ${lot}`, grams: 6000 }]);
      expect(view.forward.buyers).toMatchObject([
        { name: "Harbour Deli", grams: 3750 },
        { name: "Mill Bakery", grams: 750 },
      ]);
      expect(view.forward.losses.find((l) => l.name === "Left in the comb")?.grams).toBe(1000);
    }
    expect(
      (await traceView(house.db, "yard", "kiln field")).forward.buyers.reduce((g, b) => g + b.grams, 0),
    ).toBe(6000);
  });

  it("shows a reading's working: what the instrument showed, the correction, the source", async () => {
    await house.equip();
    await house.pull(41, 12);
    await house.act("read-moisture", { super: 41, value: 18.5, tempC: 28 });
    const [reading] = (await traceView(house.db, "super", "41")).readings;
    expect(reading?.says).toBe("17.8 % ±0.4, unverified");
    expect(reading?.why.because).toEqual(
      expect.arrayContaining([
        expect.objectContaining({ figure: "18.5 % water at 28.0 °C" }),
        expect.objectContaining({ figure: "−0.7 points", source: "Wedmore 1955, Bee World 36:197" }),
      ]),
    );
  });

  it("counts what stayed in a comb once, also after the bees licked it out", async () => {
    await wholeWay();
    await house.pull(41, 5, 3);
    const { forward, flow, sentence } = await traceView(house.db, "super", "41");
    expect(forward.losses.filter((l) => /comb|bees/.test(l.name))).toMatchObject([
      { name: "Left in the comb", grams: 1000 },
    ]);
    expect(flow.nodes.some((n) => /bees/i.test(n.name))).toBe(false);
    expect(sentence).toBe("17.0 kg in 2 pulls; 4.5 kg of it went to 2 buyers.");
  });

  it("knows which yard a pail came from, and says so when nothing is on record", async () => {
    await wholeWay();
    expect((await traceView(house.db, "pail", "2")).back.yards).toMatchObject([
      { name: "Kiln Field", grams: 4000 },
    ]);
    expect((await traceView(house.db, "pail", "6")).sentence).toBe("No honey of Pail 6 is on record.");
    await expect(traceView(house.db, "pail", "99")).rejects.toMatchObject({ status: 404 });
    await expect(traceView(house.db, "batch", "1e99")).rejects.toMatchObject({ status: 404 });
  });
});

describe("labels", () => {
  const textOf = (pdf: Uint8Array): string => wordsOf(pdf, "laid");

  it.each(["a4", "letter"] as const)(
    "prints one for every jar on %s, on as many sheets as it takes",
    async (page) => {
      const { lot } = await wholeWay();
      const text = textOf((await labelSheet(house.db, lot, { page, skip: 10 })).pdf);
      expect(text.match(/Lime honey/g)).toHaveLength(30);
      expect(text.split("\f").filter((p) => p.trim() !== "")).toHaveLength(3);
    },
  );

  it.each(["qr", "code128"] as const)(
    "prints a %s that a scanner reads as the lot, on every label",
    async (code) => {
      const { lot } = await wholeWay();
      const { pdf } = await labelSheet(house.db, lot, { page: "a4", count: 3, code });
      const found = await codesOn(pdf);
      expect(found.map((f) => f.text)).toEqual([lot, lot, lot]);
      expect(new Set(found.map((f) => f.format))).toEqual(new Set([code === "qr" ? "QRCode" : "Code128"]));
    },
  );

  it("takes the origin from the yards behind the lot, in shares of its mass", async () => {
    await house.equip();
    await house.act("add-yard", { name: "Over the border", country: "Farland" });
    await house.act("add-colonies", { yard: "Over the border", tags: "9" });
    await house.pull(41, 12);
    await house.act("pull-supers", {
      yard: "Over the border",
      supers: [{ tag: 42, colony: 9, cappedPct: 90, grossKg: 9.2 }],
    });
    await house.act("start-batch", { supers: "41, 42" });
    await house.act("fill-pail", { pail: 1, grossKg: 10 });
    const { lot } = await house.act<{ lot: string }>("issue-lot", {
      honeyKind: "Lime",
      jarG: 250,
      jars: 30,
      pails: [{ pail: 1 }],
    });
    expect((await labelOfLot(house.db, lot)).content.origin).toBe("Origin: Holmland 75 %, Farland 25 %");
  });

  it("draws a label once however many are wanted, and names the letter it cannot print", async () => {
    const { lot } = await wholeWay();
    const [few, many] = [
      await labelSheet(house.db, lot, { count: 18 }),
      await labelSheet(house.db, lot, { count: 900 }),
    ];
    expect(textOf(many.pdf).match(/Not for infants/g)?.length).toBe(900);
    // 49 sheets more say only where it stands, not again what it is.
    expect(many.pdf.byteLength).toBeLessThan(few.pdf.byteLength + 49 * 2500);
    await house.act("set-house", {
      name: "Test House",
      address: "Lane 蜜 1",
      country: "Holmland",
      lotPrefix: "TH",
    });
    await expect(labelSheet(house.db, lot, {})).rejects.toThrow(
      'The label cannot be printed: no font here has the letter "蜜" in "Lane 蜜 1".',
    );
    await house.act("set-house", {
      name: "Łąka",
      address: "ul. Żółta 1",
      country: "Holmland",
      lotPrefix: "TH",
    });
    expect(textOf((await labelSheet(house.db, lot, { count: 1 })).pdf)).toContain("Łąka, ul. Żółta 1");
  });

  it("refuses a label that lacks what the law asks, and a silly count", async () => {
    const { lot } = await wholeWay();
    await expect(labelSheet(house.db, lot, { count: 0 })).rejects.toMatchObject({ code: "label-count" });
    await house.act("set-house", { name: "Test House", country: "Holmland", lotPrefix: "TH" });
    await expect(labelSheet(house.db, lot, {})).rejects.toThrow("The label still lacks the house's address.");
  });
});

describe("the tape", () => {
  it("pages by key and strikes out what was undone", async () => {
    await house.equip();
    const pulled = await house.pull(41, 10);
    await house.act("undo", { entry: pulled.entry });
    const s = await snapshot(house.db);
    const { lines } = await tapeView(house.db, s);
    expect(lines.slice(0, 2)).toMatchObject([
      { say: "Undone: Super 41 pulled in Kiln Field: 10.0 kg of honey.", kg: "-10.0", undoable: false },
      { undone: true, kg: "10.0" },
    ]);
    expect((await tapeView(house.db, s, lines[1]?.id)).lines[0]?.id).toBe(lines[2]?.id);
  });

  it("tells what is little to ten grams, as its sentence does", async () => {
    await house.equip();
    await house.pull(41, 10);
    await house.act("start-batch", { supers: "41", despite: "ripe" });
    const { say } = await house.act("record-loss", { batch: 1, kg: 0.01, cause: "sample" });
    expect(say).toContain("0.01 kg");
    expect((await tapeView(house.db, await snapshot(house.db))).lines[0]?.kg).toMatch(/^-?0\.01$/);
  });
});
