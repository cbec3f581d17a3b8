import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { reach } from "../trace";
import { balances, batchAccount, composition, type Movement, mix, standing } from "./index";

let id = 0;
const move = (from: number, to: number, grams: number, extra: Partial<Movement> = {}): Movement => ({
  id: ++id,
  from,
  to,
  grams,
  at: id,
  kind: "pail",
  ...extra,
});

/** A random but honest ledger: sources 1-3 give, later fills pass on, never more than they hold. */
const ledgers = fc
  .array(
    fc.record({
      from: fc.integer({ min: 1, max: 12 }),
      to: fc.integer({ min: 4, max: 12 }),
      part: fc.double({ min: 0.01, max: 1, noNaN: true }),
    }),
    { maxLength: 60 },
  )
  .map((steps) => {
    const held = new Map<number, number>();
    const out: Movement[] = [];
    for (const [i, s] of steps.entries()) {
      if (s.from === s.to) continue;
      const has = s.from <= 3 ? 50_000 : (held.get(s.from) ?? 0);
      const grams = Math.floor(has * s.part);
      if (grams <= 0) continue;
      if (s.from > 3) held.set(s.from, has - grams);
      held.set(s.to, (held.get(s.to) ?? 0) + grams);
      out.push({ id: i + 1, from: s.from, to: s.to, grams, at: i, kind: "pail" });
    }
    return out;
  });

describe("balances", () => {
  it("sum to nothing over all fills", () => {
    fc.assert(
      fc.property(ledgers, (ms) => {
        expect([...balances(ms).values()].reduce((a, b) => a + b, 0)).toBe(0);
      }),
    );
  });

  it("refuse a movement of nothing, of parts of a gram, or to itself", () => {
    for (const bad of [move(1, 4, 0), move(1, 4, -5), move(1, 4, 1.5), move(4, 4, 5), move(1, 4, Number.NaN)])
      expect(() => balances([bad])).toThrow();
  });
});

describe("composition", () => {
  it("mixes by mass and follows time", () => {
    // 10 kg of comb 4 and 30 kg of comb 5 in batch 6; a pail drawn; then comb 7 comes too late for it.
    const ms = [
      move(1, 4, 10_000),
      move(2, 5, 30_000),
      move(4, 6, 10_000),
      move(5, 6, 30_000),
      move(6, 8, 20_000),
      move(3, 7, 20_000),
      move(7, 6, 20_000),
      move(6, 9, 10_000),
    ];
    expect(composition(8, ms).content).toEqual([
      { origin: 5, grams: 15_000, pct: 75 },
      { origin: 4, grams: 5_000, pct: 25 },
    ]);
    expect(composition(9, ms).content.map((s) => [s.origin, s.pct])).toEqual([
      [7, 50],
      [5, 37.5],
      [4, 12.5],
    ]);
  });

  it("gives a spun comb back its own honey", () => {
    const ms = [
      move(1, 4, 10_000),
      move(2, 5, 10_000),
      move(4, 6, 10_000),
      move(5, 6, 10_000),
      move(6, 7, 2_000, { own: 4 }),
    ];
    expect(composition(7, ms).content).toEqual([{ origin: 4, grams: 2_000, pct: 100 }]);
    expect(composition(6, ms).content.find((s) => s.origin === 4)?.grams).toBe(8_000);
  });

  it("still tells what an emptied fill was made of", () => {
    const ms = [move(1, 4, 1_000), move(4, 6, 1_000), move(6, 7, 1_000)];
    expect(composition(6, ms)).toMatchObject({
      content: [],
      contentGrams: 0,
      receivedGrams: 1_000,
      received: [{ origin: 4, pct: 100 }],
    });
  });

  it("leaves no trace of what was undone", () => {
    const wrong = move(1, 4, 5_000);
    const ms = [wrong, move(4, 1, 5_000, { reverses: wrong.id, kind: "undo" }), move(2, 5, 1_000)];
    expect(standing(ms)).toHaveLength(1);
    expect(mix(ms).has(4)).toBe(false);
  });

  it("keeps every gram: shares add up to what the ledger says, in any fill", () => {
    fc.assert(
      fc.property(ledgers, (ms) => {
        const grams = balances(ms);
        for (const [fill, c] of mix(ms)) {
          if (fill <= 3) continue;
          expect(c.contentGrams).toBe(grams.get(fill));
          expect(c.content.reduce((s, x) => s + x.grams, 0)).toBeCloseTo(c.contentGrams, 3);
        }
      }),
    );
  });

  it("follows one fill's honey forward when asked from there", () => {
    const ms = [
      move(1, 4, 10_000),
      move(2, 5, 30_000),
      move(4, 6, 10_000),
      move(5, 6, 30_000),
      move(6, 8, 20_000),
    ];
    const carried: number[] = [];
    const mixed = mix(ms, {
      startAt: new Set([6]),
      onMove: (m, shares) => m.to === 8 && carried.push(shares.get(6) ?? 0),
    });
    expect(mixed.get(8)?.content).toEqual([{ origin: 6, grams: 20_000, pct: 100 }]);
    expect(carried).toEqual([20_000]);
  });

  it("throws when more is drawn than there is", () => {
    expect(() => mix([move(1, 4, 100), move(4, 5, 101)])).toThrow(/holds 100 g/);
  });
});

describe("reach", () => {
  it("finds exactly the fills whose composition names the origin, and what it touched", () => {
    fc.assert(
      fc.property(ledgers, (ms) => {
        const origins = new Set(ms.filter((m) => m.from <= 3).map((m) => m.to));
        for (const origin of origins) {
          const forward = new Set(reach(origin, ms, "forward"));
          for (const [fill, c] of mix(ms))
            if (c.received.some((s) => s.origin === origin)) expect(forward.has(fill)).toBe(true);
        }
      }),
    );
  });

  it("goes back to what it came forward from", () => {
    fc.assert(
      fc.property(ledgers, fc.integer({ min: 1, max: 12 }), (ms, a) => {
        for (const b of reach(a, ms, "forward")) expect(reach(b, ms, "back")).toContain(a);
      }),
    );
  });

  it("honours time: honey that left before it came in carries nothing", () => {
    const ms = [move(1, 4, 100), move(4, 5, 50), move(2, 4, 100)];
    expect(reach(2, ms, "forward")).toEqual([2, 4]);
  });
});

describe("the account of a batch", () => {
  it("closes: in and gained is out, cappings, wets, lost, unexplained and remainder", () => {
    const ms = [
      move(4, 6, 20_000, { kind: "join" }),
      move(6, 7, 1_200, { kind: "wets" }),
      move(6, 8, 17_000),
      move(6, 9, 300, { kind: "loss" }),
      move(10, 6, 200, { kind: "gain" }),
      move(6, 12, 900, { kind: "cappings" }),
      move(12, 6, 400, { kind: "drained" }),
      move(6, 11, 700, { kind: "unexplained" }),
    ];
    expect(batchAccount(6, ms)).toEqual({
      inGrams: 20_000,
      outGrams: 17_000,
      cappingsGrams: 500,
      wetsGrams: 1_200,
      lostGrams: 300,
      gainedGrams: 200,
      unexplainedGrams: 700,
      remainderGrams: 500,
      yieldPct: 85,
    });
  });

  it("honey kept apart because it was heated begins a batch of its own", () => {
    expect(batchAccount(6, [move(12, 6, 400, { kind: "drained" })])).toMatchObject({
      inGrams: 400,
      cappingsGrams: 0,
      remainderGrams: 400,
    });
  });
});
