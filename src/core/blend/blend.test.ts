import loadHighs from "highs";
import second from "javascript-lp-solver";
import { beforeAll, describe, expect, it } from "vitest";
import { DomainError } from "../domain-error";
import { seeded } from "../statistics/seeded";
import {
  asLp,
  type BlendVessel,
  type BlendWanted,
  blendModel,
  blendOf,
  leastLoosening,
  type Model,
  mixWaterPct,
  mostKg,
  OBJECTIVES,
  planBlend,
  type Solver,
} from "./index";

let solve: Solver;
beforeAll(async () => {
  const highs = await loadHighs();
  solve = (model) => {
    const s = highs.solve(asLp(model), { mip_rel_gap: 0, mip_abs_gap: 0 });
    return {
      status: s.Status === "Optimal" ? "optimal" : "infeasible",
      value: s.ObjectiveValue,
      at: new Map(
        Object.entries(s.Columns).flatMap(([name, c]) => ("Primal" in c ? [[name, c.Primal as number]] : [])),
      ),
    };
  };
});

/** The same programme by another solver. */
const bySecond = ({ variables, rows }: Model): { feasible: boolean; value: number } => {
  const of: Record<string, Record<string, number>> = {};
  const constraints: Record<string, { min?: number; max?: number; equal?: number }> = {};
  for (const v of variables) {
    of[v.name] = { worth: v.worth, [`b ${v.name}`]: 1 };
    constraints[`b ${v.name}`] = { min: v.lo, max: v.hi };
  }
  for (const r of rows) {
    constraints[r.name] =
      r.lo !== undefined && r.lo === r.hi
        ? { equal: r.lo }
        : { ...(r.lo === undefined ? {} : { min: r.lo }), ...(r.hi === undefined ? {} : { max: r.hi }) };
    for (const [name, times] of r.terms) {
      const own = of[name];
      if (own) own[r.name] = times;
    }
  }
  const ints = Object.fromEntries(variables.filter((v) => v.whole).map((v) => [v.name, 1]));
  const s = second.Solve({
    optimize: "worth",
    opType: "max",
    constraints,
    variables: of,
    ints,
    options: { tolerance: 0 },
  } as never) as { feasible: boolean; result: number };
  return { feasible: s.feasible, value: s.result };
};

const vessel = (id: string, more: Partial<BlendVessel> = {}): BlendVessel => ({
  id,
  massKg: 25,
  waterPct: 17,
  upperPct: 17,
  colourMm: 40,
  lostPct: 1,
  ageDays: 20,
  ofBloom: 0,
  ...more,
});
const wet = vessel("wet", { massKg: 30, waterPct: 19.4, upperPct: 19.4 });
const dry = vessel("dry", { massKg: 80, waterPct: 16.8, upperPct: 16.8 });

describe("a blend", () => {
  it("by mass balance: 30 kg at 19.4 % need 35 kg at 16.8 % for 18.0 %", () => {
    expect(
      mixWaterPct([
        { massKg: 30, waterPct: 19.4 },
        { massKg: 35, waterPct: 16.8 },
      ]),
    ).toBeCloseTo(18, 9);
    const plan = planBlend(
      { vessels: [wet, dry], wantedKg: 65, limits: { waterPct: 18 }, objective: "wettest" },
      solve,
    );
    expect(plan.takes.map((t) => [t.id, Number(t.massKg.toFixed(6))])).toEqual([
      ["dry", 35],
      ["wet", 30],
    ]);
    expect(plan.limitedBy).toEqual(["water"]);
  });

  it("keeps the upper end under the limit, not the middle", () => {
    const doubtful = { ...wet, upperPct: 20.4 };
    const plan = planBlend(
      { vessels: [doubtful, dry], wantedKg: 60, limits: { waterPct: 18 }, objective: "wettest" },
      solve,
    );
    expect(plan.upperPct).toBeCloseTo(18, 6);
    expect(plan.waterPct).toBeLessThan(17.7);
  });

  it("says the most there is, and which limit would have to give least", () => {
    const wanted: BlendWanted = {
      vessels: [wet, { ...dry, massKg: 20 }],
      wantedKg: 45,
      limits: { waterPct: 18 },
      objective: "wettest",
    };
    expect(planBlend(wanted, solve).status).toBe("infeasible");
    // 20 kg of 16.8 % carry 17.14 kg of 19.4 % to 18.0 %.
    expect(mostKg(wanted, solve)).toBeCloseTo(20 + (20 * 1.2) / 1.4, 6);
    expect(leastLoosening(wanted, solve).water).toBeCloseTo((20 * 16.8 + 25 * 19.4) / 45, 6);
    expect(leastLoosening({ ...wanted, wantedKg: 500 }, solve)).toEqual({});
  });

  it("leaves out what a limit can say nothing of, and owns to what it mixes", () => {
    const unread = vessel("unread", { colourMm: null });
    const plan = planBlend(
      {
        vessels: [unread, dry],
        wantedKg: 50,
        limits: { waterPct: 18, colourMm: { lo: 30, hi: 50 } },
        objective: "wettest",
      },
      solve,
    );
    expect(plan.takes.map((t) => t.id)).toEqual(["dry"]);
    expect(
      blendOf(
        [unread, dry],
        [
          { id: "unread", massKg: 5 },
          { id: "dry", massKg: 5 },
        ],
        { waterPct: 18 },
      ).colourMm,
    ).toBeNull();
    expect(
      planBlend(
        { vessels: [unread], wantedKg: 5, limits: { waterPct: 18 }, objective: "colour", aimMm: 40 },
        solve,
      ).status,
    ).toBe("infeasible");
  });

  it("whole vessels are emptied or left, with as little over as can be", () => {
    const vessels = [20, 21, 24, 33].map((massKg, i) => vessel(`p${i}`, { massKg }));
    const plan = planBlend(
      { vessels, wantedKg: 43, limits: { waterPct: 18 }, objective: "wettest", whole: true },
      solve,
    );
    expect(plan.massKg).toBeCloseTo(44, 6);
    expect(plan.takes.map((t) => t.id).sort()).toEqual(["p0", "p2"]);
  });

  it("fewest takes the large ones; a vessel that must be in it is", () => {
    const vessels = [
      vessel("small", { massKg: 10 }),
      vessel("large", { massKg: 60 }),
      vessel("mid", { massKg: 30 }),
    ];
    const wanted: BlendWanted = { vessels, wantedKg: 50, limits: { waterPct: 18 }, objective: "fewest" };
    expect(planBlend(wanted, solve).takes.map((t) => t.id)).toEqual(["large"]);
    expect(
      planBlend({ ...wanted, mustHave: ["small"] }, solve)
        .takes.map((t) => t.id)
        .sort(),
    ).toEqual(["large", "small"]);
    expect(() => planBlend({ ...wanted, mustHave: ["none"] }, solve)).toThrow(DomainError);
  });

  it.each([
    [{ wantedKg: 0 }, /blend must be between/],
    [{ limits: { waterPct: 40 } }, /limit of water/],
  ])("refuses %j", (wrong, says) => {
    expect(() =>
      planBlend(
        { vessels: [wet], wantedKg: 5, limits: { waterPct: 18 }, objective: "wettest", ...wrong },
        solve,
      ),
    ).toThrow(says);
  });

  it("is as good as another solver finds it in 200 seeded cases, those without a blend too", () => {
    const rng = seeded(20260815);
    let without = 0;
    for (let n = 0; n < 200; n++) {
      const objective = OBJECTIVES[n % OBJECTIVES.length] ?? "wettest";
      const vessels = Array.from({ length: 3 + (n % 6) }, (_, i) => {
        const waterPct = rng.between(16, 19.5, 2);
        return vessel(`v${i}`, {
          massKg: rng.between(5, 60, 1),
          waterPct,
          upperPct: waterPct + rng.between(0.1, 0.6, 2),
          colourMm: rng.between(10, 110, 0),
          lostPct: rng.between(0, 8, 1),
          ageDays: rng.between(1, 400, 0),
          ofBloom: rng.next(),
        });
      });
      const model = blendModel({
        vessels,
        wantedKg: rng.between(10, 160, 0),
        limits: {
          waterPct: rng.between(17, 18.6, 2),
          ...(n % 3 === 0 ? { colourMm: { lo: 30, hi: rng.between(50, 90, 0) } } : {}),
          ...(n % 4 === 0 ? { lostPct: rng.between(1, 5, 1) } : {}),
          ...(n % 5 === 0 ? { ofBloom: rng.between(0.2, 0.7, 2) } : {}),
        },
        objective,
        aimMm: 50,
        whole: n % 7 === 0,
      });
      const [ours, theirs] = [solve(model), bySecond(model)];
      expect([n, ours.status === "optimal"]).toEqual([n, theirs.feasible]);
      if (theirs.feasible)
        expect(Math.abs(ours.value - theirs.value)).toBeLessThan(1e-3 * Math.max(1, Math.abs(theirs.value)));
      else without++;
    }
    expect(without).toBeGreaterThan(20);
    expect(without).toBeLessThan(180);
  });
});
