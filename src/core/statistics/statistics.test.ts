import { describe, expect, it } from "vitest";
import { tQuantile } from "./index";

describe("Student's t", () => {
  // One-sided 95 % column of the printed t table, from memory of the table.
  it.each([
    [1, 6.314],
    [2, 2.92],
    [3, 2.353],
    [5, 2.015],
    [10, 1.812],
    [30, 1.697],
    [120, 1.658],
  ])("with %i degrees of freedom is %f", (df, t) => {
    expect(tQuantile(0.95, df)).toBeCloseTo(t, 3);
  });

  it("refuses what is no probability", () => {
    expect(() => tQuantile(1.2, 5)).toThrow(/between/);
    expect(() => tQuantile(0.95, 0)).toThrow(/Degrees/);
  });
});
