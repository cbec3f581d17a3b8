import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { DomainError } from "../domain-error";
import {
  diastaseHalfLifeDays,
  type HeatAccount,
  heatAccount,
  hmfDays,
  hoursToLose,
  invertaseHalfLifeDays,
  mixHeat,
  UNTOUCHED,
  type Warmth,
} from "./index";

describe("rates", () => {
  // From memory of White, Kushnir & Subers 1964, Food Technology 18:555; the fit's worst row is 2.2 %.
  it.each([
    [20, 1480],
    [30, 200],
    [40, 31],
    [50, 5.38],
    [63, 16.2 / 24],
    [70, 5.3 / 24],
  ])("at %i °C half of the diastase is lost in %f days", (tempC, days) => {
    expect(Math.abs(diastaseHalfLifeDays(tempC) / days - 1)).toBeLessThan(0.025);
  });

  // From memory, ±20 %.
  it.each([
    [30, 83],
    [35, 28],
    [40, 9.6],
    [50, 1.3],
  ])("at %i °C half of the invertase is lost in %f days", (tempC, days) => {
    expect(Math.abs(invertaseHalfLifeDays(tempC) / days - 1)).toBeLessThan(0.02);
  });

  // From memory of the table that is in most handbooks of honey: days to about 30 mg/kg.
  it.each([
    [30, 150, 250],
    [40, 20, 50],
    [50, 4.5, 9],
    [60, 1, 2.5],
    [70, 5 / 24, 14 / 24],
  ])("at %i °C 30 mg/kg of HMF take between %f and %f days", (tempC, lo, hi) => {
    const band = hmfDays(tempC);
    expect(Math.abs(band.lo / lo - 1)).toBeLessThan(0.13);
    expect(Math.abs(band.hi / hi - 1)).toBeLessThan(0.1);
    expect(band.lo).toBeLessThan(band.hi);
  });
});

const at = (tempC: number, hours: number): Warmth => ({ hours, loC: tempC, hiC: tempC });

describe("the account", () => {
  // Worked out from the same published half-lives by hand, % lost after 24, 48, 72 and 168 h.
  it.each([
    [30, [0.3, 0.7, 1.0, 2.4]],
    [36, [1.1, 2.1, 3.2, 7.2]],
    [40, [2.2, 4.3, 6.4, 14]],
    [45, [5.3, 10, 15, 31]],
    [50, [12, 22, 32, 59]],
  ])("at %i °C diastase falls as the table says", (tempC, lost) => {
    [24, 48, 72, 168].forEach((hours, i) => {
      const loss = 100 - heatAccount([at(tempC, hours)]).diastaseHiPct;
      expect(Math.abs(loss - (lost[i] ?? 0))).toBeLessThan(0.02 * (lost[i] ?? 0) + 0.15);
    });
  });

  // On the shelf, 24 months: 15-24 mg/kg at 20 °C, 37-63 at 25 °C, from memory of storage trials.
  it("two years on the shelf form the HMF they are known to form", () => {
    const cool = heatAccount([at(20, 24 * 730)]);
    expect(cool.hmfLoMgKg).toBeGreaterThan(13);
    expect(cool.hmfHiMgKg).toBeLessThan(27);
    const warm = heatAccount([at(25, 24 * 730)]);
    expect(warm.hmfLoMgKg).toBeGreaterThan(33);
    expect(warm.hmfHiMgKg).toBeLessThan(70);
  });

  const warmth = fc
    .record({
      hours: fc.double({ min: 0, max: 2000, noNaN: true }),
      a: fc.integer({ min: -20, max: 70 }),
      b: fc.integer({ min: 0, max: 5 }),
    })
    .map(({ hours, a, b }) => ({ hours, loC: a, hiC: a + b }));
  const near = (x: HeatAccount, y: HeatAccount) => {
    for (const key of Object.keys(x) as (keyof HeatAccount)[]) expect(x[key]).toBeCloseTo(y[key], 6);
  };

  it("splitting a stretch, or turning the order round, changes nothing", () => {
    fc.assert(
      fc.property(
        fc.array(warmth, { maxLength: 8 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (log, part) => {
          const whole = heatAccount(log);
          near(heatAccount(log.toReversed()), whole);
          near(
            heatAccount(
              log.flatMap((s) => [
                { ...s, hours: s.hours * part },
                { ...s, hours: s.hours * (1 - part) },
              ]),
            ),
            whole,
          );
          const cut = Math.floor(log.length * part);
          near(heatAccount(log.slice(cut), heatAccount(log.slice(0, cut))), whole);
        },
      ),
    );
  });

  it("warmer never leaves more enzyme nor less HMF; what is not known is never told narrower", () => {
    fc.assert(
      fc.property(warmth, fc.integer({ min: 0, max: 4 }), (s, more) => {
        const [cool, warm] = [
          heatAccount([s]),
          heatAccount([{ ...s, loC: s.loC + more, hiC: s.hiC + more }]),
        ];
        expect(warm.diastaseHiPct).toBeLessThanOrEqual(cool.diastaseHiPct);
        expect(warm.hmfHiMgKg).toBeGreaterThanOrEqual(cool.hmfHiMgKg);
        const wide = heatAccount([{ ...s, hiC: s.hiC + more }]);
        expect(wide.diastaseLoPct).toBeLessThanOrEqual(cool.diastaseLoPct);
        expect(wide.diastaseHiPct).toBe(cool.diastaseHiPct);
      }),
    );
  });

  it("a mix lies between its parts, by mass", () => {
    const cooked = heatAccount([at(50, 24)]);
    const mixed = mixHeat([
      { massKg: 10, account: cooked },
      { massKg: 30, account: UNTOUCHED },
    ]);
    expect(mixed.diastaseHiPct).toBeCloseTo((cooked.diastaseHiPct + 300) / 4, 9);
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            massKg: fc.double({ min: 0.1, max: 500, noNaN: true }),
            log: fc.array(warmth, { maxLength: 3 }),
          }),
          { minLength: 1, maxLength: 6 },
        ),
        (parts) => {
          const accounts = parts.map((p) => ({ massKg: p.massKg, account: heatAccount(p.log) }));
          const mix = mixHeat(accounts);
          for (const key of Object.keys(UNTOUCHED) as (keyof HeatAccount)[]) {
            const all = accounts.map((a) => a.account[key]);
            expect(mix[key]).toBeGreaterThanOrEqual(Math.min(...all) * (1 - 1e-9) - 1e-9);
            expect(mix[key]).toBeLessThanOrEqual(Math.max(...all) * (1 + 1e-9) + 1e-9);
          }
        },
      ),
    );
  });

  it("how long it may stay there is the same question the other way round", () => {
    for (const tempC of [30, 36, 45])
      for (const pct of [1, 5, 50])
        expect(100 - heatAccount([at(tempC, hoursToLose(pct, tempC))]).diastaseHiPct).toBeCloseTo(pct, 9);
  });

  it("refuses what is no history, and a temperature the laws do not know", () => {
    expect(() => heatAccount([at(20, -1)])).toThrow(DomainError);
    expect(() => heatAccount([{ hours: 1, loC: 30, hiC: 20 }])).toThrow(/ends under its beginning/);
    expect(() => heatAccount([at(90, 1)])).toThrow(/between -25 and 80 °C, not 90/);
    expect(() => mixHeat([])).toThrow(/no honey to mix/);
  });
});
