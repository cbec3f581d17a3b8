import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { DomainError } from "../domain-error";
import { densityKgM3 } from "../honey";
import {
  clearing,
  clearingTimeH,
  flowOf,
  RISERS,
  riseVelocityMmPerH,
  strainRateKgPerMin,
  strainTimeMin,
  type TimedPass,
} from "./index";

const wax = (diameterMm: number) => ({ diameterMm, particleDensityKgM3: 960 });
const bubble = (diameterMm: number) => ({ diameterMm, particleDensityKgM3: 1.2 });

describe("what rises", () => {
  // Stokes 1851 worked out by hand from White's (1975) densities and viscosities, ±30 % by the honey.
  it.each([
    [wax(0.1), [457, 231, 126, 74], [1110, 560, 307, 180]],
    [wax(0.2), [114, 58, 32, 19], [278, 140, 77, 45]],
    [wax(0.5), [18, 9, 5, 3], [44, 22, 12, 7]],
    [bubble(0.1), [148, 74, 40, 24], [359, 180, 98, 57]],
    [bubble(0.2), [37, 19, 10, 6], [90, 45, 25, 14]],
  ])("%j clears a pail and a drum in the hours of the table", (what, pail, drum) => {
    [20, 25, 30, 35].forEach((tempC, i) => {
      const hours = (heightM: number) => clearingTimeH({ ...what, waterPct: 17.5, tempC, heightM });
      expect(Math.abs(hours(0.35) - (pail[i] ?? 0))).toBeLessThan(0.02 * (pail[i] ?? 0) + 0.6);
      expect(Math.abs(hours(0.85) - (drum[i] ?? 0))).toBeLessThan(0.03 * (drum[i] ?? 0) + 0.6);
    });
  });

  it("standing a day or two clears a pail only where it is warm (common practice says 24-48 h)", () => {
    const hours = (tempC: number) => clearingTimeH({ ...RISERS.wax, waterPct: 17.5, tempC, heightM: 0.35 });
    expect(hours(28)).toBeLessThan(48);
    expect(hours(20)).toBeGreaterThan(96);
  });

  it("a sphere four times as fast is twice as large; as heavy as honey it stays where it is", () => {
    const v = (d: number, rho = 960) =>
      riseVelocityMmPerH({ diameterMm: d, particleDensityKgM3: rho, waterPct: 17.5, tempC: 30 });
    expect(v(0.4) / v(0.2)).toBeCloseTo(4, 9);
    expect(v(0.2, densityKgM3(17.5, 30) > 1300 ? 1300 : 1200)).toBeLessThan(v(0.2));
  });

  it("refuses what the law does not hold for", () => {
    expect(() =>
      riseVelocityMmPerH({ diameterMm: 5, particleDensityKgM3: 1.2, waterPct: 21, tempC: 70 }),
    ).toThrow(/Reynolds number/);
    expect(() => riseVelocityMmPerH({ ...wax(0), waterPct: 17, tempC: 30 })).toThrow(DomainError);
  });

  it("the front rises from the floor through every hour since the pour, and the rest follows", () => {
    const speed = (tempC: number) => riseVelocityMmPerH({ ...RISERS.wax, waterPct: 17.5, tempC }) / 1000;
    const c = clearing(
      RISERS.wax,
      0.32,
      17.5,
      [
        { hours: 6, tempC: 30 },
        { hours: 10, tempC: 22 },
      ],
      22,
    );
    expect(c.clearToM).toBeCloseTo(6 * speed(30) + 10 * speed(22), 12);
    expect(c.restH).toBeCloseTo((0.32 - c.clearToM) / speed(22), 9);
    expect(c.restLoH).toBeLessThan(c.restH);
    expect(c.restHiH).toBeGreaterThan(c.restH);
  });

  it("is clear once and stays clear; cold or wild readings do not break it", () => {
    const long = clearing(RISERS.bubbles, 0.32, 17.5, [{ hours: 500, tempC: 25 }], 25);
    expect(long).toMatchObject({ clearToM: 0.32, restH: 0, restLoH: 0, restHiH: 0 });
    // It was clear when a bubble from the floor had come up, not when somebody looked.
    expect(long.clearedAfterH).toBeCloseTo(
      clearingTimeH({ ...RISERS.bubbles, waterPct: 17.5, tempC: 25, heightM: 0.32 }),
      6,
    );
    expect(clearing(RISERS.wax, 0.3, 30, [{ hours: 1, tempC: -18 }], 4).restH).toBeGreaterThan(0);
  });

  it("the band holds where the honey is thicker or thinner than the published ones", () => {
    // A world the model does not assume: each honey's viscosity off by a factor, ln-normal with a spread of 0.2,
    // crumbs of 0.17-0.23 mm. Counted: how often the true hour lies in the band.
    let seed = 7;
    const random = () => {
      seed = (seed * 16807) % 2147483647;
      return seed / 2147483647;
    };
    const normal = () => Math.sqrt(-2 * Math.log(random())) * Math.cos(2 * Math.PI * random());
    const trials = 2000;
    let held = 0;
    for (let i = 0; i < trials; i++) {
      const past = [{ hours: 4 + 10 * random(), tempC: 20 + 12 * random() }];
      const told = clearing(RISERS.wax, 0.33, 17.5, past, 25);
      const factor = Math.exp(0.2 * normal()) * ((0.17 + 0.06 * random()) / 0.2) ** 2;
      const speed = (tempC: number) =>
        (riseVelocityMmPerH({ ...RISERS.wax, waterPct: 17.5, tempC }) / 1000) * factor;
      const risen = (past[0]?.hours ?? 0) * speed(past[0]?.tempC ?? 20);
      const truth = Math.max(0, 0.33 - risen) / speed(25);
      if (truth >= told.restLoH - 1e-9 && truth <= told.restHiH + 1e-9) held++;
    }
    expect(held / trials).toBeGreaterThan(0.79);
  });
});

describe("through a mesh", () => {
  const pass = { massKg: 25, openingUm: 400, areaDm2: 4, headCm: 10, waterPct: 17.5, tempC: 30 };

  // From memory of timed passes, kg/min a dm² at 10 cm head, 17.5 %, 30 °C, clean mesh.
  it.each([
    [200, 0.7],
    [400, 1.5],
    [600, 2.2],
  ])("a clean mesh of %i µm lets %f kg a minute through each dm²", (openingUm, rate) => {
    expect(Math.abs(strainRateKgPerMin({ ...pass, openingUm, areaDm2: 1 }) - rate)).toBeLessThan(0.06);
    // At 20 °C a little over a quarter of it.
    expect(
      strainRateKgPerMin({ ...pass, openingUm, areaDm2: 1, tempC: 20 }) /
        strainRateKgPerMin({ ...pass, openingUm, areaDm2: 1 }),
    ).toBeCloseTo(0.28, 1);
  });

  it("with nothing timed, the band is that of meshes in use: three to ten times slower", () => {
    const clean = pass.massKg / strainRateKgPerMin(pass);
    const t = strainTimeMin(pass);
    expect(t.learntFrom).toBe(0);
    expect(t.min / clean).toBeCloseTo(Math.sqrt(30), 6);
    expect(t.loMin).toBeLessThan(clean * 3.5);
    expect(t.hiMin).toBeGreaterThan(clean * 9);
  });

  it("learns from the house's own passes, other honey and other mesh included", () => {
    const slower = 4.2;
    const timed: TimedPass[] = [22, 26, 31, 34].map((tempC, i) => {
      const p = { ...pass, tempC, openingUm: i % 2 ? 200 : 600, massKg: 20 + i };
      return { ...p, minutes: (slower * p.massKg) / strainRateKgPerMin(p) };
    });
    const t = strainTimeMin(pass, timed);
    const truth = (slower * pass.massKg) / strainRateKgPerMin(pass);
    expect(Math.abs(t.min / truth - 1)).toBeLessThan(0.1);
    expect(t.hiMin / t.loMin).toBeLessThan(strainTimeMin(pass).hiMin / strainTimeMin(pass).loMin);
  });

  it("warmer and coarser never take longer", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 12, max: 60 }),
        fc.integer({ min: 60, max: 1500 }),
        (tempC, openingUm) => {
          const t = strainTimeMin({ ...pass, tempC, openingUm }).min;
          expect(strainTimeMin({ ...pass, tempC: tempC + 5, openingUm }).min).toBeLessThan(t);
          expect(strainTimeMin({ ...pass, tempC, openingUm: openingUm + 50 }).min).toBeLessThan(t);
        },
      ),
    );
  });

  it("calls a mesh clogging when it runs at less than half of how it began, and not when the honey is through", () => {
    const through = [
      { min: 5, kg: 10 },
      { min: 10, kg: 19 },
      { min: 15, kg: 26 },
    ];
    expect(flowOf(through, 64)).toMatchObject({ clogging: false });
    const late = flowOf([...through, { min: 25, kg: 34 }], 64);
    expect(late.clogging).toBe(true);
    expect(late.restMin).toBeCloseTo(30 / 0.8, 6);
    expect(flowOf([...through, { min: 25, kg: 64 }], 64).clogging).toBe(false);
    expect(flowOf([], 64)).toEqual({
      nowKgPerMin: null,
      firstKgPerMin: null,
      verdict: "unknown",
      clogging: false,
      restMin: null,
    });
  });

  // Common practice: under half at two looks five minutes apart it clogs, under a quarter it is changed; cold honey is no clog.
  it.each([
    [
      "one slow look of two minutes",
      [
        { min: 5, kg: 10 },
        { min: 7, kg: 11 },
      ],
      "runs",
    ],
    [
      "two slow looks",
      [
        { min: 5, kg: 10 },
        { min: 7, kg: 11.5 },
        { min: 9, kg: 13 },
      ],
      "clogging",
    ],
    [
      "one look over five minutes",
      [
        { min: 5, kg: 10 },
        { min: 10, kg: 14 },
      ],
      "clogging",
    ],
    [
      "hardly anything",
      [
        { min: 5, kg: 10 },
        { min: 11, kg: 12 },
      ],
      "change",
    ],
    [
      "honey that grew cold",
      [
        { min: 5, kg: 10, tempC: 32 },
        { min: 11, kg: 15, tempC: 25 },
      ],
      "cold",
    ],
    [
      "cold and closing",
      [
        { min: 5, kg: 10, tempC: 32 },
        { min: 11, kg: 12, tempC: 25 },
      ],
      "clogging",
    ],
  ] as const)("%s: %j is %s", (_, through, verdict) => {
    expect(flowOf(through, 64).verdict).toBe(verdict);
  });

  it("told out of order, or a weight that fell, the flow is the same", () => {
    const told = [
      { min: 10, kg: 19 },
      { min: 5, kg: 10 },
      { min: 12, kg: 3 },
    ];
    expect(flowOf(told, 64).nowKgPerMin).toBeCloseTo(9 / 5, 9);
  });

  it.each([
    [{ openingUm: 0 }, /mesh's opening must be between 50 and 3000/],
    [{ headCm: 0 }, /honey over the mesh/],
    [{ tempC: 90 }, /honey's temperature/],
    [{ massKg: 0 }, /honey to strain/],
  ])("refuses %j", (wrong, says) => {
    expect(() => strainTimeMin({ ...pass, ...wrong })).toThrow(says);
  });
});
