import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { CHECKS } from "../checklists/lists";
import { dayIn } from "../language/clock";
import { snapshot } from "../standing/snapshot";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { asDayPlan } from "./day-plan";
import { myWork, scanOf } from "./my-work";
import { floorView } from "./view";

let house: TestHouse;
beforeEach(async () => {
  house = await openTestHouse();
  await house.act("add-crew", { name: "Ines", role: "lead" });
  for (const name of ["Ada", "Bo"]) await house.act("add-crew", { name, role: "floor" });
  await house.equip();
  await house.act("add-machine", { name: "Twenty", slots: 20 });
});
afterEach(() => house.close());

const work = async (laterMin = 0) =>
  myWork(await floorView(house.db, await snapshot(house.db, new Date(Date.now() + laterMin * 60_000))));
const of = async (person: string, laterMin = 0) =>
  (await work(laterMin)).people.find((p) => p.person === person);

/** The floor began with the hour. */
const thisHour = (): string => `${String(new Date().getUTCHours()).padStart(2, "0")}:00`;

const thisMinute = (): string => new Date().toISOString().slice(11, 16);

/** Three boxes in a batch, Ada at the bench, Bo at machine and pails, all day long. */
async function planned() {
  for (const tag of [41, 42, 43]) await house.pull(tag, 14);
  await house.act("start-batch", { supers: "41-43" });
  await house.act("check-floor", { kind: "opening", items: CHECKS.opening.map((c) => c.id) });
  await house.act("plan-day", {
    date: dayIn("UTC", new Date()),
    start: thisHour(),
    uncappers: [
      { who: "Ada", tool: "fork", hours: 10 },
      { who: "Bo", tool: "none", hours: 10, loads: true, pails: true },
    ],
    machines: ["Twenty"],
    tenders: 0,
  });
}

/** Ada and Bo uncap, Ines does the rest. */
const twoUncap = (start: string) =>
  house.act("plan-day", {
    date: dayIn("UTC", new Date()),
    start,
    uncappers: [
      { who: "Ada", tool: "fork", hours: 10 },
      { who: "Bo", tool: "fork", hours: 10, pails: true },
      { who: "Ines", tool: "none", hours: 10, loads: true, pails: true },
    ],
    machines: ["Twenty"],
    tenders: 0,
  });

describe("my work", () => {
  it("says why nobody is told anything: no plan, nothing to spin, a floor that is shut", async () => {
    expect((await work()).none).toContain("No day is planned");
    await planned();
    expect((await work()).none).toBeNull();
    await house.act("check-floor", { kind: "closing", items: CHECKS.closing.map((c) => c.id) });
    expect((await work()).none).toBe("The floor is shut for today.");
  });

  it("goes on when a box is told uncapped, comes back when that is undone, and refuses it twice", async () => {
    await planned();
    expect((await of("Ada"))?.now).toMatchObject({
      says: "uncap super 41",
      done: { command: "note-uncapped", input: { super: "41" } },
    });
    expect(await of("Bo")).toMatchObject({ now: null, waits: "frames for Twenty are still being uncapped" });
    const { entry, say } = await house.act("note-uncapped", { super: "41" }, { who: "Ada" });
    expect(say).toBe("Super 41 is uncapped, batch 1.");
    expect((await of("Ada"))?.now?.says).toBe("uncap super 42");
    expect((await house.refused("note-uncapped", { super: 41 })).message).toContain("uncapped already");
    expect((await house.refused("note-uncapped", { super: 44 })).message).toBe(
      "Super 44 is not in an open batch.",
    );
    await house.act("undo", { entry });
    expect((await of("Ada"))?.now?.says).toBe("uncap super 41");
    // Twenty frames stand ready: now it is Bo's turn.
    for (const tag of ["41", "42"]) await house.act("note-uncapped", { super: tag });
    expect((await of("Bo"))?.now).toMatchObject({ says: "load Twenty", href: "/spin?do=load", done: null });
  });

  it("sends whoever sees to the strainer when the mesh clogs, and says it done by a press", async () => {
    await planned();
    expect((await of("Bo"))?.now).toBeNull();
    await house.act("note-mesh", { what: "clogged" }, { who: "Ada" });
    expect((await work()).clogged).toBe(true);
    expect((await of("Bo"))?.now).toMatchObject({
      says: "change the mesh",
      done: { command: "note-mesh", input: { what: "changed" } },
    });
    const { entry } = await house.act("note-mesh", { what: "changed" }, { who: "Bo" });
    expect((await of("Bo"))?.now).toBeNull();
    await house.act("undo", { entry });
    expect((await of("Bo"))?.now?.says).toBe("change the mesh");
  });

  it("a mesh that clogged before the floor was opened is another's: a clean one is in", async () => {
    await house.act("note-mesh", { what: "clogged" }, { at: new Date(Date.now() - 3600_000).toISOString() });
    expect((await work()).clogged).toBe(false);
    await planned();
    expect((await work()).clogged).toBe(false);
    expect((await of("Bo"))?.now).toBeNull();
  });

  it("knows how much came through the mesh since it was put in", async () => {
    await planned();
    const has = async (laterMin: number) => {
      const floor = await floorView(
        house.db,
        await snapshot(house.db, new Date(Date.now() + laterMin * 60_000)),
      );
      return asDayPlan(floor.plan as NonNullable<typeof floor.plan>, floor.boxes, floor, "now").meshHasKg;
    };
    expect(await has(0)).toBe(0);
    await house.act("swap-pail", {});
    await house.act("start-run", {
      machine: "Twenty",
      minutes: 15,
      slots: Array.from({ length: 20 }, (_, i) => (i < 9 ? { super: "41", kg: 1.5 } : null)),
    });
    const after = await has(200);
    expect(after).toBeGreaterThan(5);
    await house.act("note-mesh", { what: "changed" });
    // What came before belongs to the mesh before; what still comes is this one's.
    expect(await has(0)).toBe(0);
    expect(await has(200)).toBeGreaterThan(5);
  });

  it("takes the scan of the box in question for its done, and of a tag with letters too", async () => {
    await planned();
    expect((await of("Ada"))?.now?.scan).toEqual({ heard: ["41", "S41", "T41"], line: "uncapped s41" });
    expect(scanOf({ command: "note-uncapped", input: { super: "H2" } })).toEqual({
      heard: ["H2", "SH2", "S:H2", "TH2"],
      line: "uncapped s:H2",
    });
    expect(scanOf({ command: "end-run", input: { machine: "Twenty" } })).toEqual({
      heard: ["TWENTY"],
      line: "done twenty",
    });
    // The line knows machines of one word.
    expect(scanOf({ command: "end-run", input: { machine: "The old one" } })).toBeNull();
  });

  it("says since when somebody is at a box where they told the one before, and else counts from now", async () => {
    await planned();
    const whole = (await of("Ada"))?.now;
    expect(whole).toMatchObject({ says: "uncap super 41", begun: null });
    await house.act("note-uncapped", { super: "41" }, { who: "Ada" });
    const now = (await of("Ada", 9))?.now;
    expect(now?.begun).toMatch(/^\d\d:\d\d$/);
    // Ten frames with a fork are 25 minutes; nine of them are gone.
    expect(whole?.minutes).toBeGreaterThanOrEqual(20);
    expect(now?.minutes).toBeGreaterThanOrEqual(14);
    expect(now?.minutes).toBeLessThanOrEqual(18);
    // Long ago is not known any more.
    expect((await of("Ada", 50))?.now?.begun).toBeNull();
  });

  it("a box stays with whoever is at it when another tells theirs done", async () => {
    await planned();
    await house.pull(44, 14);
    await house.act("add-to-batch", { supers: "44" });
    await twoUncap(thisHour());
    const boxes = async () => [(await of("Ada"))?.now?.says, (await of("Bo"))?.now?.says];
    expect(await boxes()).toEqual(["uncap super 41", "uncap super 42"]);
    await house.act("note-uncapped", { super: "41" }, { who: "Ada" });
    expect(await boxes()).toEqual(["uncap super 43", "uncap super 42"]);
    const { entry } = await house.act("note-uncapped", { super: "42" }, { who: "Bo" });
    expect(await boxes()).toEqual(["uncap super 43", "uncap super 44"]);
    // A box that is weighed back changes nobody's place.
    await house.act("weigh-spun-super", { super: 41, grossKg: 5.6 });
    expect(await boxes()).toEqual(["uncap super 43", "uncap super 44"]);
    await house.act("undo", { entry });
    expect(await boxes()).toEqual(["uncap super 43", "uncap super 42"]);
  });

  it("a box told done within the minute the plan starts in was told after its start", async () => {
    await planned();
    await twoUncap(thisMinute());
    await house.act("note-uncapped", { super: "41" }, { who: "Ada" });
    expect((await of("Ada"))?.now?.says).toBe("uncap super 43");
    expect((await of("Bo"))?.now?.says).toBe("uncap super 42");
  });

  it("with two batches open the box says which, and so does the gate", async () => {
    await planned();
    await house.pull(44, 14);
    await house.act("start-batch", { supers: "44" });
    expect((await house.act("note-uncapped", { super: "41" })).say).toBe("Super 41 is uncapped, batch 1.");
    expect((await house.act("note-uncapped", { super: "44" })).say).toBe("Super 44 is uncapped, batch 2.");
    expect((await house.refused("note-uncapped", { super: "45" })).message).toBe(
      "Super 45 is not in an open batch.",
    );
    expect((await house.refused("note-uncapped", { super: "42", batch: 2 })).message).toBe(
      "Super 42 is not in batch 2.",
    );
  });

  it("the lead sends somebody else, and what only looks is sent nowhere", async () => {
    await planned();
    for (const tag of ["41", "42"]) await house.act("note-uncapped", { super: tag });
    await house.act("plan-day", {
      date: dayIn("UTC", new Date()),
      start: thisHour(),
      uncappers: [
        { who: "Ada", tool: "fork", hours: 10, loads: true, pails: true },
        { who: "Bo", tool: "none", hours: 10, loads: true, pails: true },
      ],
      machines: ["Twenty"],
      tenders: 0,
    });
    expect((await of("Bo"))?.now?.says).toBe("load Twenty");
    expect(
      (await house.refused("give-work", { what: "machine", of: "Twenty", to: "Ada" }, { who: "Bo" })).status,
    ).toBe(403);
    const { say } = await house.act("give-work", { what: "machine", of: "Twenty", to: "ada" });
    expect(say).toBe("Ada sees to Twenty today.");
    expect((await of("Ada"))?.now?.says).toBe("load Twenty");
    expect((await of("Bo"))?.now?.says).not.toBe("load Twenty");
    expect((await work()).places).toContainEqual({ what: "machine", of: "Twenty", person: "Ada" });
    await house.act("add-crew", { name: "Wilma", role: "auditor" });
    expect((await house.refused("give-work", { what: "strainer", to: "Wilma" })).message).toContain("looks");
    expect((await house.refused("give-work", { what: "machine", to: "Ada" })).message).toBe("Say which one.");
  });
});
