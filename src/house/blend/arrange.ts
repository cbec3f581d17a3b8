/**
 * The blend arranger: which vessels, how much of each, what limits it and what that limit is worth. Water is judged as
 * everywhere else, at its upper end; the programme's own sum of upper limits, which takes all errors for one, is brought
 * down to that judgement by solving again with what cancels.
 */
import { z } from "zod";
import {
  type BlendPlan,
  type BlendVessel,
  type BlendWanted,
  leastLoosening,
  mostKg,
  OBJECTIVES,
  planBlend,
  type Solver,
} from "@/core/blend";
import { swatch } from "@/core/honey/colour";
import { ALWAYS_WET_PCT, judgeWater } from "@/core/moisture";
import { heldBecause } from "../hold/now";
import { choice, count, jarMassG, massKg, pct, text } from "../language/fields";
import { mass, massFigure } from "../language/shown";
import { capital } from "../language/spoken";
import { settledAt } from "../settle/settling";
import type { Snapshot, VesselState } from "../standing/snapshot";
import { inQuarantine } from "../store/watch";
import { type Foretold, foretell } from "./foretell";

const MOST = 2000;

/** What somebody asks for. */
export const BLEND_ASKED = z
  .strictObject({
    wantedKg: massKg("The blend", 20_000).optional(),
    /** Or so many jars of a size: what fills them, and what stays on wall and gate. */
    jars: count("The jars", 1, 100_000).optional(),
    jarG: jarMassG("Net quantity of a jar", 5, 50_000).optional(),
    objective: choice("What it is for", OBJECTIVES).default("wettest"),
    /** The house's own limit where it is left out. */
    waterPct: pct("The limit of water", 13, 23).optional(),
    colourLo: count("The lightest", 0, 140).optional(),
    colourHi: count("The darkest", 0, 140).optional(),
    lostPct: pct("Enzymes that may be lost", 0.1, 99).optional(),
    /** Filled at most so many days ago. */
    ageDays: count("Its age", 1, 4000).optional(),
    bloom: text("The bloom", 60).optional(),
    bloomPct: pct("Of that bloom at least", 1, 100).optional(),
    /** Whose honey: "" the house's own. */
    owner: z.string().max(80).default(""),
    whole: z.boolean().default(false),
    /** Vessels that must be in it, and that must not. */
    mustHave: z.array(text("A vessel", 24)).max(60).default([]),
    leaveOut: z.array(text("A vessel", 24)).max(MOST).default([]),
  })
  .superRefine((asked, ctx) => {
    const missing = (path: string, message: string) =>
      ctx.addIssue({ code: "custom", path: [path], message });
    if (asked.wantedKg === undefined && (asked.jars === undefined || asked.jarG === undefined))
      missing("wantedKg", "Say how much is wanted, or how many jars of what size.");
    if (asked.objective === "colour" && (asked.colourLo === undefined || asked.colourHi === undefined))
      missing("colourLo", "Say from which colour to which, so that it can come close to one.");
    if (asked.colourLo !== undefined && asked.colourHi !== undefined && asked.colourLo > asked.colourHi)
      missing("colourHi", "The darkest is lighter than the lightest.");
    if ((asked.objective === "pure" || asked.bloomPct !== undefined) && asked.bloom === undefined)
      missing("bloom", "Say which bloom it is to be of.");
  });
export type BlendAsked = z.output<typeof BLEND_ASKED>;

/** What stays on the wall of the tank and in its gate, kg (common practice). */
const STAYS_KG = 1;

/** Kilograms that are wanted: told, or what so many jars take. */
export const wantedKgOf = ({ wantedKg, jars = 0, jarG = 0 }: BlendAsked): number =>
  wantedKg ?? (jars * jarG) / 1000 + STAYS_KG;

export interface BlendBand {
  readonly name: string;
  readonly title: string;
  /** "25.2" of "25.2", in the reader's unit. */
  readonly takes: string;
  readonly holds: string;
  readonly kg: number;
  readonly waterPct: number;
  readonly swatch: string | null;
  readonly all: boolean;
}

export interface BlendChoice {
  readonly name: string;
  readonly title: string;
  readonly holds: string;
  readonly waterPct: number | null;
  /** Why it cannot be in; "" where it can. */
  readonly out: string;
  readonly inIt: boolean;
}

export interface BlendView {
  readonly status: BlendPlan["status"];
  readonly bands: readonly BlendBand[];
  readonly choices: readonly BlendChoice[];
  readonly mass: string;
  readonly kg: number;
  readonly water: { readonly pct: number; readonly sePct: number; readonly upperPct: number } | null;
  readonly limitPct: number;
  readonly colourMm: number | null;
  readonly swatch: string | null;
  readonly lostPct: number | null;
  /** Sentences: what limits it, what it would free, what would have to give. */
  readonly says: readonly string[];
  readonly warnings: readonly string[];
  readonly steps: readonly string[];
}

/** Why a vessel cannot be blended at all. */
function outOf(s: Snapshot, v: VesselState, asked: BlendAsked): string {
  if (heldBecause(v)) return "held";
  if (v.warming) return "warming";
  if (inQuarantine(v)) return "from outside, not looked at";
  if (v.water.figures.waterPct === undefined) return "not read";
  if (!v.owners.every((o) => o === asked.owner))
    return v.owner ? `kept apart for ${v.owner}` : "the house's own";
  if (asked.leaveOut.includes(v.name)) return "left out";
  if (asked.ageDays !== undefined && ageDaysOf(s, v) > asked.ageDays)
    return `older than ${asked.ageDays} days`;
  if ((v.water.figures.waterPct ?? 0) > ALWAYS_WET_PCT && !asked.mustHave.includes(v.name))
    return "ferments: put it in by hand";
  return "";
}

const ageDaysOf = (s: Snapshot, v: VesselState): number =>
  Math.max(0, (s.now.getTime() - v.filledAt.getTime()) / 86_400_000);

function asVessel(s: Snapshot, v: VesselState, bloom: string): BlendVessel {
  const { waterPct = 0, upperPct } = v.water.figures;
  const all = v.blooms.reduce((g, b) => g + b.grams, 0);
  const of = v.blooms
    .filter((b) => bloom !== "" && b.what.toLowerCase().includes(bloom.toLowerCase()))
    .reduce((g, b) => g + b.grams, 0);
  return {
    id: v.name,
    massKg: v.grams / 1000,
    waterPct,
    upperPct: upperPct ?? waterPct,
    colourMm: v.colour && v.colour.share > 0.5 ? v.colour.value : null,
    lostPct: 100 - v.heat.diastaseLoPct,
    ageDays: ageDaysOf(s, v),
    ofBloom: all > 0 ? of / all : 0,
  };
}

/** What the mix's water is by the house's judgement. */
function judged(s: Snapshot, plan: BlendPlan) {
  const boxes = plan.takes.flatMap((t) => {
    const v = s.vessels.find((x) => x.name === t.id);
    return v
      ? v.boxes.map((b) => ({ ...b, massKg: (b.massKg * t.massKg * 1000) / Math.max(1, v.grams) }))
      : [];
  });
  return judgeWater(boxes, { targetPct: s.house.target_pct, limitPct: s.house.limit_pct }).figures;
}

/** So often the programme is solved again with what cancels; so near the limit is on it, points. */
const ROUNDS = 7;
const CLOSE_PTS = 0.01;
/** The mix's own upper limit is no further from the sum of its parts' than this, points. */
const CANCELS = { lo: -0.6, hi: 0.6 } as const;

/**
 * The plan whose water, judged as everywhere, is under the limit and no further under it than it must. Only a plan that
 * was judged and is under it is ever told.
 */
function planned(s: Snapshot, wanted: BlendWanted, solve: Solver): { plan: BlendPlan; cancels: number } {
  let best: { plan: BlendPlan; cancels: number } | null = null;
  let [lo, hi]: [number, number] = [CANCELS.lo, CANCELS.hi];
  let cancels = 0;
  let first: BlendPlan | null = null;
  for (let i = 0; i < ROUNDS; i++) {
    const plan = planBlend({ ...wanted, cancels }, solve);
    first ??= plan;
    if (plan.takes.length === 0) lo = cancels;
    else {
      const over = (judged(s, plan).upperPct ?? Number.POSITIVE_INFINITY) - wanted.limits.waterPct;
      if (over <= 1e-6) {
        best = { plan, cancels };
        lo = cancels;
        if (!plan.limitedBy.includes("water") || -over < CLOSE_PTS) break;
      } else hi = cancels;
      // What is not found in time is not looked for again.
      if (plan.status === "stopped" && best) break;
      // Straight for the limit, where that lies between what is known to be under it and over it.
      const next = cancels - over;
      if (next > lo && next < hi) {
        cancels = next;
        continue;
      }
    }
    if (hi - lo < CLOSE_PTS / 2) break;
    cancels = (lo + hi) / 2;
  }
  return (
    best ?? { plan: { ...(first as BlendPlan), status: "infeasible", takes: [], massKg: 0 }, cancels: 0 }
  );
}

const LOOSENED = {
  water: (x: number) => `water up to about ${(Math.ceil(x * 20) / 20).toFixed(2)} %`,
  colour: (x: number) => `a colour of ${x.toFixed(0)} mm`,
  warmth: (x: number) => `${(Math.ceil(x * 10) / 10).toFixed(1)} % of the enzymes lost`,
  bloom: (x: number) => `${Math.floor(x * 100)} % of that bloom`,
} as const;

/** More water by so much is priced, points. */
const PRICED_PTS = 0.1;

export function arrange(s: Snapshot, asked: BlendAsked, solve: Solver): BlendView {
  const limitPct = Math.min(asked.waterPct ?? s.house.limit_pct, 23);
  const outs = new Map(s.vessels.map((v) => [v.name, outOf(s, v, asked)]));
  const vessels = s.vessels
    .filter((v) => outs.get(v.name) === "")
    .slice(0, MOST)
    .map((v) => asVessel(s, v, asked.bloom ?? ""));
  const wanted: BlendWanted = {
    vessels,
    wantedKg: wantedKgOf(asked),
    objective: asked.objective,
    whole: asked.whole,
    limits: {
      waterPct: limitPct,
      ...(asked.colourLo !== undefined || asked.colourHi !== undefined
        ? { colourMm: { lo: asked.colourLo ?? 0, hi: asked.colourHi ?? 140 } }
        : {}),
      ...(asked.lostPct === undefined ? {} : { lostPct: asked.lostPct }),
      ...(asked.bloomPct === undefined ? {} : { ofBloom: asked.bloomPct / 100 }),
    },
    ...(asked.colourLo !== undefined && asked.colourHi !== undefined
      ? { aimMm: (asked.colourLo + asked.colourHi) / 2 }
      : {}),
    mustHave: asked.mustHave.filter((name) => vessels.some((v) => v.id === name)),
  };
  const { plan, cancels } = planned(s, wanted, solve);
  const takes = new Map(plan.takes.map((t) => [t.id, t.massKg]));
  const told: Foretold | null =
    plan.takes.length === 0
      ? null
      : foretell(
          s,
          plan.takes.map((t) => ({ name: t.id, kg: t.massKg })),
          "",
        );
  const bands = plan.takes.map((t): BlendBand => {
    const v = s.vessels.find((x) => x.name === t.id);
    const holds = (v?.grams ?? 0) / 1000;
    return {
      name: t.id,
      title: capital(t.id),
      takes: massFigure(t.massKg),
      holds: massFigure(holds),
      kg: Math.min(t.massKg, holds),
      waterPct: v?.water.figures.waterPct ?? 0,
      swatch: v?.colour ? swatch(v.colour.value) : null,
      all: t.massKg > holds - 0.05,
    };
  });
  return {
    status: plan.status,
    bands,
    choices: s.vessels.slice(0, MOST).map((v) => ({
      name: v.name,
      title: capital(v.name),
      holds: mass(v.grams / 1000),
      waterPct: v.water.figures.waterPct ?? null,
      out: outs.get(v.name) ?? "",
      inIt: takes.has(v.name),
    })),
    mass: mass(plan.massKg),
    kg: plan.massKg,
    water:
      told && told.waterPct !== null && told.upperPct !== null
        ? { pct: told.waterPct, sePct: told.sePct ?? 0, upperPct: told.upperPct }
        : null,
    limitPct,
    colourMm: plan.colourMm,
    swatch: plan.colourMm === null ? null : swatch(plan.colourMm),
    lostPct: plan.lostPct,
    says:
      plan.takes.length > 0
        ? [...limitsOf(s, wanted, plan, cancels, solve), ...stillClearing(s, bands)]
        : noBlend(wanted, solve),
    warnings: told?.warnings ?? [],
    steps: plan.takes.length > 0 ? stepsOf(bands, told?.grained ?? false) : [],
  };
}

/** What was poured lately carries wax and air along: the mix clears as long as the last of it. */
function stillClearing(s: Snapshot, bands: readonly BlendBand[]): string[] {
  const young = bands.filter((b) => {
    const v = s.vessels.find((x) => x.name === b.name);
    return v !== undefined && settledAt(s, v) > s.now;
  });
  return young.length === 0
    ? []
    : [
        `${capital(young.map((b) => b.name).join(", "))} still ${young.length > 1 ? "stand" : "stands"} to clear: the mix clears no sooner.`,
      ];
}

/** What limits it, and what a little more would free. */
function limitsOf(
  s: Snapshot,
  wanted: BlendWanted,
  plan: BlendPlan,
  cancels: number,
  solve: Solver,
): string[] {
  const says: string[] = [];
  if (plan.status === "stopped") says.push("Not finished in time: this is the best found so far.");
  const upper = judged(s, plan).upperPct ?? 0;
  const onWater = plan.limitedBy.includes("water") || upper > wanted.limits.waterPct - 0.03;
  if (onWater) {
    const wettest = [...plan.takes].sort((a, b) => waterOf(wanted, b.id) - waterOf(wanted, a.id))[0];
    const more = planBlend(
      { ...wanted, cancels, limits: { ...wanted.limits, waterPct: wanted.limits.waterPct + PRICED_PTS } },
      solve,
    );
    const freed = (more.takes.find((t) => t.id === wettest?.id)?.massKg ?? 0) - (wettest?.massKg ?? 0);
    says.push(
      wettest && freed > 0.05
        ? `Water holds it back: ${PRICED_PTS} % more would free ${mass(freed)} more of ${wettest.id}.`
        : "It lies on the limit of water.",
    );
  }
  for (const limit of plan.limitedBy)
    if (limit !== "water")
      says.push(
        {
          colour: "Its colour lies on the limit.",
          warmth: "What warmth cost lies on the limit.",
          bloom: "The share of bloom lies on the limit.",
        }[limit],
      );
  if (says.length === 0) says.push("No limit holds it back.");
  return says;
}

const waterOf = (wanted: BlendWanted, id: string): number =>
  wanted.vessels.find((v) => v.id === id)?.waterPct ?? 0;

/** Why there is none, and what would have to give least. */
function noBlend(wanted: BlendWanted, solve: Solver): string[] {
  const has = wanted.vessels.reduce((kg, v) => kg + v.massKg, 0);
  if (wanted.vessels.length === 0) return ["Nothing that stands here may be blended."];
  if (has < wanted.wantedKg) return [`Only ${mass(has)} may be blended at all.`];
  const unread = wanted.vessels.filter((v) => wanted.mustHave?.includes(v.id) && v.colourMm === null);
  if (unread[0] && (wanted.limits.colourMm || wanted.objective === "colour"))
    return [`Nobody read the colour of ${unread[0].id}: it cannot be held to one.`];
  const most = mostKg(wanted, solve);
  const loosened = leastLoosening(wanted, solve);
  return [
    most > 0.05
      ? `There is no such blend: within the limits about ${mass(most)} is the most.`
      : "There is no such blend within the limits.",
    ...Object.entries(loosened).map(
      ([limit, x]) => `It would be one with ${LOOSENED[limit as keyof typeof LOOSENED](x)}.`,
    ),
  ];
}

function stepsOf(bands: readonly BlendBand[], grained: boolean): string[] {
  return [
    ...(grained ? ["Warm first what is grained, until it is clear."] : []),
    `The driest first: ${bands.map((b) => `${b.all ? "all" : mass(b.kg)} of ${b.name}`).join("; ")}.`,
    "Stir slowly from the bottom up for about ten minutes; no air into it.",
    "Let it stand half an hour, then read top and bottom.",
  ];
}
