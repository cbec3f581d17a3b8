import { randomBytes } from "node:crypto";
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import type { Knex } from "knex";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { casesOf, playedTo, playThrough, SCENARIOS, scenarioById, scoreOf } from "@/core/practice";
import { shownFrom } from "@/core/units";
import { connect } from "@/db";
import { APPLICATION, asApplication, testServerUrl } from "@/db/testing/clone";
import { readersAreFoundBy } from "@/house/language/shown";
import { makePractice } from "./database";
import { begin, look, move } from "./games";
import { bestRuns } from "./records";

let admin: Knex;
let db: Knex;
const name = `aumbry_test_practice_${randomBytes(5).toString("hex")}`;
beforeAll(async () => {
  admin = connect(testServerUrl("postgres"), { patient: true, most: 1 });
  await admin.raw(`create database ${name}`);
  const owner = connect(testServerUrl(name), { patient: true, most: 1 });
  await makePractice(owner, APPLICATION);
  // Made twice is made once.
  await makePractice(owner, APPLICATION);
  await owner.destroy();
  db = connect(asApplication(testServerUrl(name)), { patient: true, most: 4 });
});
afterAll(async () => {
  await db.destroy();
  await admin.raw(`drop database if exists ${name} with (force)`);
  await admin.destroy();
});

const later = (s: number) => new Date(Date.now() + s * 1000);

describe("a practice day", () => {
  it.each(SCENARIOS.map((s) => s.id))(
    "%s is played to its end as its core plays it, and scored alike",
    async (id) => {
      const scenario = scenarioById(id) as (typeof SCENARIOS)[number];
      const best = playThrough(scenario, 4711, "best");
      const game = await begin(db, id, "Ines", 4711);
      let nth = 1;
      for (const [c, { of, played }] of best.cases.entries())
        for (const [i, d] of played.decisions.entries()) {
          const view = await look(db, game);
          expect(view.over).toBeNull();
          expect(view.round).toEqual({ nth: c + 1, of: scenario.cases.length });
          expect(view.seen).toHaveLength(i);
          expect(view.before).toHaveLength(c);
          // What is true in it is told to nobody before it is over.
          const { before: _, ...here } = view;
          expect(JSON.stringify(here)).not.toMatch(/"seed"|"truth"|"was"/);
          await move(db, game, { nth: nth++, move: d.move, who: "Ines" });
          expect(of.moves[d.move]).toBeDefined();
        }
      const { over, before } = await look(db, game);
      expect(over?.points).toBe(100);
      expect(before.map((c) => c.nth)).toEqual(scenario.cases.map((_, i) => scenario.cases.length - i));
      for (const c of before) {
        const { of, played } = best.cases[c.nth - 1] as (typeof best.cases)[number];
        expect(c.believed.map((b) => b.was)).toEqual(of.was(of.problem.truths[played.truth] as never));
      }
    },
  );

  it("is told in pounds and Fahrenheit to who reads so, to its end", async () => {
    readersAreFoundBy(() => shownFrom("lb F gal in mdy 12"));
    try {
      for (const { id } of SCENARIOS) {
        const game = await begin(db, id, "Ines", 3);
        let view = await look(db, game);
        for (let nth = 1; view.over === null; nth++) {
          expect(JSON.stringify([view.scenario, view.asks, view.known, view.moves, view.stands])).not.toMatch(
            /(?<!\/)\bkg\b|kilogram|°C/,
          );
          view = await move(db, game, { nth, move: view.moves[0]?.id ?? "", who: "Ines" });
        }
        expect(JSON.stringify([view.before, view.over.teaches])).not.toMatch(/(?<!\/)\bkg\b|kilogram|°C/);
      }
      // Every figure of a row of them, not the first alone.
      const beetles = (scenarioById("beetles") as (typeof SCENARIOS)[number]).cases[0];
      const first = Array.from({ length: 40 }, (_, seed) => seed).find(
        (seed) => casesOf(scenarioById("beetles") as (typeof SCENARIOS)[number], seed)[0] === beetles,
      );
      expect((await look(db, await begin(db, "beetles", "Ines", first))).known.at(-1)).toBe(
        "3 stacks of ten like it have beetles in them. They breed: the first six hours cost 4 lb, the next 11 lb, then 24 lb.",
      );
    } finally {
      readersAreFoundBy(() => undefined);
    }
  });

  it("goes on while nobody decides, in nobody's name, and not beyond its end", async () => {
    const game = await begin(db, "recall", "Ines", 5);
    expect((await look(db, game, later(10))).seen).toEqual([]);
    const after = await look(db, game, later(65));
    expect(after.seen.map((s) => [s.who, s.did])).toEqual([
      ["", "Wait"],
      ["", "Wait"],
      ["", "Wait"],
    ]);
    // The last word of a case must be somebody's.
    const late = await look(db, game, later(100_000));
    expect(late.seen).toHaveLength(3);
    expect(late.leftS).toBeNull();
    let now = await move(db, game, { nth: 4, move: "all", who: "Odile" }, later(100_001));
    expect(now.round.nth).toBe(2);
    expect(now.before.map((c) => c.did)).toEqual(["Call all three back"]);
    const moves = ["wait", "wait", "wait", "all"];
    for (const last of ["one", "two", "one"]) {
      now = await move(db, game, { nth: moves.length + 1, move: last, who: "Odile" }, later(100_002));
      moves.push(last);
    }
    const scenario = scenarioById("recall") as (typeof SCENARIOS)[number];
    const told = scoreOf(playedTo(scenario, 5, moves));
    expect(now.over).toMatchObject({ points: told.points, beyondKg: told.beyondKg });
    expect(now.over?.dearest.length).toBe(2);
  });

  it("two tablets that decide at once make one move, and both are told", async () => {
    const game = await begin(db, "holds-up", "Ines", 9);
    const asked = ["look-bench", "look-strainer"].map((m, i) =>
      move(db, game, { nth: 1, move: m, who: i ? "Odile" : "Ines" }).then(
        () => "made",
        (fault: { code: string }) => fault.code,
      ),
    );
    expect((await Promise.all(asked)).sort()).toEqual(["made", "moved-on"]);
    expect((await look(db, game)).seen).toHaveLength(1);
  });

  it.each([
    [{ nth: 1, move: "fly" }, "no-such-move"],
    [{ nth: 3, move: "weigh" }, "moved-on"],
  ])("%j is refused in words", async (asked, code) => {
    const game = await begin(db, "odd-load", "Ines", 1);
    await expect(move(db, game, { ...asked, who: "Ines" })).rejects.toMatchObject({ code });
  });

  it("one that is over, none at all, and a scenario there is not, are said", async () => {
    const game = await begin(db, "odd-load", "Ines", 1);
    for (const nth of [1, 2, 3, 4]) await move(db, game, { nth, move: "fast", who: "Ines" });
    await expect(move(db, game, { nth: 5, move: "fast", who: "Ines" })).rejects.toMatchObject({
      code: "over",
    });
    // One that was begun when a move had another name.
    const older = await begin(db, "odd-load", "Ines", 2);
    await db("move").insert({ game_id: older, nth: 1, move: "spread", who: "Ines", at: new Date() });
    await expect(look(db, older)).rejects.toMatchObject({ code: "older-rules" });
    await bestRuns(db);
    for (const id of ["", "x'; drop table game", "00000000-0000-0000-0000-000000000000"])
      await expect(look(db, id)).rejects.toMatchObject({ code: "unknown-game" });
    await expect(begin(db, "chess", "Ines")).rejects.toMatchObject({ code: "unknown-scenario" });
  });

  it("best runs are kept by person; a crew's is everybody's who moved in it", async () => {
    const game = await begin(db, "odd-load", "Ines", 77);
    await move(db, game, { nth: 1, move: "scale", who: "Bram" });
    await move(db, game, { nth: 2, move: "fast", who: "Wilma" });
    for (const nth of [3, 4, 5]) await move(db, game, { nth, move: "slow", who: "Bram" });
    const own = (await bestRuns(db)).filter((b) => b.scenario === "odd-load");
    const points = own.find((b) => b.who === "Bram")?.points;
    const { over } = await look(db, game);
    // Nothing else was played by these two, and a game that is not over counts for nobody.
    expect(points).toBe(over?.points);
    await move(db, await begin(db, "odd-load", "Ines", 78), { nth: 1, move: "scale", who: "Bram" });
    expect((await bestRuns(db)).filter((b) => b.who === "Bram")).toHaveLength(1);
    expect(own.find((b) => b.who === "Wilma")?.points).toBe(points);
    expect(new Set(own.map((b) => b.who)).size).toBe(own.length);
  });
});

describe("the practice house", () => {
  it("knows nothing of the house but how to say a figure, and holds no way to its records", () => {
    const folder = "src/practice";
    for (const file of readdirSync(folder).filter((f) => f.endsWith(".ts") && !f.includes(".test."))) {
      const text = readFileSync(join(folder, file), "utf8");
      const from = [...text.matchAll(/from "(@\/[^"]{1,200})"/g)].map(([, to = ""]) => to);
      for (const to of from) expect(["@/core/practice", "@/db", "@/house/language/shown"]).toContain(to);
      expect(text).not.toMatch(/\bDATABASE_URL\b|houseDatabase|writingDatabase|\bdatabase\(\)/);
    }
  });

  it("lets the application play and nothing else: what was done is not changed", async () => {
    await expect(db("move").update({ who: "nobody" })).rejects.toThrow("permission denied");
    await expect(db("game").delete()).rejects.toThrow("permission denied");
    await expect(db("result").update({ points: 100 })).rejects.toThrow("permission denied");
  });
});
