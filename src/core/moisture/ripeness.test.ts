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

/**
 * Every combination of school, capping, shake, reading and place, judged as a practitioner would (common practice).
 * Rows are what is seen; columns the verdicts of sealed, shake and instrument.
 */
describe("the three schools (thresholds are common practice)", () => {
  const RIPE = read(16.4, 16.5);
  const OVER_TARGET = read(17.9, 18.0, 17.9, 18.0);
  const OVER_LIMIT = read(19.1);
  const WET = read(20.5);
  const sealed = { cappedPct: 97 };
  const partly = { cappedPct: 80 };
  const dry = { shake: "no-drops" as const };
  const drops = { shake: "drops" as const };

  it.each<[string, Partial<SuperLook>, string, string, string]>([
    // On the colony: what is unripe can be left; what is wet is left, whoever judges.
    ["sealed, unread", { ...sealed }, "spin", "spin", "test"],
    ["sealed, ripe", { ...sealed, readings: RIPE }, "spin", "spin", "spin"],
    ["sealed, over target", { ...sealed, readings: OVER_TARGET }, "spin", "spin", "dry"],
    ["sealed, over limit", { ...sealed, readings: OVER_LIMIT }, "dry", "dry", "dry"],
    ["sealed, over 20 %", { ...sealed, readings: WET }, "leave", "leave", "leave"],
    ["partly, unread", { ...partly }, "leave", "test", "test"],
    ["partly, ripe", { ...partly, readings: RIPE }, "leave", "spin", "spin"],
    ["partly, over target", { ...partly, readings: OVER_TARGET }, "leave", "leave", "dry"],
    ["partly, over limit", { ...partly, readings: OVER_LIMIT }, "leave", "leave", "dry"],
    ["partly, over 20 %", { ...partly, readings: WET }, "leave", "leave", "leave"],
    ["partly, no drops", { ...partly, ...dry }, "leave", "spin", "test"],
    ["partly, no drops, ripe", { ...partly, ...dry, readings: RIPE }, "leave", "spin", "spin"],
    ["partly, no drops, over target", { ...partly, ...dry, readings: OVER_TARGET }, "leave", "spin", "dry"],
    ["partly, no drops, over limit", { ...partly, ...dry, readings: OVER_LIMIT }, "leave", "leave", "dry"],
    ["partly, no drops, over 20 %", { ...partly, ...dry, readings: WET }, "leave", "leave", "leave"],
    ["partly, drops", { ...partly, ...drops }, "leave", "leave", "test"],
    ["partly, drops, ripe", { ...partly, ...drops, readings: RIPE }, "leave", "leave", "spin"],
    ["partly, drops, over 20 %", { ...partly, ...drops, readings: WET }, "leave", "leave", "leave"],
    // In the house nothing can be left: dry it, or divert what is too wet.
    ["house: sealed, unread", { place: "house", ...sealed }, "spin", "spin", "test"],
    ["house: sealed, ripe", { place: "house", ...sealed, readings: RIPE }, "spin", "spin", "spin"],
    [
      "house: sealed, over target",
      { place: "house", ...sealed, readings: OVER_TARGET },
      "spin",
      "spin",
      "dry",
    ],
    ["house: sealed, over limit", { place: "house", ...sealed, readings: OVER_LIMIT }, "dry", "dry", "dry"],
    ["house: sealed, wet", { place: "house", ...sealed, readings: WET }, "divert", "divert", "divert"],
    ["house: partly, unread", { place: "house", ...partly }, "dry", "test", "test"],
    ["house: partly, ripe", { place: "house", ...partly, readings: RIPE }, "spin", "spin", "spin"],
    ["house: partly, over target", { place: "house", ...partly, readings: OVER_TARGET }, "dry", "dry", "dry"],
    ["house: partly, over limit", { place: "house", ...partly, readings: OVER_LIMIT }, "dry", "dry", "dry"],
    ["house: partly, wet", { place: "house", ...partly, readings: WET }, "divert", "divert", "divert"],
    ["house: partly, no drops", { place: "house", ...partly, ...dry }, "dry", "spin", "test"],
    [
      "house: no drops, wet",
      { place: "house", ...partly, ...dry, readings: WET },
      "divert",
      "divert",
      "divert",
    ],
    ["house: partly, drops", { place: "house", ...partly, ...drops }, "dry", "dry", "test"],
    ["house: drops, ripe", { place: "house", ...partly, ...drops, readings: RIPE }, "spin", "dry", "spin"],
    [
      "house: drops, wet",
      { place: "house", ...partly, ...drops, readings: WET },
      "divert",
      "divert",
      "divert",
    ],
  ])("%s", (_, change, bySealed, byShake, byInstrument) => {
    const by = (school: School) => judgeRipeness(look(change), rules(school), TODAY).verdict;
    expect([by("sealed"), by("shake"), by("instrument")]).toEqual([bySealed, byShake, byInstrument]);
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
      judgeRipeness(
        look({ readings: read(17.6, 17.6, 17.5) }),
        rules("instrument", { targetPct: 18.2, limitPct: 19.5 }),
        TODAY,
      ).verdict,
    ).toBe("spin");
  });

  it("does not trust a mean whose upper limit is over the limit: it asks for more readings", () => {
    const unsure = judgeRipeness(look({ readings: read(17.4) }), rules("instrument"), TODAY);
    expect(unsure).toMatchObject({ verdict: "test", settled: false });
    expect(unsure.sentence).toMatch(/may be as wet as/);
    expect(
      judgeRipeness(look({ readings: read(15.9, 16.0, 15.9, 16) }), rules("instrument"), TODAY),
    ).toMatchObject({ verdict: "spin", settled: true });
  });

  it("never says that a figure is over itself", () => {
    const { sentence } = judgeRipeness(
      look({ readings: read(17.52, 17.52, 17.52, 17.52) }),
      rules("instrument"),
      TODAY,
    );
    expect(sentence).toContain("17.52 % is over the target of 17.5 %");
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
    const flagged = look({ flags: [flag], readings: read(16.2, 16.3) });
    for (const school of ["sealed", "shake", "instrument"] as const)
      expect(judgeRipeness(flagged, rules(school), TODAY).verdict).toBe(verdict);
  });

  it("a waiting period ends with its last day", () => {
    const until = (waitingUntil: string) =>
      judgeRipeness(
        look({ flags: ["waiting"], waitingUntil, readings: read(16.2, 16.3) }),
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

  it("crystallised comb in the house can still be warmed and melted: it is not for ever lost to jars", () => {
    const found = judgeRipeness(look({ flags: ["crystallised"], place: "house" }), rules("sealed"), TODAY);
    expect(found.verdict).toBe("melt");
    expect(found.sentence).toMatch(/warm it gently/);
    expect(found.sentence).not.toMatch(/never/);
  });

  it.each<[string, Partial<SuperLook>]>([
    ["do-not-take", { flags: ["beetles", "fed"] }],
    ["leave", { flags: ["beetles"], cappedPct: 40 }],
    ["divert", { flags: ["beetles", "fermented"], place: "house" }],
    ["melt", { flags: ["beetles", "crystallised"], place: "house" }],
  ])("beetles never ask to spin what is to be judged %s", (verdict, change) => {
    const found = judgeRipeness(look(change), rules("sealed"), TODAY);
    expect(found.verdict).toBe(verdict);
    expect(found.sentence).toContain("Beetles");
    expect(found.sentence).not.toMatch(/spin it today/);
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

  it("only the frames that were partly capped go by the shake, of the round's frames", () => {
    const looks = [
      ...Array.from({ length: 8 }, (_, i) => named(`s${i}`, { cappedPct: 98 })),
      named("p1", { cappedPct: 85, shake: "no-drops", partlyCapped: 4 }),
      named("p2", { cappedPct: 70, shake: "no-drops", partlyCapped: 6 }),
    ];
    // 10 of 100 frames went by the shake: both boxes may go.
    expect(judgePull(looks, rules("shake"), TODAY).supers.every((s) => s.ripeness.verdict === "spin")).toBe(
      true,
    );
    const more = looks.map((l) => (l.name === "p2" ? { ...l, partlyCapped: 9 } : { ...l }));
    expect(judgePull(more, rules("shake", { shakeMaxPct: 12 }), TODAY).supers.at(-1)?.ripeness.verdict).toBe(
      "leave",
    );
  });

  it("what counts is the honey mixed: a wet box among dry ones may go, weighted by mass", () => {
    const dry = ["a", "b", "c", "d"].map((n) => named(n, { readings: read(16.2, 16.3) }));
    const wet = named("w", { massKg: 8, readings: read(18.2) });
    const pull = judgePull([...dry, wet], rules("instrument"), TODAY);
    expect(pull.supers.find((s) => s.name === "w")?.ripeness.verdict).toBe("dry");
    expect(pull.figures.waterPct).toBeCloseTo((4 * 14 * 16.25 + 8 * 18.2) / 64, 6);
    expect(pull.verdict).toBe("spin");
    expect(pull.taken).toEqual(["a", "b", "c", "d", "w"]);
  });

  it("speaks of the boxes it would take, and names those that stay out", () => {
    const house = { place: "house" as const };
    const pull = judgePull(
      [
        named("1", { ...house, readings: read(21.2) }),
        named("2", { ...house, readings: read(21) }),
        named("3", { ...house, readings: read(16.2, 16.3, 16.2) }),
      ],
      rules("instrument"),
      TODAY,
    );
    expect(pull).toMatchObject({ verdict: "spin", taken: ["3"] });
    expect(pull.sentence).toContain("Super 1, 2 not with them");
  });

  it("says how many more readings would settle it and which box to test next", () => {
    const looks = [
      named("a", { readings: read(16.4) }),
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
    expect(pull.sentence).toMatch(/more readings? like these would settle it\. Test super c next\./);
  });

  it("nothing worth taking says so", () => {
    expect(judgePull([look({ flags: ["fed"] })], rules("instrument"), TODAY)).toMatchObject({
      verdict: "do-not-take",
      figures: { takenKg: 0 },
    });
    expect(judgePull([], rules("instrument"), TODAY).sentence).toContain("no super yet");
  });
});
