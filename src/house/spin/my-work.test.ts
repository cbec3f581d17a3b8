import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { dayIn } from "../language/clock";
import { snapshot } from "../standing/snapshot";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { CHECKS } from "./checks";
import { myWork } from "./my-work";
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

const work = async () => myWork(await floorView(house.db, await snapshot(house.db)));
const of = async (person: string) => (await work()).people.find((p) => p.person === person);

/** The floor began with the hour. */
const thisHour = (): string => `${String(new Date().getUTCHours()).padStart(2, "0")}:00`;

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
    expect((await house.refused("note-uncapped", { super: 44 })).message).toContain("not in batch 1");
    await house.act("undo", { entry });
    expect((await of("Ada"))?.now?.says).toBe("uncap super 41");
    // Twenty frames stand ready: now it is Bo's turn.
    for (const tag of ["41", "42"]) await house.act("note-uncapped", { super: tag });
    expect((await of("Bo"))?.now).toMatchObject({ says: "load Twenty", href: "/spin?do=load", done: null });
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
