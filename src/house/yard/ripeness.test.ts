import { afterAll, beforeEach, describe, expect, it } from "vitest";
import { decisions } from "../standing/decisions";
import { snapshot } from "../standing/snapshot";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { judgedPull, pullsOf, yieldOf } from "./ripeness";
import { pastOf } from "./view";

let house: TestHouse;
const open: TestHouse[] = [];
beforeEach(async () => {
  house = await openTestHouse();
  open.push(house);
  await house.equip();
  await house.act("add-instrument", { name: "R1", scale: "water", resolution: 0.1 });
  await house.act("check-instrument", { instrument: "R1", expected: 17, shown: 17 });
});
afterAll(() => Promise.all(open.map((h) => h.close())));

const pull = (...supers: object[]) =>
  house.act("pull-supers", {
    yard: "Kiln Field",
    supers: supers.map((s, i) => ({ tag: String(41 + i), colony: "1", cappedPct: 95, grossKg: 17.2, ...s })),
  });
const intake = async () => {
  const s = await snapshot(house.db);
  return { s, pulls: pullsOf(s.waiting), decision: decisions(s).find((d) => d.id.startsWith("pull-")) };
};

describe("what stands at the intake", () => {
  it("unread: read it, the box that tells most first", async () => {
    await pull({}, { cappedPct: 60 }, {});
    const { decision } = await intake();
    expect(decision).toMatchObject({ short: "3 to read", action: { href: "/hot-room?do=read&super=42" } });
  });

  it("ripe: spin it", async () => {
    await pull({ sample: 16.2 }, { sample: 16.3 }, { sample: 16.2 });
    const { decision } = await intake();
    expect(decision).toMatchObject({
      short: "intake ripe",
      tone: "go",
      action: { href: "/spin?do=batch&supers=41,42,43" },
    });
  });

  it("looks ripe on one reading: so many more, this box next", async () => {
    await pull({ sample: 17.4 }, {}, {}, {});
    const { decision } = await intake();
    expect(decision?.what).toMatch(/^Read (\d )?more of the intake to be sure: super 4\d next$/);
    expect(decision?.so).toContain("it may be as wet as");
  });

  it("the button takes the boxes the verdict speaks of: two wet ones stay out", async () => {
    await pull({ sample: 21.2 }, { sample: 21 }, { sample: 15.9 });
    const { decision } = await intake();
    expect(decision).toMatchObject({ tone: "go", action: { href: "/spin?do=batch&supers=43" } });
    expect(decision?.what).toBe("Spin super 43 of the intake");
    expect((await house.refused("start-batch", { supers: "41-43" })).code).toMatch(
      /over-the-limit|kept-apart/,
    );
    await house.act("start-batch", { supers: "43" });
  });

  it("wet: into the hot room", async () => {
    await pull({ sample: 18.6 }, { sample: 18.9 });
    expect((await intake()).decision).toMatchObject({
      short: "intake must dry",
      action: { href: "/hot-room?do=stand&supers=41,42" },
    });
  });

  it("fermented: diverted, never into jars", async () => {
    await pull({ flags: ["fermented"] });
    expect((await intake()).decision).toMatchObject({ short: "divert intake", tone: "stop" });
  });

  it("supers pulled one by one in a yard on a day are judged together", async () => {
    await house.pull(41, 12);
    await house.pull(42, 12, 2);
    const { pulls } = await intake();
    expect(pulls).toHaveLength(1);
    expect(pulls[0]?.supers.map((w) => w.tag)).toEqual(["41", "42"]);
  });

  it("by the school that judged the pull, though the house has changed its mind", async () => {
    await pull({ cappedPct: 98 });
    await house.act("set-rules", { school: "sealed", sealedPct: 90 });
    await house.act("pull-supers", {
      yard: "Kiln Field",
      supers: [{ tag: "44", colony: "2", cappedPct: 92, grossKg: 17 }],
    });
    const { s } = await intake();
    const of = (tag: string) =>
      judgedPull(
        s,
        s.waiting.filter((w) => w.tag === tag),
      );
    expect(of("41")).toMatchObject({ school: "instrument", verdict: "test" });
    expect(of("44")).toMatchObject({ school: "sealed", verdict: "spin" });
  });
});

describe("the house's rules", () => {
  it("are the lead's to choose, said in words, and taken back", async () => {
    const { say, entry } = await house.act("set-rules", { school: "shake", shakeMaxPct: 10 });
    expect(say).toBe(
      "Ripeness is judged by the shake; sealed from 95 % capped, at most 10 % of frames by shake.",
    );
    expect((await snapshot(house.db)).house).toMatchObject({ school: "shake", shake_max_pct: 10 });
    await house.act("undo", { entry });
    expect((await snapshot(house.db)).house).toMatchObject({ school: "instrument", shake_max_pct: 15 });
    expect((await house.refused("set-rules", { school: "guess" })).message).toContain(
      "sealed, shake, instrument",
    );
  });

  it("the room's are too", async () => {
    await house.act("set-room", { beetleHours: 72, spinTempC: "80 F", dehumidifierLPerDay: 20 });
    expect((await snapshot(house.db)).house).toMatchObject({
      beetle_hours: 72,
      spin_temp_c: expect.closeTo(26.67, 2),
      dehumidifier_l_day: 20,
    });
    expect((await house.refused("set-room", { beetleHours: 1 })).message).toContain("between 6 and 480 h");
  });
});

describe("expected yield", () => {
  it("learns from the batches this house closed and the supers it weighed", async () => {
    await pull({}, {});
    const first = await intake();
    const before = yieldOf(first.pulls[0]?.supers ?? [], { batches: [], frames: {} });
    await house.act("start-batch", { supers: "41,42" });
    for (const tag of ["41", "42"]) await house.act("weigh-spun-super", { super: tag, grossKg: 8.2 });
    await house.act("fill-pail", { pail: 1, grossKg: 19 });
    await house.act("close-batch", { reason: "left to drain" });
    const past = await pastOf(house.db);
    expect(past.batches).toEqual([{ inKg: 24, outKg: 17.8 }]);
    expect(past.frames.medium).toEqual({ kgPerFrame: expect.closeTo(1.2, 6), supers: 2 });
    const after = yieldOf(first.pulls[0]?.supers ?? [], past);
    expect(after.kg).toBeLessThan(before.kg);
    expect(after.outShare).toBeCloseTo((2 * 0.93 + 17.8 / 24) / 3, 6);
  });
});
