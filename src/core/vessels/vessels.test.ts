import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { brimfulGrams, gainAsks, inProportion, massByLevel, planMove } from ".";

const from = (name: string, heldGrams: number, takenGrams?: number) => ({ name, heldGrams, takenGrams });
const into = (name: string, addedGrams?: number, holdsGrams: number | null = null, heldGrams = 0) => ({
  name,
  heldGrams,
  addedGrams,
  holdsGrams,
});
const total = (list: readonly number[]) => list.reduce((a, b) => a + b, 0);

describe("honey moved between vessels", () => {
  it("pours all of it where nobody says how much", () => {
    const plan = planMove([from("a", 20_000), from("b", 5_000)], [into("drum")]);
    expect(plan).toMatchObject({ taken: [20_000, 5_000], added: [25_000], lostGrams: 0, gainedGrams: 0 });
  });

  it("takes of the vessels in turn what the takers got", () => {
    expect(planMove([from("a", 20_000), from("b", 20_000)], [into("x", 27_000)]).taken).toEqual([
      20_000, 7_000,
    ]);
  });

  it("fills in turn, each to what it holds", () => {
    expect(
      planMove(
        [from("tank", 60_000)],
        [into("x", undefined, 27_000), into("y", undefined, 27_000), into("z")],
      ).added,
    ).toEqual([27_000, 27_000, 6_000]);
  });

  it("weighed on both sides, what is missing is lost, what is more is gained", () => {
    expect(planMove([from("a", 20_000, 20_000)], [into("x", 19_800)])).toMatchObject({
      lostGrams: 200,
      gainedGrams: 0,
      carried: [[19_800]],
    });
    const more = planMove([from("a", 20_000, 20_000)], [into("x", 20_150)]);
    expect(more).toMatchObject({ lostGrams: 0, gainedGrams: 150, carried: [[20_000]] });
    expect(gainAsks(more)).toBe(false);
    expect(gainAsks(planMove([from("a", 20_000)], [into("x", 21_000)]))).toBe(true);
  });

  it.each([
    ["itself", [from("a", 5)], [into("a")], "cannot be poured into itself"],
    ["overdrawn", [from("a", 5_000, 6_000)], [into("x")], "a holds 5.0 kg; 6.0 kg cannot come out of it."],
    [
      "does-not-fit",
      [from("a", 30_000)],
      [into("x", undefined, 27_000, 20_000)],
      "has room for 7.0 kg; 30.0 kg does not fit",
    ],
    ["nothing-moves", [from("a", 0)], [into("x")], "Nothing moves"],
  ] as const)("refuses %s in a sentence", (code, givers, takers, sentence) => {
    expect(() => planMove(givers, takers)).toThrow(
      expect.objectContaining({ code, message: expect.stringContaining(sentence) }),
    );
  });

  it("any move: every gram that left arrived or was lost, what arrived came or was gained, and each taker got of all alike", () => {
    const grams = fc.integer({ min: 1, max: 300_000 });
    fc.assert(
      fc.property(
        fc.array(grams, { minLength: 1, maxLength: 12 }),
        fc.array(grams, { minLength: 1, maxLength: 5 }),
        (givers, takers) => {
          const plan = planMove(
            givers.map((g, i) => from(`g${i}`, g)),
            takers.map((t, j) => into(`t${j}`, t)),
          );
          for (const [i, g] of givers.entries()) {
            expect(plan.taken[i]).toBeLessThanOrEqual(g);
            expect(total(plan.carried[i] ?? []) + (plan.lost[i] ?? 0)).toBe(plan.taken[i]);
          }
          expect(total(plan.added)).toBe(total(takers));
          const carried = total(plan.carried.map(total));
          expect(carried + plan.gainedGrams).toBe(total(plan.added));
          for (const [j] of takers.entries()) {
            const got = plan.carried.map((row) => row[j] ?? 0);
            const share = total(got) / carried;
            for (const [i, row] of plan.carried.entries())
              expect(Math.abs((got[i] ?? 0) - share * total(row))).toBeLessThanOrEqual(
                givers.length + takers.length,
              );
          }
        },
      ),
      { numRuns: 300 },
    );
  });
});

describe("whole parts", () => {
  it.each([
    [10_005, [5000, 5000], [5003, 5002]],
    [7, [5, 5, 5], [3, 2, 2]],
    [3, [1, 1, 1], [1, 1, 1]],
    [5, [0, 3], [0, 5]],
    [5, [0, 0], [0, 0]],
  ])("of %d by %j", (total, weights, parts) => {
    expect(inProportion(total, weights).toSorted((a, b) => b - a)).toEqual(parts.toSorted((a, b) => b - a));
  });

  it("add up, whatever is shared out, more than all weights too", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 1_000_000 }),
        fc.array(fc.integer({ min: 0, max: 300_000 }), { minLength: 1, maxLength: 9 }),
        (shared, weights) => {
          const parts = inProportion(shared, weights);
          expect(total(parts)).toBe(total(weights) === 0 ? 0 : shared);
          if (shared <= total(weights))
            for (const [i, p] of parts.entries()) expect(p).toBeLessThanOrEqual(weights[i] ?? 0);
        },
      ),
      { numRuns: 500 },
    );
  });
});

describe("honey by its level and by its litres", () => {
  it("a drum of 208 L holds about 295 kg, a pail of 5 US gallons about 27 kg (common practice)", () => {
    expect(brimfulGrams(208, 17.5) / 1000).toBeCloseTo(295, -1);
    expect(brimfulGrams(18.93, 17.5) / 1000).toBeCloseTo(27, 0);
  });

  it("a column of 50 cm across and 40 cm high is 78.5 L", () => {
    const { grams } = massByLevel(50, 40, 18.6, 20);
    // 1.4129 of water's density at 18.6 % (White 1975).
    expect(grams / 1000).toBeCloseTo(78.54 * 1.4129 * 0.9982, 1);
  });

  it("unread water makes it less certain, a wider vessel too", () => {
    expect(massByLevel(50, 40, null, 20).sdGrams).toBeGreaterThan(massByLevel(50, 40, 17.5, 20).sdGrams);
    expect(massByLevel(80, 40, 17.5, 20).sdGrams).toBeGreaterThan(massByLevel(50, 40, 17.5, 20).sdGrams);
  });
});
