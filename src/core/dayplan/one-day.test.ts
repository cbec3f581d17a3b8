import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type DayPlan, simulateDay, USUAL } from "./index";

const pace = fc.record({
  minPerFrame: fc.double({ min: 0.2, max: 3, noNaN: true }),
  cv: fc.constantFrom(0, 0.3, 1),
});
const hand = fc.record({
  fromMin: fc.integer({ min: 0, max: 120 }),
  uncap: fc.option(pace, { nil: null }),
  loads: fc.boolean(),
  pails: fc.boolean(),
});
const plans: fc.Arbitrary<DayPlan> = fc
  .record({
    boxes: fc.array(
      fc.record({
        frames: fc.integer({ min: 1, max: 12 }),
        kg: fc.double({ min: 1, max: 30, noNaN: true }),
        releaseMin: fc.constantFrom(0, 0, 0, 45, 200),
        deep: fc.boolean(),
      }),
      { minLength: 1, maxLength: 14 },
    ),
    hands: fc.array(hand, { maxLength: 4 }),
    extractors: fc.array(
      fc.record({
        slots: fc.integer({ min: 2, max: 24 }),
        deepSlots: fc.constantFrom<1 | 2>(1, 2),
        runMin: fc.integer({ min: 3, max: 25 }),
        cv: fc.constantFrom(0, 0.1),
        turns: fc.constantFrom(0, 2),
        cranked: fc.boolean(),
        turning: fc.option(
          fc.record({
            frames: fc.integer({ min: 1, max: 20 }),
            kg: fc.double({ min: 0, max: 40, noNaN: true }),
            leftMin: fc.integer({ min: 0, max: 25 }),
            turnsLeft: fc.integer({ min: 0, max: 2 }),
          }),
          { nil: null },
        ),
      }),
      { minLength: 1, maxLength: 3 },
    ),
    // In no order, and running into each other, as people type them.
    breaks: fc.constantFrom(
      [],
      [{ fromMin: 60, toMin: 90 }],
      [
        { fromMin: 120, toMin: 130 },
        { fromMin: 75, toMin: 100 },
        { fromMin: 60, toMin: 80 },
        { fromMin: 100, toMin: 105 },
      ],
    ),
    bufferKg: fc.integer({ min: 20, max: 200 }),
    pailHasKg: fc.constantFrom(0, 7, 26.5),
    standsKg: fc.constantFrom(0, 0, 12),
    meshHasKg: fc.constantFrom(0, 0, 90, 1000),
  })
  .map((p) => ({
    ...USUAL,
    ...p,
    boxes: p.boxes.map((b, i) => ({ ...b, id: `box ${i}` })),
    // One who does everything, so that every day can be finished.
    hands: [{ fromMin: 0, uncap: { minPerFrame: 1, cv: 0.3 }, loads: true, pails: true }, ...p.hands].map(
      (h, i) => ({ ...h, name: `hand ${i}`, toMin: 20_000 }),
    ),
    extractors: p.extractors.map((e, i) => ({ ...e, name: `machine ${i}` })),
  }));

describe("any day at all", () => {
  it("loses no frame and no honey, and nobody is in two places", () => {
    fc.assert(
      fc.property(plans, fc.nat(1000), (plan, seed) => {
        const day = simulateDay(plan, { seed, replicates: 1 });
        const { board } = day;
        const sum = (does: string) =>
          board.filter((p) => p.does === does).reduce((total, p) => total + p.amount, 0);
        const turning = plan.extractors.flatMap((e) => e.turning ?? []);
        const frames = plan.boxes.reduce((n, b) => n + b.frames, 0);
        const kg =
          plan.boxes.reduce((n, b) => n + b.kg, plan.standsKg) + turning.reduce((n, t) => n + t.kg, 0);
        expect(day.unfinished).toBe(0);
        expect(day.boxesLeft).toEqual({ p50: 0, p90: 0 });
        expect(sum("uncap")).toBe(frames);
        // What turned before the plan comes out too.
        expect(sum("spin")).toBe(turning.reduce((n, t) => n + t.frames, frames));
        expect(sum("strain")).toBeCloseTo(kg, 6);
        // Every pail but the last is full, the one that stood there included.
        const inPails = (kg + plan.pailHasKg) / plan.pailKg;
        expect(day.pails?.p50).toBeGreaterThanOrEqual(Math.ceil(inPails - 0.01));
        expect(day.pails?.p50).toBeLessThanOrEqual(Math.ceil(inPails + 0.01));
        for (const station of new Set(board.map((p) => p.station))) {
          const own = board.filter((p) => p.station === station).sort((a, b) => a.fromMin - b.fromMin);
          for (const [i, piece] of own.entries())
            expect(piece.fromMin, `${station}: ${piece.what}`).toBeGreaterThanOrEqual(
              (own[i - 1]?.toMin ?? 0) - 1e-6,
            );
        }
        for (const piece of board) {
          const box = plan.boxes.find((b) => b.id === piece.what);
          if (box) expect(piece.fromMin).toBeGreaterThanOrEqual(box.releaseMin);
          const machine = plan.extractors.find((e) => e.name === piece.station);
          const before = piece.fromMin === 0 ? (machine?.turning?.frames ?? 0) : 0;
          if (machine) expect(piece.amount).toBeLessThanOrEqual(Math.max(before, machine.slots));
          const who = plan.hands.find((h) => h.name === piece.station);
          if (!who) continue;
          expect(piece.fromMin).toBeGreaterThanOrEqual(who.fromMin);
          // Nobody does what they cannot, or works through a break.
          if (piece.does === "uncap") expect(who.uncap).not.toBeNull();
          else expect(/pail|mesh/.test(piece.what) ? who.pails : who.loads).toBe(true);
          for (const b of plan.breaks)
            expect(piece.toMin <= b.fromMin || piece.fromMin >= b.toMin).toBe(true);
        }
        for (const x of day.stations) expect(x.utilisation).toBeLessThanOrEqual(1 + 1e-9);
      }),
      { numRuns: 120 },
    );
  });

  it("more hands never lose honey either: a shift that ends leaves the day unfinished, not wrong", () => {
    fc.assert(
      fc.property(plans, fc.integer({ min: 5, max: 90 }), (plan, toMin) => {
        const short = { ...plan, hands: plan.hands.map((h) => ({ ...h, fromMin: 0, toMin })) };
        const day = simulateDay(short, { seed: 1, replicates: 1 });
        // What was begun in the shift is ended, after a break if one lies between.
        const begun = day.board.filter((p) => !plan.breaks.some((b) => b.toMin === p.fromMin));
        for (const p of begun.filter((x) => x.does === "uncap" || x.does === "serve"))
          expect(p.fromMin).toBeLessThan(toMin);
        if (day.unfinished === 1) expect(day.finishMin.p50).toBe(Number.POSITIVE_INFINITY);
        else expect(day.finishMin.p50).toBeGreaterThan(0);
      }),
      { numRuns: 150 },
    );
  });
});
