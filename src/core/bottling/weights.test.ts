import { describe, expect, it } from "vitest";
import { readWeights } from "./index";

describe("weights as they are pasted", () => {
  it.each([
    ["454 455.5\n456;457", [454, 455.5, 456, 457]],
    ["454,5 455,0", [454.5, 455]],
    ["454, 455, 456", [454, 455, 456]],
    ["", []],
    [Array(300).fill("454,2").join("\n"), Array(300).fill(454.2)],
  ])("%j", (text, weights) => {
    expect(readWeights(text)).toEqual(weights);
  });

  it.each([
    ["454,455,456", /may be one weight or several/],
    ["454,455", /may be one weight or several/],
    ["454 heavy", /"heavy" is no weight/],
    ["-4", /is no weight/],
    ["1 ".repeat(1001), /At most 1000/],
    ["1".repeat(30_000), /far too long/],
  ])("refuses %#", (text, says) => {
    expect(() => readWeights(text)).toThrow(says);
  });
});
