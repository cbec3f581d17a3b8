import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { whatIsOff } from "../ledger/verify";
import { understand } from "../line";
import { snapshot } from "../standing/snapshot";
import { stateOf } from "../store/watch";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { heldFills, openHolds } from "./records";

const HOUR = 3_600_000;
const ago = (hours: number): string => new Date(Date.now() - hours * HOUR).toISOString();
const today = (): string => new Date().toISOString().slice(0, 10);
let house: TestHouse;
beforeEach(async () => {
  house = await openTestHouse();
  await house.equip();
  await house.act("add-vessels", { kind: "drum", tags: "1-2", emptyKg: 20, holdsKg: 290 });
});
afterEach(() => house.close());

const pull = (tag: string, colony: string, hours = 60, more: object = {}) =>
  house.act(
    "pull-supers",
    { supers: [{ tag, colony, cappedPct: 97, grossKg: 20, ...more }] },
    { at: ago(hours) },
  );
/** Two supers of two colonies, each in a pail of its own. */
async function twoPails(): Promise<void> {
  for (const [tag, colony, pail] of [
    ["41", "1", "1"],
    ["42", "2", "2"],
  ] as const) {
    await pull(tag, colony);
    const output = await house.act("start-batch", { supers: [tag], despite: "dry" }, { at: ago(50) });
    const { batch } = output as unknown as { batch: number };
    await house.act("fill-pail", { pail, grossKg: 14, batch }, { at: ago(48) });
    await house.act("close-batch", { batch, reason: "left on the floor" }, { at: ago(47) });
  }
}
const jars = (pail: string, n = 10) =>
  house.act("issue-lot", {
    honeyKind: "Lime honey",
    jarG: 250,
    jars: n,
    pails: [{ pail, kg: n * 0.25 }],
    despite: "not read",
  });
const held = async (name: string) =>
  (await snapshot(house.db)).vessels.find((v) => v.name === name)?.holds.map((h) => h.why) ?? [];

describe("what is held", () => {
  it("holds what came of it, and what it is mixed into later, and nothing else", async () => {
    await twoPails();
    const lot = (await jars("1")) as unknown as { lot: string };
    const { say } = await house.act("hold", {
      what: "super 41",
      why: "smells of smoke",
      until: "a second nose",
    });
    expect(say).toMatch(
      /^Hold 1, super 41: smells of smoke\. .* here in 1 vessel and 1 lot may not leave\. What releases it: a second nose\.$/,
    );
    expect(await held("pail 1")).toEqual(["smells of smoke"]);
    expect(await held("pail 2")).toEqual([]);
    await expect(
      house.act("move-honey", { from: [{ vessel: "pail 1", kg: 1 }], to: [{ vessel: "pail 2" }] }),
    ).rejects.toMatchObject({ code: "held", problems: [{ path: "despite" }] });
    const mixed = await house.act("move-honey", {
      from: [{ vessel: "pail 1", kg: 1 }],
      to: [{ vessel: "pail 2" }],
      despite: "both go to the baker",
    });
    expect(mixed.say).toContain("pail 2: all of it is held now: smells of smoke");
    expect(await held("pail 2")).toEqual(["smells of smoke"]);
    // Nor is it topped up with other honey in silence; a pail under the gate must be empty anyhow.
    const more = { what: "opening", country: "Holmland", waterPct: 17, into: [{ vessel: "pail 1", kg: 1 }] };
    expect(await house.refused("receive-honey", more)).toMatchObject({
      code: "held",
      problems: [{ path: "despite" }],
    });
    await expect(jars("2")).rejects.toMatchObject({
      code: "held",
      message:
        "Pail 2 is held and cannot go into jars or out of the house: smells of smoke (held: super 41). What releases it: a second nose.",
    });
    await expect(
      house.act("send-jars", { lot: lot.lot, jars: 1, buyer: "Mill Bakery" }),
    ).rejects.toMatchObject({
      code: "held",
    });
    await expect(house.act("print-labels", { lot: lot.lot, labels: 1 })).rejects.toMatchObject({
      code: "held",
    });
    await expect(
      house.act("send-vessel", {
        vessel: "pail 1",
        honeyKind: "Lime",
        buyer: "Mill Bakery",
        despite: "asked",
      }),
    ).rejects.toMatchObject({ code: "held" });
    await expect(
      house.act("blend-honey", {
        from: [{ vessel: "pail 1" }, { vessel: "pail 2" }],
        into: "drum 1",
        despite: "x",
      }),
    ).rejects.toMatchObject({ code: "held" });
  });

  it("keeps a tank it stands in from being filled up under the gate, and lets it be once it is released", async () => {
    await house.act("add-vessels", { kind: "tank", tags: "7", holdsL: 60 });
    await house.act("receive-honey", {
      what: "opening",
      country: "Holmland",
      into: [{ vessel: "tank 7", kg: 8 }],
    });
    const { hold } = await house.act<{ hold: number }>("hold", {
      what: "tank 7",
      why: "smells of smoke",
      until: "a second nose",
    });
    await house.pull(46, 12);
    const { batch } = await house.act<{ batch: number }>("start-batch", { supers: ["46"], despite: "dry" });
    const fill = { vessel: "tank 7", kg: 3, batch };
    expect(await house.refused("fill-pail", fill)).toMatchObject({ code: "held" });
    await house.act("release-hold", { hold, why: "smelt again by two" });
    expect((await house.act("fill-pail", fill)).say).toContain("Tank 7");
  });

  it("is asked of the moment: what had left before it was held is still written down, and names what is gone", async () => {
    await twoPails();
    const lot = (await house.act(
      "issue-lot",
      { honeyKind: "Lime", jarG: 250, jars: 8, pails: [{ pail: "1", kg: 2 }], despite: "not read" },
      { at: ago(9) },
    )) as unknown as { lot: string };
    await house.act("hold", { what: "pail 1", why: "smells", until: "a nose" }, { at: ago(4) });
    // The lot came out of the pail before, and is held with it all the same.
    await expect(
      house.act("send-jars", { lot: lot.lot, jars: 2, buyer: "Mill Bakery" }),
    ).rejects.toMatchObject({
      code: "held",
    });
    await house.act("send-jars", { lot: lot.lot, jars: 2, buyer: "Mill Bakery" }, { at: ago(6) });
    const again = await house.act("hold", { what: `lot ${lot.lot}`, why: "glass", until: "looked over" });
    expect(again.say).toContain("0.5 kg went to 1 buyer already: see the recall");
  });

  it("is released with its evidence, by a second person where the house asks it; what went on rests on that", async () => {
    await twoPails();
    await expect(house.act("hold", { what: "the blue one", why: "a", until: "b" })).rejects.toMatchObject({
      code: "unknown-thing",
    });
    await house.act("hold", { what: "pail 1", why: "smells", until: "a nose" });
    await house.act("set-release-rules", { second: true });
    const asked = await house.act("release-hold", { hold: 1, why: "smelt again, clean" });
    expect(asked.say).toContain("a second person must agree");
    expect(await held("pail 1")).toEqual(["smells"]);
    await expect(house.act("confirm-release", { release: 1 })).rejects.toMatchObject({
      code: "second-person",
    });
    await house.act("confirm-release", { release: 1 }, { who: "Bram" });
    expect(await held("pail 1")).toEqual([]);
    await jars("1");
    await expect(house.act("undo", { entry: asked.entry })).rejects.toMatchObject({
      code: expect.stringMatching(/rest/),
    });
    await expect(house.act("release-hold", { hold: 1, why: "again" })).rejects.toMatchObject({
      code: "released-already",
    });
  });
});

describe("a hold that waits for a laboratory", () => {
  const rule = {
    name: "Tutin",
    yards: "Kiln Field",
    fromMd: "01-01",
    toMd: "31.12.",
    analyte: "tutin",
    most: 0.7,
  };
  it("is put on at the pull by the dated rule, and lifted for what was sampled alone, as it stood then", async () => {
    await house.act("add-hold-rule", { ...rule, why: "a plant in flower" }, { at: ago(100) });
    const { say } = await pull("41", "1");
    expect(say).toContain(
      'Held by the rule "Tutin" until a laboratory\'s result with tutin at most 0.7 mg/kg',
    );
    await pull("42", "1");
    const output = await house.act("start-batch", { supers: ["41"], despite: "dry" }, { at: ago(50) });
    const { batch } = output as unknown as { batch: number };
    await house.act("fill-pail", { pail: "1", grossKg: 14, batch }, { at: ago(48) });
    await house.act(
      "order-analysis",
      { sample: "pail 1", asks: "tutin", laboratory: "Fen", seal: "A7" },
      { at: ago(40) },
    );
    await expect(house.act("release-hold", { hold: 1, why: "result" })).rejects.toMatchObject({
      code: "wants-result",
    });
    await expect(house.act("release-hold", { hold: 1, result: 1, why: "r" })).rejects.toMatchObject({
      code: "no-result",
    });
    await house.act("enter-results", { order: 1, values: [{ analyte: "tutin", value: 0.9 }] });
    await expect(house.act("release-hold", { hold: 1, result: 1, why: "r" })).rejects.toMatchObject({
      code: "not-released",
    });
    await house.act("enter-results", { order: 1, values: [{ analyte: "tutin", value: 0.66 }] });
    await expect(house.act("release-hold", { hold: 1, result: 1, why: "r" })).rejects.toMatchObject({
      code: "close-to-limit",
    });
    await house.act("enter-results", {
      order: 1,
      file: "analyte;value;unit;method;uncertainty\nTutin;<0,01;mg/kg;LC-MS;\n",
      report: "F-12",
      accredited: true,
    });
    // What came into the pail after the sample was taken is not cleared by it.
    const before = await house.act("fill-pail", { pail: "2", grossKg: 3, batch }, { at: ago(44) });
    expect(before.say).toContain("Pail 2");
    await house.act("release-hold", { hold: 1, result: 1, why: "report F-12" });
    expect(await held("pail 1")).toEqual([]);
    expect(await held("pail 2")).toHaveLength(1);
    await house.act("move-honey", {
      from: [{ vessel: "pail 2", kg: 0.5 }],
      to: [{ vessel: "pail 1" }],
      despite: "x",
    });
    expect(await held("pail 1")).toHaveLength(1);
  });

  it("does not hold other yards, other days, or when the rule is over", async () => {
    await house.act("add-hold-rule", { ...rule, until: "2020-01-01", why: "old" }, { at: ago(100) });
    await house.act("add-yard", { name: "Sluice Cottage" });
    expect((await pull("41", "1")).say).not.toContain("rule");
    await house.act("add-hold-rule", { ...rule, yards: "Sluice Cottage", why: "there" }, { at: ago(70) });
    expect((await pull("42", "1")).say).not.toContain("rule");
    // A country stands for all its yards.
    await house.act("add-hold-rule", { ...rule, yards: "holmland", why: "all of it" }, { at: ago(65) });
    expect((await pull("43", "1")).say).toContain("rule");
    await expect(house.act("add-hold-rule", { ...rule, fromMd: "31.2.", why: "x" })).rejects.toMatchObject({
      code: "bad-input",
    });
  });
});

describe("colonies", () => {
  it("foul brood keeps their boxes out of use and asks about their honey", async () => {
    await twoPails();
    const ill = { colonies: "1", disease: "American foul brood", found: today() };
    await expect(house.act("note-brood-disease", ill)).rejects.toMatchObject({
      code: "asks-honey",
      problems: [{ path: "honey" }],
    });
    const { say } = await house.act("note-brood-disease", { ...ill, honey: "hold" });
    expect(say).toContain("1 box that stood there");
    expect(await held("pail 1")).toEqual([expect.stringContaining("American foul brood")]);
    expect(await held("pail 2")).toEqual([]);
    await expect(pull("41", "2", 0)).rejects.toMatchObject({ code: "box-held" });
    // It may stand on the sick colony still, and what it gives is held at once.
    await pull("41", "1", 0);
    const s = await snapshot(house.db);
    expect(s.held.on.get(s.waiting[0]?.fill_id ?? 0)?.length).toBe(1);
    // Boxes are released like anything else.
    await house.act("release-hold", { hold: 1, why: "irradiated" });
    await house.act("undo", {
      entry: (await house.db("entry").max("id as id").where({ command: "pull-supers" }).first())?.id,
    });
    await pull("41", "2", 0);
  });

  it("a treatment's waiting period holds by date, whenever it is typed in", async () => {
    await twoPails();
    const day = ago(60).slice(0, 10);
    const { say } = await house.act("note-treatment", {
      colonies: "1",
      treated: "formic acid",
      from: day,
      until: day,
    });
    expect(say).toContain("may not leave");
    expect(await held("pail 1")).toHaveLength(1);
    await pull("43", "1", 0);
    const s = await snapshot(house.db);
    expect(s.held.on.has(s.waiting[0]?.fill_id ?? 0)).toBe(today() === day);
  });
});

describe("on the line", () => {
  it("holds and releases, and a held vessel says so", async () => {
    await twoPails();
    expect(
      await understand(house.db, "hold b1 smells of smoke until somebody smelt it", "Ines"),
    ).toMatchObject({
      command: "hold",
      input: { what: "b1", why: "smells of smoke", until: "somebody smelt it" },
    });
    await house.act("hold", { what: "b1", why: "smells", until: "a nose" });
    const s = await snapshot(house.db);
    const v = s.vessels.find((x) => x.name === "pail 1");
    expect(v && stateOf(s, v)).toBe("held");
    expect(await understand(house.db, "release hold 1 the result is in", "Ines")).toMatchObject({
      input: { hold: "1", why: "the result is in" },
    });
    expect((await heldFills(house.db, "UTC", new Date(0))).size).toBe(0);
  });
});

describe("which holds stand at a moment", () => {
  /** As it follows from all that was ever told. */
  const asTold = async (at: Date): Promise<number[]> => {
    const { rows } = await house.db.raw(
      `select h.id from live_hold h
        where h.stated_at <= :at and (h.over_on is null or h.over_on >= (:at::timestamptz at time zone 'UTC')::date)
          and not exists (
            select 1 from live_hold_release r
             where r.hold_id = h.id and r.fill_id is null and r.stated_at <= :at
               and (not r.second or exists (
                 select 1 from live_release_confirmed c where c.release_id = r.id and c.stated_at <= :at)))
        order by h.id`,
      { at },
    );
    return rows.map((r: { id: number }) => r.id);
  };

  it("is found from those kept ready, at every hour, through releases late, partial, by two, undone and corrected", async () => {
    await twoPails();
    const hold = async (what: string, hours: number) =>
      (
        await house.act<{ hold: number }>(
          "hold",
          { what, why: "smells", until: "a nose" },
          { at: ago(hours) },
        )
      ).hold;
    const release = (n: number, hours: number, more: object = {}, who = "Ines") =>
      house.act("release-hold", { hold: n, why: "clean", ...more }, { at: ago(hours), who });
    const [a, b, c, d] = [
      await hold("pail 1", 40),
      await hold("pail 2", 39),
      await hold("super 41", 38),
      await hold("pail 1", 37),
    ];
    await hold("pail 2", 36);
    // Told in another order than it happened.
    await release(a, 10);
    const late = await release(b, 30);
    await release(c, 20, { of: "pail 1" });
    await house.act("set-release-rules", { second: true });
    await release(d, 15);
    const compare = async () => {
      const sizes = new Set<number>();
      for (let hours = -1; hours <= 41; hours++) {
        const at = new Date(ago(hours));
        const open = (await openHolds(house.db, "UTC", at)).map((h) => h.id);
        expect(open, `${hours} hours ago`).toEqual(await asTold(at));
        sizes.add(open.length);
      }
      expect(await whatIsOff(house.db)).toBeNull();
      return sizes.size;
    };
    expect(await compare()).toBeGreaterThan(3);
    await house.act("confirm-release", { release: 4 }, { who: "Bram", at: ago(12) });
    await compare();
    await house.act("undo", { entry: late.entry });
    await compare();
    await release(b, 5);
    await compare();
  });
});
