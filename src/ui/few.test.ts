import { createElement } from "react";
import { renderToStaticMarkup } from "react-dom/server";
import { expect, it } from "vitest";
import { Few } from "./few";

const drawn = (many: number, stays: readonly number[] = []): { shown: string[]; button: string } => {
  const boxes = Array.from({ length: many }, (_, i) => createElement("i", { key: i }, String(i + 1)));
  const html = renderToStaticMarkup(createElement(Few, { what: "super", stays }, boxes));
  return {
    shown: [...html.matchAll(/<i>(\d+)<\/i>/g)].map(([, tag = ""]) => tag),
    button: /<button[^>]*>([^<]*)</.exec(html)?.[1] ?? "",
  };
};

it("of many boxes the first 120 are drawn, and those that were chosen, wherever they stand", () => {
  expect(drawn(120)).toMatchObject({ shown: { length: 120 }, button: "" });
  expect(drawn(121)).toMatchObject({ shown: { length: 120 }, button: "Show 1 more super" });
  const { shown, button } = drawn(1500, [3, 1400]);
  expect([shown.length, shown.at(-2), shown.at(-1), button]).toEqual([
    121,
    "120",
    "1401",
    "Show 1379 more supers",
  ]);
});
