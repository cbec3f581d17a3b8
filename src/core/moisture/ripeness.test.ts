import { describe, expect, it } from "vitest";
import {
  DEFAULT_RULES,
  judgePull,
  judgeRipeness,
  type RipenessRules,
  type School,
  type SuperFlag,
  type SuperLook,
} from "./index";

const TODAY = "2026-08-13";
const look = (change: Partial<SuperLook> = {}): SuperLook => ({
  name: "41",
  massKg: 14,
  cappedPct: 97,
  frames: 10,
  framesLeft: 0,
  shake: null,
  flags: [],
  waitingUntil: null,
  place: "colony",
  readings: [],
  ...change,
});
const read = (...values: number[]) => values.map((waterPct) => ({ waterPct, sdPct: 0.2 }));
const rules = (school: School, more: Partial<RipenessRules> = {}): RipenessRules => ({
  ...DEFAULT_RULES,
  school,
  ...more,
});

describe("the three schools (thresholds are common practice)", () => {
  it.each<[string, Partial<SuperLook>, string, string, string]>([
    ["well capped, unread", { cappedPct: 97 }, "spin", "spin", "test"],
    ["half capped, unread", { cappedPct: 60 }, "leave", "test", "test"],
    ["half capped, no drops", { cappedPct: 60, shake: "no-drops" }, "leave", "spin", "test"],
    ["half capped, drops", { cappedPct: 60, shake: "drops" }, "leave", "leave", "test"],
    ["half capped, reads dry", { cappedPct: 60, readings: read(16.8, 16.9) }, "leave", "test", "spin"],
    ["capped, reads over the target", { readings: read(18) }, "spin", "spin", "dry"],
    ["capped, reads over the limit", { readings: read(19.1) }, "dry", "dry", "dry"],
    ["over 20 % on the colony", { cappedPct: 40, readings: read(21) }, "leave", "test", "leave"],
    [
      "over 20 % in the house",
      { cappedPct: 96, readings: read(21), place: "house" },
      "divert",
      "divert",
      "divert",
    ],
  ])("%s", (_, change, sealed, shake, instrument) => {
    expect(judgeRipeness(look(change), rules("sealed"), TODAY).verdict).toBe(sealed);
    expect(judgeRipeness(look(change), rules("shake"), TODAY).verdict).toBe(shake);
    expect(judgeRipeness(look(change), rules("instrument"), TODAY).verdict).toBe(instrument);
  });

  it("names the school that judged and what the others would have said", () => {
    const found = judgeRipeness(
      look({ cappedPct: 60, shake: "no-drops", readings: read(18) }),
      rules("shake"),
      TODAY,
    );
    expect(found.school).toBe("shake");
    expect(found.others).toEqual([
      { school: "sealed", verdict: "leave" },
      { school: "instrument", verdict: "dry" },
    ]);
    expect(found.because.map((b) => b.what)).toContain("Another school, by the wax (sealed), would say");
  });

  it("goes by the house's own thresholds", () => {
    expect(judgeRipeness(look({ cappedPct: 90 }), rules("sealed", { sealedPct: 88 }), TODAY).verdict).toBe(
      "spin",
    );
    expect(
      judgeRipeness(look({ readings: read(18) }), rules("instrument", { targetPct: 18.2 }), TODAY).verdict,
    ).toBe("spin");
  });

  it("does not trust a mean whose upper limit is over the limit, and says what would settle it", () => {
    const unsure = look({ readings: [{ waterPct: 17.4, sdPct: 0.6 }] });
    expect(judgeRipeness(unsure, rules("instrument"), TODAY)).toMatchObject({
      verdict: "dry",
      settled: false,
    });
    expect(judgeRipeness(look({ readings: read(17.4) }), rules("instrument"), TODAY)).toMatchObject({
      verdict: "spin",
      settled: true,
    });
  });
});

describe("flags come before any school", () => {
  it.each<[SuperFlag, string]>([
    ["brood", "do-not-take"],
    ["fed", "do-not-take"],
    ["waiting", "do-not-take"],
    ["not-inspected", "do-not-take"],
    ["inspection-failed", "do-not-take"],
    ["crystallised", "leave"],
    ["fermented", "divert"],
    ["beetles", "spin"],
    ["unwired", "spin"],
  ])("%s: %s", (flag, verdict) => {
    const flagged = look({ flags: [flag], readings: read(16.8) });
    for (const school of ["sealed", "shake", "instrument"] as const)
      expect(judgeRipeness(flagged, rules(school), TODAY).verdict).toBe(verdict);
  });

  it("a waiting period ends with its last day", () => {
    const until = (waitingUntil: string) =>
      judgeRipeness(
        look({ flags: ["waiting"], waitingUntil, readings: read(16.8) }),
        rules("instrument"),
        TODAY,
      ).verdict;
    expect(until("2026-08-13")).toBe("do-not-take");
    expect(until("2026-08-12")).toBe("spin");
  });

  it("beetles hurry, unwired comb slows", () => {
    const said = judgeRipeness(look({ flags: ["beetles", "unwired"] }), rules("sealed"), TODAY).sentence;
    expect(said).toContain("spin it today");
    expect(said).toContain("start slowly");
  });

  it.each([
    [{ cappedPct: 140 }, /capped must be between 0 and 100 %, not 140/],
    [{ framesLeft: 11 }, /Frames left behind/],
  ])("impossible figures are refused: %j", (change, says) => {
    expect(() => judgeRipeness(look(change), rules("sealed"), TODAY)).toThrow(says);
  });
});

describe("the whole pull", () => {
  const named = (name: string, change: Partial<SuperLook>) => look({ name, ...change });

  it("by the shake only a minority of frames may go: the least capped stay", () => {
    const looks = [
      ...Array.from({ length: 8 }, (_, i) => named(`s${i}`, { cappedPct: 98 })),
      named("p1", { cappedPct: 85, shake: "no-drops" }),
      named("p2", { cappedPct: 70, shake: "no-drops" }),
    ];
    const pull = judgePull(looks, rules("shake"), TODAY);
    const of = (name: string) => pull.supers.find((s) => s.name === name)?.ripeness;
    // 20 of 100 frames by the shake is more than 15 %; 10 of 90 is not.
    expect(of("p2")).toMatchObject({ verdict: "leave" });
    expect(of("p2")?.sentence).toContain("15 % of frames by shake already");
    expect(of("p1")?.verdict).toBe("spin");
    expect(pull.verdict).toBe("spin");
  });

  it("what counts is the honey mixed: a wet box among dry ones may go, weighted by mass", () => {
    const dry = ["a", "b", "c", "d"].map((n) => named(n, { readings: read(16.6, 16.7) }));
    const wet = named("w", { massKg: 8, readings: read(18.2) });
    const pull = judgePull([...dry, wet], rules("instrument"), TODAY);
    expect(pull.supers.find((s) => s.name === "w")?.ripeness.verdict).toBe("dry");
    expect(pull.figures.waterPct).toBeCloseTo((4 * 14 * 16.65 + 8 * 18.2) / 64, 6);
    expect(pull.verdict).toBe("spin");
  });

  it("says how many more readings would settle it and which box to test next", () => {
    const looks = [
      named("a", { readings: read(17.3) }),
      named("b", { cappedPct: 95 }),
      named("c", { cappedPct: 70, massKg: 18 }),
      named("d", { cappedPct: 70, massKg: 9 }),
      named("e", { flags: ["brood"], massKg: 30 }),
    ];
    const pull = judgePull(looks, rules("instrument"), TODAY);
    expect(pull.next).toBe("c");
    expect(pull.settled).toBe(false);
    expect(pull.figures.moreReadings).toBeGreaterThan(0);
    expect(pull.figures.boxes).toBe(4);
    expect(pull.sentence).toMatch(/more readings? would settle it; test super c next\./);
  });

  it("nothing worth taking says so", () => {
    expect(judgePull([look({ flags: ["fed"] })], rules("instrument"), TODAY)).toMatchObject({
      verdict: "do-not-take",
      figures: { takenKg: 0 },
    });
    expect(judgePull([], rules("instrument"), TODAY).sentence).toContain("no super yet");
  });
});
