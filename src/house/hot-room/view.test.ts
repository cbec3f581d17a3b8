import { createHash } from "node:crypto";
import { afterAll, beforeEach, describe, expect, it } from "vitest";
import { dryingForecast } from "@/core/drying";
import { receivePost } from "../devices/posts";
import { standInTruth } from "../devices/stand-in-truth";
import { whenIn } from "../language/clock";
import { decisions } from "../standing/decisions";
import { snapshot } from "../standing/snapshot";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { airSince } from "./records";
import { hotRoomView } from "./view";

const HOUR = 3_600_000;
let house: TestHouse;
const open: TestHouse[] = [];
beforeEach(async () => {
  house = await openTestHouse();
  open.push(house);
  await house.equip();
  const tokenSha256 = createHash("sha256").update("air-token-one").digest("hex");
  await house.act("add-device", { name: "air", kind: "thermo-hygrometer", tokenSha256 });
  await house.act("add-instrument", { name: "R1", scale: "water", resolution: 0.1 });
  await house.act("check-instrument", { instrument: "R1", expected: 17, shown: 17 });
  for (const tag of [41, 42, 43]) await house.pull(tag, 12);
  await house.act("stack-supers", { supers: "41-43", stack: "A" });
});
afterAll(() => Promise.all(open.map((h) => h.close())));

/** The last hours' air, every five minutes, up to now. */
const air = (humidityPct: number, tempC = 29, hours = 3) => {
  const now = Date.now();
  return receivePost(house.db, {
    device: "air",
    token: "air-token-one",
    readings: Array.from({ length: hours * 12 }, (_, i) => ({
      at: new Date(now - (hours * 12 - 1 - i) * 300_000).toISOString(),
      tempC: tempC + (i % 3) / 10,
      humidityPct: humidityPct + (i % 5) / 10,
    })),
  });
};
const read = async (...pct: number[]) => {
  for (const [i, value] of pct.entries())
    await house.act("read-sheet", { super: String(41 + i), values: `${value} ${value}` });
};
const stack = async (now = new Date()) => {
  const s = await snapshot(house.db, now);
  return { s, decision: decisions(s).find((d) => d.id === "stack-A"), state: s.room.stacks[0] };
};

describe("what the hot room says of a stack", () => {
  it("unread: read it, the heaviest and least capped first", async () => {
    const { decision, state } = await stack();
    expect(decision).toMatchObject({ what: "Read stack A", action: { href: "/hot-room?do=read&super=41" } });
    expect(state?.forecast).toBeNull();
  });

  it("read but no air logged: says that nothing can be forecast, and how to mend it", async () => {
    await read(18.4, 18.2);
    const { decision } = await stack();
    expect(decision?.so).toContain("no air is logged");
    expect(decision?.action).toEqual({ label: "Enter the air", href: "/hot-room?do=air" });
  });

  it("drying: until when, how sure, which test and box next", async () => {
    await read(18.2, 18.1, 18.3);
    await air(33);
    const { decision, state } = await stack();
    expect(decision?.what).toMatch(/^Stack A: dry until .*(±\d+ h|between)/);
    expect(decision?.so).toMatch(/18\.\d % ±0\.\d now, at most 1\d\.\d %; a test at .*; super 4\d next\./);
    // The sheets dry on from the minute they were read; three boxes a point over is 0.3 kg of water.
    expect(state?.waterKg).toBeCloseTo((36 * 0.7) / 82.5, 1);
  });

  it("ready: take it out to a batch", async () => {
    await read(16.6, 16.7, 16.5);
    await air(33);
    expect((await stack()).decision).toMatchObject({
      tone: "go",
      action: { label: "Take out to spin", href: "/hot-room?do=out&stack=A" },
    });
  });

  it("wetting: the alarm, before everything else", async () => {
    await read(17.8, 17.6, 17.7);
    await air(66);
    const { decision, s } = await stack();
    expect(decision).toMatchObject({ what: "The room is wetting stack A", tone: "stop", when: "now" });
    expect(decision?.so).toMatch(/settles towards 2\d\.\d %\. Shut doors, dry the air to \d+ %/);
    expect(decisions(s)[0]?.id).toBe("stack-A");
  });

  it("cannot get there in this room: what would, and the best way out in time", async () => {
    await read(18.8, 18.7, 18.9);
    await air(57.5);
    const { decision, state } = await stack();
    expect(decision?.what).toBe("Stack A cannot get to 17.5 % in this room");
    expect(decision?.so).toMatch(
      /In time if you bring humidity to \d+ %, or warm the same air to \d+ °C\. Best: /,
    );
    expect(state?.forecast?.hours.p50).toBe(Number.POSITIVE_INFINITY);
  });

  it("beetles before the target: named, with what it will be by then", async () => {
    await house.act("set-room", { beetleHours: 12 });
    await read(19.4, 19.2, 19.5);
    await air(33);
    const { decision } = await stack();
    expect(decision).toMatchObject({
      what: "Stack A is too wet to be ready before the beetle limit",
      when: "12 h left",
    });
    expect(decision?.so).toMatch(
      /1\d\.\d % then, at most \d\d\.\d %\. Best: freeze the combs .* Or spin now and blend with \d+ kg of honey at 16\.5 %/,
    );
    const late = await stack(new Date(Date.now() + 13 * HOUR));
    expect(late.decision?.when).toMatch(/over$/);
  });

  it("shows its working: readings with who and which instrument, air, equilibrium, rate, clock", async () => {
    await read(18.2);
    await air(33);
    const because = (await stack()).decision?.why?.because ?? [];
    const told = because.map((b) => `${b.what} ${b.by ?? ""} ${b.source ?? ""}`).join("\n");
    for (const words of [
      "Super 41 Ines",
      "R1",
      "Room air, air",
      "Martin 1958",
      "Rate k, learnt from 2 readings",
      "hive beetle",
    ])
      expect(told).toContain(words);
  });

  it("one box of three read at the target is not ready: read more", async () => {
    await read(17.2);
    await air(33);
    const { decision, s } = await stack();
    expect(decision).toMatchObject({
      tone: "water",
      what: expect.stringMatching(/^Read more of stack A: super 4\d next$/),
    });
    expect(decision?.so).toMatch(/may be over the limit of 18\.6 %; 1 of 3 supers read/);
    expect((await hotRoomView(house.db, s, "A")).stacks[0]?.verdict).toBe("test more");
    // The batch asks the same judgement, at the moment.
    expect((await house.refused("start-batch", { supers: "41-43" })).message).toContain("may be as wet as");
  });

  it("a gap in the log is said and the forecast goes on", async () => {
    await read(18.3, 18.2, 18.4);
    const now = Date.now();
    const at = (h: number) => ({
      at: new Date(now - h * HOUR).toISOString(),
      tempC: 29,
      humidityPct: 33 + (h % 2) / 2,
    });
    await receivePost(house.db, {
      device: "air",
      token: "air-token-one",
      readings: [at(6), at(5.9), at(0.1), at(0)],
    });
    const { s, state } = await stack(new Date(now + 60_000));
    expect(s.room.gaps).toHaveLength(1);
    expect(state?.forecast?.status).toBe("drying");
    expect((await hotRoomView(house.db, s, "A")).gaps).toHaveLength(1);
  });
});

describe("the room's log", () => {
  it("is not read again with every entry; a sensor's next word, a figure typed and a sensor let go count at once", async () => {
    await air(45);
    const now = new Date();
    const log = () => airSince(house.db, new Date(now.getTime() - 4 * HOUR), now);
    const asked: string[] = [];
    house.db.on("query", ({ sql }: { sql: string }) => {
      if (/"humidity_pct" from "device_post"/.test(sql)) asked.push(sql);
    });
    expect(await log()).toHaveLength(36);
    const at = new Date(now.getTime() - HOUR - 7000);
    await house.act("note-climate", { tempC: 28, humidityPct: 50 }, { at: at.toISOString() });
    const typed = await log();
    expect(typed).toHaveLength(37);
    expect(typed.filter((r) => r.device === null).map((r) => r.at)).toEqual([at]);
    expect(typed.map((r) => r.at.getTime())).toEqual(
      typed.map((r) => r.at.getTime()).toSorted((a, b) => a - b),
    );
    expect(asked).toHaveLength(1);
    const heard = new Date(now.getTime() - 90_000);
    const says = [{ at: heard.toISOString(), tempC: 29, humidityPct: 46 }];
    await receivePost(house.db, { device: "air", token: "air-token-one", readings: says });
    expect((await log()).at(-2)?.at).toEqual(heard);
    expect(asked).toHaveLength(2);
    const sensor = await house.db("device").where({ name: "air" }).first("entry_id");
    await house.act("undo", { entry: sensor.entry_id });
    expect((await log()).map((r) => r.device)).toEqual([null]);
  });
});

describe("the hot room's screen", () => {
  it("draws each stack, and hands the browser what it needs to look ahead", async () => {
    await read(18.2, 18.1);
    await air(33, 29, 20);
    await house.act("set-fan", { stack: "A", fan: "some" });
    const s = await snapshot(house.db);
    const view = await hotRoomView(house.db, s, undefined);
    expect(view.stacks).toMatchObject([
      {
        name: "A",
        fan: "some",
        kg: "36.0",
        tags: ["41", "42", "43"],
        worst: expect.stringContaining("worst 41"),
      },
    ]);
    expect(view.selected).toMatchObject({
      name: "A",
      room: { fan: "some" },
      goal: { targetPct: 17.5, limitPct: 18.6 },
    });
    expect(view.selected?.readings).toHaveLength(4);
    expect(view.air.length).toBeLessThanOrEqual(240);
    expect(view.instruments[0]).toMatchObject({ name: "R1", verified: true });
  });

  it("the chart begins at the minute the words are reckoned from: one hour is one hour in both", async () => {
    await read(18.2, 18.1, 18.3);
    await air(33);
    // Late in a minute, where the two would part.
    const now = new Date(Math.ceil(Date.now() / 60_000) * 60_000 + 59_500);
    const { s, decision, state } = await stack(now);
    const view = await hotRoomView(house.db, s, undefined);
    const ahead = view.selected;
    if (!ahead || !state?.forecast) throw new Error("nothing is forecast");
    const { hours } = dryingForecast(ahead.rate, ahead.room, ahead.goal);
    expect(hours).toEqual(state.forecast.hours);
    expect(decision?.when).toBe(whenIn(s.house.zone, new Date(ahead.nowMs + hours.p50 * HOUR), now));
    expect(view.stacks.map((column) => column.verdict)).toEqual([`dry to ${decision?.when}`]);
  });

  it("a super moved to another stack dries there; the first stack's draught stays its own", async () => {
    await house.act("set-fan", { stack: "A", fan: "none" });
    await house.act("stack-supers", { supers: "42", stack: "b" });
    const view = await hotRoomView(house.db, await snapshot(house.db), undefined);
    expect(view.stacks.map((x) => [x.name, x.fan, x.tags.join()])).toEqual([
      ["A", "none", "41,43"],
      ["B", "full", "42"],
    ]);
  });

  it("tells a stand-in everything of a super but its honey", async () => {
    await air(33);
    expect(await standInTruth(house.db, "41")).toMatchObject({
      frames: 10,
      deep: false,
      emptyKg: 5.2,
      cappedPct: 95,
      weighedKg: 12,
      draught: [{ fan: "full" }],
    });
    expect(await standInTruth(house.db, "46")).toMatchObject({
      cappedPct: null,
      weighedKg: null,
      pulledAt: null,
    });
  });
});
