import { afterAll, beforeAll, describe, expect, it } from "vitest";
import type { BatchAccount } from "@/core/ledger";
import { CHECKS } from "../checklists/lists";
import { clockIn, dayIn, daysLater } from "../language/clock";
import { snapshot } from "../standing/snapshot";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { asDayPlan, boxesFor, leftToday } from "./day-plan";
import { framesStill } from "./day-work";
import { gateAt } from "./gates";
import { dayOutlook } from "./outlook";
import type { PlanInput } from "./plan-input";
import type { BatchComb } from "./records/batches";
import { residueView } from "./residue";
import { type FloorView, floorView } from "./view";

const MINUTE = 60_000;
let house: TestHouse;
let plan: PlanInput;

const floor = async (laterMin = 0): Promise<FloorView> =>
  floorView(house.db, await snapshot(house.db, new Date(Date.now() + laterMin * MINUTE)));
const load = (machine: string, slots: number, ...frames: { super: string; kg: number }[]) => ({
  machine,
  minutes: 20,
  slots: Array.from({ length: slots }, (_, i) => frames[i] ?? null),
});
const framesOfSuper = (tag: string, n: number, kg = 1.65) =>
  Array.from({ length: n }, () => ({ super: tag, kg }));

beforeAll(async () => {
  house = await openTestHouse();
  await house.equip();
  await house.act("add-machine", { name: "Nine", slots: 9 });
  await house.act("check-floor", { kind: "opening", items: CHECKS.opening.map((c) => c.id) });
  // An hour on the floor, wherever midnight lies.
  const began = new Date(Date.now() - 60 * MINUTE);
  plan = {
    date: dayIn("UTC", began),
    start: clockIn("UTC", began),
    uncappers: [{ who: "Ines", tool: "hot-knife", hours: 12 }],
    machines: ["Nine"],
    tenders: 1,
    breaks: [],
    cleaningMin: 30,
  };
});
afterAll(() => house.close());

describe("where the day stands", () => {
  it("counts frames that went into a machine as uncapped, and goes on from what turns", async () => {
    await house.act("plan-day", plan);
    await house.pull(41, 12);
    await house.pull(42, 12);
    await house.act("start-batch", { supers: "41-42" });
    const before = await floor();
    expect(before.boxes).toMatchObject([
      { id: "41", frames: 10, kg: 12 },
      { id: "42", frames: 10, kg: 12 },
    ]);
    expect(asDayPlan(plan, before.boxes, before, "now").extractors[0]?.turning).toBeNull();

    const { run } = await house.act<{ run: number }>("start-run", load("Nine", 9, ...framesOfSuper("41", 9)));
    const turns = await floor();
    expect(turns.boxes).toMatchObject([
      { id: "41", frames: 1, kg: expect.closeTo(1.2, 9) },
      { id: "42", frames: 10 },
    ]);
    expect(turns.done).toMatchObject({ framesIn: 9, frames: 0 });
    const rest = asDayPlan(plan, turns.boxes, turns, "now");
    expect(rest.extractors[0]?.turning).toMatchObject({ frames: 9, turnsLeft: 0 });
    // Twenty minutes from now, counted from the last five that were full; all its honey is still to come.
    expect(rest.extractors[0]?.turning?.leftMin).toBeGreaterThanOrEqual(20);
    expect(rest.extractors[0]?.turning?.leftMin).toBeLessThanOrEqual(25);
    expect(rest.extractors[0]?.turning?.kg).toBeCloseTo(9 * 1.2 * 0.93, 1);
    // A quarter of an hour later most of it is in pail or drum; over its time it only waits to be emptied.
    const soon = await floor(15);
    const then = asDayPlan(plan, soon.boxes, soon, "now");
    expect(then.extractors[0]?.turning?.leftMin).toBeLessThanOrEqual(10);
    expect(then.standsKg).toBeGreaterThanOrEqual(4);
    const over = await floor(40);
    expect(asDayPlan(plan, over.boxes, over, "now").extractors[0]?.turning).toMatchObject({
      leftMin: 0,
      kg: 0,
    });
    // The plan seen from its start knows nothing of it, and has all its boxes.
    expect(asDayPlan(plan, turns.whole, turns).extractors[0]?.turning).toBeNull();
    expect(turns.whole.map((b) => b.frames)).toEqual([10, 10]);

    const ends = (view: FloorView) => dayOutlook(view)?.ahead?.finish;
    expect(ends(turns)).toMatch(/^\d\d:\d\d$/);
    await house.act("end-run", { run, marks: [{ slot: 1, mark: "again" }] });
    const after = await floor();
    expect(after.boxes[0]).toMatchObject({ id: "41", frames: 2 });
    // The one that goes again is not done yet.
    expect(after.done).toMatchObject({ framesIn: 8, frames: 8 });
  });

  it("shut for the day it forecasts nothing, and tomorrow has all that is left", async () => {
    const { entry } = await house.act("check-floor", {
      kind: "closing",
      items: CHECKS.closing.map((c) => c.id),
    });
    const shut = await floor();
    expect(dayOutlook(shut)).toMatchObject({ ahead: null, stay: 2 });
    expect(leftToday(shut)).toBe(2);
    await house.act("undo", { entry });
    const open = await floor();
    expect(leftToday(open)).toBe(0);
    expect(dayOutlook(open)).toMatchObject({ stay: null, ahead: { finish: expect.any(String) } });
  });

  it("goes on when a batch is closed and another one begun; at the end everything is spun", async () => {
    await house.act("weigh-spun-super", { super: 41, grossKg: 5.8 });
    await house.act("weigh-spun-super", { super: 42, grossKg: 6 });
    await house.act("swap-pail", {});
    await house.act("fill-pail", { pail: 1, grossKg: 22 });
    const entire = await floor();
    expect(entire.boxes).toEqual([]);
    expect(dayOutlook(entire)).toMatchObject({ ahead: null, starts: null });
    await house.act("close-batch", { reason: "the rest hangs in the drum" });
    await house.pull(43, 10, 2);
    await house.act("start-batch", { supers: "43" });
    const next = await floor();
    expect(next.boxes.map((b) => b.id)).toEqual(["43"]);
    expect(next.whole.map((b) => b.id)).toEqual(["41", "42", "43"]);
    expect(next.done).toMatchObject({ boxes: 2, frames: 8, pailGrams: 20_800 });
    expect(next.done.pieces.map((p) => p.what)).toEqual(["run 1, 9 frames", "pail of 20.8 kg"]);
    expect(dayOutlook(next)?.ahead?.finish).toMatch(/^\d\d:\d\d$/);
  });

  it("counts the frames that came in, not those that stayed on the colony", async () => {
    await house.act("pull-supers", {
      yard: "Kiln Field",
      supers: [{ tag: "44", colony: "1", cappedPct: 95, grossKg: 12.2, framesLeft: 3 }],
    });
    await house.act("add-to-batch", { supers: "44" });
    const view = await floor();
    expect(view.boxes.at(-1)).toMatchObject({ id: "44", frames: 7 });
    expect(view.frames.filter((f) => f.super === "44")).toHaveLength(7);
    expect(view.frames.at(-1)?.kg).toBeCloseTo(1 + 0.45, 2);
  });

  it("keeps what was spun of a box that was not weighed back when its batch was closed", async () => {
    const begun = await house.act<{ run: number }>("start-run", load("Nine", 9, ...framesOfSuper("44", 4)));
    const ended = await house.act("end-run", { run: begun.run });
    const closed = await house.act("close-batch", { reason: "the rest tomorrow" });
    const { whole, done, boxes } = await floor();
    expect(whole.filter((b) => b.id === "44")).toMatchObject([{ frames: 4, kg: expect.closeTo(4, 6) }]);
    expect(whole.map((b) => b.id)).toEqual(["41", "42", "44"]);
    expect([boxes.length, done.frames]).toEqual([0, 12]);
    for (const { entry } of [closed, ended, begun]) await house.act("undo", { entry });
  });
});

describe("a plan", () => {
  it("goes by this house's pails and this floor's own figures", async () => {
    const view = await floor();
    expect(view.pailTakesKg).toBeCloseTo(27 * 0.97, 9);
    const own = { ...plan, figures: { strainKgPerMin: 2.5, meshKg: undefined } };
    expect(asDayPlan(own, view.boxes, view)).toMatchObject({
      pailKg: 27 * 0.97,
      pailHasKg: 0,
      strainKgPerMin: 2.5,
      meshKg: 300,
    });
    expect((await house.refused("plan-day", { ...plan, figures: { swapMin: -1 } })).message).toContain(
      "Swapping a pail must be between 0 and 30 min",
    );
    await house.act("plan-day", own);
    expect((await floor()).plan?.figures).toEqual({ strainKgPerMin: 2.5 });
  });

  it("of another day begins with the newest one before, not with one to come", async () => {
    const now = await floor();
    await house.act("plan-day", { ...plan, date: daysLater(now.today, -8), tenders: 2 });
    await house.act("plan-day", { ...plan, date: daysLater(now.today, 3), tenders: 5 });
    await house.act("plan-day", { ...plan, date: daysLater(now.today, -9), tenders: 3 });
    const seen = await floorView(
      house.db,
      await snapshot(house.db, new Date(now.nowMs - 3 * 24 * 60 * MINUTE)),
    );
    expect(seen.plan).toBeNull();
    expect(seen.planBefore?.tenders).toBe(2);
  });

  it("of tomorrow has what today's floor leaves, and what dries until then", async () => {
    const view = await floor();
    const tomorrow = { ...plan, date: daysLater(view.today, 1), start: "08:00" };
    const dries = { ...(view.boxes[0] as (typeof view.boxes)[number]), id: "later", releaseMin: 700 };
    const evening = { ...view, boxesLater: [dries], nowMin: 20 * 60 };
    const all = view.boxes.map((b) => b.id);
    expect(boxesFor(tomorrow, evening).map((b) => b.id)).toEqual([...all, "later"]);
    expect(boxesFor(tomorrow, evening, 1).map((b) => b.id)).toEqual([all.at(-1), "later"]);
    expect(boxesFor(tomorrow, evening, 0).map((b) => b.id)).toEqual(["later"]);
    // Twelve hours are plenty for two boxes; a shift that was over long ago leaves them all.
    expect(leftToday(view)).toBe(0);
    const shift = (hours: number) => ({ ...plan, uncappers: [{ ...plan.uncappers[0], hours }] }) as PlanInput;
    expect(leftToday({ ...view, plan: shift(0.5) })).toBe(view.boxes.length);
    expect(leftToday({ ...view, plan: null })).toBeNull();
  });
});

describe("left in the comb", () => {
  it("is known of boxes that were in a run, with its warmth and tool, also when their batch is closed", async () => {
    const { points, byTool, line, won } = await residueView(house.db, await snapshot(house.db));
    // Super 42 was weighed back without a run: nothing is known of how warm it was.
    expect(points).toEqual([{ super: "41", here: false, tempC: 27, tool: null, hadKg: 12, leftKg: 0.6 }]);
    expect(byTool).toMatchObject([{ tool: null, combs: 1, leftPct: 5 }]);
    expect(line).toEqual({ status: "unclear", why: "few" });
    expect(won).toBeNull();
    await house.act("start-run", {
      ...load("Nine", 9, ...framesOfSuper("43", 9)),
      tool: "fork",
      honeyC: 21,
    });
    await house.act("weigh-spun-super", { super: 43, grossKg: 6.2 });
    const open = await residueView(house.db, await snapshot(house.db));
    expect(open.points[0]).toEqual({
      super: "43",
      here: true,
      tempC: 21,
      tool: "fork",
      hadKg: 10,
      leftKg: 1,
    });
    // What came in by estimate is drawn by nobody's scale.
    await house.act("pull-supers", {
      yard: "Kiln Field",
      supers: [{ tag: "45", colony: "1", cappedPct: 95, frameClass: "middle" }],
    });
    await house.act("add-to-batch", { supers: "45" });
    const { runs } = await snapshot(house.db);
    await house.act("end-run", { run: runs.at(-1)?.id });
    await house.act("start-run", load("Nine", 9, ...framesOfSuper("45", 9)));
    await house.act("weigh-spun-super", { super: 45, grossKg: 5.9 });
    const after = await residueView(house.db, await snapshot(house.db));
    expect(after.points.map((p) => p.super)).toEqual(["43", "41"]);
  });
});

describe("runs that nobody told of", () => {
  const comb = (tag: number, kg = 12) =>
    ({
      tag: String(tag),
      comb_fill: tag,
      batch_id: 1,
      joined_at: new Date(0),
      gross_g: 5_200 + kg * 1000,
      empty_g: 5_200,
      frames: 10,
      frames_left: 0,
      spun_entry: null,
    }) as unknown as BatchComb;
  const still = (inKg: number, leftKg: number, combs: BatchComb[]) =>
    [
      ...framesStill(
        { combs, account: { inGrams: inKg * 1000, remainderGrams: leftKg * 1000 } as BatchAccount },
        [],
      ).values(),
    ].reduce((a, b) => a + b, 0);
  const ten = Array.from({ length: 10 }, (_, i) => comb(i));

  it.each([
    ["nothing is in pails: all frames wait", 120, 100],
    ["a little less than was told: the word is believed", 100, 100],
    ["half is in pails: half the frames wait", 60, 50],
    ["next to all is in pails: none waits", 3, 0],
  ])("%s", (_, leftKg, frames) => {
    expect(still(120, leftKg, ten)).toBe(frames);
  });

  it("at the gate no more stands or comes than the batch still holds", () => {
    const gate = {
      batch: 1,
      machine: null,
      pail: "1",
      pails: [{ fromMs: 0, holdsKg: 27, weighedKg: null }],
      taken: [],
      flows: [{ kg: 44.9, fromMs: 0, toMs: 2 * MINUTE, decline: 1 }],
      leftKg: 26.2,
      drumHoldsKg: 60,
      next: { kg: 20, min: 12, decline: 1 },
    };
    for (const at of [0.5, 1, 2, 5]) {
      const now = gateAt(gate, at * MINUTE);
      expect(now.pailKg + now.drumKg).toBeLessThanOrEqual(26.2 + 1e-9);
    }
  });
});
