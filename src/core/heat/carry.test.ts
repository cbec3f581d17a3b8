import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { carriedHeat, type HeatMove, warmthBetween } from "./carry";
import { heatAccount } from "./index";

const H = 3_600_000;
const UNKNOWN = { loC: 15, hiC: 30, holdsH: 48 };

describe("the heat account carried along", () => {
  it("time in a warm vessel goes with the honey into the next, by mass", () => {
    // 10 kg at 45 °C for a day, then onto 30 kg that stood cool for as long.
    const moves: HeatMove[] = [
      { from: 1, to: 2, grams: 10_000, at: 0 },
      { from: 1, to: 3, grams: 30_000, at: 0 },
      { from: 2, to: 3, grams: 10_000, at: 24 * H },
    ];
    const told = new Map([
      [2, [{ at: 0, tempC: 45 }]],
      [3, [{ at: 0, tempC: 14 }]],
    ]);
    const account = carriedHeat(moves, told, 24 * H, UNKNOWN).get(3);
    const [hot, cool] = [45, 14].map((t) => heatAccount([{ hours: 24, loC: t, hiC: t }]).diastaseHiPct);
    expect(account?.diastaseHiPct).toBeCloseTo(((hot ?? 0) * 10 + (cool ?? 0) * 30) / 40, 9);
    expect(account?.unknownHours).toBe(0);
  });

  it("where nobody told, the account is a range and says for how long", () => {
    const told = new Map([[2, [{ at: 10 * H, tempC: 20 }]]]);
    expect(warmthBetween(told.get(2) ?? [], 0, 30 * H, UNKNOWN)).toEqual([
      { hours: 10, loC: 15, hiC: 30 },
      { hours: 20, loC: 20, hiC: 20 },
    ]);
    const account = carriedHeat([{ from: 1, to: 2, grams: 5000, at: 0 }], told, 30 * H, UNKNOWN).get(2);
    expect(account?.unknownHours).toBe(10);
    expect(account?.diastaseLoPct).toBeLessThan(account?.diastaseHiPct ?? 0);
  });

  it("a temperature told long ago is a range again, which has it in it", () => {
    expect(warmthBetween([{ at: 0, tempC: 45 }], 0, 100 * H, UNKNOWN)).toEqual([
      { hours: 48, loC: 45, hiC: 45 },
      { hours: 52, loC: 15, hiC: 45 },
    ]);
    expect(
      warmthBetween(
        [
          { at: 0, tempC: 20 },
          { at: 10 * H, tempC: 10 },
        ],
        60 * H,
        70 * H,
        UNKNOWN,
      ),
    ).toEqual([{ hours: 10, loC: 10, hiC: 30 }]);
  });

  it("an emptied vessel that is filled again begins anew", () => {
    const told = new Map([[2, [{ at: 0, tempC: 50 }]]]);
    const moves: HeatMove[] = [
      { from: 1, to: 2, grams: 5000, at: 0 },
      { from: 2, to: 4, grams: 5000, at: 48 * H },
      { from: 1, to: 2, grams: 5000, at: 60 * H },
    ];
    const accounts = carriedHeat(moves, told, 60 * H, UNKNOWN);
    expect(accounts.get(2)?.diastaseHiPct).toBe(100);
    expect(accounts.get(4)?.diastaseHiPct).toBeLessThan(80);
  });

  it("pouring to and fro between vessels at one temperature changes nothing but the hour", () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            fc.integer({ min: 2, max: 4 }),
            fc.integer({ min: 2, max: 4 }),
            fc.integer({ min: 1, max: 900 }),
          ),
          { maxLength: 12 },
        ),
        fc.integer({ min: 16, max: 55 }),
        (pours, tempC) => {
          const told = new Map([2, 3, 4].map((f) => [f, [{ at: 0, tempC }]]));
          const held = new Map([2, 3, 4].map((f) => [f, 3000]));
          const moves: HeatMove[] = [2, 3, 4].map((to) => ({ from: 1, to, grams: 3000, at: 0 }));
          pours.forEach(([from, to, grams], i) => {
            if (from === to || (held.get(from) ?? 0) < grams) return;
            held.set(from, (held.get(from) ?? 0) - grams);
            held.set(to, (held.get(to) ?? 0) + grams);
            moves.push({ from, to, grams, at: (i + 1) * H });
          });
          const wanted = heatAccount([{ hours: 40, loC: tempC, hiC: tempC }]);
          const got = carriedHeat(moves, told, 40 * H, UNKNOWN);
          for (const [fill, grams] of held)
            if (grams > 0) {
              expect(got.get(fill)?.diastaseLoPct).toBeCloseTo(wanted.diastaseLoPct, 8);
              expect(got.get(fill)?.hmfHiMgKg).toBeCloseTo(wanted.hmfHiMgKg, 8);
            }
        },
      ),
    );
  });

  it("stood in places, lists shared and summed once: the same as integrating each stretch", () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ lo: fc.integer({ min: 5, max: 30 }), wide: fc.integer({ min: 0, max: 9 }) }), {
          minLength: 14,
          maxLength: 60,
        }),
        fc.integer({ min: 0, max: 1500 }),
        fc.integer({ min: 0, max: 1500 }),
        fc.integer({ min: 0, max: 3000 }),
        (air, arrives, moved, more) => {
          const list = air.map(({ lo, wide }, i) => ({
            at: i * 24 * H,
            tempC: lo,
            hiC: lo + wide,
            lasting: true,
          }));
          const now = (arrives + more) * H;
          const moves: HeatMove[] = [{ from: 1, to: 2, grams: 1000, at: arrives * H }];
          const of = (known: Parameters<typeof carriedHeat>[1]) =>
            carriedHeat(moves, known, now, UNKNOWN).get(2);
          const stood = of(new Map([[2, { stood: [{ from: moved * H, told: list }] }]]));
          // By hand: unknown until it was put there, then hour by hour.
          const there = Math.min(now, Math.max(arrives, moved) * H);
          const log = warmthBetween([], arrives * H, there, UNKNOWN);
          const begins = list.filter((t) => t.at > there && t.at < now).map((t) => t.at);
          for (const [i, at] of [there, ...begins].entries()) {
            const word = list.findLast((t) => t.at <= at);
            const until = begins[i] ?? now;
            if (word && until > at) log.push({ hours: (until - at) / H, loC: word.tempC, hiC: word.hiC });
          }
          const hand = heatAccount(log);
          for (const key of Object.keys(hand) as (keyof typeof hand)[])
            expect(stood?.[key]).toBeCloseTo(hand[key], 6);
        },
      ),
      { numRuns: 60 },
    );
  });
});
