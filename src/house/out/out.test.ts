import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { lotById, oneLot } from "../bottle/records";
import { writtenDay } from "../language/clock";
import { dispatchNote } from "../paper/dispatch-note";
import { ownerStatement } from "../paper/owner-statement";
import { snapshot } from "../standing/snapshot";
import { wordsOf } from "../testing/paper";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { traceView } from "../trace";
import { type BoxSeen, boxesListed, boxesView, MOST_BOXES } from "./boxes";
import { ownerView } from "./owners";
import { openOrders, vesselsOut } from "./records";
import { pickable, promises } from "./view";

const HOUR = 3_600_000;
const ago = (hours: number): string => new Date(Date.now() - hours * HOUR).toISOString();
const today = (): string => new Date().toISOString().slice(0, 10);
let house: TestHouse;
beforeEach(async () => {
  house = await openTestHouse();
  await house.equip();
});
afterEach(() => house.close());

/** Jars of a pail of opening stock, filled so many hours ago. */
async function filled(pail: string, jars: number, hours: number, kind = "Lime honey"): Promise<string> {
  await house.act(
    "receive-honey",
    { what: "opening", country: "Holmland", waterPct: 17, into: [{ vessel: `pail ${pail}`, kg: 20 }] },
    { at: ago(hours + 30) },
  );
  const { lot } = await house.act<{ lot: string }>(
    "issue-lot",
    { honeyKind: kind, jarG: 250, jars, pails: [{ pail, kg: jars * 0.25 }], despite: "not read" },
    { at: ago(hours) },
  );
  return lot;
}
const left = async (lot: string): Promise<number> => {
  const row = await oneLot(house.db, lot);
  return row.jars - row.jars_out;
};

describe("what is sent together", () => {
  it("several lots on one dispatch, with a note and a list that add up", async () => {
    const [a, b] = [await filled("1", 20, 40), await filled("2", 12, 20)];
    const { say } = await house.act("send-dispatch", {
      buyer: "Harbour Deli",
      lines: [
        { lot: a, jars: 8, price: 6.5 },
        { lot: b, jars: 4 },
      ],
    });
    expect(say).toBe(`Dispatch 1: 12 jars to Harbour Deli, 3.0 kg: 8 of ${a} and 4 of ${b}.`);
    expect([await left(a), await left(b)]).toEqual([12, 8]);
    const note = wordsOf(await dispatchNote(house.db, 1, "note"), "laid");
    expect(note).toContain("Delivery note 1");
    const list = wordsOf(await dispatchNote(house.db, 1, "list"), "laid");
    expect(list).toContain("52.00");
    expect(list).toContain("1 line without a price");
  });

  it("is all or nothing: a held lot, or more than there is, refuses the whole beside its line", async () => {
    const [a, b] = [await filled("1", 20, 40), await filled("2", 12, 20)];
    await house.act("hold", { what: `lot ${b}`, why: "glass", until: "looked over" });
    const held = await house.refused("send-dispatch", {
      buyer: "Deli",
      lines: [
        { lot: a, jars: 8 },
        { lot: b, jars: 4 },
      ],
    });
    expect(held).toMatchObject({ code: "held", problems: [{ path: "lines.1.lot" }] });
    const many = await house.refused("send-dispatch", { buyer: "Deli", lines: [{ lot: a, jars: 21 }] });
    expect(many.problems).toEqual([{ path: "lines.0.jars", message: expect.stringContaining("20 jars") }]);
    expect((await house.refused("send-dispatch", { lines: [{ lot: a, jars: 1 }] })).problems[0]?.path).toBe(
      "buyer",
    );
  });

  it("gifts, samples and the house's own need no buyer, and are traced all the same", async () => {
    const a = await filled("1", 20, 40);
    for (const kind of ["gift", "own", "sample"] as const)
      await house.act("send-dispatch", { kind, lines: [{ lot: a, jars: 2 }] });
    const trace = await traceView(house.db, "lot", a);
    expect(trace.forward.buyers.map((r) => r.name).sort()).toEqual(["Gifts", "Own use", "Samples"]);
  });

  it("market day: take 60, bring 22 back, one of them broken; the rest is sold, and the kilograms say so", async () => {
    const a = await filled("1", 70, 40);
    await house.act("send-dispatch", {
      kind: "market",
      buyer: "Thursday Market",
      lines: [{ lot: a, jars: 60 }],
    });
    const { say } = await house.act("back-from-market", {
      dispatch: 1,
      back: [{ lot: a, jars: 22, broken: 1 }],
    });
    expect(say).toBe("Back from Thursday Market, dispatch 1: 60 taken, 21 back, 1 broken, 38 sold.");
    expect(await left(a)).toBe(31);
    const trace = await traceView(house.db, "lot", a);
    expect(trace.forward.buyers[0]?.grams).toBe(38 * 250);
    expect((await house.refused("back-from-market", { dispatch: 1 })).code).toBe("closed-already");
    expect((await house.refused("back-from-market", { dispatch: 9 })).code).toBe("unknown-dispatch");
  });

  it("what comes back goes to stock, is held to be looked at, or is written off", async () => {
    const a = await filled("1", 20, 40);
    await house.act("send-jars", { lot: a, jars: 10, buyer: "Harbour Deli" }, { at: ago(9) });
    const back = (what: string, jars: number) =>
      house.act("take-back", { lot: a, jars, buyer: "Harbour Deli", what, why: "unsold" });
    await back("stock", 3);
    expect(await left(a)).toBe(13);
    await back("written-off", 2);
    const { say, parts } = await house.act<{ parts: string[] }>("take-back", {
      lot: a,
      jars: 4,
      buyer: "Harbour Deli",
      what: "inspect",
      why: "one leaked",
    });
    expect(say).toContain(`held until they are looked at as ${a}-R1`);
    expect((await house.refused("send-jars", { lot: parts[0] ?? "", jars: 1, buyer: "Mill" })).code).toBe(
      "held",
    );
    await house.act("release-hold", { hold: 1, why: "all sound" });
    await house.act("send-jars", { lot: parts[0] ?? "", jars: 4, buyer: "Mill Bakery" });
    expect(
      (await house.refused("take-back", { lot: a, jars: 2, buyer: "Harbour Deli", what: "stock", why: "x" }))
        .code,
    ).toBe("more-than-sent");
    // The mark on the jar still finds both parts, and the trace counts each gram once.
    const trace = await traceView(house.db, "lot", a);
    expect(trace.forward.buyers).toMatchObject([
      { name: "Mill Bakery", grams: 1000 },
      { name: "Harbour Deli", grams: 250 },
    ]);
    expect((await lotById(house.db, (await oneLot(house.db, `${a}-R1`)).id)).returned_of).not.toBeNull();
  });

  it("a vessel goes along with its deposit and comes back, or is there as soon as it is filled again", async () => {
    await filled("1", 4, 40);
    await house.act(
      "send-vessel",
      { vessel: "pail 1", honeyKind: "Lime", buyer: "Fen Cellar", deposit: 8, despite: "not read" },
      { at: ago(5) },
    );
    expect(await vesselsOut(house.db)).toMatchObject([{ name: "pail 1", buyer: "Fen Cellar", deposit: 8 }]);
    expect((await house.refused("vessel-back", { vessel: "pail 1", refunded: 9 })).code).toBe(
      "more-than-deposit",
    );
    const { entry } = await house.act("vessel-back", { vessel: "pail 1" });
    expect(await vesselsOut(house.db)).toEqual([]);
    await house.act("undo", { entry });
    await house.act("receive-honey", {
      what: "opening",
      country: "Holmland",
      waterPct: 17,
      into: [{ vessel: "pail 1", kg: 2 }],
    });
    expect(await vesselsOut(house.db)).toEqual([]);
  });
});

describe("orders", () => {
  it("are promised the oldest free jars, the earliest day first; what is missing must be filled first", async () => {
    const [old, young] = [await filled("1", 10, 40), await filled("2", 10, 20)];
    const held = await filled("3", 10, 60);
    await house.act("hold", { what: `lot ${held}`, why: "glass", until: "looked over" });
    const day = (n: number): string => new Date(Date.now() + n * 24 * HOUR).toISOString().slice(0, 10);
    await house.act("take-order", { buyer: "Late Shop", jarG: 250, jars: 9, by: day(9) });
    await house.act("take-order", {
      buyer: "Early Shop",
      jarG: 250,
      jars: 14,
      by: day(3),
      honeyKind: "Lime honey",
    });
    const s = await snapshot(house.db);
    const told = promises(await openOrders(house.db), pickable(s), today());
    expect(told.map((p) => ({ buyer: p.order.buyer, lots: p.lots, missing: p.missing }))).toEqual([
      {
        buyer: "Early Shop",
        lots: [
          { lot: old, jars: 10 },
          { lot: young, jars: 4 },
        ],
        missing: 0,
      },
      { buyer: "Late Shop", lots: [{ lot: young, jars: 6 }], missing: 3 },
    ]);
  });
});

describe("buyers", () => {
  it("two names joined are one in every list, trace and order; undone they are two", async () => {
    const a = await filled("1", 20, 40);
    await house.act("send-jars", { lot: a, jars: 2, buyer: "Harbour Deli" });
    await house.act("send-jars", { lot: a, jars: 3, buyer: "Harbor Delicatessen", newBuyer: true });
    await house.act("take-order", { buyer: "Harbor Delicatessen", jarG: 250, jars: 5, by: today() });
    const { entry } = await house.act("join-buyers", { buyer: "Harbor Delicatessen", into: "Harbour Deli" });
    const trace = await traceView(house.db, "lot", a);
    expect(trace.forward.buyers).toMatchObject([{ name: "Harbour Deli", grams: 1250 }]);
    await house.act("send-jars", { lot: a, jars: 5, buyer: "Harbor Delicatessen" });
    expect(await openOrders(house.db)).toEqual([]);
    expect(
      (await house.refused("join-buyers", { buyer: "Harbor Delicatessen", into: "Harbour Deli" })).code,
    ).toBe("one-already");
    await house.act("undo", { entry });
    expect((await traceView(house.db, "lot", a)).forward.buyers).toHaveLength(2);
  });
});

describe("owners", () => {
  it("get their kilograms of their own honey only, proved from the ledger, and no more than there is", async () => {
    await house.act("keep-separate", { colonies: "1", owner: "Ada Fen", agreedKg: 6 }, { at: ago(99) });
    for (const [tag, colony, pail] of [
      ["41", "1", "1"],
      ["42", "2", "2"],
    ] as const) {
      await house.act(
        "pull-supers",
        { supers: [{ tag, colony, cappedPct: 97, grossKg: 15.2 }] },
        { at: ago(60) },
      );
      const { batch } = await house.act<{ batch: number }>(
        "start-batch",
        { supers: [tag], despite: "dry" },
        { at: ago(50) },
      );
      await house.act("fill-pail", { pail, grossKg: 10.2, batch }, { at: ago(48) });
      await house.act("close-batch", { batch, reason: "in the drum" }, { at: ago(47) });
    }
    const jars = (pail: string) =>
      house.act<{ lot: string }>("issue-lot", {
        honeyKind: "Own",
        jarG: 250,
        jars: 20,
        pails: [{ pail, kg: 5 }],
        despite: "x",
      });
    const { lot: own } = await jars("1");
    const { lot: other } = await jars("2");
    expect(await house.refused("send-jars", { lot: own, jars: 1, buyer: "Mill Bakery" })).toMatchObject({
      code: "owners-honey",
      problems: [{ path: "despite" }],
    });
    await house.act("send-jars", { lot: own, jars: 12, buyer: "Ada Fen" });
    await house.act("send-jars", { lot: other, jars: 4, buyer: "Ada Fen" });
    await house.act("send-jars", { lot: own, jars: 2, buyer: "Mill Bakery", despite: "Ada said yes" });
    const view = await ownerView(house.db, "ada fen", "UTC");
    expect(view).toMatchObject({
      cameG: 10_000,
      gotG: 3000,
      othersG: 500,
      lostG: 1000,
      hereG: 5500,
      dueG: 6000,
      restG: 3000,
      shortG: 0,
      foreignG: 0,
    });
    // Every gram of theirs is somewhere.
    expect((view?.gotG ?? 0) + (view?.othersG ?? 0) + (view?.lostG ?? 0) + (view?.hereG ?? 0)).toBe(
      view?.cameG,
    );
    const text = wordsOf(await ownerStatement(house.db, "Ada Fen"), "laid");
    expect(text).toContain("what you got is your own");
    expect(text).toContain("3.00 kg of that is still to come");
    // Brought half an hour after midnight by the house's clock, the evening before by UTC.
    const brought = `${ago(24).slice(0, 10)}T15:30:00Z`;
    await house.act(
      "receive-honey",
      { what: "to-pack", supplier: "Ada Fen", country: "Holmland", into: [{ vessel: "pail 5", kg: 4 }] },
      { at: brought },
    );
    const later = await ownerView(house.db, "Ada Fen", "Asia/Tokyo");
    expect(later?.sources.at(-1)).toMatchObject({ grams: 4000, day: writtenDay(today()) });
  });
});

describe("boxes", () => {
  it("of thousands those are listed that somebody must look after, and no more than a tablet takes in", () => {
    const box = (tag: number, state: BoxSeen["state"], due = false): BoxSeen => ({
      tag: String(tag),
      state,
      says: "",
      colony: "",
      wetG: 0,
      due,
    });
    const rows = [
      ...Array.from({ length: 5000 }, (_, i) => box(i, "empty")),
      box(5001, "stored"),
      box(5002, "wet"),
      box(5003, "wet", true),
    ];
    const all = boxesListed({ rows });
    expect(all.rows.slice(0, 4).map((b) => b.tag)).toEqual(["5003", "5002", "5001", "0"]);
    expect([all.rows.length, all.of]).toEqual([MOST_BOXES, 5003]);
    expect(boxesListed({ rows }, "stored")).toEqual({ rows: [rows[5000]], of: 1 });
    // A house that has few sees all of them by their tags.
    expect(boxesListed({ rows: rows.slice(-3) }).rows.map((b) => b.tag)).toEqual(["5001", "5002", "5003"]);
  });

  const spun = async (tag: string, colony: string, more: object = {}) => {
    await house.act(
      "pull-supers",
      { supers: [{ tag, colony, cappedPct: 97, grossKg: 15.2, ...more }] },
      { at: ago(60) },
    );
    await house.act("start-batch", { supers: [tag], despite: "dry" }, { at: ago(50) });
    await house.act("weigh-spun-super", { super: tag, grossKg: 5.6 }, { at: ago(20) });
  };
  const stateOf = async (tag: string) => {
    const view = await boxesView(house.db, await snapshot(house.db));
    return view.rows.find((r) => r.tag === tag);
  };

  it("wet ones are due back; returned they feed the colony, and their next pull has them empty", async () => {
    await spun("41", "1");
    expect(await stateOf("41")).toMatchObject({ state: "wet", due: true, wetG: 400 });
    expect((await house.refused("place-boxes", { supers: "42", way: "returned" })).code).toBe("not-spun");
    expect((await house.act("place-boxes", { supers: "41", way: "returned" })).say).toBe(
      "1 box (41) back on colony 1, 0.40 kg of honey in them: fed with it.",
    );
    expect(await stateOf("41")).toMatchObject({ state: "returned", due: false });
    const { fed } = await boxesView(house.db, await snapshot(house.db));
    expect(fed).toMatchObject([{ colony: "1", boxes: ["41"] }]);
    await house.act("pull-supers", { supers: [{ tag: "41", colony: "1", cappedPct: 97, grossKg: 15.2 }] });
    expect(await stateOf("41")).toMatchObject({ state: "full" });
  });

  it("moth crystals never come onto comb with honey; wets of a sick colony are never set out", async () => {
    await spun("41", "1");
    expect(
      (await house.refused("place-boxes", { supers: "41", way: "stored", how: "moth crystals" })).code,
    ).toBe("wet-comb");
    await house.act("place-boxes", { supers: "41", way: "stored", how: "frozen", place: "loft" });
    expect((await stateOf("41"))?.says).toContain("frozen, loft");
    await spun("42", "2", { flags: ["inspection-failed"], despite: "asked for" });
    expect((await house.refused("place-boxes", { supers: "42", way: "set-out" })).code).toBe("sick-wets");
    await house.act("note-brood-disease", {
      colonies: "1",
      disease: "American foul brood",
      found: today(),
      honey: "leave",
    });
    expect((await house.refused("place-boxes", { supers: "41", way: "set-out" })).code).toBe("sick-wets");
    expect((await house.refused("place-boxes", { supers: "41", way: "returned", colony: "3" })).code).toBe(
      "box-held",
    );
  });
});
