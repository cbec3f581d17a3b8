import { describe, expect, it } from "vitest";
import { figureIn, wrongFigure } from "./figure";

describe("figures as they are typed", () => {
  it.each([
    ["2.5", 2.5],
    [" 2,5 ", 2.5],
    ["0", 0],
    ["", null],
    ["two", null],
    ["2.5 kg", null],
    ["1e400", null],
    [undefined, null],
  ])("%j is %j", (text, value) => {
    expect(figureIn(text)).toBe(value);
  });

  it.each([
    ["8", undefined],
    ["16", undefined],
    ["17", "1 to 16 h"],
    ["", "1 to 16 h"],
    ["eight", "1 to 16 h"],
  ])("hours %j: %j", (text, says) => {
    expect(wrongFigure(text, { from: 1, to: 16, unit: "h" })).toBe(says);
  });

  it("may be left out, or must be whole", () => {
    expect(wrongFigure(" ", { from: 1, to: 9, optional: true })).toBeUndefined();
    expect(wrongFigure("2.5", { from: 0, to: 20, whole: true })).toBe("0 to 20, a whole number");
  });
});
