import { describe, expect, it } from "vitest";
import { waysOf } from "./ways";

describe("honeys with ways of their own", () => {
  // Common practice.
  it.each([
    [
      [
        ["ling heather", 60],
        ["lime", 40],
      ],
      ["gels"],
    ],
    [[["bell heather", 100]], []],
    [
      [
        ["Oilseed rape", 55],
        ["clover", 45],
      ],
      ["sets at once"],
    ],
    [
      [
        ["ivy", 30],
        ["clover", 70],
      ],
      [],
    ],
    [
      [
        ["pine honeydew", 90],
        ["", 10],
      ],
      ["honeydew"],
    ],
    [[["lime", 100]], []],
    [[["stripe", 100]], []],
    [[], []],
  ] as const)("%j: %j", (blooms, ways) => {
    expect(waysOf(blooms.map(([what, grams]) => ({ what, grams })))).toEqual(ways);
  });
});
