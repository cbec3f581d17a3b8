import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { carriedReading } from "./carried";

describe("what was read goes with the honey", () => {
  const moves = [
    { from: 1, to: 2, grams: 10_000, at: 0 },
    { from: 1, to: 3, grams: 30_000, at: 0 },
    { from: 2, to: 4, grams: 10_000, at: 10 },
    { from: 3, to: 4, grams: 10_000, at: 11 },
    { from: 1, to: 4, grams: 20_000, at: 12 },
  ];
  const read = new Map([
    [2, [{ at: 5, value: 20 }]],
    [3, [{ at: 5, value: 60 }]],
  ]);

  it("by mass; what was never read is told as a part", () => {
    const at = (now: number) =>
      carriedReading(
        moves.filter((m) => m.at <= now),
        read,
        now,
      );
    expect(at(11).get(4)).toEqual({ value: 40, share: 1 });
    expect(at(12).get(4)).toEqual({ value: 40, share: 0.5 });
    expect(at(12).get(3)).toEqual({ value: 60, share: 1 });
    expect(carriedReading(moves, new Map(), 30).size).toBe(0);
  });

  it("read itself, a vessel speaks for itself", () => {
    const all = new Map([...read, [4, [{ at: 20, value: 47 }]]]);
    expect(carriedReading(moves, all, 30).get(4)).toEqual({ value: 47, share: 1 });
  });

  it("of a part only, where only that was looked at", () => {
    const part = new Map([[3, [{ at: 5, value: 1, grams: 6_000 }]]]);
    expect(carriedReading(moves.slice(0, 2), part, 9).get(3)).toEqual({ value: 1, share: 0.2 });
    const two = new Map([[3, [...(part.get(3) ?? []), { at: 6, value: 1, grams: 50_000 }]]]);
    expect(carriedReading(moves.slice(0, 2), two, 9).get(3)).toEqual({ value: 1, share: 1 });
  });

  it("a mix lies between its parts", () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 1, max: 50_000 }), fc.integer({ min: 0, max: 140 })), {
          minLength: 1,
          maxLength: 8,
        }),
        (parts) => {
          const poured = parts
            .flatMap(([grams], i) => [
              { from: 1, to: 10 + i, grams, at: 0 },
              { from: 10 + i, to: 2, grams, at: 5 },
            ])
            .sort((a, b) => a.at - b.at);
          const told = new Map(parts.map(([, value], i) => [10 + i, [{ at: 1, value }]]));
          const mixed = carriedReading(poured, told, 9).get(2);
          const all = parts.map(([, p]) => p);
          expect(mixed?.share).toBeCloseTo(1, 9);
          expect(mixed?.value).toBeGreaterThanOrEqual(Math.min(...all) - 1e-9);
          expect(mixed?.value).toBeLessThanOrEqual(Math.max(...all) + 1e-9);
        },
      ),
    );
  });
});
