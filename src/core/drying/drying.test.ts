import fc from "fast-check";
import psychrolib from "psychrolib";
import { describe, expect, it } from "vitest";
import { seeded } from "../statistics/seeded";
import {
  type ClimateRow,
  climateOf,
  dehumidifierHours,
  dryingForecast,
  dryingRate,
  dryingSpeed,
  equilibriumWaterPct,
  humidAir,
  humidityForWater,
  RATE_PRIOR,
  type RoomAhead,
  type StackReading,
  saturationPressurePa,
  soundClimate,
  warmUpHours,
  waterToRemoveKg,
} from "./index";

const HOUR = 3_600_000;

describe("humid air", () => {
  psychrolib.SetUnitSystem(psychrolib.SI);

  // Reference: the psychrolib package (ASHRAE Handbook Fundamentals 2017, chapter 1).
  it.each([
    [29.5, 31],
    [20, 50],
    [35, 70],
    [5, 90],
    [25, 12],
    [60, 100],
  ])("of %f °C and %f percent agrees with psychrolib", (tempC, humidityPct) => {
    const air = humidAir(tempC, humidityPct);
    const rh = humidityPct / 100;
    expect(saturationPressurePa(tempC)).toBeCloseTo(psychrolib.GetSatVapPres(tempC), 3);
    expect(air.vapourPressurePa).toBeCloseTo(psychrolib.GetVapPresFromRelHum(tempC, rh), 3);
    const ratio = psychrolib.GetHumRatioFromRelHum(tempC, rh, 101_325);
    expect(Math.abs(air.humidityRatio - ratio) / ratio).toBeLessThan(1e-5);
    const dew = psychrolib.GetTDewPointFromRelHum(tempC, rh);
    // Under 0 °C the reference takes the dew point over ice (frost point), this one over water.
    if (dew > 0) expect(air.dewPointC).toBeCloseTo(dew, 2);
    else expect(Math.abs(air.dewPointC - dew)).toBeLessThan(1.2);
  });

  it("refuses air no room has", () => {
    expect(() => humidAir(-3, 40)).toThrow(/between 0 and 60/);
    expect(() => humidAir(25, Number.NaN)).toThrow(/humidity/);
  });
});

describe("equilibrium", () => {
  // Martin 1958, Bee World 39:165, from memory of the publication.
  it.each([
    [50, 15.9],
    [60, 18.3],
    [70, 24.2],
    [80, 33.1],
  ])("honey settles in %i percent humidity to %f percent water", (humidity, water) => {
    expect(equilibriumWaterPct(humidity)).toEqual({ value: expect.closeTo(water, 6), extrapolated: false });
  });

  it("a room above about 58 % can never bring honey to 17.4 %", () => {
    expect(humidityForWater(17.4)).toBeGreaterThan(55);
    expect(humidityForWater(17.4)).toBeLessThan(58);
  });

  it("never falls as the air gets wetter, and says where it extrapolates", () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 99, noNaN: true }), (h) => {
        expect(equilibriumWaterPct(h + 1).value).toBeGreaterThanOrEqual(equilibriumWaterPct(h).value);
      }),
    );
    expect(equilibriumWaterPct(30)).toEqual({ value: 13, extrapolated: true });
    expect(equilibriumWaterPct(85).extrapolated).toBe(true);
    expect(() => equilibriumWaterPct(101)).toThrow(/between 0 and 100/);
  });

  it("has an inverse", () => {
    fc.assert(
      fc.property(fc.double({ min: 13.5, max: 33, noNaN: true }), (w) => {
        expect(equilibriumWaterPct(humidityForWater(w)).value).toBeCloseTo(w, 3);
      }),
    );
  });
});

describe("water to remove", () => {
  it("keeps the solids", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 900, noNaN: true }),
        fc.double({ min: 18, max: 25, noNaN: true }),
        fc.double({ min: 14, max: 18, noNaN: true }),
        (kg, from, to) => {
          const out = waterToRemoveKg(kg, from, to);
          expect((kg * (100 - from)) / (kg - out)).toBeCloseTo(100 - to, 8);
        },
      ),
    );
    expect(waterToRemoveKg(100, 17, 17.5)).toBe(0);
    expect(() => waterToRemoveKg(-1, 19, 17)).toThrow(/0 kg or more/);
  });

  // 500 kg from 19 to 17.5 % is 9.1 kg of water; a machine rated 20 L a day collects about 7 in such a room (common practice).
  it("asks the dehumidifier for a lower bound", () => {
    expect(dehumidifierHours(waterToRemoveKg(500, 19, 17.5), 20)).toBeCloseTo(31.2, 1);
    expect(dehumidifierHours(5, 0)).toBe(Number.POSITIVE_INFINITY);
  });
});

const log = (hours: number, tempC: number, humidityPct: number, from = 0): ClimateRow[] =>
  Array.from({ length: hours * 12 + 1 }, (_, i) => ({
    atMs: from + (i * HOUR) / 12,
    tempC: tempC + 0.1 * Math.sin(i),
    humidityPct: humidityPct + 0.5 * Math.cos(i),
  }));

describe("the climate log", () => {
  it("calls out what no room can be, single jumps and a stuck sensor, and leaves them out", () => {
    const rows = log(6, 29, 32);
    rows[3] = { ...(rows[3] as ClimateRow), humidityPct: Number.NaN };
    rows[10] = { ...(rows[10] as ClimateRow), tempC: 55 };
    rows[20] = { ...(rows[20] as ClimateRow), humidityPct: 99 };
    const stuck = Array.from({ length: 40 }, (_, i) => ({
      atMs: 7 * HOUR + i * 300_000,
      tempC: 29,
      humidityPct: 30,
    }));
    const { sound, faults } = soundClimate([...rows, ...stuck]);
    expect(faults.map((f) => [f.kind, f.rows])).toEqual([
      ["impossible", 1],
      ["jump", 1],
      ["jump", 1],
      ["stuck", 39],
    ]);
    expect(sound).toHaveLength(rows.length - 3 + 1);
  });

  it("believes a new level that lasts", () => {
    const { sound, faults } = soundClimate([...log(2, 29, 30), ...log(2, 18, 70, 2.1 * HOUR)]);
    expect(faults).toEqual([]);
    expect(sound).toHaveLength(50);
  });

  it("names gaps longer than an hour", () => {
    const { gaps } = climateOf([...log(2, 29, 30), ...log(2, 29, 30, 5 * HOUR)]);
    expect(gaps).toEqual([{ fromMs: 2 * HOUR, toMs: 5 * HOUR }]);
  });
});

/** A made-up stack: hidden k and starting waters, read at some hours with a hand's noise. */
function simulated(seed: number) {
  const rng = seeded(seed);
  const k = RATE_PRIOR.medianPerHour * RATE_PRIOR.spread ** rng.normal();
  const [tempC, humidityPct] = [rng.between(25, 32), rng.between(28, 42)];
  const we = equilibriumWaterPct(humidityPct).value;
  const speed = dryingSpeed(tempC, "full");
  const mean = rng.between(18, 20.5);
  const boxes = Array.from({ length: 4 }, () => rng.normal(mean, 0.5));
  const hours = [0, 6, 12, 18, 24].slice(0, 2 + Math.floor(rng.next() * 4));
  const readings: StackReading[] = hours.flatMap((h) =>
    boxes.slice(0, 2 + Math.floor(rng.next() * 3)).map((w0, i) => ({
      atMs: h * HOUR,
      box: String(i),
      waterPct: rng.normal(we + (w0 - we) * Math.exp(-k * speed * h), 0.2),
      sdPct: 0.2,
    })),
  );
  const flat = [
    { atMs: -HOUR, tempC, humidityPct },
    ...Array.from({ length: 30 }, (_, i) => ({ atMs: i * HOUR, tempC, humidityPct })),
  ];
  return { k, we, speed, readings, climate: climateOf(flat), nowMs: 25 * HOUR };
}

describe("the drying rate", () => {
  it("finds the hidden rate within its own 80 % interval in about 80 % of 500 cases", () => {
    let inside = 0;
    for (let seed = 1; seed <= 500; seed++) {
      const s = simulated(seed);
      const { kPerHour } = dryingRate(s.readings, s.climate, { nowMs: s.nowMs });
      if (s.k >= kPerHour.lo && s.k <= kPerHour.hi) inside++;
    }
    // Three standard deviations of a count of 500 at 80 % are 27.
    expect(inside).toBeGreaterThan(373);
    expect(inside).toBeLessThan(427);
  });

  it("finds the rate itself from exact readings, over a climate that changes", () => {
    const k = 0.012;
    const rows = [...log(10, 29, 30), ...log(14, 33, 45, 10 * HOUR + 1)];
    let w = 19.4;
    const readings: StackReading[] = [{ atMs: 0, box: "a", waterPct: w, sdPct: 0.02 }];
    for (let h = 0; h < 24; h += 0.05) {
      const row = h < 10 ? { t: 29, rh: 30 } : { t: 33, rh: 45 };
      w += -k * dryingSpeed(row.t, "full") * (w - equilibriumWaterPct(row.rh).value) * 0.05;
      if (Math.abs((h + 0.05) % 6) < 0.02 || Math.abs(((h + 0.05) % 6) - 6) < 0.02)
        readings.push({ atMs: Math.round(h + 0.05) * HOUR, box: "a", waterPct: w, sdPct: 0.02 });
    }
    const rate = dryingRate(readings, climateOf(rows), { nowMs: 24 * HOUR });
    expect(rate.kPerHour.median).toBeCloseTo(k, 3);
    expect(rate.nowPct).toBeCloseTo(w, 1);
    expect(rate.kPerHour.lo).toBeLessThan(k);
    expect(rate.kPerHour.hi).toBeGreaterThan(k);
  });

  it("keeps to the prior while one moment is read, and doubled uncertainty widens it", () => {
    const climate = climateOf(log(30, 29, 32));
    const at = (sdPct: number) =>
      [0, 12, 24].map((h) => ({ atMs: h * HOUR, box: "a", waterPct: 19 - h * 0.06, sdPct }));
    const one = dryingRate(at(0.2).slice(0, 1), climate, { nowMs: HOUR });
    expect(one.kPerHour.median).toBeCloseTo(RATE_PRIOR.medianPerHour, 4);
    const [sure, unsure] = [0.2, 0.4].map((sd) => dryingRate(at(sd), climate, { nowMs: 24 * HOUR }).kPerHour);
    expect((unsure?.hi ?? 0) / (unsure?.lo ?? 1)).toBeGreaterThan((sure?.hi ?? 0) / (sure?.lo ?? 1));
  });

  it("says how much of the time nothing was logged", () => {
    const rows = [...log(2, 29, 32), ...log(2, 29, 32, 6 * HOUR)];
    const reading = { atMs: 0, box: "a", waterPct: 19, sdPct: 0.2 };
    expect(dryingRate([reading], climateOf(rows), { nowMs: 8 * HOUR }).unloggedShare).toBeCloseTo(0.5, 2);
  });

  it("refuses to guess from nothing", () => {
    expect(() => dryingRate([], climateOf(log(1, 29, 30)), { nowMs: 0 })).toThrow(/no reading/);
    const reading = { atMs: 0, box: "a", waterPct: 19, sdPct: 0.2 };
    expect(() => dryingRate([reading], climateOf([]), { nowMs: 0 })).toThrow(/logged/);
    expect(() => dryingRate([reading], climateOf(log(1, 29, 30)), { nowMs: -1 })).toThrow(/past/);
  });
});

describe("the forecast", () => {
  const goal = { targetPct: 17.5, limitPct: 18.6, deadlineHours: 40 };
  const read = (w: number) => {
    const readings = [0, 12].flatMap((h) =>
      ["a", "b", "c"].map((box) => ({ atMs: h * HOUR, box, waterPct: w - h * 0.04, sdPct: 0.2 })),
    );
    return dryingRate(readings, climateOf(log(14, 29, 32)), { nowMs: 13 * HOUR });
  };
  const room = { tempC: 29, humidityPct: 32, fan: "full" as const };

  // Common practice: 18.9 % falls to about 17 % in one to three days at 29 °C and 27-40 % humidity.
  it.each([27, 33, 40])(
    "brings 18.9 to about 17 percent water in one to three days at 29 °C and %i percent humidity",
    (humidityPct) => {
      const rate = dryingRate(
        [{ atMs: 0, box: "a", waterPct: 18.9, sdPct: 0.2 }],
        climateOf(log(1, 29, humidityPct)),
        { nowMs: 0 },
      );
      const { hours } = dryingForecast(rate, { ...room, humidityPct }, { ...goal, targetPct: 17 });
      expect(hours.p50).toBeGreaterThan(24);
      expect(hours.p50).toBeLessThan(110);
      expect(hours.p10).toBeLessThan(72);
    },
  );

  it("says ready, drying, cannot and wetting", () => {
    expect(dryingForecast(read(17.6), room, goal).status).toBe("ready");
    expect(dryingForecast(read(19), room, goal).status).toBe("drying");
    expect(dryingForecast(read(20.5), { ...room, humidityPct: 62 }, goal).status).toBe("cannot");
    const wet = dryingForecast(read(19), { ...room, humidityPct: 68 }, goal);
    expect(wet.status).toBe("wetting");
    expect(wet.hours.p50).toBe(Number.POSITIVE_INFINITY);
    expect(wet.band.at(-1)?.mid).toBeGreaterThan(18.6);
  });

  it("what it asks for would indeed bring the stack there in time", () => {
    const rate = read(18.6);
    const damp = { ...room, humidityPct: 55 };
    const { needs } = dryingForecast(rate, damp, goal);
    expect(needs?.humidityPct).toBeGreaterThan(20);
    expect(
      dryingForecast(rate, { ...damp, humidityPct: needs?.humidityPct ?? 0 }, goal).hours.p50,
    ).toBeLessThanOrEqual(40.5);
    expect(needs?.tempC).toBeGreaterThan(29);
    expect(needs?.tempC).toBeLessThanOrEqual(38);
  });

  it("comes sooner in drier, warmer, moving air", () => {
    const rate = read(19.2);
    const p50 = (r: Partial<RoomAhead>) => dryingForecast(rate, { ...room, ...r }, goal).hours.p50;
    const now = p50({ humidityPct: 48 });
    expect(p50({ humidityPct: 45 })).toBeLessThan(now);
    expect(p50({ humidityPct: 48, tempC: 33 })).toBeLessThan(now);
    expect(p50({ humidityPct: 48, fan: "some" })).toBeGreaterThan(now);
  });

  it("names the conflict with the beetle limit and the best way out", () => {
    const soon = { ...goal, deadlineHours: 8 };
    expect(dryingForecast(read(18.8), room, soon)).toMatchObject({ conflict: true, compromise: "spin-then" });
    expect(dryingForecast(read(20), room, soon)).toMatchObject({ conflict: true, compromise: "blend-then" });
    expect(dryingForecast(read(22.5), room, soon)).toMatchObject({
      conflict: true,
      compromise: "divert-then",
    });
    expect(dryingForecast(read(18.3), room, { ...goal, deadlineHours: 60 }).conflict).toBe(false);
  });

  it("the next test does what it promises: the likeliest reading there halves the interval", () => {
    const rate = read(19.6);
    const before = dryingForecast(rate, room, { ...goal, deadlineHours: null });
    const test = before.nextTest;
    expect(test?.halves).toBe(true);
    const at = test?.hours ?? 0;
    const k = rate.kPerHour.median * dryingSpeed(29, "full");
    const sheet = before.equilibriumPct + (rate.nowPct - before.equilibriumPct) * Math.exp(-k * at);
    const readings = [0, 12].flatMap((h) =>
      ["a", "b", "c"].map((box) => ({ atMs: h * HOUR, box, waterPct: 19.6 - h * 0.04, sdPct: 0.2 })),
    );
    const after = dryingRate(
      [
        ...readings,
        ...["a", "b", "c"].map((box) => ({ atMs: (13 + at) * HOUR, box, waterPct: sheet, sdPct: 0.2 })),
      ],
      climateOf(log(14 + at, 29, 32)),
      { nowMs: (13 + at) * HOUR },
    );
    const f = dryingForecast(after, room, { ...goal, deadlineHours: null });
    expect(f.hours.p90 - f.hours.p10).toBeLessThan((before.hours.p90 - before.hours.p10) * 0.65);
  });
});

describe("warming up", () => {
  // Rooms are warmed one to two days before spinning at the most (common practice).
  it("takes hours, longer in still air, for ever in a room too cold", () => {
    const cold = { fromC: 15, toC: 27, roomC: 30 };
    const still = warmUpHours({ ...cold, fan: "none" });
    expect(still).toBeGreaterThan(8);
    expect(still).toBeLessThan(48);
    expect(warmUpHours({ ...cold, fan: "full" })).toBeLessThan(still / 2);
    expect(warmUpHours({ ...cold, roomC: 26, fan: "full" })).toBe(Number.POSITIVE_INFINITY);
    expect(warmUpHours({ ...cold, fromC: 28, fan: "full" })).toBe(0);
    expect(() => warmUpHours({ ...cold, roomC: 80, fan: "full" })).toThrow(/room/);
  });
});
