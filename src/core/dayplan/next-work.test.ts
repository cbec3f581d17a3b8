import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type DayPlan, nextWork, simulateDay, USUAL } from ".";

const box = (id: number, releaseMin = 0) => ({ id: String(id), frames: 9, kg: 14, releaseMin, deep: false });
const hand = (name: string, more: Partial<DayPlan["hands"][number]> = {}) => ({
  name,
  fromMin: 0,
  toMin: 600,
  uncap: { minPerFrame: 1.5, cv: USUAL.cv },
  loads: false,
  pails: false,
  ...more,
});
const machine = (name: string, more: Partial<DayPlan["extractors"][number]> = {}) => ({
  name,
  slots: 20,
  deepSlots: 1 as const,
  runMin: 14,
  cv: 0.1,
  turns: 0,
  cranked: false,
  turning: null,
  ...more,
});
const day = (more: Partial<DayPlan> = {}): DayPlan => ({
  ...USUAL,
  boxes: Array.from({ length: 10 }, (_, i) => box(i + 1)),
  hands: [hand("Ada, fork", { person: "Ada" }), hand("Bo", { loads: true, pails: true, uncap: null })],
  extractors: [machine("Twenty")],
  breaks: [],
  ...more,
});

describe("everybody's next thing", () => {
  it("begins with what can be begun: the bench uncaps, the other waits for a load, each is told in order", () => {
    const errands = nextWork(day());
    const of = (person: string) => errands.filter((e) => e.person === person);
    expect(of("Ada")[0]).toMatchObject({ kind: "uncap", of: "1", fromMin: 0, toMin: 13.5 });
    // Twenty frames at a minute and a half; then it is loaded.
    expect(of("Bo")[0]).toMatchObject({ kind: "load", of: "Twenty" });
    expect(of("Bo")[0]?.fromMin).toBeCloseTo(30, 6);
    expect(of("Bo").map((e) => e.kind)).toContain("pail");
    for (const person of ["Ada", "Bo"])
      for (const [i, e] of of(person).entries())
        expect(e.fromMin).toBeGreaterThanOrEqual((of(person)[i - 1]?.toMin ?? 0) - 1e-6);
  });

  it("goes on from the bench and from what turns", () => {
    const errands = nextWork(
      day({
        boxes: [box(9)],
        bench: [box(1), box(2), box(3)],
        extractors: [machine("Twenty", { turning: { frames: 20, kg: 30, leftMin: 6, turnsLeft: 0 } })],
      }),
    );
    expect(errands.find((e) => e.person === "Bo")).toMatchObject({ kind: "empty", of: "Twenty", fromMin: 6 });
    expect(errands.find((e) => e.kind === "load")?.fromMin).toBeCloseTo(6 + 20 * USUAL.unloadMinPerFrame, 6);
    expect(errands.filter((e) => e.kind === "uncap").map((e) => e.of)).toEqual(["9"]);
  });

  it("of a box that was begun what is left counts, and a last part of one that takes too long; the next is whole", () => {
    const of = (begunMin: number) =>
      nextWork(
        day({ hands: [hand("Ada", { begunMin }), hand("Bo", { loads: true, pails: true, uncap: null })] }),
      )
        .filter((e) => e.person === "Ada")
        .slice(0, 2)
        .map((e) => [e.fromMin, e.toMin]);
    // Nine frames at a minute and a half are 13.5 minutes.
    expect(of(0)).toEqual([
      [0, 13.5],
      [13.5, 27],
    ]);
    expect(of(5)).toEqual([
      [0, 8.5],
      [8.5, 22],
    ]);
    expect(of(60).flat()[1]).toBeCloseTo(1.35, 6);
  });

  it("whoever is at a box stays at it, and the other is sent to the next", () => {
    const hands = [hand("Ada", { person: "Ada" }), hand("Bo", { person: "Bo", loads: true, pails: true })];
    const first = (person: string, at: { person: string; of: string }[]) =>
      nextWork(day({ hands }), at).find((e) => e.person === person && e.kind === "uncap")?.of;
    for (const [ada, bo] of [
      ["2", "1"],
      ["4", "3"],
    ] as const) {
      const at = [
        { person: "Ada", of: ada },
        { person: "Bo", of: bo },
      ];
      expect([first("Ada", at), first("Bo", at)]).toEqual([ada, bo]);
    }
    // A box that is gone, or is another's, is nobody's.
    expect(first("Ada", [{ person: "Ada", of: "99" }])).toBe("1");
  });

  it("two who share a bench are never sent to one box, nor two to one machine at once", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 5 }),
        fc.integer({ min: 1, max: 16 }),
        fc.integer({ min: 1, max: 3 }),
        fc.boolean(),
        (people, boxes, machines, cranked) => {
          const errands = nextWork(
            day({
              boxes: Array.from({ length: boxes }, (_, i) => box(i + 1, (i % 4) * 20)),
              hands: Array.from({ length: people }, (_, i) =>
                hand(`h${i}`, { loads: i % 2 === 0, pails: i % 3 === 0 || people < 3 }),
              ),
              extractors: Array.from({ length: machines }, (_, i) =>
                machine(`m${i}`, { cranked: cranked && i === 0 }),
              ),
            }),
          );
          const owners = new Map<string, string>();
          for (const e of errands.filter((x) => x.kind === "uncap")) {
            expect(owners.get(e.of) ?? e.hand).toBe(e.hand);
            owners.set(e.of, e.hand);
          }
          const at = errands.filter((x) => x.kind !== "uncap").sort((a, b) => a.fromMin - b.fromMin);
          for (const [i, e] of at.entries())
            for (const other of at.slice(i + 1))
              if (other.of === e.of && other.kind !== "uncap" && other.hand !== e.hand)
                expect(other.fromMin).toBeGreaterThanOrEqual(e.toMin - 1e-6);
        },
      ),
      { seed: 7, numRuns: 150 },
    );
  });

  it("whoever is sent to a machine is the one who loads it, while they are there", () => {
    const both = [hand("Ada", { loads: true, pails: true }), hand("Bo", { loads: true, pails: true })];
    const sent = (person: string, more: Partial<DayPlan["hands"][number]> = {}) =>
      nextWork(
        day({
          hands: both.map((h) => (h.name === person ? { ...h, ...more } : h)),
          given: [{ what: "machine", of: "Twenty", person }],
        }),
      ).filter((e) => e.of === "Twenty");
    for (const person of ["Ada", "Bo"])
      expect(new Set(sent(person).map((e) => e.person))).toEqual(new Set([person]));
    // Who has gone home is waited for by nobody.
    expect(sent("Bo", { toMin: 60 }).at(-1)?.person).toBe("Ada");
  });
});

describe("following it, in the simulator", () => {
  /** Today's way: whoever is free notices a machine that stands, or a full pail, after a while. */
  const NOTICES_MIN = 4;
  const finish = (follows: number, seed: number, plan: DayPlan) =>
    simulateDay(
      { ...plan, notice: { follows, minutes: NOTICES_MIN } },
      { seed, replicates: 400, tryRelief: false },
    ).finishMin.p50;
  const plans: readonly [string, DayPlan][] = [
    ["one bench, one machine", day()],
    [
      "a machine that is turned twice",
      day({ extractors: [machine("Four", { slots: 4, turns: 2, runMin: 8 })] }),
    ],
    [
      "three who do everything, two machines, boxes that dry",
      day({
        boxes: Array.from({ length: 24 }, (_, i) => box(i + 1, i > 12 ? 60 : 0)),
        hands: ["Ada", "Bo", "Cy"].map((n) => hand(n, { loads: true, pails: true })),
        extractors: [machine("Twenty"), machine("Nine", { slots: 9 })],
      }),
    ],
  ];

  it.each(plans)(
    "%s: all who follow end when the plan does, half of them no later than today's way",
    (_, plan) => {
      for (const seed of [1, 2, 3]) {
        const planned = simulateDay(plan, { seed, replicates: 400, tryRelief: false }).finishMin.p50;
        expect(finish(1, seed, plan)).toBeLessThanOrEqual(planned);
        const [half, today] = [finish(0.5, seed, plan), finish(0, seed, plan)];
        expect(half).toBeLessThanOrEqual(today);
        // It can fail: not being told costs something.
        expect(today).toBeGreaterThan(planned + 1);
      }
    },
  );
});
