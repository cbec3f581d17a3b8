import { expect, it } from "vitest";
import { areaBetween, lineThrough, placeOn } from "./plot";

const at = placeOn({ domain: [-10, 10], ticks: [] }, { domain: [15, 20], ticks: [] });

it("what is most lies at the top and what is last at the right", () => {
  expect([at(-10, 15), at(0, 17.5), at(10, 20)]).toEqual([
    { x: 0, y: 100 },
    { x: 50, y: 50 },
    { x: 100, y: 0 },
  ]);
});

it("a line goes through its places, a band from its lower edge's end back along the upper; of nothing there is neither", () => {
  expect(lineThrough([at(-10, 15), at(0, 17.5), at(10, 20)])).toBe("M0,100L50,50L100,0");
  expect(
    areaBetween([
      { x: 0, lo: 60, hi: 40 },
      { x: 100, lo: 50, hi: 20 },
    ]),
  ).toBe("M0,40L100,20L100,50L0,60Z");
  expect([lineThrough([]), areaBetween([])]).toEqual(["", ""]);
});
