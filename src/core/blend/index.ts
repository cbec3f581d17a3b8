/**
 * Which vessels make a blend, and how much of each: a linear programme over kilograms, an integer one where vessels are
 * taken whole or as few as can be. Water is kept under its limit at its upper end, not at its middle.
 */
import { DomainError, mustBeWithin } from "../domain-error";
import type { Model, Row, Solver } from "../programme";

export { asLp, type Model, type Solved, type Solver } from "../programme";

/** Water of a mix, % by mass. @throws DomainError when nothing is mixed */
export function mixWaterPct(
  parts: readonly { readonly massKg: number; readonly waterPct: number }[],
): number {
  const mass = parts.reduce((kg, p) => kg + p.massKg, 0);
  if (!(mass > 0)) throw new DomainError("nothing-mixed", "There is no honey to mix.");
  return parts.reduce((sum, p) => sum + p.massKg * p.waterPct, 0) / mass;
}

export interface BlendVessel {
  readonly id: string;
  readonly massKg: number;
  readonly waterPct: number;
  /** One-sided 95 % upper limit of its water. */
  readonly upperPct: number;
  /** mm Pfund; null where it was not read. */
  readonly colourMm: number | null;
  /** % of its diastase that is lost, at the worst. */
  readonly lostPct: number;
  readonly ageDays: number;
  /** 0-1 of it is of the bloom that is wanted. */
  readonly ofBloom: number;
}

export const OBJECTIVES = ["wettest", "oldest", "fewest", "colour", "pure"] as const;
export type BlendObjective = (typeof OBJECTIVES)[number];

export interface BlendLimits {
  /** Of the mix's upper limit, %. */
  readonly waterPct: number;
  readonly colourMm?: { readonly lo: number; readonly hi: number };
  readonly lostPct?: number;
  readonly ofBloom?: number;
}
export const LIMITS = ["water", "colour", "warmth", "bloom"] as const;
export type BlendLimit = (typeof LIMITS)[number];

export interface BlendWanted {
  readonly vessels: readonly BlendVessel[];
  readonly wantedKg: number;
  readonly limits: BlendLimits;
  readonly objective: BlendObjective;
  /** The colour that is aimed at, for the objective of colour. */
  readonly aimMm?: number;
  /** Vessels are emptied or left alone. */
  readonly whole?: boolean;
  /** Vessels that are in, whatever the rest is; each with at least something of it. */
  readonly mustHave?: readonly string[];
  /**
   * How far under the sum of its parts' upper limits the mix's own lies, points: errors of different readings partly
   * cancel. 0 takes them all as one error.
   */
  readonly cancels?: number;
}

export interface BlendTake {
  readonly id: string;
  readonly massKg: number;
}

export interface BlendPlan {
  readonly status: "optimal" | "infeasible" | "stopped";
  /** In the order they are poured: the driest first. */
  readonly takes: readonly BlendTake[];
  readonly massKg: number;
  /** Null where there is no plan. */
  readonly waterPct: number | null;
  /** The sum of the parts' upper limits: never under the mix's own. */
  readonly upperPct: number | null;
  readonly colourMm: number | null;
  readonly lostPct: number | null;
  readonly ofBloom: number | null;
  /** The limit the mix lies on, if any. */
  readonly limitedBy: readonly BlendLimit[];
}

/** A tenth of a gram is no part of a blend. */
const DUST_KG = 0.05;
/** A vessel that must be in it gives at least so much, kg. */
const LEAST_KG = 0.5;
const x = (i: number): string => `kg${i}`;
const y = (i: number): string => `in${i}`;

function checked({ vessels, wantedKg, limits, mustHave = [] }: BlendWanted): void {
  mustBeWithin(wantedKg, 0.1, 100_000, "The blend", "kg");
  mustBeWithin(limits.waterPct, 13, 25, "The limit of water", "%");
  if (vessels.length > 2000)
    throw new DomainError("too-many", "At most 2,000 vessels are looked through.", { n: vessels.length });
  const unknown = mustHave.find((id) => !vessels.some((v) => v.id === id));
  if (unknown) throw new DomainError("unknown-vessel", `${unknown} is not among what may be blended.`);
}

/** What is worth how much, by what the blend is for; ties go to the wettest that is safe. */
function worthOf(v: BlendVessel, objective: BlendObjective): number {
  const tie = v.waterPct * 1e-4;
  if (objective === "wettest") return v.waterPct;
  if (objective === "oldest") return v.ageDays / 10 + tie;
  if (objective === "pure") return v.ofBloom * 10 + tie;
  return tie;
}

const limitRows = (
  { vessels, limits, cancels = 0 }: BlendWanted,
  massKg: number,
  skip?: BlendLimit,
): Row[] => {
  const over = (of: (v: BlendVessel) => number): [string, number][] => vessels.map((v, i) => [x(i), of(v)]);
  return [
    ...(skip === "water"
      ? []
      : [{ name: "water", terms: over((v) => v.upperPct), hi: (limits.waterPct + cancels) * massKg }]),
    ...(limits.colourMm && skip !== "colour"
      ? [
          {
            name: "colour",
            terms: over((v) => v.colourMm ?? 0),
            lo: limits.colourMm.lo * massKg,
            hi: limits.colourMm.hi * massKg,
          },
        ]
      : []),
    ...(limits.lostPct !== undefined && skip !== "warmth"
      ? [{ name: "warmth", terms: over((v) => v.lostPct), hi: limits.lostPct * massKg }]
      : []),
    ...(limits.ofBloom !== undefined && skip !== "bloom"
      ? [{ name: "bloom", terms: over((v) => v.ofBloom), lo: limits.ofBloom * massKg }]
      : []),
  ];
};

/** The programme of a blend, for whoever solves it. */
export function blendModel(wanted: BlendWanted): Model {
  checked(wanted);
  const { vessels, wantedKg, objective, whole = false, mustHave = [] } = wanted;
  const counts = whole || objective === "fewest";
  const variables = vessels.flatMap((v, i) => [
    {
      name: x(i),
      lo: mustHave.includes(v.id) ? Math.min(LEAST_KG, v.massKg) : 0,
      hi: v.massKg,
      worth: worthOf(v, objective),
    },
    ...(counts ? [{ name: y(i), lo: 0, hi: 1, whole: true, worth: objective === "fewest" ? -1000 : 0 }] : []),
  ]);
  const rows: Row[] = [
    whole
      ? // Whole vessels seldom add up: at least what is wanted, and as little more as can be.
        { name: "mass", terms: vessels.map((_, i) => [x(i), 1] as const), lo: wantedKg }
      : { name: "mass", terms: vessels.map((_, i) => [x(i), 1] as const), lo: wantedKg, hi: wantedKg },
    ...(counts
      ? vessels.map(
          (v, i): Row => ({
            name: `use${i}`,
            terms: [
              [x(i), 1],
              [y(i), -v.massKg],
            ],
            hi: 0,
            ...(whole ? { lo: 0 } : {}),
          }),
        )
      : []),
  ];
  if (whole) {
    // Limits on a mass that is itself chosen: every share is told against the limit.
    const { limits, cancels = 0 } = wanted;
    const against = (name: string, of: (v: BlendVessel) => number, side: "lo" | "hi"): Row => ({
      name,
      terms: vessels.map((v, i) => [x(i), of(v)] as const),
      [side]: 0,
    });
    rows.push(against("water", (v) => v.upperPct - limits.waterPct - cancels, "hi"));
    if (limits.colourMm) {
      const { lo, hi } = limits.colourMm;
      rows.push(against("colourlo", (v) => (v.colourMm ?? 0) - lo, "lo"));
      rows.push(against("colourhi", (v) => (v.colourMm ?? 0) - hi, "hi"));
    }
    const { lostPct, ofBloom } = limits;
    if (lostPct !== undefined) rows.push(against("warmth", (v) => v.lostPct - lostPct, "hi"));
    if (ofBloom !== undefined) rows.push(against("bloom", (v) => v.ofBloom - ofBloom, "lo"));
    // A kilogram too much costs more than it could be worth.
    return {
      variables: variables.map((v) => (v.name.startsWith("kg") ? { ...v, worth: v.worth - 100 } : v)),
      rows,
    };
  }
  rows.push(...limitRows(wanted, wantedKg));
  if (objective === "colour" && wanted.aimMm !== undefined) {
    const aim = wanted.aimMm;
    rows.push({
      name: "aim",
      terms: [
        ...vessels.map((v, i) => [x(i), (v.colourMm ?? aim) - aim] as const),
        ["darker", -1],
        ["lighter", 1],
      ],
      lo: 0,
      hi: 0,
    });
    return {
      variables: [
        ...variables,
        { name: "darker", lo: 0, hi: 1e7, worth: -1 },
        { name: "lighter", lo: 0, hi: 1e7, worth: -1 },
      ],
      rows,
    };
  }
  return { variables, rows };
}

const NONE: BlendPlan = {
  status: "infeasible",
  takes: [],
  massKg: 0,
  waterPct: null,
  upperPct: null,
  colourMm: null,
  lostPct: null,
  ofBloom: null,
  limitedBy: [],
};

/** What a mix of these is, and which limits it lies on. */
export function blendOf(
  vessels: readonly BlendVessel[],
  takes: readonly BlendTake[],
  limits: BlendLimits,
  { cancels = 0, status = "optimal" }: { cancels?: number; status?: BlendPlan["status"] } = {},
): BlendPlan {
  const byId = new Map(vessels.map((v) => [v.id, v]));
  const parts = takes.flatMap((t) => {
    const v = byId.get(t.id);
    return v && t.massKg > 0 ? [{ ...t, v }] : [];
  });
  const massKg = parts.reduce((kg, p) => kg + p.massKg, 0);
  if (massKg <= 0) return { ...NONE, status };
  const mean = (of: (v: BlendVessel) => number): number =>
    parts.reduce((sum, p) => sum + p.massKg * of(p.v), 0) / massKg;
  const upperPct = mean((v) => v.upperPct);
  const colourMm = parts.every((p) => p.v.colourMm !== null) ? mean((v) => v.colourMm ?? 0) : null;
  const lostPct = mean((v) => v.lostPct);
  const ofBloom = mean((v) => v.ofBloom);
  const on = (a: number, b: number, within: number): boolean => Math.abs(a - b) <= within;
  return {
    status,
    takes: [...parts]
      .sort((a, b) => a.v.waterPct - b.v.waterPct)
      .map(({ id, massKg: kg }) => ({ id, massKg: kg })),
    massKg,
    waterPct: mean((v) => v.waterPct),
    upperPct,
    colourMm,
    lostPct,
    ofBloom,
    limitedBy: LIMITS.filter((limit) => {
      if (limit === "water") return on(upperPct, limits.waterPct + cancels, 0.005);
      if (limit === "colour")
        return (
          limits.colourMm !== undefined &&
          colourMm !== null &&
          (on(colourMm, limits.colourMm.lo, 0.05) || on(colourMm, limits.colourMm.hi, 0.05))
        );
      if (limit === "warmth") return limits.lostPct !== undefined && on(lostPct, limits.lostPct, 0.005);
      return limits.ofBloom !== undefined && on(ofBloom, limits.ofBloom, 0.0005);
    }),
  };
}

/** Vessels a limit can say nothing of stay out: a colour nobody read is not taken for any. */
const known = ({ vessels, limits, objective }: BlendWanted): BlendVessel[] =>
  vessels.filter(
    (v) => v.massKg > 0 && (v.colourMm !== null || !(limits.colourMm || objective === "colour")),
  );

/**
 * The blend that serves its objective best within every limit.
 * @param solve a solver of linear and integer programmes
 * @throws DomainError for figures out of range, or a vessel that must be in it and is not among those given
 */
export function planBlend(wanted: BlendWanted, solve: Solver): BlendPlan {
  checked(wanted);
  const vessels = known(wanted);
  if (vessels.length === 0) return NONE;
  const missing = (wanted.mustHave ?? []).find((id) => !vessels.some((v) => v.id === id));
  if (missing) return NONE;
  const solved = solve(blendModel({ ...wanted, vessels }));
  if (solved.status === "infeasible" || solved.at.size === 0) return { ...NONE, status: solved.status };
  const takes = vessels.flatMap((v, i) => {
    const massKg = Math.min(v.massKg, solved.at.get(x(i)) ?? 0);
    return massKg >= DUST_KG ? [{ id: v.id, massKg }] : [];
  });
  return blendOf(vessels, takes, wanted.limits, {
    status: solved.status,
    ...(wanted.cancels === undefined ? {} : { cancels: wanted.cancels }),
  });
}

/** The most that can be blended within the limits, kg. */
export function mostKg(wanted: BlendWanted, solve: Solver): number {
  const vessels = known(wanted);
  if (vessels.length === 0) return 0;
  const all = vessels.reduce((kg, v) => kg + v.massKg, 0);
  const { rows, variables } = blendModel({ ...wanted, vessels, whole: true, objective: "wettest" });
  const solved = solve({
    // Parts may be taken: nothing is whole, and no mass is asked for.
    variables: variables.filter((v) => v.name.startsWith("kg")).map((v) => ({ ...v, lo: 0, worth: 1 })),
    rows: rows.filter((r) => r.name !== "mass" && !r.name.startsWith("use")),
  });
  return solved.status === "infeasible" ? 0 : Math.min(all, solved.value);
}

/**
 * Where there is no blend: how far each limit alone would have to give, so that there is one; null where that alone
 * does not help.
 */
export function leastLoosening(wanted: BlendWanted, solve: Solver): Partial<Record<BlendLimit, number>> {
  const found: Partial<Record<BlendLimit, number>> = {};
  const vessels = known(wanted);
  const has = vessels.reduce((kg, v) => kg + v.massKg, 0);
  if (has < wanted.wantedKg) return found;
  for (const limit of LIMITS) {
    const of: Readonly<Record<BlendLimit, ((v: BlendVessel) => number) | null>> = {
      water: (v) => v.upperPct,
      colour: null,
      warmth: wanted.limits.lostPct === undefined ? null : (v) => v.lostPct,
      bloom: wanted.limits.ofBloom === undefined ? null : (v) => -v.ofBloom,
    };
    const measure = of[limit];
    if (!measure) continue;
    const solved = solve({
      variables: vessels.map((v, i) => ({ name: x(i), lo: 0, hi: v.massKg, worth: -measure(v) })),
      rows: [
        {
          name: "mass",
          terms: vessels.map((_, i) => [x(i), 1] as const),
          lo: wanted.wantedKg,
          hi: wanted.wantedKg,
        },
        ...limitRows({ ...wanted, vessels }, wanted.wantedKg, limit),
      ],
    });
    if (solved.status === "infeasible") continue;
    const least = -solved.value / wanted.wantedKg;
    found[limit] = limit === "bloom" ? -least : least - (limit === "water" ? (wanted.cancels ?? 0) : 0);
  }
  return found;
}
