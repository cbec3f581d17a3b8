import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { understand } from "../line";
import { decisions } from "../standing/decisions";
import { snapshot } from "../standing/snapshot";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { arrange, BLEND_ASKED } from "./arrange";
import { foretell } from "./foretell";
import { blendsIn, mixChecks } from "./records";
import { solver } from "./solver";

let house: TestHouse;
beforeEach(async () => {
  house = await openTestHouse();
  await house.equip();
  await house.act("add-vessels", { kind: "tank", tags: "1", holdsL: 100, diameterCm: 45 });
  await house.act("add-vessels", { kind: "drum", tags: "3", emptyKg: 20, holdsKg: 290 });
});
afterEach(() => house.close());

/** Opening stock, read in the vessel itself by two drops. */
const stood = async (vessel: string, waterPct: number, kg: number, more: object = {}) => {
  await house.act("receive-honey", { what: "opening", country: "Holmland", into: [{ vessel, kg }], ...more });
  for (let i = 0; i < 2; i++) await house.act("read-moisture", { vessel, value: waterPct, tempC: 20 });
};
const arranged = async (asked: object) =>
  arrange(await snapshot(house.db), BLEND_ASKED.parse(asked), await solver());

describe("the arranger", () => {
  it("takes as much of the wet as the limit lets it, judged as everything else is, and says what more water is worth", async () => {
    await stood("drum 3", 19, 100);
    await stood("pail 1", 16.3, 25);
    await stood("pail 2", 16.6, 25);
    const view = await arranged({ wantedKg: 60, waterPct: 18 });
    expect(view.status).toBe("optimal");
    expect(view.kg).toBeCloseTo(60, 2);
    const upper = view.water?.upperPct ?? 99;
    // On the limit, not far under it, by the house's own judgement of the mix.
    expect(upper).toBeLessThanOrEqual(18.0005);
    expect(upper).toBeGreaterThan(17.9);
    expect(view.water?.pct).toBeLessThan(upper - 0.1);
    expect(view.bands.map((b) => b.name)).toEqual(["pail 1", "pail 2", "drum 3"]);
    expect(view.says[0]).toMatch(/^Water holds it back: 0\.1 % more would free \d\.\d kg more of drum 3\.$/);
    // The same mix foretold by its parts.
    const told = foretell(
      await snapshot(house.db),
      view.bands.map((b) => ({ name: b.name, kg: b.kg })),
      "",
    );
    expect(told.upperPct).toBeCloseTo(upper, 9);
  });

  it("is asked for in jars as well, and for what is no older than so many days", async () => {
    await stood("drum 3", 17, 100);
    await stood("pail 1", 16.8, 25);
    const jars = await arranged({ jars: 40, jarG: 500 });
    // What fills forty, and a kilogram that stays on wall and gate.
    expect(jars.kg).toBeCloseTo(21, 2);
    expect(() => BLEND_ASKED.parse({ jars: 40 })).toThrow("how many jars of what size");
    const day = 86_400_000;
    const later = await snapshot(house.db, new Date(Date.now() + 9 * day));
    const old = arrange(later, BLEND_ASKED.parse({ wantedKg: 10, ageDays: 8 }), await solver());
    expect(old.bands).toEqual([]);
    expect(old.choices.every((c) => c.out === "older than 8 days")).toBe(true);
  });

  it("never tells a plan that is over the limit by the house's own judgement, whatever was read how often", async () => {
    for (const [i, [vessel, kg, water]] of (
      [
        ["drum 3", 150, 18.6],
        ["pail 1", 25, 17.9],
        ["pail 2", 20, 16.1],
        ["pail 3", 26, 17.2],
        ["pail 4", 14, 15.9],
        ["pail 5", 22, 18.9],
      ] as const
    ).entries()) {
      await house.act("receive-honey", { what: "opening", country: "Holmland", into: [{ vessel, kg }] });
      // Once, twice, three times, and the drops apart.
      for (let k = 0; k <= i % 3; k++)
        await house.act("read-moisture", { vessel, value: water + (k % 2 ? 0.4 : -0.2), tempC: 20 });
    }
    const [s, solve] = [await snapshot(house.db), await solver()];
    let told = 0;
    for (const objective of ["wettest", "oldest", "fewest"])
      for (const wantedKg of [20, 60, 110])
        for (const waterPct of [17.4, 17.9, 18.4])
          for (const whole of [false, true]) {
            const view = arrange(s, BLEND_ASKED.parse({ wantedKg, waterPct, objective, whole }), solve);
            if (view.bands.length === 0) continue;
            told++;
            expect(
              view.water?.upperPct,
              JSON.stringify({ wantedKg, waterPct, objective, whole }),
            ).toBeLessThanOrEqual(waterPct + 0.001);
          }
    expect(told).toBeGreaterThan(20);
  });

  it("by hand: put in, left out; nobody's but who is asked for, nothing held, warm or unread", async () => {
    await stood("pail 1", 17, 25);
    await stood("pail 2", 17, 25);
    await house.act("receive-honey", {
      what: "opening",
      country: "Holmland",
      into: [{ vessel: "pail 3", kg: 20 }],
    });
    await stood("pail 4", 17, 25);
    await house.act("inspect", { vessel: "pail 4", found: "glass" });
    const all = await arranged({ wantedKg: 30 });
    expect(all.choices.map((c) => [c.name, c.out])).toEqual([
      ["pail 1", ""],
      ["pail 2", ""],
      ["pail 3", "not read"],
      ["pail 4", "held"],
    ]);
    const without = await arranged({ wantedKg: 20, leaveOut: ["pail 1"], mustHave: ["pail 2"] });
    expect(without.bands.map((b) => b.name)).toEqual(["pail 2"]);
    expect((await arranged({ wantedKg: 30, owner: "Ada" })).says).toEqual([
      "Nothing that stands here may be blended.",
    ]);
  });

  it("where there is none it says the most there is and what would have to give", async () => {
    await stood("drum 3", 19.5, 100);
    await stood("pail 1", 16.5, 10);
    const view = await arranged({ wantedKg: 90, waterPct: 18 });
    expect(view.status).toBe("infeasible");
    expect(view.bands).toEqual([]);
    expect(view.says[0]).toMatch(/within the limits about \d+\.\d kg is the most\.$/);
    expect(view.says[1]).toMatch(/^It would be one with water up to about (19|20)\.\d+ %\.$/);
    expect((await arranged({ wantedKg: 500 })).says).toEqual(["Only 110.0 kg may be blended at all."]);
  });

  it("refuses what cannot be asked", () => {
    const wrong = (asked: object) => BLEND_ASKED.safeParse(asked).error?.issues[0]?.path.join(".");
    expect(wrong({ wantedKg: 0 })).toBe("wantedKg");
    expect(wrong({ wantedKg: 5, waterPct: 40 })).toBe("waterPct");
    expect(wrong({ wantedKg: 5, objective: "cheapest" })).toBe("objective");
    expect(wrong({ wantedKg: 5, more: 1 })).toBe("");
    // A colour or a bloom that nobody named is not aimed at in silence.
    expect(wrong({ wantedKg: 5, objective: "colour" })).toBe("colourLo");
    expect(wrong({ wantedKg: 5, colourLo: 60, colourHi: 30 })).toBe("colourHi");
    expect(wrong({ wantedKg: 5, objective: "pure" })).toBe("bloom");
  });
});

describe("the blend", () => {
  it("is poured, keeps what it was foretold, and is compared with top and bottom", async () => {
    await stood("pail 1", 16.5, 25);
    await stood("pail 2", 18.5, 25);
    const { say } = await house.act("blend-honey", {
      from: [{ vessel: "pail 1" }, { vessel: "pail 2", kg: 10 }],
      into: "tank 1",
    });
    expect(say).toMatch(
      /^35\.0 kg blended from pail 1 and pail 2 in tank 1; foretold 17\.1 % water, at most 17\.\d %; stir it, then read top and bottom\.$/,
    );
    const s = await snapshot(house.db);
    const tank = s.vessels.find((v) => v.name === "tank 1");
    expect(tank?.grams).toBe(35_000);
    const [kept] = await blendsIn(house.db, [tank?.fillId ?? 0], new Date());
    expect(kept?.water_pct).toBeCloseTo((25 * 16.5 + 10 * 18.5) / 35, 1);

    const asked = async () => decisions(await snapshot(house.db)).find((d) => d.id === "unmixed tank 1");
    expect((await asked())?.so).toBe("35.0 kg were blended there, and nobody read whether they are mixed.");
    const mixed = (top: number, bottom: number) =>
      house.act<{ entry: number }>("check-mix", { vessel: "tank 1", topPct: top, bottomPct: bottom });
    expect((await mixed(17.6, 16.6)).say).toMatch(
      /^Tank 1 is not mixed, 1\.0 points apart: stir it from the bottom up/,
    );
    expect((await mixed(17.3, 16.9)).say).toMatch(
      /^Tank 1 is not quite mixed, 0\.4 points apart: stir it, and read again in 30 min\./,
    );
    expect((await asked())?.so).toContain("0.4 points apart: stir it");
    const good = await mixed(17.1, 17);
    expect(await asked()).toBeUndefined();
    expect(good.say).toBe("Tank 1 is mixed: 17.1 % water, top and bottom 0.1 apart. As foretold, 17.1 %.");
    expect((await mixed(19, 19)).say).toContain("That is not what was foretold, 17.1 %");
    expect(await mixChecks(house.db, [tank?.fillId ?? 0], new Date())).toHaveLength(4);
    await house.act("undo", { entry: good.entry });
    expect(await mixChecks(house.db, [tank?.fillId ?? 0], new Date())).toHaveLength(3);
  });

  it("never rescues what ferments, is grained or over the limit in silence; what is held is mixed into nothing", async () => {
    await stood("pail 1", 21, 20);
    await stood("pail 2", 16, 25);
    const pour = { from: [{ vessel: "pail 1" }, { vessel: "pail 2" }], into: "tank 1" };
    expect((await house.refused("blend-honey", pour)).message).toMatch(
      /^Pail 1: over 20 % water, honey that ferments takes the rest along\./,
    );
    await house.act("note-look", { vessel: "pail 2", look: "half" });
    const asked = await house.refused("blend-honey", { from: [{ vessel: "pail 2" }], into: "tank 1" });
    expect(asked.message).toContain("crystals, and they seed the whole");
    expect(asked.problems[0]?.path).toBe("despite");
    const { say } = await house.act("blend-honey", { ...pour, despite: "for the baker" });
    expect(say).toContain("all the same: for the baker");
    await stood("pail 3", 17, 20);
    await house.act("inspect", { vessel: "pail 3", found: "chemical" });
    expect(
      (await house.refused("blend-honey", { from: [{ vessel: "pail 3" }], into: "drum 3", despite: "x" }))
        .code,
    ).toBe("held");
  });

  it("an owner's honey is not pooled at the last step, and a tank does not overflow", async () => {
    await house.act("keep-separate", { colonies: "1", owner: "Ada" });
    await house.pull(41, 20);
    await house.act("read-moisture", { super: "41", value: 17 });
    const { batch } = await house.act<{ batch: number }>("start-batch", {
      supers: "41",
      despite: "as it is",
    });
    await house.act("fill-pail", { pail: 1, grossKg: 16.2, batch });
    await stood("pail 2", 17, 25);
    expect(
      (
        await house.refused("blend-honey", {
          from: [{ vessel: "pail 1" }, { vessel: "pail 2" }],
          into: "tank 1",
        })
      ).message,
    ).toContain("kept apart");
    await stood("drum 3", 17, 250);
    expect(
      (await house.refused("blend-honey", { from: [{ vessel: "drum 3" }], into: "tank 1" })).problems[0]
        ?.path,
    ).toContain("to.0");
  });

  it("is said on the line", async () => {
    await stood("pail 1", 17, 25);
    await stood("drum 3", 17, 50);
    const hear = (words: string) => understand(house.db, words, "Ines");
    expect(await hear("blend b1, 20 d3 into v1")).toMatchObject({
      say: expect.stringMatching(
        /^45\.0 kg blended from pail 1 and drum 3 in tank 1; foretold 17\.0 % water/,
      ),
    });
    expect(await hear("mixed d3 17.1 17")).toMatchObject({
      say: expect.stringMatching(/^Drum 3 is mixed: 17\.1 % water/),
    });
  });
});
