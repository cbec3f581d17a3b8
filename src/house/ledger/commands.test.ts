import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, it } from "vitest";
import { balances, mix } from "@/core/ledger";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { allMovements } from "./records/fills";

let house: TestHouse;
const fresh = () => {
  beforeEach(async () => {
    house = await openTestHouse();
    await house.equip();
  });
  afterEach(() => house.close());
};

describe("from a super to a buyer", () => {
  fresh();

  it("keeps every gram on the way and back again when undone", async () => {
    await house.pull(41, 12.4, 1);
    await house.pull(42, 11.6, 2);
    const batch = await house.act("start-batch", { supers: ["41", "S42"] });
    expect(batch.say).toBe("Batch 1 started: supers 41 and 42, 24.0 kg.");
    await house.act("weigh-spun-super", { super: "41", grossKg: "6,0" });
    const pail = await house.act("fill-pail", { pail: "1", grossKg: 22.2 });
    expect(pail.say).toBe("Pail 1 weighs 22.2 kg: 21.0 kg net, batch 1.");
    const lot = await house.act<{ lot: string; lostGrams: number }>("issue-lot", {
      honeyKind: "Lime honey",
      jarG: 454,
      jars: 46,
      pails: [{ pail: "1" }],
    });
    expect(lot.lot).toMatch(/^TH\d\d-001-[0-9A-Z]$/);
    expect(lot.lostGrams).toBe(0);
    const sent = await house.act("send-jars", {
      lot: lot.lot.toLowerCase(),
      jars: 46,
      buyer: "Harbour Deli",
    });
    expect(sent.grams).toBe(46 * 454);

    const movements = await allMovements(house.db);
    expect([...balances(movements).values()].reduce((a, b) => a + b, 0)).toBe(0);

    const undone = await house.act("undo", { entry: sent.entry });
    expect(undone.say).toBe(`Undone: 46 jars of lot ${lot.lot} to Harbour Deli: 20.9 kg.`);
    await house.act("undo", { entry: lot.entry });
    await house.act("undo", { entry: pail.entry });
    expect(
      (
        await house
          .db("fill_balance as b")
          .join("live_fill as f", "f.id", "b.fill_id")
          .where("f.kind", "batch")
          .first("b.grams")
      ).grams,
    ).toBe(24_000 - 800);
  });

  it("lets jars leave in parts and end at exactly nothing", async () => {
    await house.pull(41, 10);
    await house.act("start-batch", { supers: "41" });
    await house.act("fill-pail", { pail: 1, grossKg: 10.201 });
    const { lot } = await house.act<{ lot: string }>("issue-lot", {
      honeyKind: "Lime",
      jarG: 250,
      jars: 35,
      pails: [{ pail: 1, emptied: true }],
      lostKg: 0.1,
    });
    for (const jars of [3, 11, 21]) await house.act("send-jars", { lot, jars, buyer: `Buyer ${jars}` });
    expect((await house.refused("send-jars", { lot, jars: 1, buyer: "One more" })).message).toBe(
      `All 35 jars of lot ${lot} have left already.`,
    );
    const left = await house
      .db("fill_balance as b")
      .join("fill as f", "f.id", "b.fill_id")
      .whereIn("f.kind", ["lot", "pail"])
      .sum("b.grams as g")
      .first();
    expect(Number(left?.g)).toBe(0);
  });

  it("books a small surplus over paper as a gain and refuses a large one", async () => {
    await house.pull(41, 20);
    await house.act("start-batch", { supers: "41" });
    const over = await house.act("fill-pail", { pail: 1, grossKg: 21.5 });
    expect(over.say).toContain("0.3 kg more than paper had, booked as a gain");
    expect((await house.refused("fill-pail", { pail: 2, grossKg: 10 })).code).toBe("more-than-came-in");
    expect((await house.refused("fill-pail", { pail: 2, grossKg: 1.5 })).code).toBe("more-than-came-in");
  });

  it("asks for a reason when much is unexplained, and books it by name", async () => {
    await house.pull(41, 20);
    await house.act("start-batch", { supers: "41" });
    await house.act("fill-pail", { pail: 1, grossKg: 18.2 });
    const why = await house.refused("close-batch", {});
    expect(why.message).toBe(
      "3.0 kg (15.0 %) of batch 1 are unexplained: say why before it is closed. One super is not weighed back.",
    );
    expect((await house.act("close-batch", { reason: "drum not scraped" })).remainderGrams).toBe(3000);
    expect((await house.refused("fill-pail", { pail: 2, grossKg: 5 })).code).toBe("no-batch");
  });

  it("lets a spun super go out again and books what the bees licked", async () => {
    await house.pull(41, 10);
    await house.act("start-batch", { supers: "41" });
    expect(
      (
        await house.refused("pull-supers", {
          yard: "Kiln Field",
          supers: [{ tag: 41, colony: 2, cappedPct: 90, grossKg: 15 }],
        })
      ).message,
    ).toBe("Super 41 is still in batch 1: weigh it back first.");
    const back = await house.act("weigh-spun-super", { super: 41, grossKg: 6 });
    await house.pull(41, 9, 2);
    expect(
      (
        await house
          .db("fill_balance as b")
          .join("fill as f", "f.id", "b.fill_id")
          .where("f.kind", "wets")
          .first("b.grams")
      ).grams,
    ).toBe(0);
    expect((await house.refused("undo", { entry: back.entry })).message).toBe(
      "Super 41 was pulled again; undo that first.",
    );
  });
});

describe("undo", () => {
  fresh();

  it("refuses while later entries rest on it, and says which", async () => {
    const pulled = await house.pull(41, 10);
    const batch = await house.act("start-batch", { supers: "41" });
    const pail = await house.act("fill-pail", { pail: 1, grossKg: 8 });
    expect((await house.refused("undo", { entry: pulled.entry })).message).toBe(
      "Super 41 is in batch 1; undo that first.",
    );
    expect((await house.refused("undo", { entry: batch.entry })).message).toBe(
      "Pail 1 was filled from batch 1; undo that first.",
    );
    await house.act("undo", { entry: pail.entry });
    await house.act("undo", { entry: batch.entry });
    await house.act("undo", { entry: pulled.entry });
    expect(mix(await allMovements(house.db)).size).toBe(0);
    expect((await house.refused("undo", { entry: pail.entry })).code).toBe("undone-already");
  });

  it("frees the tag of what was set up wrongly", async () => {
    const wrong = await house.act("add-supers", { tags: "99", depth: "deep", frames: 10, emptyKg: 7 });
    expect(
      (await house.refused("add-supers", { tags: "99", depth: "deep", frames: 10, emptyKg: 7 })).message,
    ).toBe("There is a super 99 already.");
    await house.act("undo", { entry: wrong.entry });
    await house.act("add-supers", { tags: "99", depth: "medium", frames: 10, emptyKg: 5 });
  });

  it("never takes back an undoing", async () => {
    const pulled = await house.pull(41, 10);
    const undone = await house.act("undo", { entry: pulled.entry });
    expect((await house.refused("undo", { entry: undone.entry })).code).toBe("not-undoable");
  });
});

describe("bad input is answered in a sentence and writes nothing", () => {
  beforeAll(async () => {
    house = await openTestHouse();
    await house.equip();
    await house.pull(41, 10);
    await house.pull(42, 10);
    await house.act("start-batch", { supers: "41" });
    await house.act("start-batch", { supers: "42" });
    await house.act("fill-pail", { pail: 1, grossKg: 9.2, batch: 1 });
    await house.pull(43, 10);
  });
  afterAll(() => house.close());

  const one = (more: object) => ({
    yard: "Kiln Field",
    supers: [{ tag: "44", colony: "1", cappedPct: 90, grossKg: 15, ...more }],
  });
  it.each<[string, string, object, string]>([
    [
      "negative mass",
      "pull-supers",
      one({ grossKg: -3 }),
      "The weight with honey must be between 0.001 and 90 kg, not -3 kg.",
    ],
    ["absurd mass", "pull-supers", one({ grossKg: 4000 }), "between 0.001 and 90 kg, not 4000 kg"],
    [
      "text in a number",
      "pull-supers",
      one({ grossKg: "heavy" }),
      'The weight with honey: "heavy" is not a number.',
    ],
    ["a number that is none", "pull-supers", one({ grossKg: null }), "The weight with honey is missing."],
    [
      "lighter than empty",
      "pull-supers",
      one({ grossKg: 5 }),
      "Super 44 weighs 5.2 kg empty; 5 kg leaves no honey in it.",
    ],
    [
      "capped 140 %",
      "pull-supers",
      one({ cappedPct: 140 }),
      "The share capped must be between 0 and 100 %, not 140 %.",
    ],
    [
      "unknown super",
      "pull-supers",
      one({ tag: "777" }),
      "There is no super 777. Set it up in the Yard bay first.",
    ],
    [
      "unknown colony",
      "pull-supers",
      one({ colony: "9" }),
      "There is no colony 9. Set it up in the Yard bay first.",
    ],
    ["future day", "pull-supers", { ...one({}), date: "2099-01-01" }, "is still to come"],
    [
      "no day at all",
      "pull-supers",
      { ...one({}), date: "13.8.2026" },
      "The day of the pull must be a day such as 13 Aug 2026 (2026-08-13).",
    ],
    ["a 31st of February", "pull-supers", { ...one({}), date: "2026-02-31" }, "must be a day"],
    [
      "pulled twice",
      "pull-supers",
      { yard: "Kiln Field", supers: [{ tag: "43", colony: "1", cappedPct: 90, grossKg: 15 }] },
      "Super 43 is here already with 10.0 kg in it",
    ],
    ["super in two open batches", "start-batch", { supers: "41" }, "Super 41 is in batch 1 already."],
    ["super twice in one batch", "start-batch", { supers: "43, 43" }, "Super 43 is named twice."],
    [
      "reading 31 %",
      "read-moisture",
      { super: "43", scale: "water", value: 31 },
      "A reading in % water must be between 13 and 25 %, not 31 %.",
    ],
    [
      "reading 1.2",
      "read-moisture",
      { super: "43", scale: "index", value: 1.2 },
      "A refractive index of honey must be between 1.46 and 1.51, not 1.2.",
    ],
    [
      "Brix 101",
      "read-moisture",
      { super: "43", scale: "brix", value: 101 },
      "A Brix reading of honey must be between 70 and 85 °Bx, not 101 °Bx.",
    ],
    [
      "reading nothing",
      "read-moisture",
      { value: 17 },
      "Say what was read: one super, one pail or other vessel, or one batch.",
    ],
    ["which batch", "fill-pail", { pail: 2, grossKg: 5 }, "Batches 1 and 2 are open: say which."],
    [
      "full pail",
      "fill-pail",
      { pail: 1, grossKg: 5, batch: 1 },
      "Pail 1 still holds 8.0 kg: empty it first, or take another.",
    ],
    [
      "over-full pail",
      "fill-pail",
      { pail: 2, grossKg: 40, batch: 1 },
      "Pail 2 holds 27.0 kg; 38.8 kg does not fit: check the scale.",
    ],
    [
      "heavier spun than full",
      "weigh-spun-super",
      { super: 41, grossKg: 16 },
      "Super 41, spun, weighs 16 kg? That is more than it came in with (15.2 kg): check the scale.",
    ],
    [
      "more out of a pail than in it",
      "issue-lot",
      { honeyKind: "Lime", jarG: 250, jars: 8, pails: [{ pail: 1, kg: 9 }] },
      "Pail 1 holds 8.0 kg; 9.0 kg cannot come out of it.",
    ],
    [
      "lot with no jars",
      "issue-lot",
      { honeyKind: "Lime", jarG: 250, jars: 0, pails: [{ pail: 1 }] },
      "The number of jars must be between 1 and 100,000, not 0.",
    ],
    [
      "half a jar",
      "issue-lot",
      { honeyKind: "Lime", jarG: 250, jars: 2.5, pails: [{ pail: 1 }] },
      "The number of jars must be a whole number, not 2.5.",
    ],
    [
      "lot of no pails",
      "issue-lot",
      { honeyKind: "Lime", jarG: 250, jars: 8, pails: [] },
      "The vessels: name at least one.",
    ],
    ["unknown lot", "send-jars", { lot: "XX26-001-A", jars: 1, buyer: "A" }, "There is no lot XX26-001-A."],
    ["duplicate tag", "add-pails", { tags: "7, 1", emptyKg: 1, holdsKg: 27 }, "There is a pail 1 already."],
    [
      "duplicate yard in other letters",
      "add-yard",
      { name: "kiln FIELD" },
      'There is a yard called "kiln FIELD" already.',
    ],
    ["wrong shape", "pull-supers", { yard: "Kiln Field", supers: "41" }, "The supers pulled must be a list."],
    ["undo of nothing", "undo", { entry: 999_999 }, "There is no such entry on the tape."],
    [
      "target over limit",
      "set-house",
      { name: "X", country: "Y", lotPrefix: "X", targetPct: 19, limitPct: 18 },
      "The target of 19 % must be under the limit of 18 %.",
    ],
  ])("%s", async (_, name, input, sentence) => {
    expect((await house.refused(name, input)).message).toContain(sentence);
  });

  it("refuses the future and what comes before its cause", async () => {
    const later = new Date(Date.now() + 3_600_000).toISOString();
    expect(
      (await house.refused("record-loss", { batch: 1, kg: 0.1, cause: "spilt" }, { at: later })).message,
    ).toBe("That lies in the future: a thing is recorded when it has happened.");
    const long = new Date(Date.now() - 86_400_000).toISOString();
    expect(
      (await house.refused("record-loss", { batch: 1, kg: 0.1, cause: "spilt" }, { at: long })).code,
    ).toBe("before-its-cause");
  });

  it("says a thing in advance without doing it", async () => {
    expect(await house.say("fill-pail", { pail: 2, grossKg: "2.7", batch: 1 })).toBe(
      "Pail 2 weighs 2.7 kg: 1.5 kg net, batch 1.",
    );
    expect((await house.db("fill").where({ kind: "pail" })).length).toBe(1);
  });
});

describe("the pipeline", () => {
  fresh();

  it("does a thing once for one idempotency key", async () => {
    const key = "tablet-3-000017";
    const first = await house.act("add-yard", { name: "Upper Tarn" }, { key });
    const again = await house.act("add-yard", { name: "Upper Tarn" }, { key });
    expect(again).toMatchObject({ entry: first.entry, say: first.say, repeated: true });
    expect((await house.refused("add-yard", { name: "Other" }, { key })).code).toBe("key-used");
  });

  it("lets one of two who empty the same pail win and tells the other", async () => {
    await house.pull(41, 10);
    await house.act("start-batch", { supers: "41" });
    await house.act("fill-pail", { pail: 1, grossKg: 10.2 });
    const lot = { honeyKind: "Lime", jarG: 250, jars: 30, pails: [{ pail: 1, emptied: true }], lostKg: 1.5 };
    const outcomes = await Promise.allSettled([house.act("issue-lot", lot), house.act("issue-lot", lot)]);
    expect(outcomes.filter((o) => o.status === "fulfilled")).toHaveLength(1);
    const lost = outcomes.find((o) => o.status === "rejected") as PromiseRejectedResult;
    expect(lost.reason.message).toBe("Pail 1 is empty.");
    expect([...balances(await allMovements(house.db)).values()].reduce((a, b) => a + b, 0)).toBe(0);
  });

  it("knows who works here and what an auditor may do", async () => {
    await house.act("add-crew", { name: "Ines", role: "lead" });
    await house.act("add-crew", { name: "Ada", role: "auditor" });
    expect((await house.refused("add-yard", { name: "Y" }, { who: "Nobody" })).status).toBe(401);
    expect((await house.refused("add-yard", { name: "Y" }, { who: "Ada" })).status).toBe(403);
    expect((await house.act("add-yard", { name: "Y" }, { who: "ines" })).say).toBe("Yard Y set up.");
  });

  it("refuses to rewrite, delete or truncate the ledger, whoever asks", async () => {
    await house.pull(41, 10);
    for (const sql of [
      "update movement set grams = 1",
      "delete from movement",
      "update entry set say = 'x'",
      "delete from yard",
      "truncate movement cascade",
    ]) {
      // The owner is stopped by the triggers; the application has no right to any of it.
      await expect(house.owner.raw(sql)).rejects.toMatchObject({ code: "AU001" });
      await expect(house.db.raw(sql)).rejects.toMatchObject({ code: "42501" });
    }
  });

  it("holds the last line in the database: no fill goes under nothing", async () => {
    await house.pull(41, 10);
    const [comb] = await house.db("fill").where({ kind: "comb" });
    const loss = await house
      .db("fill")
      .insert({ kind: "loss", name: "x", opened_at: new Date(), entry_id: comb.entry_id })
      .returning("id");
    await expect(
      house.db("movement").insert({
        entry_id: comb.entry_id,
        from_fill: comb.id,
        to_fill: loss[0].id,
        grams: 10_001,
        at: new Date(),
        kind: "loss",
      }),
    ).rejects.toMatchObject({ constraint: "fill_never_negative" });
  });
});
