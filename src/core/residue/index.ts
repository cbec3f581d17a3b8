/**
 * What stays in the comb against the honey's temperature: a straight line by weighted least squares, tools kept
 * apart, so that a cold day with a poor tool is not held against the cold alone.
 */
import { mustBeWithin } from "../domain-error";
import { tQuantile } from "../statistics";

export interface SpunComb {
  /** Of its honey as it was spun, °C. */
  readonly tempC: number;
  /** What it was uncapped with; null when nobody noted it. */
  readonly tool: string | null;
  readonly hadKg: number;
  readonly leftKg: number;
}

export interface LeftByTool {
  readonly tool: string | null;
  readonly combs: number;
  /** Mean of a comb box, kg, and % of all they held. */
  readonly leftKg: number;
  readonly leftPct: number;
}

export type Warming =
  /** Fewer than six, or all equally warm. */
  | { readonly status: "unclear"; readonly why: "few" | "alike" }
  | {
      readonly status: "known";
      /**
       * Less stays for each °C, % points of what was there, with the half width of its 80 % interval, which may
       * reach under nothing. Drawn towards common practice as far as the boxes leave it open.
       */
      readonly perDegreePct: number;
      readonly halfWidthPct: number;
      /** The slope of these boxes alone, before practice moved it. */
      readonly ownPct: number;
      /** As warm as the warmest, °C. */
      readonly toC: number;
    };

/** Each degree warmer leaves about so much less, points of what was there, one standard deviation either way (common practice). */
export const WARMING_PRIOR = { perDegreePct: 0.3, sdPct: 0.3 } as const;

const FEWEST = 6;
/** Temperatures so near each other tell nothing, °C. */
const LEAST_SPREAD_C = 2;

function check(combs: readonly SpunComb[]): void {
  for (const c of combs) {
    mustBeWithin(c.tempC, 0, 60, "The honey's temperature", "°C");
    mustBeWithin(c.hadKg, 0.001, 100, "The honey that was there", "kg");
    mustBeWithin(c.leftKg, 0, c.hadKg, "What stayed in the comb", "kg");
  }
}

const Z80 = 1.2816;
const sum = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0);
const share = (c: SpunComb): number => (c.leftKg / c.hadKg) * 100;

function byTool(combs: readonly SpunComb[]): SpunComb[][] {
  return [...new Set(combs.map((c) => c.tool))].map((tool) => combs.filter((c) => c.tool === tool));
}

/** What stayed with each tool, most first. @throws DomainError for a box that kept more than it had */
export function leftByTool(combs: readonly SpunComb[]): LeftByTool[] {
  check(combs);
  return byTool(combs)
    .map((own) => {
      const left = sum(own.map((c) => c.leftKg));
      return {
        tool: own[0]?.tool ?? null,
        combs: own.length,
        leftKg: left / own.length,
        leftPct: (left / sum(own.map((c) => c.hadKg))) * 100,
      };
    })
    .sort((a, b) => b.leftPct - a.leftPct);
}

/**
 * How much less stays in the comb for each degree: slope of % left over °C, each box weighted by what it held,
 * around the mean of its tool, weighed against common practice by how sure each of them is. Always told with its
 * interval: shown only where it is significant, such a slope would be too large on average. @throws DomainError for a box that kept more than it had
 */
export function warming(combs: readonly SpunComb[]): Warming {
  check(combs);
  const temps = combs.map((c) => c.tempC);
  if (combs.length < FEWEST) return { status: "unclear", why: "few" };
  if (Math.max(...temps) - Math.min(...temps) < LEAST_SPREAD_C) return { status: "unclear", why: "alike" };
  const groups = byTool(combs);
  const around = groups.flatMap((own) => {
    const weight = sum(own.map((c) => c.hadKg));
    const mean = (of: (c: SpunComb) => number) => sum(own.map((c) => c.hadKg * of(c))) / weight;
    const [t, y] = [mean((c) => c.tempC), mean(share)];
    return own.map((c) => ({ w: c.hadKg, dt: c.tempC - t, dy: share(c) - y }));
  });
  const spread = sum(around.map((p) => p.w * p.dt ** 2));
  const free = combs.length - groups.length - 1;
  // Every tool was used at one temperature only.
  if (spread < 1e-9 || free < 1) return { status: "unclear", why: "alike" };
  const slope = sum(around.map((p) => p.w * p.dt * p.dy)) / spread;
  const variance = sum(around.map((p) => p.w * (p.dy - slope * p.dt) ** 2)) / free / spread;
  // Few boxes tell their own scatter badly: Student's t over the normal's quantile widens their error.
  const own = variance * (tQuantile(0.9, free) / Z80) ** 2 || 1e-12;
  const prior = WARMING_PRIOR.sdPct ** 2;
  const trust = prior / (prior + own);
  return {
    status: "known",
    perDegreePct: trust * -slope + (1 - trust) * WARMING_PRIOR.perDegreePct,
    halfWidthPct: Z80 * Math.sqrt(trust * own),
    ownPct: -slope,
    toC: Math.max(...temps),
  };
}

/**
 * Kilograms these boxes would have given more, had they been as warm as the warmest, with the half width of its
 * 80 % interval. No box gives more than stayed in it. @throws DomainError for a box that kept more than it had
 */
export function wonByWarming(
  combs: readonly SpunComb[],
  line: Extract<Warming, { status: "known" }>,
): { readonly kg: number; readonly halfWidthKg: number } {
  check(combs);
  const at = (perDegreePct: number): number =>
    sum(
      combs.map((c) =>
        Math.min(c.leftKg, (c.hadKg * Math.max(0, perDegreePct) * Math.max(0, line.toC - c.tempC)) / 100),
      ),
    );
  const [low, high] = [at(line.perDegreePct - line.halfWidthPct), at(line.perDegreePct + line.halfWidthPct)];
  return { kg: at(line.perDegreePct), halfWidthKg: (high - low) / 2 };
}
