import { describe, expect, it } from "vitest";
import type { z } from "zod";
import { count, day, massKg, note, number, pct, tag, tempC, text } from "./fields";
import { tags } from "./ranges";
import { plural, spoken } from "./spoken";

const said = (schema: z.ZodType, input: unknown): string => {
  const parsed = schema.safeParse(input);
  if (parsed.success) throw new Error(`accepted as ${JSON.stringify(parsed.data)}`);
  return parsed.error.issues.map((i) => i.message).join(" ");
};

describe("figures in commands", () => {
  it.each<[string, z.ZodType, unknown, unknown]>([
    ["a number", massKg("The weight", 90), 21.4, 21.4],
    ["a decimal comma", massKg("The weight", 90), "21,4", 21.4],
    ["pounds", massKg("The weight", 90), "10 lb", 4.5359237],
    ["per cent with its sign", pct("The share"), "95 %", 95],
    ["nothing at all of something", pct("The share"), 0, 0],
    ["Fahrenheit", tempC("The sample", 0, 60), "82.4 F", 28],
    ["a count as text", count("Jars", 1, 100), "48", 48],
  ])("take %s", (_, schema, input, value) => {
    expect(schema.parse(input)).toBeCloseTo(value as number, 9);
  });

  it.each<[string, z.ZodType, unknown, string]>([
    ["nothing", massKg("The weight", 90), undefined, "The weight is missing."],
    ["blank text", massKg("The weight", 90), "  ", "The weight is missing."],
    ["an object", massKg("The weight", 90), {}, "The weight must be a number."],
    ["zero mass", massKg("The weight", 90), 0, "must be between 0.001 and 90 kg, not 0 kg"],
    ["a negative mass", massKg("The weight", 90), "-2", "not -2 kg"],
    ["infinity", massKg("The weight", 90), Number.POSITIVE_INFINITY, "The weight must be a number."],
    ["NaN", massKg("The weight", 90), Number.NaN, "The weight must be a number."],
    ["another unit", massKg("The weight", 90), "3 l", '"l" is not a unit of mass'],
    ["words", pct("The share"), "most", '"most" is not a number'],
    ["a mass for a count", count("Jars", 1, 100), "48 kg", "should be a plain figure"],
    ["a part of one", count("Jars", 1, 100), 1.5, "must be a whole number, not 1.5"],
    ["the edge passed", number("The loss", 0, 500, "kg"), 500.001, "between 0 and 500 kg"],
  ])("refuse %s in a sentence", (_, schema, input, sentence) => {
    expect(said(schema, input)).toContain(sentence);
  });
});

describe("text, days and tags", () => {
  it("trims, keeps letters of any language whole, and bounds the length", () => {
    expect(text("The name").parse("  Śmierć \t i  miód ")).toBe("Śmierć i miód");
    expect(said(text("The name", 5), "abcdef")).toBe("The name may be at most 5 characters long.");
    expect(said(text("The name"), "a\u0000b")).toContain("cannot be written down");
    expect(note("The note").parse(undefined)).toBe("");
  });

  it.each([
    ["2026-02-28", true],
    ["2024-02-29", true],
    ["2026-02-29", false],
    ["2026-13-01", false],
    ["26-01-01", false],
    ["1850-01-01", false],
    ["2026-01-01T00:00", false],
  ])("knows whether %s is a day: %s", (input, good) => {
    expect(day("The day").safeParse(input).success).toBe(good);
  });

  it.each([
    ["super", "s41", "41"],
    ["super", 41, "41"],
    ["pail", "B12", "12"],
    ["colony", "c7", "7"],
    ["super", "blue-3", "BLUE-3"],
    ["pail", "bucket", "BUCKET"],
  ] as const)("reads %s tag %s as %s", (kind, input, bare) => {
    expect(tag(kind).parse(input)).toBe(bare);
  });

  it.each(["", "a b", "4/1", "x".repeat(17), "-1", "ü1"])("refuses %j as a tag", (input) => {
    expect(tag("super").safeParse(input).success).toBe(false);
  });

  it.each<[unknown, string[]]>([
    ["41-44", ["41", "42", "43", "44"]],
    ["s41-s43, 60", ["41", "42", "43", "60"]],
    ["41–42", ["41", "42"]],
    ["7 9; blue", ["7", "9", "BLUE"]],
    [
      ["s1", 2],
      ["1", "2"],
    ],
  ])("spreads a run %j", (input, list) => {
    expect(tags("super").parse(input)).toEqual(list);
  });

  it.each([
    ["41, 41", "Super 41 is named twice."],
    ["", "Name at least one super."],
    ["1-1500, 1600-2300", "At most 2,000 at a time."],
    ["x y/z", "must be one to sixteen letters"],
  ])("refuses the run %j", (input, sentence) => {
    expect(said(tags("super"), input)).toContain(sentence);
  });

  it.each([
    [["41"], "41"],
    [["41", "42"], "41 and 42"],
    [["41", "42", "43"], "41 to 43"],
    [["1", "5", "9"], "1, 5 and 9"],
    [["1", "5", "9", "12"], "1, 5 and 2 more"],
  ])("says %j as %s", (list, words) => {
    expect(spoken(list)).toBe(words);
  });

  it("counts in words", () => {
    expect([plural(1, "jar"), plural(2, "jar"), plural(3, "colony", "colonies")]).toEqual([
      "1 jar",
      "2 jars",
      "3 colonies",
    ]);
  });
});
