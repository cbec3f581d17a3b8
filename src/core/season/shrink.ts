/**
 * Which colonies earn: what one gave, told as an estimate of what it would give again, drawn towards its yard's mean by
 * as much as its own figures are chance. Normal model with unequal variances, moments after DerSimonian & Laird 1986;
 * intervals by Student's t on the yard's degrees of freedom.
 */
import { DomainError } from "../domain-error";
import { tQuantile } from "../statistics";

/** What a colony gave, pull by pull, kg; a pull at which it gave nothing counts as 0. */
export interface Gave {
  readonly name: string;
  readonly kg: readonly number[];
}

export interface Shrunk {
  readonly name: string;
  /** What it gave in all, kg. */
  readonly totalKg: number;
  readonly pulls: number;
  /** Estimate of what it gives in such a season, kg, and its two-sided 80 % interval. */
  readonly estimateKg: number;
  readonly loKg: number;
  readonly hiKg: number;
  /** How much of its own figure is believed, 0 to 1. */
  readonly weight: number;
}

export interface YardShrunk {
  readonly meanKg: number;
  readonly colonies: readonly Shrunk[];
  /** Between colonies and by chance, standard deviations of a season's total, kg; null where it cannot be told apart. */
  readonly betweenKg: number;
  readonly chanceKg: number;
  /** Chance was told apart by colonies pulled more than once; otherwise half of the spread is taken for it. */
  readonly told: boolean;
}

const COVERAGE = 0.8;
/** Where no colony was pulled twice, so much of the spread is taken for chance (common practice: hives side by side swap foragers and weather). */
const CHANCE_UNTOLD = 0.5;

const mean = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0) / list.length;
const sumSq = (list: readonly number[], m: number): number => list.reduce((s, x) => s + (x - m) ** 2, 0);

/** @throws DomainError for a figure that is no mass */
export function shrinkToYard(gave: readonly Gave[]): YardShrunk {
  for (const { name, kg } of gave)
    if (kg.length === 0 || kg.some((x) => !(Number.isFinite(x) && x >= 0)))
      throw new DomainError("bad-yield", `Colony ${name} has figures that are no kilograms.`);
  if (gave.length === 0) return { meanKg: 0, colonies: [], betweenKg: 0, chanceKg: 0, told: false };
  const totals = gave.map((g) => g.kg.reduce((a, b) => a + b, 0));
  const yard = mean(totals);
  const spread = gave.length > 1 ? sumSq(totals, yard) / (gave.length - 1) : 0;
  // A pull's chance, pooled over colonies pulled more than once, the day's own level taken out.
  const many = gave.filter((g) => g.kg.length > 1);
  const days = Math.max(...gave.map((g) => g.kg.length));
  const level = Array.from({ length: days }, (_, d) => {
    const there = many.flatMap((g) => (g.kg[d] === undefined ? [] : [g.kg[d] as number]));
    return there.length > 0 ? mean(there) : 0;
  });
  let [ss, df] = [0, 0];
  for (const g of many) {
    const off = g.kg.map((x, d) => x - (level[d] ?? 0));
    ss += sumSq(off, mean(off));
    df += off.length - 1;
  }
  // The days' levels were taken from the same figures.
  const spent = many.length > 1 ? Math.max(1, df - (days - 1)) : 0;
  const told = many.length > 1 && df - (days - 1) >= 3;
  const perPull = told ? ss / spent : 0;
  const chance = gave.map((g) => (told ? g.kg.length * perPull : spread * CHANCE_UNTOLD));
  const typical = mean(chance);
  const between = Math.max(0, spread - typical);
  const n = gave.length;
  const t = n > 1 ? tQuantile((1 + COVERAGE) / 2, Math.max(1, n - 1)) : Number.NaN;
  const colonies = gave.map((g, i): Shrunk => {
    const own = chance[i] ?? 0;
    const weight = between + own > 0 ? between / (between + own) : 0;
    const total = totals[i] ?? 0;
    const estimate = yard + weight * (total - yard);
    // Its own chance as far as it is believed, the yard's mean as far as it is leant on, and that the weight itself is
    // only estimated (Morris 1983).
    const variance =
      weight * own +
      (1 - weight) ** 2 * (spread / n) +
      (n > 3 ? (2 / (n - 3)) * (1 - weight) ** 2 * (total - yard) ** 2 : (1 - weight) ** 2 * spread);
    const half = n > 1 ? t * Math.sqrt(variance) : Number.POSITIVE_INFINITY;
    return {
      name: g.name,
      totalKg: total,
      pulls: g.kg.length,
      estimateKg: estimate,
      loKg: Math.max(0, estimate - half),
      hiKg: estimate + half,
      weight,
    };
  });
  return {
    meanKg: yard,
    colonies: colonies.sort((a, b) => b.estimateKg - a.estimateKg || a.name.localeCompare(b.name)),
    betweenKg: Math.sqrt(between),
    chanceKg: Math.sqrt(typical),
    told,
  };
}
