import { DateTime } from "luxon";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { planCalendar } from "../paper/plan-calendar";
import { decisions } from "../standing/decisions";
import { snapshot } from "../standing/snapshot";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { yardView } from "./view";

let house: TestHouse;
beforeAll(async () => {
  house = await openTestHouse();
  await house.equip();
  await house.act("add-supers", {
    tags: "51-66",
    depth: "deep",
    frames: 9,
    emptyKg: 7.4,
    foundation: "unwired wax",
  });
});
afterAll(() => house.close());

const inDays = (days: number): string => DateTime.utc().plus({ days }).toISODate();
const pulled = (tag: number, change: object = {}) => ({
  tag: String(tag),
  colony: "1",
  cappedPct: 95,
  ...change,
});
const pullOf = (supers: object[], more: object = {}) =>
  house.act<{ verdicts: { verdict: string }[]; grams: number }>("pull-supers", {
    yard: "Kiln Field",
    supers,
    ...more,
  });

describe("yards, colonies and supers in depth", () => {
  it("says where a yard is, what it is registered as, what blooms, and takes it back", async () => {
    await house.act("describe-yard", { yard: "kiln field", location: "second gate", registration: "HL-1" });
    const { entry } = await house.act("note-bloom", { yard: "Kiln Field", what: "lime" });
    const view = async () => (await yardView(house.db, await snapshot(house.db))).yards[0];
    expect(await view()).toMatchObject({
      location: "second gate",
      registration: "HL-1",
      blooms: expect.stringContaining("lime"),
    });
    await house.act("undo", { entry });
    expect(await view()).toMatchObject({ blooms: "" });
    expect(
      (await house.refused("note-bloom", { yard: "Kiln Field", what: "lime", date: inDays(2) })).message,
    ).toContain("when it was seen");
  });

  it("keeps an owner's colonies apart: their honey joins no other batch", async () => {
    await house.act("keep-separate", { colonies: "3", owner: "Hollis", agreedKg: 12 });
    expect((await yardView(house.db, await snapshot(house.db))).yards[0]?.separate).toBe("1 for Hollis");
    await pullOf([pulled(51, { colony: "3", grossKg: 20 }), pulled(52, { grossKg: 20 })]);
    expect((await house.refused("start-batch", { supers: "51,52" })).message).toBe(
      "Super 51 is kept separate for Hollis; super 52 is not. They do not go into one batch.",
    );
    const { batch } = await house.act<{ batch: number }>("start-batch", { supers: "51" });
    expect((await house.refused("add-to-batch", { batch, supers: "52" })).code).toBe("kept-apart");
    expect((await house.refused("keep-separate", { colonies: "3", agreedKg: 5 })).message).toContain(
      "name the owner",
    );
  });
});

describe("a pull plan", () => {
  it("needs its lead time, shows what is due, ticks off, and becomes a calendar", async () => {
    expect((await house.refused("plan-pull", { yard: "Kiln Field", date: inDays(1) })).code).toBe(
      "lead-time",
    );
    expect(
      (await house.refused("plan-pull", { yard: "Kiln Field", date: inDays(-1), method: "blower" })).code,
    ).toBe("in-the-past");
    const { plan, say } = await house.act<{ plan: number }>("plan-pull", {
      yard: "Kiln Field",
      date: inDays(2),
    });
    expect(say).toContain("escape boards, to be fitted on");
    const due = async () => decisions(await snapshot(house.db)).find((d) => d.id === `plan-${plan}`);
    expect(await due()).toMatchObject({ when: "today", short: "boards, Kiln Field" });
    await house.act("tick-step", { plan, step: "boards" });
    expect((await due())?.short).toBe("kit, Kiln Field");
    expect((await house.refused("tick-step", { plan, step: "boards" })).code).toBe("twice");
    const { text } = await planCalendar(house.db, plan);
    expect(text).toContain(`DTSTART;VALUE=DATE:${inDays(0).replaceAll("-", "")}`);
    expect(text.match(/BEGIN:VEVENT/g)).toHaveLength(3);
    await expect(planCalendar(house.db, 99_999)).rejects.toThrow(/no such plan/);
  });
});

describe("a judged pull", () => {
  it("keeps the verdict and the school that judged, a sample with it, and what was left behind", async () => {
    const { verdicts, grams } = await pullOf(
      [
        pulled(53, { grossKg: 22, sample: 18.9, framesLeft: 2 }),
        pulled(54, { grossKg: 22, cappedPct: 60, shake: "drops" }),
        pulled(55, { flags: ["fermented"], grossKg: 18 }),
        pulled(56, { flags: ["brood"], take: false }),
      ],
      { school: "shake" },
    );
    expect(verdicts.map((v) => v.verdict)).toEqual(["dry", "leave", "divert", "do-not-take"]);
    expect(grams).toBe(14_600 + 14_600 + 10_600);
    const rows = await house.db("live_pull_super").where("school", "shake").orderBy("id");
    expect(rows.map((r) => [r.verdict, r.frames_left])).toEqual([
      ["dry", 2],
      ["leave", 0],
      ["divert", 0],
    ]);
    expect(await house.db("live_left_super").first("verdict")).toEqual({ verdict: "do-not-take" });
    const s = await snapshot(house.db);
    expect(s.waiting.find((w) => w.tag === "53")?.latest[0]).toMatchObject({
      value: 18.9,
      doubts: ["no instrument was named"],
      sd_pct: expect.closeTo(0.4, 2),
    });
  });

  it.each<[string, object, string, string]>([
    ["capped 140 %", { cappedPct: 140, grossKg: 20 }, "supers.0.cappedPct", "between 0 and 100 %, not 140 %"],
    ["gross under empty", { grossKg: 7 }, "supers.0.grossKg", "leaves no honey in it"],
    [
      "brood, taken",
      { flags: ["brood"], grossKg: 20 },
      "supers.0.take",
      "Leave it, or say why it is taken all the same.",
    ],
    [
      "waiting period without an end",
      { flags: ["waiting"], grossKg: 20 },
      "supers.0.waitingUntil",
      "Until when",
    ],
    ["all frames left behind", { framesLeft: 9, grossKg: 20 }, "supers.0.framesLeft", "nothing is taken"],
    ["a flag there is not", { flags: ["haunted"], grossKg: 20 }, "supers.0.flags.0", "A flag must be one of"],
  ])("%s is refused beside its field", async (_, change, path, says) => {
    const fault = await house.refused("pull-supers", { yard: "Kiln Field", supers: [pulled(60, change)] });
    expect(fault.problems[0]).toMatchObject({ path, message: expect.stringContaining(says) });
  });

  it("a reason lets a super be taken against the verdict; diverted honey joins only its like", async () => {
    await pullOf([
      pulled(57, { flags: ["waiting"], waitingUntil: inDays(3), despite: "feed only", grossKg: 20 }),
      pulled(58, { grossKg: 20 }),
    ]);
    expect((await house.refused("start-batch", { supers: "57,58" })).message).toContain(
      "Super 57 is diverted",
    );
    // Pulled in a waiting period it is held besides: what it is mixed with is held with it.
    expect((await house.refused("start-batch", { supers: "55,57" })).code).toBe("held");
    expect((await house.act("start-batch", { supers: "55,57", despite: "feed only" })).say).toMatch(
      /supers 55 and 57.*all of it is held now: pulled in a treatment's waiting period/,
    );
  });

  it("a super pulled twice, and a reading from before its pull, are refused", async () => {
    expect(
      (await house.refused("pull-supers", { yard: "Kiln Field", supers: [pulled(58, { grossKg: 20 })] }))
        .code,
    ).toBe("super-full");
    const early = new Date(Date.now() - 3_600_000).toISOString();
    expect((await house.refused("read-moisture", { super: "58", value: 17 }, { at: early })).message).toMatch(
      /^That would be before/,
    );
  });

  it("pulled by eye, weighed on arrival: the difference is booked at once, and undone", async () => {
    const { say, grams } = { ...(await pullOf([pulled(61, { frameClass: "middle" })])) };
    expect(say).toContain("by estimate");
    expect(grams).toBeGreaterThan(10_000);
    const inIt = async () => (await snapshot(house.db)).waiting.find((w) => w.tag === "61");
    const { entry } = await house.act("weigh-in", { super: "61", grossKg: 27.4 });
    expect(await inIt()).toMatchObject({ grams: 20_000, gross_g: 27_400, weighed: true });
    await house.act("undo", { entry });
    expect(await inIt()).toMatchObject({ grams, weighed: false });
    expect((await house.act("weigh-in", { super: "61", grossKg: 15.4 })).say).toContain("less than on paper");
    expect(await inIt()).toMatchObject({ grams: 8_000 });
    expect((await house.refused("weigh-in", { super: "61", grossKg: 7 })).code).toBe("under-empty");
    expect((await house.refused("weigh-in", { super: "41", grossKg: 17 })).code).toBe("not-waiting");
  });

  it("a batch of estimated supers may give more than was guessed", async () => {
    const { grams } = await pullOf([pulled(62), pulled(63)]);
    const { batch } = await house.act<{ batch: number }>("start-batch", { supers: "62,63" });
    const pail = (n: number, share: number) =>
      ["fill-pail", { pail: n, batch, grossKg: Number((1.2 + (grams / 1000) * share).toFixed(2)) }] as const;
    for (const n of [1, 2, 3]) await house.act(...pail(n, 0.4));
    expect((await house.refused(...pail(4, 0.4))).code).toBe("more-than-came-in");
  });
});
