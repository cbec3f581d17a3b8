import fc from "fast-check";
import { expect, it } from "vitest";
import type { Extractor } from "./plan";
import { WaitingFrames } from "./waiting-frames";

const machine = (slots: number, deepSlots: 1 | 2) => ({ slots, deepSlots }) as Extractor;
const MACHINES = [machine(3, 1), machine(8, 2)];

const ready = fc.record({
  at: fc.integer({ min: 0, max: 9 }),
  frames: fc.integer({ min: 1, max: 3 }),
  deep: fc.boolean(),
  kg: fc.integer({ min: 1, max: 9 }),
});
const steps = fc.array(fc.oneof(ready, fc.constant("take" as const)), { maxLength: 40 });

it("what a machine would take is the same, looked at after every frame or once at the end", () => {
  fc.assert(
    fc.property(steps, (all) => {
      const [often, once] = [new WaitingFrames(), new WaitingFrames()];
      const [a, b] = [new Float64Array(4), new Float64Array(4)];
      for (const step of all) {
        const would = MACHINES.map((of, m) => often.load(m, of));
        if (step === "take") {
          const frames = would[1]?.frames ?? 0;
          often.take(frames, 12, a);
          once.take(frames, 12, b);
        } else {
          often.add(step);
          once.add(step);
        }
      }
      for (const [m, of] of MACHINES.entries()) expect(often.load(m, of)).toEqual(once.load(m, of));
      expect(a).toEqual(b);
    }),
    { numRuns: 400 },
  );
});

it("a machine takes what became ready first, until nothing more fits", () => {
  const frames = new WaitingFrames();
  frames.add({ at: 5, frames: 2, deep: true, kg: 8 });
  frames.add({ at: 3, frames: 3, deep: false, kg: 6 });
  // Three narrow frames and one of the two deep ones, which takes two slots.
  expect(frames.load(0, machine(6, 2))).toEqual({ frames: 4, kg: 10, at: 5, full: true });
  expect(frames.load(1, machine(20, 2))).toEqual({ frames: 5, kg: 14, at: 5, full: false });
});
