import { expect, it } from "vitest";
import { along, fewer, roundTicks } from "./axis";

it.each([
  ["many values", [23.2, 28.9, 25]],
  ["one value", [27]],
  ["the same twice", [0, 0]],
  ["none", []],
])("an axis of %s has round ticks in order, and every value lies on it", (_, values) => {
  const axis = roundTicks(values);
  expect(axis.ticks.length).toBeGreaterThan(1);
  expect(axis.ticks).toEqual([...axis.ticks].sort((a, b) => a - b));
  for (const value of values) {
    expect(along(axis, value)).toBeGreaterThanOrEqual(0);
    expect(along(axis, value)).toBeLessThanOrEqual(100);
  }
  expect([along(axis, axis.domain[0] ?? 0), along(axis, axis.domain[1] ?? 1)]).toEqual([0, 100]);
});

it("half way between two round figures is half way between their places", () => {
  const axis = { domain: [20, 30], ticks: [20, 30] };
  expect([20, 22.5, 25, 30].map((value) => along(axis, value))).toEqual([0, 25, 50, 100]);
});

it.each([1, 3, 4, 5, 8, 9, 10, 17, 40])(
  "of %d ticks as many are written as there is room for, evenly",
  (n) => {
    const ticks = Array.from({ length: n }, (_, i) => i * 6);
    const most = [3, 5, 9];
    const written = fewer(ticks, most);
    for (const [room, m] of most.entries()) {
      const here = written.filter((w) => w.fits <= room).map((w) => w.tick);
      expect(here.length).toBeLessThanOrEqual(m);
      expect(here.length).toBeGreaterThanOrEqual(Math.min(n, m) / 2);
      expect(new Set(here.slice(1).map((t, i) => t - (here[i] ?? 0))).size).toBeLessThanOrEqual(1);
    }
  },
);
