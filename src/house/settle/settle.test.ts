import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { clearingTimeH, RISERS } from "@/core/clarify";
import { understand } from "../line";
import { decisions } from "../standing/decisions";
import { snapshot } from "../standing/snapshot";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { columns } from "./columns";
import { settleDesk } from "./desk";
import { clearingOf, settledAt, settling, stepOf, stored } from "./settling";

let house: TestHouse;
const hoursAgo = (h: number): string => new Date(Date.now() - h * 3_600_000).toISOString();
beforeEach(async () => {
  house = await openTestHouse();
  await house.equip();
  await house.act("add-vessels", { kind: "tank", tags: "1", holdsL: 100, diameterCm: 45 });
  await house.act("add-mesh", { name: "Coarse", kind: "coarse", openingUm: 600 });
  await house.act("add-mesh", { name: "Fine", kind: "fine", openingUm: 200 });
});
afterEach(() => house.close());

/** 20 kg in pail 1, out of a batch of as much, so many hours ago. */
async function filled(hours: number, pail = 1): Promise<void> {
  const at = { at: hoursAgo(hours) };
  await house.act(
    "pull-supers",
    {
      yard: "Kiln Field",
      supers: [{ tag: String(40 + pail), colony: "1", cappedPct: 95, grossKg: 25.2, sample: 17.5 }],
    },
    { at: hoursAgo(hours + 2) },
  );
  const { batch } = await house.act<{ batch: number }>(
    "start-batch",
    { supers: String(40 + pail), despite: "as it is" },
    { at: hoursAgo(hours + 1) },
  );
  await house.act("fill-pail", { pail, grossKg: 21.2, batch }, at);
}
const pail = async (tag = "1") => {
  const s = await snapshot(house.db);
  const v = s.vessels.find((x) => x.kind === "pail" && x.tag === tag);
  if (!v) throw new Error(`no pail ${tag}`);
  return { s, v };
};

describe("two clocks", () => {
  it("nobody told how warm it is: the standing time holds, and the reasons say so", async () => {
    await filled(10);
    const { s, v } = await pail();
    expect(clearingOf(s, v)).toBeNull();
    expect(settledAt(s, v).getTime()).toBe(v.filledAt.getTime() + 24 * 3_600_000);
    const [c] = columns(s, 9).columns;
    expect(c).toMatchObject({ name: "pail 1", tempC: null, clearCm: null, holds: "rule", step: "wait" });
    expect(c?.because.map((b) => b.figure)).toContain("not told");
  });

  it("a cold pail is not clear when the standing time is over; a warm one is, and no sooner than the house's rule", async () => {
    await filled(30);
    await house.act("note-warmth", { vessel: "pail 1", tempC: 22 }, { at: hoursAgo(29) });
    let { s, v } = await pail();
    const c = clearingOf(s, v);
    // By hand: all of its column at 22 °C, less the 29 hours known; the hour before counts as cool.
    const whole = clearingTimeH({
      ...RISERS.wax,
      waterPct: c?.waterPct ?? 0,
      tempC: 22,
      heightM: c?.heightM ?? 0,
    });
    expect(c?.slowest).toBe("wax");
    expect(Math.abs((c?.restH ?? 0) - (whole - 29.5))).toBeLessThan(1);
    expect(settling(s).map((x) => x.name)).toEqual(["pail 1"]);
    expect(stored(s)).toEqual([]);
    await house.act("note-warmth", { vessel: "pail 1", tempC: 38 }, { at: hoursAgo(20) });
    ({ s, v } = await pail());
    expect(clearingOf(s, v)?.restH).toBe(0);
    expect(stored(s).map((x) => x.name)).toEqual(["pail 1"]);
    expect(stepOf(s, v)).toBe("skim");
  });

  it("told to be warm just now, it is not called clear for hours nobody knows", async () => {
    await filled(30);
    await house.act("note-warmth", { vessel: "pail 1", tempC: 38 }, { at: hoursAgo(0.1) });
    const { s, v } = await pail();
    expect(clearingOf(s, v)?.restH).toBeGreaterThan(5);
    expect(stepOf(s, v)).toBe("wait");
    expect(columns(s, 9).columns[0]?.because.map((b) => b.figure)).toContain("30 h");
  });

  it("clear since when it was clear, not since the standing time was over", async () => {
    await filled(60);
    await house.act("note-warmth", { vessel: "pail 1", tempC: 28 }, { at: hoursAgo(60) });
    const { s, v } = await pail();
    const c = clearingOf(s, v);
    const at = clearingTimeH({
      ...RISERS.wax,
      waterPct: c?.waterPct ?? 0,
      tempC: 28,
      heightM: c?.heightM ?? 0,
    });
    expect(at).toBeGreaterThan(24);
    expect((settledAt(s, v).getTime() - v.filledAt.getTime()) / 3_600_000).toBeCloseTo(at, 1);
  });

  it("a pour starts the clock anew, and late notes speak of their own time", async () => {
    await filled(40);
    await house.act("note-warmth", { vessel: "pail 1", tempC: 35 }, { at: hoursAgo(39) });
    const before = await pail();
    expect(clearingOf(before.s, before.v)?.restH).toBe(0);
    await house.act("receive-honey", { what: "opening", into: [{ vessel: "pail 1", kg: 2 }] });
    const after = await pail();
    expect(clearingOf(after.s, after.v)?.restH).toBeGreaterThan(10);
    expect((await house.refused("note-warmth", { vessel: "pail 1", tempC: 90 })).message).toContain("75 °C");
    expect((await house.refused("note-warmth", { vessel: "pail 2", tempC: 30 })).message).toBe(
      "Pail 2 is empty.",
    );
    expect(
      (await house.refused("note-warmth", { vessel: "pail 1", tempC: 30 }, { at: hoursAgo(50) })).code,
    ).toBe("nothing-in-it");
  });
});

describe("strained at once", () => {
  it("waits, is skimmed, looked at, and is ready; what was taken off is booked", async () => {
    await filled(25);
    const now = async () => {
      const { s, v } = await pail();
      return stepOf(s, v);
    };
    expect(await now()).toBe("skim");
    const [told] = decisions((await pail()).s).filter((d) => d.id === "settle-skim");
    expect(told).toMatchObject({
      what: "Skim pail 1 now",
      action: { href: "/settle?do=skim&from=pail%201" },
    });
    const { say } = await house.act("skim", { vessel: "pail 1", kg: 0.3 });
    expect(say).toBe("Pail 1: 0.30 kg of scum off, 19.7 kg stay.");
    expect(await now()).toBe("inspect");
    await house.act("inspect", { vessel: "pail 1" });
    expect(await now()).toBe("ready");
    expect((await house.refused("skim", { vessel: "pail 1", kg: 30 })).message).toContain(
      "more than its scum",
    );
  });

  it("skimmings may be kept in a vessel of their own, to be melted again, and are traced like any honey", async () => {
    await filled(25);
    await house.act("add-vessels", { kind: "tub", tags: "1", emptyKg: 1, holdsKg: 10 });
    const { say } = await house.act("skim", { vessel: "pail 1", kg: 0.4, into: "tub 1" });
    expect(say).toBe("Pail 1: 0.40 kg of scum off into tub 1, 19.6 kg stay.");
    const s = await snapshot(house.db);
    expect(s.vessels.find((v) => v.name === "tub 1")).toMatchObject({ grams: 400, from: "batch 1" });
    const { v } = await pail();
    expect(stepOf(s, v)).toBe("inspect");
    expect((await house.refused("skim", { vessel: "pail 1", kg: 0.2, into: "pail 1" })).message).toContain(
      "itself",
    );
  });

  it("skimmings nobody weighed are about a hundredth, and said to be", async () => {
    await filled(25);
    expect((await house.act("skim", { vessel: "pail 1" })).say).toBe(
      "Pail 1: about 0.20 kg of scum off, 19.8 kg stay.",
    );
  });

  it("a vessel that cleared a week ago asks nothing, noted or not", async () => {
    await filled(24 * 8);
    const { s, v } = await pail();
    expect(stepOf(s, v)).toBe("ready");
    expect(decisions(s).filter((d) => d.bay === "Settle")).toEqual([]);
  });
});

describe("settled first", () => {
  it("stands, is skimmed, strained, stands again, and only then is stored", async () => {
    await house.act("set-settling", { school: "settle-first" });
    await filled(30);
    let { s, v } = await pail();
    expect(stored(s)).toEqual([]);
    expect(stepOf(s, v)).toBe("skim");
    await house.act("skim", { vessel: "pail 1", kg: 0.2 });
    ({ s, v } = await pail());
    expect(stepOf(s, v)).toBe("strain");
    const { say } = await house.act("strain", {
      from: [{ vessel: "pail 1" }],
      to: [{ vessel: "tank 1" }],
      meshes: ["coarse", "Fine"],
      minutes: 22,
      honeyC: 32,
      keptKg: 0.15,
    });
    expect(say).toBe(
      "19.7 kg from pail 1 strained into tank 1 through Coarse and Fine in 22 min; 0.15 kg stayed in the mesh. It stands to clear anew.",
    );
    s = await snapshot(house.db);
    const tank = s.vessels.find((x) => x.name === "tank 1");
    expect(tank && stepOf(s, tank)).toBe("wait");
    // The pass told how warm it ran.
    expect(tank && clearingOf(s, tank)?.tempC).toBe(32);
    const { timed } = await settleDesk(house.db);
    expect(timed).toMatchObject([{ openingUm: 200, minutes: 22, tempC: 32 }]);
  });

  it("strained honey stays so wherever it is poured; honey poured onto it that was not, does not", async () => {
    await house.act("set-settling", { school: "settle-first" });
    await filled(60);
    await filled(59, 2);
    const at = { at: hoursAgo(50) };
    await house.act(
      "strain",
      { from: [{ vessel: "pail 1" }], to: [{ vessel: "tank 1" }], meshes: ["Fine"] },
      at,
    );
    await house.act(
      "move-honey",
      { from: [{ vessel: "tank 1", kg: 8 }], to: [{ vessel: "pail 3" }] },
      { at: hoursAgo(40) },
    );
    expect(stored(await snapshot(house.db)).map((v) => v.name)).toEqual(["pail 3", "tank 1"]);
    await house.act(
      "move-honey",
      { from: [{ vessel: "pail 2", kg: 5 }], to: [{ vessel: "tank 1" }] },
      { at: hoursAgo(30) },
    );
    expect(stored(await snapshot(house.db)).map((v) => v.name)).toEqual(["pail 3"]);
    expect((await pail("3")).v.strainedShare).toBe(1);
  });

  it("honey from elsewhere does not wait for this house's strainer", async () => {
    await house.act("set-settling", { school: "settle-first" });
    await house.act(
      "receive-honey",
      { what: "opening", into: [{ vessel: "tank 1", kg: 20 }] },
      { at: hoursAgo(24 * 5) },
    );
    expect(stored(await snapshot(house.db)).map((v) => v.name)).toEqual(["tank 1"]);
  });
});

describe("warmth", () => {
  it("goes with the honey through every pour, by mass, and is a range while nobody tells it", async () => {
    await filled(48);
    let { v } = await pail();
    expect(v.heat.unknownHours).toBeGreaterThan(46);
    expect(v.heat.diastaseLoPct).toBeLessThan(99.9);
    await house.act("note-warmth", { vessel: "pail 1", tempC: 50 }, { at: hoursAgo(24) });
    await house.act("note-warmth", { vessel: "pail 1", tempC: 20 }, { at: hoursAgo(1) });
    ({ v } = await pail());
    // 23 h at 50 °C by the published half-life of 5.38 days, and a range for the day before.
    expect(v.heat.diastaseHiPct).toBeCloseTo(100 * 0.5 ** (23 / 24 / 5.38), 0);
    await filled(30, 2);
    await house.act("note-warmth", { vessel: "pail 2", tempC: 15 }, { at: hoursAgo(29) });
    await house.act("move-honey", {
      from: [{ vessel: "pail 1" }, { vessel: "pail 2" }],
      to: [{ vessel: "tank 1" }],
    });
    const s = await snapshot(house.db);
    const tank = s.vessels.find((x) => x.name === "tank 1");
    expect(tank?.heat.diastaseHiPct).toBeCloseTo((v.heat.diastaseHiPct + 100) / 2, 0);
  });

  it("over the house's ceiling is told at once, with what it costs, until it is cooler", async () => {
    await filled(2);
    await house.act("set-settling", { school: "strain-first", ceilingC: 36 });
    expect((await house.act("note-warmth", { vessel: "pail 1", tempC: 36 })).say).toBe("Pail 1 is at 36 °C.");
    const { say } = await house.act("note-warmth", { vessel: "pail 1", tempC: 48 });
    expect(say).toMatch(
      /^Pail 1 is at 48 °C, over this house's 36 °C\. A day of it costs \d\.\d % of its enzymes/,
    );
    const hot = async () => decisions(await snapshot(house.db)).find((d) => d.id === "settle-too-warm");
    expect(await hot()).toMatchObject({
      what: "Pail 1 is too warm: 48.0 °C",
      tone: "stop",
      alarm: true,
      when: "now",
    });
    expect(decisions(await snapshot(house.db))[0]?.id).toBe("settle-too-warm");
    await house.act("note-warmth", { vessel: "pail 1", tempC: 30 });
    expect(await hot()).toBeUndefined();
  });
});

describe("meshes", () => {
  const pass = (meshes: string[], more: object = {}) => ({
    from: [{ vessel: "pail 1" }],
    to: [{ vessel: "tank 1" }],
    meshes,
    ...more,
  });

  it("a broken one holds what passed it since it was last whole, and lets nothing more through", async () => {
    await filled(30);
    await filled(29, 2);
    await house.act("tend-mesh", { mesh: "Fine", what: "whole" }, { at: hoursAgo(10) });
    await house.act("strain", pass(["Fine"]), { at: hoursAgo(9) });
    const { say, entry } = await house.act("tend-mesh", { mesh: "fine", what: "broken" });
    expect(say).toContain("Tank 1 held, as what passed it since it was last whole");
    const s = await snapshot(house.db);
    const tank = s.vessels.find((v) => v.name === "tank 1");
    expect(tank && stepOf(s, tank)).toBe("held");
    expect(decisions(s).find((d) => d.id === "settle-held")?.so).toContain("wire may be in it");
    const jars = { honeyKind: "Lime", jarG: 250, jars: 10, pails: [{ vessel: "tank 1" }] };
    expect((await house.refused("issue-lot", jars)).message).toContain(
      "Tank 1 is held: mesh Fine was found broken",
    );
    const again = { ...pass(["Fine"]), from: [{ vessel: "pail 2" }] };
    expect((await house.refused("strain", again)).code).toBe("broken-mesh");
    await house.act("undo", { entry });
    const after = await snapshot(house.db);
    expect(after.vessels.find((v) => v.name === "tank 1")?.told.inspected).toEqual([]);
  });

  it("it holds what was poured on from there, and names the jars that were filled of it", async () => {
    await filled(30);
    await house.act("strain", pass(["Fine"]), { at: hoursAgo(9) });
    await house.act("move-honey", { from: [{ vessel: "tank 1", kg: 5 }], to: [{ vessel: "pail 3" }] });
    const { lot } = await house.act<{ lot: string }>("issue-lot", {
      honeyKind: "Lime",
      jarG: 250,
      jars: 10,
      pails: [{ vessel: "tank 1" }],
      despite: "tasted",
    });
    const { say } = await house.act("tend-mesh", { mesh: "Fine", what: "broken" });
    expect(say).toContain("Tank 1 and pail 3 held");
    expect(say).toContain(`keep back lot ${lot}`);
  });

  it("what passed before it was last whole is not held", async () => {
    await filled(30);
    await house.act("strain", pass(["Fine"]), { at: hoursAgo(9) });
    await house.act("tend-mesh", { mesh: "Fine", what: "whole" }, { at: hoursAgo(8) });
    expect((await house.act("tend-mesh", { mesh: "Fine", what: "broken" })).say).toContain(
      "nothing that is here passed it",
    );
  });

  it("glass in one pail names those that stood under the same gate, and no others", async () => {
    const at = (h: number) => ({ at: hoursAgo(h) });
    await house.act(
      "pull-supers",
      { yard: "Kiln Field", supers: [{ tag: "43", colony: "1", cappedPct: 95, grossKg: 25.2 }] },
      at(40),
    );
    await house.act("start-batch", { supers: "43", despite: "as it is" }, at(39));
    await house.act("fill-pail", { pail: 3, grossKg: 6.2 }, at(38));
    await house.act("fill-pail", { pail: 4, grossKg: 6.2 }, at(37));
    await house.act("fill-pail", { pail: 5, grossKg: 6.2 }, at(30));
    const { say } = await house.act("inspect", { vessel: "pail 3", found: "glass" });
    expect(say).toContain("Look at pail 4 too, filled at the same gate.");
    expect((await house.act("inspect", { vessel: "pail 5", found: "cloudy" })).say).not.toContain("too");
  });

  it("found held at the look before jars, it is held until it is good again", async () => {
    await filled(30);
    for (const value of [16.8, 16.9, 16.8]) await house.act("read-moisture", { pail: 1, value });
    await house.act("inspect", { vessel: "pail 1", found: "fly or wasp", why: "on the scum" });
    const jars = { honeyKind: "Lime", jarG: 250, jars: 10, pails: [{ vessel: "pail 1" }] };
    expect((await house.refused("issue-lot", jars)).message).toContain("held: fly or wasp: on the scum");
    await house.act("inspect", { vessel: "pail 1" });
    await house.act("issue-lot", jars);
  });

  it.each([
    [["Fine", "Coarse"], {}, "Coarse is coarser than the mesh before it"],
    [["Sieve"], {}, 'There is no mesh "Sieve"'],
    [["Fine"], { to: [{ vessel: "pail 1" }] }, "cannot be poured into itself"],
    [["Fine"], { minutes: 2000 }, "between 0.5 and 1,440 min"],
    [["Fine"], { keptKg: 25 }, "cannot stay of 20.0 kg"],
    [["Fine"], { honeyC: 90 }, "between 5 and 60 °C"],
    [[], {}, "name at least one"],
  ])("through %j with %j is refused in words, and nothing is written", async (meshes, more, says) => {
    await filled(30);
    expect((await house.refused("strain", pass(meshes, more))).message).toContain(says);
  });

  it("a mesh of no opening is none", async () => {
    expect((await house.refused("add-mesh", { name: "X", kind: "fine", openingUm: 0 })).message).toContain(
      "between 50 and 3,000",
    );
    expect((await house.refused("add-mesh", { name: "fine", kind: "fine", openingUm: 300 })).code).toBe(
      "exists",
    );
  });
});

it("the line says it all, and undo takes it back", async () => {
  await filled(30);
  const hear = async (text: string) => (await understand(house.db, text, "Ines")).say;
  expect(await hear("skim b1 0.3")).toBe("Pail 1: 0.30 kg of scum off, 19.7 kg stay.");
  expect(await hear("warm b1 30")).toBe("Pail 1 is at 30 °C.");
  expect(await hear("good b1")).toContain("clear, clean");
  expect(await hear("strain b1 into v1 by coarse, fine")).toContain("through Coarse and Fine");
  const { entry } = await house.act("skim", { vessel: "b1", kg: 0.5 });
  await house.act("undo", { entry });
  const { s, v } = await pail();
  expect([v.grams, stepOf(s, v)]).toEqual([20_000, "skim"]);
});

describe("honeys with ways of their own", () => {
  const bloom = (what: string) => house.act("note-bloom", { yard: "Kiln Field", what }, { at: hoursAgo(60) });

  it("heather gels: nothing is said to rise in it, and it needs no mesh", async () => {
    await house.act("set-settling", { school: "settle-first" });
    await bloom("ling heather");
    await filled(30);
    await house.act("note-warmth", { vessel: "pail 1", tempC: 30 }, { at: hoursAgo(29) });
    const { s, v } = await pail();
    expect(clearingOf(s, v)).toBeNull();
    expect(stepOf(s, v)).toBe("skim");
    const [c] = columns(s, 9).columns;
    expect(c?.ways[0]).toMatch(/^it gels: bubbles stay in it/);
    expect(c?.because.map((b) => b.what)).toContain("Of what it is of, most gels");
    await house.act("skim", { vessel: "pail 1", kg: 0.1 });
    expect(stepOf((await pail()).s, (await pail()).v)).toBe("inspect");
  });

  it("rape sets within days: settled first is strained at once all the same", async () => {
    await house.act("set-settling", { school: "settle-first" });
    await bloom("oilseed rape");
    await filled(2);
    const { s, v } = await pail();
    expect(stepOf(s, v)).toBe("strain");
    const at = decisions(s).find((d) => d.id === "settle-strain");
    expect(at?.so).toContain("sets within days");
  });

  it("cappings drain a day to two, and then are to be weighed", async () => {
    await house.act("add-bins", { tags: "1", emptyKg: 2 });
    await house.act(
      "pull-supers",
      {
        yard: "Kiln Field",
        supers: [{ tag: "42", colony: "1", cappedPct: 95, grossKg: 25.2, sample: 17.5 }],
      },
      { at: hoursAgo(32) },
    );
    await house.act("start-batch", { supers: "42", despite: "as it is" }, { at: hoursAgo(31) });
    await house.act("fill-bin", { bin: "1", grossKg: 5, batch: 1 }, { at: hoursAgo(28) });
    const { draining } = await import("./draining");
    const at = async (hours: number) =>
      (await draining(house.db, await snapshot(house.db, new Date(Date.now() + hours * 3_600_000))))[0];
    expect(await at(0)).toMatchObject({ tag: "1", mass: "3.0 kg", done: true });
    expect((await at(-20))?.says).toMatch(/^drained .* to /);
  });
});
