import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { whatIsOff } from "../ledger/verify";
import { understand } from "../line";
import { insideOf } from "../paper/inside";
import { stockList } from "../paper/stock-list";
import { storeCalendar } from "../paper/store-calendar";
import { tagSheet } from "../paper/tag-sheet";
import { decisions } from "../standing/decisions";
import { snapshot } from "../standing/snapshot";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { storeKeeps } from "./kept";
import { places, vesselVerdict } from "./view";
import { bloomsSaid, inQuarantine, lookDue, setsSaid, stateOf, watchOf, watchRows } from "./watch";

const HOUR = 3_600_000;
let house: TestHouse;
const hoursAgo = (h: number): string => new Date(Date.now() - h * HOUR).toISOString();
beforeEach(async () => {
  house = await openTestHouse();
  await house.equip();
  await house.act("add-vessels", { kind: "drum", tags: "1", emptyKg: 20, holdsKg: 290, place: "cellar" });
});
afterEach(() => house.close());

/** Opening stock of so much water, so many hours ago. */
const stood = (vessel: string, waterPct: number, kg = 25, hours = 24 * 20, kind = "") =>
  house.act(
    "receive-honey",
    { what: "opening", country: "Holmland", waterPct, honeyKind: kind, into: [{ vessel, kg }] },
    { at: hoursAgo(hours) },
  );
const held = async (name = "pail 1", now = new Date()) => {
  const s = await snapshot(house.db, now);
  const v = s.vessels.find((x) => x.name === name);
  if (!v) throw new Error(`no ${name}`);
  return { s, v };
};

describe("what may ferment", () => {
  it("dry honey keeps; half set, the same honey is watched by the liquid between its crystals", async () => {
    await stood("pail 1", 16.2);
    const dry = await held();
    expect(watchOf(dry.s, dry.v)?.verdict).toBe("calm");
    expect(vesselVerdict(dry.s, dry.v)).toEqual(["keeps", "go"]);
    await house.act("note-look", { vessel: "pail 1", look: "half" });
    const set = await held();
    expect(watchOf(set.s, set.v)?.liquidPct.mid).toBeGreaterThan(17.1);
    expect(["fortnightly", "weekly"]).toContain(watchOf(set.s, set.v)?.verdict);
    expect(stateOf(set.s, set.v)).toBe("granulating");
    expect(watchRows(set.s, 9).rows).toMatchObject([{ name: "pail 1", over: false }]);
  });

  it("the wettest and largest comes first, and says what raised it", async () => {
    await stood("pail 1", 18.4);
    await stood("pail 2", 17.4);
    await stood("drum 1", 18.0, 200);
    const { s } = await held();
    expect(watchRows(s, 9).rows.map((r) => r.name)).toEqual(["drum 1", "pail 1", "pail 2"]);
    expect(watchRows(s, 1)).toMatchObject({ rows: [{ name: "drum 1" }], more: 2 });
    const risk = decisions(s).find((d) => d.id === "store-risk");
    expect(risk?.so).toMatch(
      /^Drum 1, 200\.0 kg: the liquid in it is 18\.0 % water, up to .*it stands in a big vessel\. Look at it weekly\.$/,
    );
  });

  it("a cold store lets yeast sleep, a warm one does not; a reading settles it", async () => {
    await stood("drum 1", 18.0, 40);
    await house.act("note-place-air", { place: "cellar", tempC: 8 });
    const cold = await held("drum 1");
    expect(watchOf(cold.s, cold.v)).toMatchObject({ verdict: "calm", asleep: true });
    expect(vesselVerdict(cold.s, cold.v)).toEqual(["keeps while it is cold", "go"]);
    await house.act("note-place-air", { place: "Cellar", tempC: 24, humidityPct: 66 });
    const warm = await held("drum 1");
    expect(watchOf(warm.s, warm.v)?.raisedBy).toContain("a warm store");
    expect(
      decisions(warm.s).find((d) => d.id === "store-air cellar" || d.id === "store-air Cellar")?.what,
    ).toBe("Cellar is too warm: 24.0 °C");
    expect(places(warm.s, warm.s.vessels)[0]).toMatchObject({
      name: "cellar",
      air: expect.stringContaining("24.0 °C, 66 % humid"),
    });
  });

  it("a look is due after its days and no sooner, and a look puts it off", async () => {
    await stood("pail 1", 17.6, 25, 24 * 40);
    const { s, v } = await held();
    expect(watchOf(s, v)?.likely).toBe("monthly");
    const due = lookDue(v, watchOf(s, v)?.verdict ?? "calm");
    expect(due?.getTime()).toBeLessThan(Date.now());
    expect(decisions(s).map((d) => d.id)).toContain("store-look");
    await house.act("note-look", { vessel: "pail 1", look: "clear" });
    expect(decisions((await held()).s).map((d) => d.id)).not.toContain("store-look");
    expect(
      decisions((await held("pail 1", new Date(Date.now() + 31 * 24 * HOUR))).s).map((d) => d.id),
    ).toContain("store-look");
  });

  it("few yeasts counted calm it, glucose tells how soon it sets; counted in a part they say nothing of the whole", async () => {
    await stood("pail 1", 17.6, 25, 24 * 40);
    await house.act("note-lab", { vessel: "pail 1", yeastPerG: 5, glucosePct: 38 });
    const { s, v } = await held();
    expect(watchOf(s, v)).toMatchObject({ verdict: "calm", fewYeasts: true });
    // 38 on 17.6 is over 2.1: fast (common practice).
    expect(setsSaid(s, v)).toMatch(/^sets fast/);
    await stood("drum 1", 17.6, 25, 24 * 40);
    await house.act("move-honey", { from: [{ vessel: "pail 1" }], to: [{ vessel: "drum 1" }] });
    const mixed = await held("drum 1");
    expect(mixed.v.yeast?.share).toBeCloseTo(0.5, 2);
    expect(watchOf(mixed.s, mixed.v)?.fewYeasts).toBe(false);
    expect((await house.refused("note-lab", { vessel: "drum 1" })).code).toBe("nothing-told");
  });

  it("what nobody read is not called safe", async () => {
    await house.act(
      "receive-honey",
      { what: "opening", country: "Holmland", into: [{ vessel: "pail 1", kg: 20 }] },
      { at: hoursAgo(200) },
    );
    const { s, v } = await held();
    expect(watchOf(s, v)).toBeNull();
    expect(vesselVerdict(s, v)).toEqual(["read it", "water"]);
  });

  it("its days stand in a calendar; what is overdue stands on today", async () => {
    await stood("pail 1", 17.6, 25, 24 * 40);
    await house.act("keep-sample", { vessel: "pail 1", kg: 0.2, place: "cellar", until: "2099-01-02" });
    const { text } = await storeCalendar(house.db);
    expect(text).toContain("SUMMARY:Look at pail 1: it may ferment");
    expect(text).toContain(`DTSTART;VALUE=DATE:${new Date().toISOString().slice(0, 10).replaceAll("-", "")}`);
    expect(text).toContain("DTSTART;VALUE=DATE:20990102");
  });
});

describe("what it is of", () => {
  it("bloom shares by pulled mass, and how soon that sets", async () => {
    await house.act("note-bloom", { yard: "Kiln Field", what: "clover" }, { at: hoursAgo(60) });
    await house.pull(41, 20);
    const { batch } = await house.act<{ batch: number }>("start-batch", {
      supers: "41",
      despite: "as it is",
    });
    await house.act("fill-pail", { pail: 1, grossKg: 16.2, batch });
    await stood("pail 2", 17, 10, 100, "Rape honey");
    await house.act("add-vessels", { kind: "tank", tags: "1", holdsL: 100, diameterCm: 45 });
    await house.act("move-honey", {
      from: [{ vessel: "pail 1" }, { vessel: "pail 2" }],
      to: [{ vessel: "tank 1" }],
    });
    const { s, v } = await held("tank 1");
    expect(bloomsSaid(v)).toBe("clover 60 %, Rape honey 40 %");
    // The quicker of the two decides: rape sets in weeks (common practice).
    expect(setsSaid(s, v)).toMatch(/^sets fast: half by /);
  });

  it("a bloom seen after it came in, or last year, is not in it", async () => {
    await house.act("note-bloom", {
      yard: "Kiln Field",
      what: "lime",
      date: hoursAgo(24 * 400).slice(0, 10),
    });
    await house.pull(41, 20);
    const { batch } = await house.act<{ batch: number }>("start-batch", {
      supers: "41",
      despite: "as it is",
    });
    await house.act("fill-pail", { pail: 1, grossKg: 16.2, batch });
    expect(bloomsSaid((await held()).v)).toBe("");
  });

  it("goods from outside stand apart until they were looked at and read", async () => {
    await house.act("receive-honey", {
      supplier: "Far Fen",
      country: "Lowmark",
      waterPct: 17,
      into: [{ vessel: "pail 1", kg: 20 }],
    });
    expect(inQuarantine((await held()).v)).toBe(true);
    // Nor is it counted among what may go into jars, however long it stands.
    const stoodLong = async () =>
      decisions(await snapshot(house.db, new Date(Date.now() + 25 * 3_600_000))).map((d) => d.id);
    expect(await stoodLong()).not.toContain("bottle-ready");
    await house.act("inspect", { vessel: "pail 1" });
    expect(inQuarantine((await held()).v)).toBe(true);
    await house.act("read-moisture", { vessel: "pail 1", value: 17.1, tempC: 20 });
    const { s, v } = await held();
    expect(inQuarantine(v)).toBe(false);
    expect(decisions(s).map((d) => d.id)).not.toContain("store-quarantine");
    expect(await stoodLong()).toContain("bottle-ready");
  });

  it("a sample comes out of the vessel and is kept with its day; what was tasted says its grade", async () => {
    await stood("pail 1", 17, 20);
    await house.act("keep-sample", { vessel: "pail 1", kg: 0.25, place: "cellar", until: "2099-01-01" });
    await house.act("taste", { vessel: "pail 1", words: "mint", clarity: "slight" });
    const { s, v } = await held();
    expect(v.grams).toBe(19_750);
    const keeps = await storeKeeps(house.db, s);
    expect(keeps.samples).toMatchObject([{ title: "Pail 1", mass: "0.25 kg", place: "cellar", over: false }]);
    expect(keeps.tasted.get(v.fillId)).toMatchObject({ words: "mint", who: "Ines" });
    expect(
      (await house.refused("keep-sample", { vessel: "pail 1", kg: 0.2, place: "x", until: "2001-01-01" }))
        .code,
    ).toBe("in-the-past");
    expect((await house.refused("keep-sample", { vessel: "pail 2", kg: 0.2, place: "x" })).code).toBe(
      "nothing-in-it",
    );
  });
});

describe("a sample that was kept back", () => {
  const kept = async () => (await storeKeeps(house.db, await snapshot(house.db))).samples;
  const keep = (vessel: string) =>
    house.act("keep-sample", { vessel, kg: 0.2, place: "cellar", until: "2099-01-02" }, { at: hoursAgo(5) });

  it("is gone once: the list loses it, an undo brings it back, and it cannot be taken back beneath its end", async () => {
    await stood("pail 1", 17, 20);
    const { entry } = await keep("pail 1");
    const [sample] = await kept();
    const gone = await house.act("sample-gone", { sample: sample?.id, what: "used-up", note: "tasting" });
    expect(gone.say).toBe("The sample of pail 1, 0.20 kg in cellar, is gone: used up (tasting).");
    expect(await kept()).toEqual([]);
    expect((await house.refused("sample-gone", { sample: sample?.id })).code).toBe("unknown-sample");
    expect((await house.refused("undo", { entry })).message).toContain(
      "The sample of pail 1 was said to be gone",
    );
    await house.act("undo", { entry: gone.entry });
    expect(await kept()).toMatchObject([{ id: sample?.id }]);
    expect(await whatIsOff(house.db)).toBeNull();
  });

  it("is named by its vessel where that has one alone, also once the vessel holds other honey, and not before it was kept", async () => {
    await stood("pail 1", 17, 20);
    await stood("pail 2", 17, 20);
    expect((await house.refused("sample-gone", { vessel: "pail 1" })).message).toBe(
      "No sample of pail 1 is kept.",
    );
    expect((await house.refused("sample-gone", {})).code).toBe("no-sample");
    await keep("pail 1");
    await keep("pail 2");
    await keep("pail 2");
    expect((await house.refused("sample-gone", { vessel: "pail 1" }, { at: hoursAgo(6) })).code).toBe(
      "unknown-sample",
    );
    expect((await house.refused("sample-gone", { vessel: "pail 2" })).message).toBe(
      "2 samples of pail 2 are kept: say in the store which is gone.",
    );
    await house.act("move-honey", { from: [{ vessel: "pail 1" }], to: [{ vessel: "drum 1" }] });
    await house.act("sample-gone", { vessel: "pail 1" });
    expect((await kept()).map((x) => x.title)).toEqual(["Pail 2", "Pail 2"]);
  });
});

describe("stock-take", () => {
  beforeEach(async () => {
    for (const [i, pail] of ["1", "2", "3"].entries()) {
      await stood(`pail ${pail}`, 17, 20 + i);
      await house.act("place-vessel", { vessel: `pail ${pail}`, place: "north" }, { at: hoursAgo(24) });
    }
  });

  it("books two differences with their reason, moves what stands elsewhere, says what was not seen", async () => {
    await stood("pail 4", 17, 20);
    await house.act("place-vessel", { vessel: "pail 4", place: "south" }, { at: hoursAgo(20) });
    const seen = [
      { vessel: "b1", grossKg: 20.7 },
      { vessel: "b2", grossKg: 23.2 },
      { vessel: "b4", grossKg: 21.2 },
    ];
    const asked = await house.refused("take-stock", { place: "North", seen });
    expect(asked.message).toBe(
      "Pail 1 0.50 kg less and pail 2 1.00 kg more than is booked: say why, or weigh again.",
    );
    const { say } = await house.act("take-stock", {
      place: "North",
      seen,
      despite: "tasted, and a slip at filling",
    });
    expect(say).toBe(
      "Stock taken at North: 3 vessels seen. Pail 4 moved here. Booked: pail 1 0.50 kg less and pail 2 1.00 kg more, tasted, and a slip at filling. Not seen: pail 3.",
    );
    expect((await held("pail 1")).v.grams).toBe(19_500);
    expect((await held("pail 2")).v.grams).toBe(22_000);
    expect((await held("pail 4")).v.place).toBe("North");
    const { s } = await held();
    expect((await storeKeeps(house.db, s)).unseen).toMatchObject([{ name: "pail 3", place: "North" }]);
    // Found again, it is seen.
    await house.act("place-vessel", { vessel: "pail 3", place: "under the stairs" });
    expect((await storeKeeps(house.db, (await held()).s)).unseen).toEqual([]);
  });

  it("a drip is no difference, and undone nothing is left of it", async () => {
    const { entry } = await house.act<object>("take-stock", {
      place: "north",
      seen: [{ vessel: "b1", grossKg: 21.15 }, { vessel: "b2" }, { vessel: "b3", grossKg: 22.2 }],
      despite: "one short",
    });
    expect((await held("pail 1")).v.grams).toBe(20_000);
    expect((await held("pail 3")).v.grams).toBe(21_000);
    await house.act("undo", { entry });
    expect((await held("pail 3")).v.grams).toBe(22_000);
  });

  it("refuses what cannot be: twice, lighter than empty, full by the scale and empty by the book", async () => {
    const at = (seen: object[]) => house.refused("take-stock", { place: "north", seen });
    expect((await at([{ vessel: "b1" }, { vessel: "pail 1" }])).code).toBe("twice");
    expect((await at([{ vessel: "b1", grossKg: 1 }])).code).toBe("under-empty");
    expect((await at([{ vessel: "b5", grossKg: 12 }])).code).toBe("empty-by-the-book");
    expect((await at([{ vessel: "b99" }])).code).toBe("unknown-tag");
    expect((await at([])).problems[0]?.path).toBe("seen");
  });

  it("taken late, it compares with what was there then", async () => {
    await house.act(
      "move-honey",
      { from: [{ vessel: "pail 1", kg: 5 }], to: [{ vessel: "drum 1" }] },
      { at: hoursAgo(2) },
    );
    const { say } = await house.act(
      "take-stock",
      { place: "north", seen: [{ vessel: "b1", grossKg: 21.2 }] },
      { at: hoursAgo(4) },
    );
    expect(say).not.toContain("Booked");
    expect((await held("pail 1")).v.grams).toBe(15_000);
  });

  it("is taken on the line as well, scanned along", async () => {
    const hear = (words: string) => understand(house.db, words, "Ines");
    expect(await hear("stock north: b1 b2, b3 because scanned")).toMatchObject({
      say: "Stock taken at north: 3 vessels seen.",
    });
    expect(await hear("taste b1 mint and grass")).toMatchObject({ say: "Pail 1 tasted: mint and grass." });
    expect(await hear("sample b1 0.2 in cellar")).toMatchObject({
      say: "0.20 kg of pail 1 kept back in: cellar.",
    });
    await house.act("keep-sample", { vessel: "pail 1", kg: 0.2, place: "cellar" });
    for (const [words, ends] of [
      ["sample b1 gone", "thrown away"],
      ["sample b1 Not found", "not found"],
    ] as const)
      expect(await hear(words)).toMatchObject({
        say: `The sample of pail 1, 0.20 kg in cellar, is gone: ${ends}.`,
      });
    expect(await hear("put b1 in south shelf")).toMatchObject({
      say: "Pail 1 stands in: south shelf.",
    });
  });

  it("a full vessel's tag says what is in it", async () => {
    const inside = await insideOf(house.db, "pail");
    expect(inside.get("1")).toEqual({
      mass: "20.0 kg",
      lines: [
        expect.stringMatching(/^17\.0 ±0\.\d % water$/),
        "what was here, 1",
        expect.stringMatching(/^since /),
      ],
    });
    const pdf = await tagSheet(house.db, "1-3", "a4", "pail", inside);
    expect(pdf.subarray(0, 5).toString()).toBe("%PDF-");
  });

  it("prints a list to go along with, of one place or of all, empty too", async () => {
    for (const place of ["north", "", "nowhere"])
      expect((await stockList(house.db, place)).subarray(0, 5).toString()).toBe("%PDF-");
  });
});
