import { expect, it } from "vitest";
import { along, roundTicks } from "./axis";

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
