import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { CHECKS } from "../checklists/lists";
import { dayIn } from "../language/clock";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { whatIf } from "./what-if";

const HOUR = 3600_000;
let house: TestHouse;
/** Yesterday at eight, by the house's clock. */
const began = new Date(new Date(Date.now() - 24 * HOUR).setUTCHours(8, 0, 0, 0));
const day = dayIn("UTC", began);
const at = (min: number) => new Date(began.getTime() + min * 60_000).toISOString();

beforeAll(async () => {
  house = await openTestHouse();
  await house.act("add-crew", { name: "Ines", role: "lead" });
  for (const name of ["Ada", "Bo"]) await house.act("add-crew", { name, role: "floor" });
  await house.equip();
  await house.act("add-machine", { name: "Nine", slots: 9 });
});
afterAll(() => house.close());

const way = (view: Awaited<ReturnType<typeof whatIf>>, name: string) => {
  const found = view.ways.find((w) => w.name === name);
  if (!found) throw new Error(name);
  return found;
};

describe("what if we had", () => {
  it("says in words that there is no day to run again, or nothing told of it", async () => {
    expect((await whatIf(house.db)).none).toBe("No day with a plan lies behind us yet.");
    await house.act(
      "plan-day",
      {
        date: day,
        start: "08:00",
        uncappers: [
          { who: "Ada", tool: "fork", hours: 9 },
          { who: "Bo", tool: "none", hours: 9, loads: true, pails: true },
        ],
        machines: ["Nine"],
        tenders: 0,
      },
      { at: at(-60) },
    );
    expect((await whatIf(house.db)).none).toBe("No run was told on that day: there is nothing to run again.");
  });

  it("runs the day again by its own boxes and runs, and tells what one thing changed would have done", async () => {
    const tags = [41, 42, 43, 44];
    for (const [i, tag] of tags.entries())
      await house.act(
        "pull-supers",
        {
          yard: "Kiln Field",
          supers: [{ tag: String(tag), colony: "1", cappedPct: 95, grossKg: 5.2 + 12 + i }],
        },
        { at: at(-30) },
      );
    await house.act("start-batch", { supers: "41-44" }, { at: at(1) });
    await house.act(
      "check-floor",
      { kind: "opening", items: CHECKS.opening.map((c) => c.id) },
      { at: at(2) },
    );
    for (const [i, tag] of tags.entries()) {
      await house.act(
        "start-run",
        {
          machine: "Nine",
          minutes: 20,
          slots: Array.from({ length: 9 }, () => ({ super: String(tag), kg: 1.3 })),
        },
        { at: at(30 + 40 * i) },
      );
      await house.act("end-run", { machine: "Nine" }, { at: at(50 + 40 * i) });
    }
    const view = await whatIf(house.db, day);
    expect(view).toMatchObject({
      day,
      none: null,
      boxes: 4,
      really: { from: "08:30", to: "10:50", runs: 4, clean: "11:50", cleaningMin: 60 },
    });
    const planned = way(view, "As it was planned");
    expect(planned.soonerMin).toBeNull();
    expect(planned.finish?.p10 && planned.finish.p10 <= planned.finish.p50).toBeTruthy();
    // Ada's fork is what everything waits for: another one helps, another pair at the machine does not.
    const bench = way(view, "One more to uncap");
    expect(bench.soonerMin).toBeGreaterThan(8);
    expect(bench.says).toMatch(/^\d+ min sooner$/);
    expect(way(view, "One more at machines and pails").soonerMin ?? 0).toBeLessThan(bench.soonerMin ?? 0);
    // Warmer honey leaves the combs sooner, never later than chance.
    expect(way(view, "A warmer room").soonerMin).toBeGreaterThan(-3);
    // The same question is answered alike.
    expect(await whatIf(house.db, day)).toEqual(view);
  });
});
