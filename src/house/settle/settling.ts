/**
 * Where each vessel is on its way to clear: how far wax and bubbles have risen since the last pour, when it may be
 * skimmed, and what comes next. Two clocks run: the house's standing time, and Stokes' law where somebody said how
 * warm the honey is. The later of the two holds, so that neither a cold pail nor a short rule is called clear early.
 */
import { CLEAR_OF, type Clearing, clearing, RISERS, type Riser, type Stretch } from "@/core/clarify";
import { densityKgM3 } from "@/core/honey";
import { type Way, waysOf } from "@/core/honey/ways";
import type { Snapshot, VesselState } from "../standing/snapshot";
import { UNTOLD_C } from "../warmth/kinds";
import type { SettleRules } from "./records";

const HOUR_MS = 3_600_000;
const DAY_MS = 24 * HOUR_MS;

/** Inner width of a vessel nobody measured, cm (common practice: a five-gallon pail, a 55-gallon drum). */
const USUAL_WIDTH_CM = { pail: 27.5, drum: 57.2, tank: 45, tub: 40 } as const;
/** Honey nobody read or measured is taken so, for its density alone. */
const USUAL = { waterPct: 17.5, tempC: 25 } as const;

export const widthCm = (v: Pick<VesselState, "kind" | "diameterCm">): number =>
  v.diameterCm ?? USUAL_WIDTH_CM[v.kind];

/** How high so much honey stands in it, m, in a round straight vessel. */
export function heightM(
  v: Pick<VesselState, "kind" | "diameterCm">,
  grams: number,
  waterPct?: number,
  tempC?: number,
): number {
  const w = Math.min(22, Math.max(13, waterPct ?? USUAL.waterPct));
  const rho = densityKgM3(w, Math.min(75, Math.max(0, tempC ?? USUAL.tempC)));
  return grams / 1000 / rho / ((Math.PI * (widthCm(v) / 100) ** 2) / 4);
}

/**
 * Times and temperatures since the last pour, in order; empty where nobody ever told one. The time before the first
 * word is taken as cool as a house gets, so that honey told to be warm now is not called clear for hours nobody knows.
 */
export function warmthSince(v: VesselState, now: Date): Stretch[] {
  const from = v.filledAt.getTime();
  const told = v.told.warmth.filter((w) => w.at <= now);
  if (told.length === 0) return [];
  return told.flatMap((w, i) => {
    const next = told[i + 1]?.at.getTime() ?? now.getTime();
    const before = i === 0 ? Math.max(0, w.at.getTime() - from) : 0;
    const begins = Math.max(from, w.at.getTime());
    return [
      ...(before > 0 ? [{ hours: before / HOUR_MS, tempC: Math.min(UNTOLD_C.loC, w.temp_c) }] : []),
      ...(next > begins ? [{ hours: (next - begins) / HOUR_MS, tempC: w.temp_c }] : []),
    ];
  });
}

/** Whether its honey is handled otherwise than the rest, by what it is of. */
export const hasWay = (v: Pick<VesselState, "blooms">, way: Way): boolean => waysOf(v.blooms).includes(way);

/** Half of a honey and more is what it is called by. */
const CALLED_BY = 0.5;

/** The warmest it may get: by its kind where the house said so, else the house's own; null for none. */
export function ceilingOf(
  rules: Pick<SettleRules, "ceilingC" | "ofKinds">,
  blooms: VesselState["blooms"],
): number | null {
  const all = blooms.reduce((g, b) => g + b.grams, 0);
  const own = rules.ofKinds.find(({ kind }) => {
    const of = blooms.filter((b) => b.what.toLowerCase().includes(kind.toLowerCase()));
    return all > 0 && of.reduce((g, b) => g + b.grams, 0) / all >= CALLED_BY;
  });
  return own ? own.ceiling_c : rules.ceilingC;
}

export interface VesselClearing {
  /** As it was last told, °C. */
  readonly tempC: number;
  readonly waterPct: number;
  readonly heightM: number;
  readonly by: Readonly<Record<(typeof CLEAR_OF)[number], Clearing>>;
  /** What rises slowest. */
  readonly slowest: Riser;
  /** Until all of it is clear, h: 0 when it is. */
  readonly restH: number;
  readonly restLoH: number;
  readonly restHiH: number;
  /** When all of it was clear; null while it is not. */
  readonly since: Date | null;
  /** Hours since the pour before anybody told how warm it is. */
  readonly untoldH: number;
}

/** What Stokes' law says of a vessel; null where nobody told how warm its honey is. */
export function clearingOf(s: Pick<Snapshot, "now">, v: VesselState): VesselClearing | null {
  // Nothing rises in what gels.
  if (hasWay(v, "gels")) return null;
  const past = warmthSince(v, s.now);
  const tempC = v.told.warmth.findLast((w) => w.at <= s.now)?.temp_c;
  if (tempC === undefined) return null;
  const waterPct = v.water.figures.waterPct ?? USUAL.waterPct;
  const high = Math.min(3, heightM(v, v.grams, waterPct, tempC));
  const by = Object.fromEntries(
    CLEAR_OF.map((riser) => [riser, clearing(RISERS[riser], high, waterPct, past, tempC)]),
  ) as unknown as VesselClearing["by"];
  const slowest = CLEAR_OF.reduce((a, b) => (by[b].restH > by[a].restH ? b : a));
  const { restH, restLoH, restHiH } = by[slowest];
  const after = CLEAR_OF.map((riser) => by[riser].clearedAfterH);
  const first = v.told.warmth[0];
  return {
    tempC,
    waterPct,
    heightM: high,
    by,
    slowest,
    restH,
    restLoH,
    restHiH,
    since: after.every((h) => h !== null)
      ? new Date(v.filledAt.getTime() + Math.max(...after.map((h) => h ?? 0)) * HOUR_MS)
      : null,
    untoldH: first ? Math.max(0, first.at.getTime() - v.filledAt.getTime()) / HOUR_MS : 0,
  };
}

/** When the house's own standing time is over. */
export const ruleAt = (s: Snapshot, v: VesselState): Date =>
  new Date(v.filledAt.getTime() + s.house.settle_hours * HOUR_MS);

/** When a vessel has stood long enough to skim and use: the later of the house's rule and what its warmth allows. */
export function settledAt(s: Snapshot, v: VesselState): Date {
  const rule = ruleAt(s, v);
  const c = clearingOf(s, v);
  if (!c) return rule;
  const clear = c.since?.getTime() ?? s.now.getTime() + Math.min(c.restH, 24 * 365) * HOUR_MS;
  return new Date(Math.max(rule.getTime(), clear));
}

/** So little that was never strained is what clings to a vessel, not a pour. */
const CLINGS = 0.02;

/** Whether its honey still waits for a strainer where honey settles first: strained honey stays so wherever it is poured. */
const unstrained = (s: Snapshot, v: VesselState): boolean =>
  // What gels goes through no mesh.
  !hasWay(v, "gels") &&
  v.strainedShare < 1 - CLINGS &&
  v.origins.some(
    (o) => o.name.startsWith("batch ") && (s.schoolOf.get(o.fillId) ?? s.settle.school) === "settle-first",
  );

/** Vessels that still stand to clear, and those that have stood long enough. */
export const settling = (s: Snapshot): VesselState[] =>
  s.vessels.filter((v) => settledAt(s, v) > s.now || unstrained(s, v));
export const stored = (s: Snapshot): VesselState[] =>
  s.vessels.filter((v) => !(settledAt(s, v) > s.now || unstrained(s, v)));

export type Step = "held" | "wait" | "skim" | "strain" | "inspect" | "ready";

/** A vessel cleared longer ago than this was skimmed, whether somebody noted it or not. */
const ASK_DAYS = 3;

/** What comes next for a vessel. */
export function stepOf(s: Snapshot, v: VesselState): Step {
  const looked = v.told.inspected.at(-1);
  if (looked?.verdict === "held") return "held";
  // What sets within days is strained while it runs, not when it has cleared.
  if (unstrained(s, v) && hasWay(v, "sets at once")) return "strain";
  if (settledAt(s, v) > s.now) return "wait";
  const skimmed = v.told.skimmed.some((k) => k.at >= v.filledAt);
  const recent = s.now.getTime() - settledAt(s, v).getTime() < ASK_DAYS * DAY_MS;
  if (!skimmed && (recent || unstrained(s, v))) return "skim";
  if (unstrained(s, v)) return "strain";
  if (skimmed && !(looked && looked.at >= v.filledAt)) return "inspect";
  return "ready";
}

/** What several vessels are called together: "pail" while they are all pails. */
export const vesselWord = (list: readonly { readonly kind: string }[]): string =>
  list.every((v) => v.kind === list[0]?.kind) ? (list[0]?.kind ?? "vessel") : "vessel";
