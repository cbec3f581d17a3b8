import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { dayIn } from "../language/clock";
import { checksReport } from "../paper/checks-report";
import { wordsOf } from "../testing/paper";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { CHECK_KINDS, CHECKS } from "./lists";
import { checklistsView } from "./view";

let house: TestHouse;
beforeAll(async () => {
  house = await openTestHouse();
  await house.act("add-crew", { name: "Ines", role: "lead" });
  for (const [name, role] of [
    ["Odile", "filler"],
    ["Wilma", "auditor"],
  ] as const)
    await house.act("add-crew", { name, role });
  await house.equip();
});
afterAll(() => house.close());

const list = async (kind: (typeof CHECK_KINDS)[number], now = new Date()) => {
  const found = (await checklistsView(house.db, now)).lists.find((l) => l.kind === kind);
  if (!found) throw new Error(kind);
  return found;
};
const today = dayIn("UTC", new Date());
const read = async (from = today, to = today): Promise<string> => {
  const { pdf } = await checksReport(house.db, from, to);
  return wordsOf(pdf, "laid").replace(/\s+/g, " ");
};

describe("the lists a house keeps", () => {
  it("begin with something to look at, each named once", async () => {
    for (const kind of CHECK_KINDS) {
      const ids = CHECKS[kind].map((c) => c.id);
      expect(new Set(ids).size).toBe(ids.length);
      expect((await list(kind)).left).toBe(ids.length);
    }
  });

  it("are ticked by and by, by whoever does it, and begin anew on another day", async () => {
    const { say } = await house.act(
      "tick-checks",
      { kind: "hygiene", items: ["hands", "clothes"] },
      { who: "Ines" },
    );
    expect(say).toBe("Hygiene: 2 things ticked, 4 still to do.");
    const rest = ["well", "pests", "water", "waste"];
    const { say: whole, entry } = await house.act(
      "tick-checks",
      { kind: "hygiene", items: rest, note: "new soap" },
      { who: "Odile" },
    );
    expect(whole).toBe("Hygiene: 4 things ticked; all of it is done today.");
    const done = await list("hygiene");
    expect(done.items.map((i) => i.ticked?.who)).toEqual(["Ines", "Ines", ...rest.map(() => "Odile")]);
    expect(done.notes).toEqual(["Odile: new soap"]);
    expect((await list("hygiene", new Date(Date.now() + 40 * 3600_000))).left).toBe(6);
    await house.act("undo", { entry });
    expect((await list("hygiene")).left).toBe(4);
    await house.act("tick-checks", { kind: "hygiene", items: rest, note: "new soap" }, { who: "Odile" });
  });

  it("take what the house adds, drop it again, and go on calling what was ticked what it was", async () => {
    await house.act("set-check-item", { kind: "filler", what: "Radio off" });
    expect((await house.refused("set-check-item", { kind: "filler", what: "radio OFF" })).code).toBe("twice");
    const own = (await list("filler")).items.at(-1);
    expect(own).toMatchObject({ what: "Radio off", own: true });
    await house.act("tick-checks", { kind: "filler", items: [own?.id] });
    await house.act("set-check-item", { kind: "filler", what: "Radio off", drop: true });
    expect((await list("filler")).items.some((i) => i.own)).toBe(false);
    await house.act("set-check-item", { kind: "filler", what: "Window shut" });
    // A name once given means one thing.
    expect((await list("filler")).items.at(-1)?.id).not.toBe(own?.id);
    expect(await read()).toContain("Radio off");
  });

  it("what the house added to the opening check must be looked at too, before the floor runs", async () => {
    await house.act("set-check-item", { kind: "opening", what: "Gas bottle shut" });
    const items = CHECKS.opening.map((c) => c.id);
    const refused = await house.refused("check-floor", { kind: "opening", items });
    expect(refused.message).toBe("Not ticked: gas bottle shut.");
    const own = (await list("opening")).items.at(-1)?.id;
    await house.act("check-floor", { kind: "opening", items: [...items, own] });
    expect((await list("opening")).left).toBe(0);
  });

  it.each([
    ["tick-checks", { kind: "hygiene", items: [] }, "bad-input"],
    ["tick-checks", { kind: "hygiene", items: ["gates"] }, "unknown-check"],
    ["tick-checks", { kind: "opening", items: ["gates"] }, "bad-input"],
    ["set-check-item", { kind: "hygiene", what: "Hands washed", drop: true }, "not-own"],
  ])("%s %j is refused in words", async (name, input, code) => {
    expect((await house.refused(name, input)).code).toBe(code);
  });

  it("are the lead's to change, and nobody's who only looks to tick", async () => {
    expect(
      (await house.refused("set-check-item", { kind: "filler", what: "X" }, { who: "Odile" })).status,
    ).toBe(403);
    expect(
      (await house.refused("tick-checks", { kind: "filler", items: ["scale"] }, { who: "Wilma" })).status,
    ).toBe(403);
  });
});

describe("the report of a period", () => {
  it("says what was ticked, by whom, and what was not; other days are not in it", async () => {
    await house.act("set-check-aside", { kind: "sanitising", item: "sanitised" });
    await house.act(
      "tick-checks",
      { kind: "sanitising", items: ["rinsed"], note: "tank 1, hot water" },
      { who: "Odile" },
    );
    const text = await read();
    for (const said of [
      "Rinsed with warm water until no honey is left Odile",
      "Note: tank 1, hot water",
      "Not ticked: Everything dry before honey touches it",
      "Gas bottle shut",
    ])
      expect(text).toContain(said);
    // What does not apply here is not held against anybody.
    expect(text).not.toContain("Sanitiser at the strength");
    expect(await read("2020-01-01", "2020-02-01")).toContain("Nothing was ticked in these days.");
  });

  it("holds nothing against a day that was added or set aside later, and says of which list nothing was ticked", async () => {
    const ago = (days: number) => ({ at: new Date(Date.now() - days * 24 * 3600_000).toISOString() });
    const day = dayIn("UTC", new Date(ago(5).at));
    await house.act("tick-checks", { kind: "sanitising", items: ["rinsed"] }, ago(5));
    const text = await read(day, day);
    // Set aside today, looked at then.
    expect(text).toContain("Not ticked: Sanitiser at the strength");
    expect(text).toContain("Nothing ticked of: Opening check, Closing check, Hygiene, Filler start.");
    expect(text).not.toContain("Gas bottle shut");
    // Added four days ago: it stands against the day after.
    await house.act("set-check-item", { kind: "sanitising", what: "Tap closed" }, ago(4));
    await house.act("tick-checks", { kind: "sanitising", items: ["rinsed"] }, ago(3));
    const next = dayIn("UTC", new Date(ago(3).at));
    expect(await read(next, next)).toContain("Not ticked: Tap closed");
    expect(await read(day, day)).not.toContain("Tap closed");
  });

  it.each([
    ["", ""],
    ["2026-02-30", "2026-03-01"],
    ["2026-03-02", "2026-03-01"],
    ["2020-01-01", "2026-01-01"],
  ])("%s to %s is refused in words", async (from, to) => {
    await expect(checksReport(house.db, from, to)).rejects.toMatchObject({ code: "which-days" });
  });
});
