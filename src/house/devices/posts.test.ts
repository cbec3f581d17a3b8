import { createHash } from "node:crypto";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { climateOf } from "@/core/drying";
import { hiddenComb, hiddenWaterPct, hygrometerShows, refractometerShows, scaleShows } from "@/standins";
import { Refusal } from "../language/errors";
import { decisions } from "../standing/decisions";
import { snapshot } from "../standing/snapshot";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { linesOfScale, receivePost } from "./posts";

const TOKEN = "a-token-of-its-own";
const NOW = new Date();
let house: TestHouse;
beforeAll(async () => {
  house = await openTestHouse();
  await house.equip();
  const tokenSha256 = createHash("sha256").update(TOKEN).digest("hex");
  for (const [name, kind] of [
    ["air", "thermo-hygrometer"],
    ["bench", "scale"],
  ])
    await house.act("add-device", { name, kind, tokenSha256 });
  await house.pull(41, 12);
  await house.act("stack-supers", { supers: "41", stack: "A" });
  await house.act("read-moisture", { super: "41", value: 19 });
});
afterAll(() => house.close());

const minutesAgo = (m: number) => new Date(NOW.getTime() - m * 60_000).toISOString();
const air = (readings: object[], token = TOKEN, device = "air") =>
  receivePost(house.db, { device, token, readings }, NOW);
const refused = async (deed: Promise<unknown>): Promise<Refusal> => {
  const fault = await deed.then(
    () => new Error("It was accepted."),
    (e: unknown) => e,
  );
  if (!(fault instanceof Refusal)) throw fault;
  return fault;
};

describe("what devices post", () => {
  it("is kept once, and moves the room on the screen", async () => {
    const readings = Array.from({ length: 60 }, (_, i) => ({
      at: minutesAgo(60 - i),
      tempC: 29 + (i % 4) / 10,
      humidityPct: 31 + (i % 3) / 10,
    }));
    expect(await air(readings)).toEqual({ kept: 60 });
    expect(await air(readings)).toEqual({ kept: 0 });
    const s = await snapshot(house.db);
    expect(s.room.air).toMatchObject({ device: "air", standIn: false, tempC: 29.3 });
    expect(s.room.stacks[0]?.forecast?.status).toBe("drying");
  });

  it.each<[string, () => Promise<unknown>, string, number]>([
    [
      "a wrong token",
      () => air([{ at: minutesAgo(1), tempC: 29, humidityPct: 30 }], "not-the-token"),
      "unknown-token",
      401,
    ],
    [
      "an unknown device",
      () => air([{ at: minutesAgo(1), tempC: 29, humidityPct: 30 }], TOKEN, "nobody"),
      "unknown-token",
      401,
    ],
    ["nothing", () => air([]), "bad-input", 400],
    ["no time", () => air([{ tempC: 29, humidityPct: 30 }]), "bad-input", 400],
    [
      "text for a figure",
      () => air([{ at: minutesAgo(1), tempC: "warm", humidityPct: 30 }]),
      "bad-input",
      400,
    ],
    [
      "the future",
      () => air([{ at: new Date(NOW.getTime() + 3_600_000).toISOString(), tempC: 29, humidityPct: 30 }]),
      "bad-time",
      422,
    ],
    [
      "too many at once",
      () => air(Array.from({ length: 721 }, (_, i) => ({ at: minutesAgo(i), tempC: 29, humidityPct: 30 }))),
      "too-many",
      422,
    ],
  ])("%s is refused", async (_, deed, code, status) => {
    expect(await refused(deed())).toMatchObject({ code, status });
  });

  it("too fast is refused", async () => {
    const burst = (k: number) =>
      air(
        Array.from({ length: 720 }, (_, i) => ({
          at: minutesAgo(2000 + k * 720 + i),
          tempC: 29,
          humidityPct: 30,
        })),
      );
    for (let k = 0; k < 4; k++) await burst(k);
    expect((await refused(burst(4))).code).toBe("too-fast");
  });

  it("a mad sensor is called out and left out; a silent one too; typed air helps", async () => {
    const later = new Date(NOW.getTime() + 5 * 60_000);
    const post = (at: Date, humidityPct: unknown) =>
      receivePost(
        house.db,
        { device: "air", token: TOKEN, readings: [{ at: at.toISOString(), tempC: 29, humidityPct }] },
        later,
      );
    await post(new Date(NOW.getTime() + 60_000), "NaN");
    await post(new Date(NOW.getTime() + 120_000), 99);
    await post(new Date(NOW.getTime() + 180_000), 31.4);
    const s = await snapshot(house.db, later);
    expect(s.room.faults.map((f) => f.kind)).toEqual(expect.arrayContaining(["impossible", "jump"]));
    expect(s.room.air?.humidityPct).toBe(31.4);
    expect(decisions(s).find((d) => d.id === "sensor-fault")?.what).toMatch(
      /sensor jumped|figures no room has/,
    );
    const long = new Date(NOW.getTime() + 3 * 3_600_000);
    const quiet = await snapshot(house.db, long);
    expect(decisions(quiet).find((d) => d.id === "sensor-silent")?.what).toBe("Sensor air is silent");
    await house.act("note-climate", { tempC: 27, humidityPct: 44 });
    expect((await snapshot(house.db)).room.log.some((r) => r.humidityPct === 44)).toBe(true);
  });

  it("an undone device may not post any more", async () => {
    const { entry } = await house.act("add-device", {
      name: "old",
      kind: "scale",
      tokenSha256: createHash("sha256").update(TOKEN).digest("hex"),
    });
    await house.act("undo", { entry });
    expect(
      (
        await refused(
          receivePost(
            house.db,
            { device: "old", token: TOKEN, readings: [{ at: minutesAgo(1), grossKg: 20 }] },
            NOW,
          ),
        )
      ).code,
    ).toBe("unknown-token");
  });

  it("a scale may speak plain lines", () => {
    expect(linesOfScale("21.40 kg\nST,GS,+0017.85kg\n2026-08-13T11:42:00Z 850 g\n", NOW)).toMatchObject([
      { grossKg: 21.4 },
      { grossKg: 17.85 },
      { at: "2026-08-13T11:42:00Z", grossKg: 0.85 },
    ]);
    expect(() => linesOfScale("heavy", NOW)).toThrow(/Line 1 "heavy" is no weighing/);
  });
});

describe("the stand-ins' made-up world", () => {
  it("is the same by seed, wetter when less capped, and dries by its hidden rate in the logged air", () => {
    const comb = (cappedPct: number) => hiddenComb(7, { tag: "41", frames: 10, deep: false, cappedPct });
    expect(comb(90)).toEqual(comb(90));
    expect(comb(60).waterPct).toBeGreaterThan(comb(95).waterPct + 2);
    const hour = 3_600_000;
    const climate = climateOf(
      Array.from({ length: 49 }, (_, h) => ({ atMs: h * hour, tempC: 29, humidityPct: 33 })),
    );
    const at = (h: number, fan: "full" | "none" = "full") =>
      hiddenWaterPct(comb(70), climate, [{ fromMs: 0, fan }], 0, h * hour);
    expect(at(0)).toBe(comb(70).waterPct);
    expect(at(24)).toBeLessThan(at(12));
    expect(at(24, "none")).toBeGreaterThan(at(24));
  });

  it("shows it through noise and steps: a warm sample reads too wet", () => {
    const mean = (tempC: number) =>
      Array.from({ length: 200 }, (_, i) => refractometerShows(7, 17.5, tempC, i)).reduce(
        (a, b) => a + b,
        0,
      ) / 200;
    expect(mean(20)).toBeCloseTo(17.5, 1);
    // Wedmore's 0.00023 per °C is about 0.09 points per °C.
    expect(mean(28) - mean(20)).toBeCloseTo(0.72, 1);
    expect(scaleShows(7, 17.42, 3) * 20).toBeCloseTo(Math.round(scaleShows(7, 17.42, 3) * 20), 6);
    expect(hygrometerShows(7, 1e12)).toEqual(hygrometerShows(7, 1e12));
  });
});
