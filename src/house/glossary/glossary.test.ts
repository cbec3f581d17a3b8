import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, it } from "vitest";
import { humidityForWater } from "@/core/drying";
import { viscosityPaS } from "@/core/honey";
import { termsIn } from "./find";
import { TERM_KEYS, TERMS, termOf } from "./terms";

const keys: ReadonlySet<string> = new Set(TERM_KEYS);

/** Names of figures anybody knows, whatever they do for a living. */
const EVERYDAY =
  /\b(hours?|jars?|pieces?|price|width|height|letters|figures|panel|deposit|days?|counted|wanted|each|costs?|worth|brings|weighs?|weight|it took|it shows|it reads|it is|set to|showed|scale'?s?|spare|at (?:most|least|the bottom)|to|of it|of those broken|holds|room|on the wall|older|check every|spoiled|kept|should show|standing|shelf|warmer|stayed|stands|diameter|of their own|and of|another size|begin at place|through by now|honey|honey at)\b/i;

/** Labels of what is asked for as a figure, as they stand in the application's own text. */
function figureLabels(folder: string): string[] {
  return readdirSync(folder, { recursive: true, encoding: "utf8" })
    .filter((f) => /\.tsx?$/.test(f) && !f.includes(".test."))
    .flatMap((f) =>
      [
        ...readFileSync(join(folder, f), "utf8").matchAll(
          /label: "([^"]{1,60})"(?=[^}]{0,80}(?:unit:|kind: "figure"))/g,
        ),
      ].map(([, label]) => label as string),
    );
}

describe("the words of the trade", () => {
  it("all resolve: what one leads to is there, and nothing written means two things", () => {
    const written = new Map<string, string>();
    for (const key of TERM_KEYS) {
      const term = termOf(key);
      for (const to of term.see ?? []) expect(keys.has(to), `${key} leads to ${to}`).toBe(true);
      expect(term.see ?? []).not.toContain(key);
      for (const w of term.written) {
        expect(written.get(w.toLowerCase()), `${w} of ${key}`).toBeUndefined();
        written.set(w.toLowerCase(), key);
      }
    }
  });

  it.each(TERM_KEYS)("%s is said in a breath, and found where it is written", (key) => {
    const { means, written } = termOf(key);
    expect(means.length).toBeLessThan(260);
    expect(means).toMatch(/[.:]$/);
    for (const w of written) expect(termsIn(`a ${w}.`).map((f) => f.key)).toContain(key);
  });

  it("has a word for the name of every figure that is asked for and is not everyday", () => {
    const labels = ["src/app", "src/ui", "src/house"].flatMap(figureLabels);
    expect(labels.length).toBeGreaterThan(80);
    expect([...new Set(labels)].filter((l) => termsIn(l).length === 0 && !EVERYDAY.test(l))).toEqual([]);
  });

  it("finds whole words, the longest first, and reads a long text once", () => {
    expect(termsIn("Uncapping machine: uncapped combs, superb").map((f) => f.key)).toEqual([
      "uncap",
      "capped",
      "comb",
    ]);
    expect(termsIn("the hot room's stacks").map((f) => f.key)).toEqual(["hot-room", "stack"]);
    expect(termsIn("water ".repeat(20_000), 5)).toHaveLength(5);
    expect(termsIn("supe".repeat(50_000))).toEqual([]);
  });

  it("its own figures are the core's, reckoned anew", () => {
    for (const tempC of [20, 25, 30]) {
      const warmer = viscosityPaS(17.5, tempC) / viscosityPaS(17.5, tempC + 10);
      expect(warmer).toBeGreaterThan(2.5);
      expect(warmer).toBeLessThan(3.7);
      expect(viscosityPaS(17, tempC) / viscosityPaS(18, tempC)).toBeCloseTo(1.5, 1);
    }
    expect(TERMS.viscosity.means).toMatch(/about three times.*half as fast again/);
    expect([humidityForWater(17), humidityForWater(18)].map(Math.round)).toEqual([55, 59]);
    expect(TERMS.humidity.means).toContain("55 to 59 %");
  });

  it("names the source of what is a published figure", () => {
    for (const key of ["HMF", "diastase", "colour", "fermenting", "check-character", "net"] as const)
      expect(TERMS[key].source).toMatch(/\d|table|standards/);
  });
});
