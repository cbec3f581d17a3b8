import { describe, expect, it } from "vitest";
import { DEFAULT_RULES } from "@/core/moisture";
import {
  type Around,
  asInput,
  bareTag,
  blankRow,
  honeyOf,
  judgeRows,
  type PullRow,
  slipIn,
  yieldOfRows,
} from "./rows";

const around: Around = {
  supers: {
    "41": { emptyKg: 5.2, frames: 10, depth: "medium" },
    "42": { emptyKg: 5.2, frames: 10, depth: "medium" },
    "7": { emptyKg: 7.4, frames: 9, depth: "deep" },
  },
  rules: DEFAULT_RULES,
  instrument: {
    name: "R1",
    scale: "water",
    compensates: false,
    offset: 0,
    verified: true,
    stepSdPct: 0.03,
    commonSdPct: 0.05,
  },
  sampleC: 20,
  today: "2026-08-13",
  past: { batches: [], frames: {} },
};
const row = (change: Partial<PullRow> = {}): PullRow => ({
  ...blankRow(1),
  tag: "41",
  colony: "3",
  ...change,
});
const verdict = (change: Partial<PullRow>, over: Partial<Around> = {}) =>
  judgeRows([row(change)], { ...around, ...over }, over.rules?.school ?? "instrument").supers[0]?.ripeness
    .verdict;

describe("what is typed on the pull sheet", () => {
  it.each([
    ["s41", "41"],
    [" 41 ", "41"],
    ["S7", "7"],
    ["SX7", "SX7"],
  ])("%j is super %s", (typed, tag) => {
    expect(bareTag(typed)).toBe(tag);
  });

  it("becomes the command's input, with what was not said left out", () => {
    expect(asInput(row({ grossKg: "17,6", flags: ["beetles"], shake: "no-drops" }))).toEqual({
      tag: "41",
      colony: "3",
      cappedPct: "95",
      framesLeft: 0,
      flags: ["beetles"],
      take: true,
      shake: "no-drops",
      grossKg: "17,6",
    });
    expect(asInput(row())).not.toHaveProperty("grossKg");
  });

  it("keeps colony and capping for the next super, and nothing else", () => {
    const next = blankRow(2, row({ cappedPct: "80", grossKg: "17", flags: ["fed"], framesLeft: 2 }));
    expect(next).toMatchObject({
      colony: "3",
      cappedPct: "80",
      grossKg: "",
      flags: [],
      framesLeft: 0,
      tag: "",
    });
  });
});

describe("slips seen before the house is asked", () => {
  const slip = (change: Partial<PullRow>, done: readonly PullRow[] = [], out: readonly string[] = []) =>
    slipIn(row(change), around, done, ["3", "4"], out);

  it.each<[string, Partial<PullRow>, keyof PullRow, string]>([
    ["no tag", { tag: " " }, "tag", "Scan or type"],
    ["an unknown super", { tag: "99" }, "tag", "no super 99"],
    ["no colony", { colony: "" }, "colony", "Off which colony?"],
    ["a colony of another yard", { colony: "c9" }, "colony", "Colony 9 does not stand in this yard."],
    ["capped 140 %", { cappedPct: "140" }, "cappedPct", "not 140"],
    ["capped nothing", { cappedPct: "" }, "cappedPct", "not empty"],
    ["all frames left behind", { framesLeft: 10 }, "framesLeft", "nothing is left to take"],
    ["a waiting period without an end", { flags: ["waiting"] }, "waitingUntil", "Until when"],
    ["a weight that is none", { grossKg: "heavy" }, "grossKg", "is not a weight"],
    ["under its empty weight", { grossKg: "5.2" }, "grossKg", "leaves no honey"],
    ["a sample no honey gives", { sample: "31" }, "sample", "is no reading of honey"],
  ])("%s", (_, change, field, says) => {
    expect(slip(change)).toMatchObject({ field, message: expect.stringContaining(says) });
  });

  it("twice on the sheet, or in the house already", () => {
    expect(slip({}, [row({ tag: "s41" })])?.message).toContain("on the sheet already");
    expect(slip({}, [], ["41"])?.message).toContain("in the house already");
  });

  it("a sound row has none; a weight with its unit is for the house to read", () => {
    expect(slip({ grossKg: "17,6", sample: "17.2" })).toBeNull();
    expect(slip({ grossKg: "42 lb" })).toBeNull();
  });
});

describe("judging while it is filled in", () => {
  it("by the sample, corrected as the instrument's record says", () => {
    expect(verdict({})).toBe("test");
    expect(verdict({ sample: "16,4" })).toBe("spin");
    // One drop at 17.4 may stand for a box over the limit: more of it must be read.
    expect(verdict({ sample: "17,4" })).toBe("test");
    expect(verdict({ sample: "18.1" })).toBe("dry");
    // A warm sample reads too wet: 17.2 at 28 °C is 16.5.
    expect(verdict({ sample: "17.2" }, { sampleC: 28 })).toBe("spin");
    expect(verdict({ sample: "22" })).toBe("leave");
  });

  it("an instrument nobody checked may be off in all its readings: the limit lies higher", () => {
    const unsure = {
      ...around,
      instrument: around.instrument && { ...around.instrument, verified: false, commonSdPct: 0.35 },
    };
    const upper = (a: Around) => judgeRows([row({ sample: "16.4" })], a, "instrument").figures.upperPct ?? 0;
    expect(upper(unsure)).toBeGreaterThan(upper(around) + 0.05);
  });

  it("by another school for once", () => {
    const rules = { ...DEFAULT_RULES, school: "sealed" as const };
    expect(verdict({ cappedPct: "97" }, { rules })).toBe("spin");
    expect(verdict({ cappedPct: "60" }, { rules })).toBe("leave");
  });

  it("honey by weight, else by frames and how they lift; what is left is not expected", () => {
    expect(honeyOf(row({ grossKg: "17.6" }), around)).toMatchObject({
      kg: expect.closeTo(12.4, 6),
      weighed: true,
    });
    const heavy = honeyOf(row({ frameClass: "heavy" }), around);
    expect(heavy.weighed).toBe(false);
    expect(heavy.kg).toBeGreaterThan(honeyOf(row({ frameClass: "heavy", framesLeft: 4 }), around).kg);
    const both = [row({ grossKg: "17.6" }), row({ key: 2, tag: "42", grossKg: "17.6", take: false })];
    expect(yieldOfRows(both, around).kg).toBeCloseTo(12.4 * 0.93, 6);
  });
});
