import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { digitHeightMm, FIRST_DESIGN, PAGE_SIZES_MM, sheetGrid } from "@/core/labels";
import { oneLot } from "../bottle/records";
import { understand } from "../line";
import { codesOn, drawnOf, wordsOf } from "../testing/paper";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { BENCH_ASKED, labelBench } from "./bench";
import { labelSource, layoutOf } from "./facts";
import { lotPage } from "./page";
import { labelSheet, printedSvg, printerQueue } from "./sheet";

const DPI = 600;
const MM = 25.4 / DPI;

let house: TestHouse;
beforeEach(async () => {
  house = await openTestHouse();
  await house.equip();
});
afterEach(() => house.close());

/** Twelve kilograms of colony 1 in pail 1, and a lot of it. */
async function lotOf(more: object = {}): Promise<string> {
  await house.pull(41, 12, 1);
  const { batch } = await house.act<{ batch: number }>("start-batch", { supers: "41", despite: "asked for" });
  await house.act("fill-pail", { pail: 1, grossKg: 12.2, batch });
  await house.act("read-moisture", { pail: 1, value: 17 });
  const { lot } = await house.act<{ lot: string }>("issue-lot", {
    honeyKind: "Lime honey",
    jarG: 250,
    jars: 40,
    pails: [{ pail: 1 }],
    ...more,
  });
  return lot;
}

const bench = (asked: object) => labelBench(house.db, BENCH_ASKED.parse(asked));

/** A page of a PDF as pixels. */
function rendered(pdf: Uint8Array): {
  wide: number;
  high: number;
  dark: (x: number, y: number) => boolean;
} {
  const pgm = drawnOf(pdf, "pgm", DPI);
  const head = /^P5\s+(\d+)\s+(\d+)\s+255\s/.exec(pgm.toString("latin1", 0, 40));
  const [wide, high] = [Number(head?.[1]), Number(head?.[2])];
  const from = head?.[0].length ?? 0;
  return { wide, high, dark: (x, y) => (pgm[from + y * wide + x] ?? 255) < 128 };
}

/** Height of what is dark in a box, mm. */
function darkHeightMm(
  { dark }: ReturnType<typeof rendered>,
  box: { l: number; r: number; t: number; b: number },
): number {
  let [top, bottom] = [Infinity, -Infinity];
  for (let y = Math.round(box.t / MM); y <= box.b / MM; y++)
    for (let x = Math.round(box.l / MM); x <= box.r / MM; x++)
      if (dark(x, y)) [top, bottom] = [Math.min(top, y), Math.max(bottom, y)];
  return (bottom - top + 1) * MM;
}

describe("a label as it is printed", () => {
  it("has letters and figures as high as the preflight promised", async () => {
    const lot = await lotOf();
    const design = {
      ...FIRST_DESIGN,
      code: "none" as const,
      storage: "xxxxxxx",
      net: "metric" as const,
      heightMm: 60,
    };
    for (const [lettersMm, figuresMm] of [
      [1.2, digitHeightMm(250)],
      [1.6, 5],
    ] as const) {
      const look = { ...design, lettersMm, figuresMm };
      await house.act("keep-label", { lot, design: look });
      const page = rendered((await labelSheet(house.db, lot, { page: "roll", count: 1 })).pdf);
      const layout = layoutOf(await labelSource(house.db, await oneLot(house.db, lot)), look, "one");
      const of = (id: string) => {
        const item = layout.items.find((i) => i.what === "text" && i.id === id);
        if (item?.what !== "text") throw new Error(`no ${id}`);
        return item;
      };
      const [small, net] = [of("storage"), of("net")];
      const wideOf = (item: typeof small, letters: number) =>
        item.xMm + (item.wideMm * letters) / item.text.length;
      const x = darkHeightMm(page, {
        l: small.xMm,
        r: wideOf(small, 7),
        t: small.baseMm - small.sizeMm * 0.7,
        b: small.baseMm + 0.3,
      });
      // "250": figures alone, the g hangs under the line.
      const figures = darkHeightMm(page, {
        l: net.xMm,
        r: wideOf(net, 2.6),
        t: net.baseMm - figuresMm - 0.4,
        b: net.baseMm + 0.3,
      });
      expect(x).toBeGreaterThan(lettersMm - 0.06);
      expect(x).toBeLessThan(lettersMm + 0.12);
      expect(figures).toBeGreaterThan(figuresMm - 0.06);
      expect(figures).toBeLessThan(figuresMm + 0.2);
    }
  });

  it("stands within a tenth of a millimetre of its place, from any cell on", async () => {
    const lot = await lotOf();
    const grid = sheetGrid("a4", FIRST_DESIGN);
    const { pdf } = await labelSheet(house.db, lot, { page: "a4", count: 4, skip: 7 });
    const layout = layoutOf(await labelSource(house.db, await oneLot(house.db, lot)), FIRST_DESIGN, "one");
    const code = layout.items.find((i) => i.what === "code");
    if (code?.what !== "code") throw new Error("no code");
    // A whole page is half as fine: a tenth of a millimetre is more than a pixel of it.
    const found = await codesOn(pdf, DPI / 2);
    expect(found.map((f) => f.text)).toEqual([lot, lot, lot, lot]);
    const expected = [7, 8, 9, 10].map((i) => ({
      x: (grid.places[i]?.x ?? 0) + code.xMm,
      y: (grid.places[i]?.y ?? 0) + code.yMm,
    }));
    for (const { position } of found) {
      const at = { x: position.topLeft.x * 2 * MM, y: position.topLeft.y * 2 * MM };
      expect(
        Math.min(...expected.map((e) => Math.max(Math.abs(e.x - at.x), Math.abs(e.y - at.y)))),
      ).toBeLessThan(0.1);
    }
    expect(PAGE_SIZES_MM.a4.width).toBe(210);
  });

  it.each([
    ["qr", "QRCode", "https://honey.example/01/06291041500213/10/"],
    ["code128", "Code128", ""],
    ["ean13", "EAN13", "6291041500213"],
  ] as const)("carries a %s that a scanner reads", async (code, format, says) => {
    const lot = await lotOf();
    await house.act("set-label-rules", { pack: "eu", publicAddress: "https://honey.example/" });
    await house.act("set-article-number", { honeyKind: "lime honey", jarG: 250, gtin: "6291041500213" });
    await house.act("keep-label", { lot, design: { code, widthMm: 70, heightMm: 60 } });
    const [found] = await codesOn((await labelSheet(house.db, lot, { page: "roll", count: 1 })).pdf, DPI);
    expect(found?.format).toBe(format);
    expect(found?.text).toBe(code === "ean13" ? says : `${says}${lot}`);
  });

  it("of pieces weighed one by one carries each its own weight and price", async () => {
    await house.pull(42, 6, 1);
    const { lot } = await house.act<{ lot: string }>("cut-comb", {
      super: "42",
      weightsG: [312, 298, 341],
      despite: "asked for",
    });
    await house.act("keep-label", { lot, design: { priceKg: 40, currency: "EUR" } });
    const text = wordsOf((await labelSheet(house.db, lot, { page: "a4" })).pdf, "laid");
    for (const [g, price] of [
      [312, "12.48"],
      [298, "11.92"],
      [341, "13.64"],
    ] as const) {
      expect(text).toContain(`${g} g`);
      expect(text).toContain(`40.00 EUR/kg: ${price} EUR`);
    }
  });
});

describe("printing for sale", () => {
  it("is refused while a rule is not met, done once it is mended, and keeps its reason when it is not", async () => {
    const lot = await lotOf();
    await house.act("set-label-rules", { pack: "eu" });
    const low = { lettersMm: 1 };
    const refused = await house.refused("print-labels", { lot, labels: 40, design: low });
    expect(refused.code).toBe("preflight");
    expect(refused.message).toContain("Small letters are too low: 1 mm, 1.2 mm needed (1169/2011, 13)");
    expect(refused.problems[0]?.path).toBe("despite");
    const mended = await house.act<{ print: number }>("print-labels", {
      lot,
      labels: 40,
      spare: 2,
      design: { lettersMm: 1.2 },
    });
    expect(mended.say).toContain("40 labels and 2 spare");
    expect(mended.say).toContain("European Union");
    expect((await labelSheet(house.db, lot, { print: mended.print })).name).toContain("a4");
    const all = await house.act("print-labels", {
      lot,
      labels: 1,
      design: low,
      despite: "for the shelf at home",
    });
    expect(all.say).toContain("1 rule not met: for the shelf at home");
    await house.act("spoil-labels", { lot, labels: 3, why: "torn" });
    expect((await house.refused("spoil-labels", { lot, labels: 41 })).code).toBe("more-than-printed");
    expect((await bench({ lot })).account).toEqual({ printed: 41, spare: 2, spoiled: 3, jars: 40, left: 0 });
  });

  it("a look that is only looked at is a proof while something is against it", async () => {
    const lot = await lotOf();
    expect(wordsOf((await labelSheet(house.db, lot, { count: 1 })).pdf)).not.toContain("PROOF");
    await house.act("keep-label", { lot, design: { figuresMm: 2 } });
    await house.act("set-label-rules", { pack: "eu" });
    expect(wordsOf((await labelSheet(house.db, lot, { count: 1 })).pdf)).toContain("PROOF, not for sale");
    await expect(labelSheet(house.db, lot, { print: 999 })).rejects.toMatchObject({ code: "unknown-print" });
  });

  it("the label printer is handed what was sent to it, as outlines, and nothing else", async () => {
    const lot = await lotOf();
    await house.act("print-labels", { lot, labels: 5 });
    const { print } = await house.act<{ print: number }>("print-labels", {
      lot,
      labels: 7,
      spare: 1,
      output: "printer",
    });
    expect(await printerQueue(house.db, 0)).toMatchObject([{ job: print, lot, copies: 8, widthMm: 62 }]);
    expect(await printerQueue(house.db, print)).toEqual([]);
    const svg = (await printedSvg(house.db, print)) ?? "";
    expect(svg).toContain('width="62mm"');
    expect(svg).not.toMatch(/<text|<script|font-family/);
  });

  it("the next lot in jars of its size begins with the look of the last", async () => {
    const lot = await lotOf();
    await house.act("keep-label", { lot, design: { widthMm: 80, free: "from the hill" } });
    const { lot: next } = await house.act<{ lot: string }>("issue-lot", {
      honeyKind: "Lime honey",
      jarG: 250,
      jars: 3,
      pails: [{ pail: 1 }],
    });
    expect((await bench({ lot: next })).design).toMatchObject({ widthMm: 80, free: "from the hill" });
  });

  it("an infused honey's label names what is in it, an allergen in capitals", async () => {
    const infused = { product: "infused", honeyKind: "Honey with hazelnut" };
    await expect(lotOf(infused)).rejects.toThrow("names what is in it");
    const lot = await house.act<{ lot: string }>("issue-lot", {
      ...infused,
      jarG: 250,
      jars: 4,
      pails: [{ pail: 1 }],
      ingredients: [{ name: "hazelnut", lot: "N-4", allergen: true }],
    });
    const { findings, drawn } = await bench({ lot: lot.lot });
    expect(findings.find((f) => f.id === "ingredients")?.state).toBe("met");
    expect(findings.find((f) => f.id === "changeover")?.state).toBe("check");
    expect(drawn[0]?.svg).toContain("Ingredients: honey, HAZELNUT");
  });

  it("a pail that is sold has a label of its own, by its weight, and larger figures", async () => {
    await lotOf();
    const { lot } = await house.act<{ lot: string }>("send-vessel", {
      vessel: "pail 1",
      honeyKind: "Lime honey",
      buyer: "Mead Cellar",
    });
    await house.act("set-label-rules", { pack: "eu" });
    const { findings, drawn } = await bench({ lot });
    expect(drawn[0]?.svg).toContain("<title>1 kg</title>");
    expect(findings.find((f) => f.id === "figures")).toMatchObject({
      state: "met",
      says: "Figures 4.2 mm, 4 mm needed",
    });
    expect((await labelSheet(house.db, lot, { page: "roll" })).pdf.byteLength).toBeGreaterThan(2000);
  });

  it("a blend made although something spoke against it is told at the label", async () => {
    await house.pull(41, 12, 1);
    const { batch } = await house.act<{ batch: number }>("start-batch", {
      supers: "41",
      despite: "asked for",
    });
    await house.act("fill-pail", { pail: 1, grossKg: 8.2, batch });
    await house.act("fill-pail", { pail: 2, grossKg: 5.2, batch });
    await house.act("read-moisture", { pail: 1, value: 20.4 });
    await house.act("read-moisture", { pail: 2, value: 16 });
    await house.act("add-vessels", { kind: "tank", tags: "1", holdsL: 100 });
    await house.act("blend-honey", {
      from: [{ vessel: "pail 1" }, { vessel: "pail 2" }],
      into: "tank 1",
      despite: "for mead",
    });
    const { lot } = await house.act<{ lot: string }>("issue-lot", {
      honeyKind: "Summer honey",
      jarG: 250,
      jars: 8,
      pails: [{ vessel: "tank 1" }],
      despite: "tasted",
    });
    expect((await bench({ lot })).findings.find((f) => f.id === "marks")?.says).toContain("(for mead)");
  });
});

describe("what is brought from outside", () => {
  it.each([
    [
      "a drawing with a program in it",
      Buffer.from('<svg xmlns="x"><script>alert(1)</script></svg>'),
      "can carry programs",
    ],
    ["a text", Buffer.from("hello"), "neither a PNG nor a JPEG"],
    ["a picture cut short", Buffer.from("iVBORw0KGgo=", "base64"), "broken"],
    [
      "a picture of a million by a million",
      Buffer.concat([
        Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13]),
        Buffer.from("IHDR"),
        Buffer.from([0, 15, 66, 64, 0, 15, 66, 64, 8, 6, 0, 0, 0, 0, 0, 0, 0]),
      ]),
      "at most four million",
    ],
  ])("%s is no logo", async (_, bytes, says) => {
    expect((await house.refused("set-logo", { data: bytes.toString("base64") })).message).toContain(says);
  });

  it("a logo too large for the door is told before anything is read", async () => {
    expect((await house.refused("set-logo", { data: "A".repeat(800_000) })).message).toContain(
      "larger than 500 kB",
    );
  });

  it("an article's number is read by its last digit, and is one article's alone", async () => {
    const named = { honeyKind: "Lime honey", jarG: 250, gtin: "6291041500213" };
    const wrong = await house.refused("set-article-number", { ...named, gtin: "6291041500214" });
    expect(wrong.message).toContain("should be 3");
    expect(wrong.problems[0]?.path).toBe("gtin");
    await house.act("set-article-number", named);
    expect((await house.refused("set-article-number", { ...named, jarG: 500 })).code).toBe("gtin-taken");
  });
});

describe("a lot's own page", () => {
  it("is shut until it is shown, and never names a colony, a yard's place or a buyer", async () => {
    const lot = await lotOf();
    expect(await lotPage(house.db, lot)).toBeNull();
    await house.act("send-jars", { lot, jars: 3, buyer: "Harbour Deli" });
    await house.act("show-lot", { lot, shown: true, region: "the hills" });
    const page = await lotPage(house.db, lot);
    const said = JSON.stringify(page);
    expect(said).toContain("the hills, Holmland");
    expect(said).toContain("17.0 %");
    expect(said).not.toMatch(/colony|Kiln Field|Harbour Deli|super|pail/i);
    expect(said).not.toContain("Blooms");
    await house.act("show-lot", { lot, shown: false });
    expect(await lotPage(house.db, lot)).toBeNull();
    expect(await lotPage(house.db, "WB26-999-Z")).toBeNull();
  });
});

describe("one filling of several sizes", () => {
  it("is one lot that is found whole by the code on any of its jars", async () => {
    await house.pull(41, 12, 1);
    const { batch } = await house.act<{ batch: number }>("start-batch", {
      supers: "41",
      despite: "asked for",
    });
    await house.act("fill-pail", { pail: 1, grossKg: 12.2, batch });
    const { mark, lots } = await house.act<{ mark: string; lots: { lot: string }[] }>("issue-lot", {
      honeyKind: "Lime honey",
      jarG: 500,
      jars: 10,
      more: [{ jarG: 250, jars: 12 }],
      pails: [{ pail: 1 }],
    });
    expect(lots.map((l) => l.lot)).toEqual([`${mark}-500`, `${mark}-250`]);
    expect(mark.at(-1)).not.toMatch(/[0O1I]/);
    const which = await house.refused("send-jars", { lot: mark, jars: 1, buyer: "Deli" });
    expect(which.message).toContain(`write ${mark}-500 or ${mark}-250`);
    const line = await understand(house.db, `send 1 ${mark}-250 Deli`, "Ines");
    expect(line).toMatchObject({
      kind: "do",
      say: expect.stringContaining(`1 jar of lot ${mark}-250 to Deli`),
    });
    expect(
      await understand(house.db, `https://honey.example/01/06291041500213/10/${mark}`, "Ines"),
    ).toMatchObject({
      href: `/trace/lot/${mark}`,
    });
    await house.act("send-jars", { lot: `${mark}-250`, jars: 2, buyer: "Deli" });
    for (const { lot } of lots) expect((await bench({ lot })).drawn[0]?.svg).toContain(`Lot ${mark}<`);
    const { traceView } = await import("../trace");
    const trace = await traceView(house.db, "lot", mark);
    expect(trace.title).toContain(`Lot ${mark}`);
    expect(trace.sentence).toContain("8.0 kg");
    const twice = await house.refused("issue-lot", {
      honeyKind: "Lime honey",
      jarG: 250,
      jars: 1,
      more: [{ jarG: 250, jars: 1 }],
      pails: [{ pail: 1 }],
    });
    expect(twice.code).toBe("size-twice");
  });
});
