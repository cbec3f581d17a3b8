/**
 * Is there enough in the jars? Two questions that are never one: whether the packer keeps the packer's own duty, and
 * whether an inspector's sample would pass. All rules are from memory: check with your authority.
 */
import { DomainError, mustBeWithin } from "../domain-error";
import { binomialAtMost, normalShare, tQuantile } from "../statistics";

/** Rule sets as dated data. */
export const NET_RULES = {
  "oiml-r87": { name: "OIML R 87", dated: "2016", authority: "check with your authority" },
  "eu-76-211": {
    name: "EU, Directive 76/211/EEC",
    dated: "1976, amended",
    authority: "check with your authority",
  },
  "us-hb133": {
    name: "USA, NIST Handbook 133, category A",
    dated: "2020",
    authority: "check with your authority",
  },
} as const;
export type NetRules = keyof typeof NET_RULES;

/** Tolerable negative error, Directive 76/211/EEC and OIML R 87: upper end of each range, g, and what it is. */
const TNE: readonly { readonly upToG: number; readonly pct?: number; readonly g?: number }[] = [
  { upToG: 50, pct: 9 },
  { upToG: 100, g: 4.5 },
  { upToG: 200, pct: 4.5 },
  { upToG: 300, g: 9 },
  { upToG: 500, pct: 3 },
  { upToG: 1000, g: 15 },
  { upToG: 10_000, pct: 1.5 },
  { upToG: 15_000, g: 150 },
  { upToG: 50_000, pct: 1 },
];
export const NET_G = { lo: 5, hi: 50_000 } as const;

const GRAMS_LB = 453.59237;
/** Maximum allowable variation, NIST Handbook 133, table 2-5: from so many lb, so many lb. Under 0.08 lb a tenth. */
const MAV_LB: readonly (readonly [from: number, mav: number])[] = [
  [0.08, 0.008],
  [0.12, 0.012],
  [0.18, 0.016],
  [0.26, 0.02],
  [0.34, 0.024],
  [0.46, 0.028],
  [0.58, 0.032],
  [0.7, 0.036],
  [0.84, 0.04],
  [0.94, 0.044],
  [1.08, 0.048],
  [1.26, 0.052],
  [1.4, 0.056],
  [1.54, 0.06],
  [1.7, 0.064],
  [1.88, 0.07],
  [2.14, 0.078],
  [2.48, 0.086],
  [2.76, 0.094],
  [3.2, 0.11],
  [3.9, 0.12],
  [4.7, 0.14],
];

const nominal = (g: number): number => mustBeWithin(g, NET_G.lo, NET_G.hi, "The net quantity", "g");

/**
 * What a single jar may be short of its label, g: under 76/211 and R 87 rounded up to a tenth of a gram where it is a
 * percentage, to whole grams over a kilogram.
 * @throws DomainError outside 5 g to 50 kg
 */
export function tolerableNegativeErrorG(nominalG: number): number {
  const row = TNE.find((r) => nominal(nominalG) <= r.upToG) ?? { upToG: 0, pct: 1 };
  if (row.g !== undefined) return row.g;
  const exact = (nominalG * (row.pct ?? 0)) / 100;
  const step = nominalG > 1000 ? 1 : 0.1;
  // A hair of binary dust is no tenth of a gram.
  return Number((Math.ceil(exact / step - 1e-9) * step).toFixed(1));
}

/** The same for the USA: the maximum allowable variation, g. @throws DomainError outside 5 g to 50 kg */
export function maximumAllowableVariationG(nominalG: number): number {
  const lb = nominal(nominalG) / GRAMS_LB;
  // 454 g on a label stand for a pound: half a gram is no other row.
  const row = MAV_LB.findLast(([from]) => lb >= from - 1e-6);
  return row ? row[1] * GRAMS_LB : nominalG * 0.1;
}

interface SamplePlan {
  readonly upToLot: number;
  readonly sample: number;
  /** Mean may be under the label by so many sample standard deviations. */
  readonly factor: number;
  /** Jars short by more than one error that are let pass. */
  readonly accept: number;
}

const factorOf = (p: number, n: number): number => tQuantile(p, n - 1) / Math.sqrt(n);

const R87: readonly SamplePlan[] = [
  { upToLot: 500, sample: 50, factor: factorOf(0.995, 50), accept: 3 },
  { upToLot: 3200, sample: 80, factor: factorOf(0.995, 80), accept: 5 },
  { upToLot: Number.POSITIVE_INFINITY, sample: 125, factor: factorOf(0.995, 125), accept: 7 },
];
/** The first of the two samples of Annex II decides most lots; between the numbers the second is drawn. */
const EU: readonly (SamplePlan & { readonly reject: number; readonly both: readonly [number, number] })[] = [
  { upToLot: 500, sample: 30, factor: factorOf(0.995, 30), accept: 1, reject: 3, both: [4, 5] },
  { upToLot: 3200, sample: 50, factor: factorOf(0.995, 50), accept: 2, reject: 5, both: [6, 7] },
  {
    upToLot: Number.POSITIVE_INFINITY,
    sample: 80,
    factor: factorOf(0.995, 50),
    accept: 3,
    reject: 7,
    both: [8, 9],
  },
];
const US: readonly SamplePlan[] = [
  { upToLot: 250, sample: 12, factor: factorOf(0.975, 12), accept: 0 },
  { upToLot: 3200, sample: 24, factor: factorOf(0.975, 24), accept: 0 },
  { upToLot: Number.POSITIVE_INFINITY, sample: 48, factor: factorOf(0.975, 48), accept: 1 },
];
const PLANS: Readonly<Record<NetRules, readonly SamplePlan[]>> = {
  "oiml-r87": R87,
  "eu-76-211": EU,
  "us-hb133": US,
};
/** Fewer jars than this are looked at one by one. */
export const EVERY_JAR = 100;

/** What an inspector draws from a lot of so many. */
export function samplePlan(rules: NetRules, lot: number): SamplePlan {
  mustBeWithin(lot, 1, 10_000_000, "The lot", "jars");
  const plans = PLANS[rules];
  return plans.find((p) => lot <= p.upToLot) ?? (plans[plans.length - 1] as SamplePlan);
}

export interface NetCheck {
  readonly n: number;
  readonly meanG: number;
  readonly sdG: number | null;
  /** What one jar may be short, g. */
  readonly errorG: number;
  /** Jars under the label, short by more than one error, and by more than two. */
  readonly under: number;
  readonly shortOnce: number;
  readonly shortTwice: number;
  /** "every": so few jars that each must hold what its label says. */
  readonly duty: {
    readonly verdict: "kept" | "broken" | "unsure";
    readonly by: "every" | "mean";
    readonly why: readonly ("mean" | "once" | "twice" | "under")[];
  };
  readonly inspector: {
    readonly verdict: "passes" | "fails" | "second" | "too-few";
    readonly sample: number;
    readonly factor: number;
    readonly accept: number;
  };
  /** Mean less the label, g a jar. */
  readonly giveawayG: number;
}

/** Of a lot at most so many jars are short by more than one error. */
export const SHORT_SHARE = 0.025;
/** "Surely under or over": the mean of the jars that were not weighed is within so many standard errors (95 %, one side). */
const SURE = 1.645;
/** So likely is sure. */
const SURELY = 0.95;

/**
 * Jars as they were weighed, net, against the label.
 * @param weightsG net, g; those of one lot and size
 * @param lot jars filled in all
 * @throws DomainError without a weight, for more than 1,000, or a weight that is none
 */
export function checkNetQuantity(
  weightsG: readonly number[],
  {
    nominalG,
    lot,
    rules,
    secondG = [],
  }: {
    readonly nominalG: number;
    readonly lot: number;
    readonly rules: NetRules;
    /** The second sample of 76/211, where the first asked for it. */
    readonly secondG?: readonly number[];
  },
): NetCheck {
  if (secondG.length > 0) {
    // All jars tell of the lot; the inspector's two samples are judged one after the other.
    const all = checkNetQuantity([...weightsG, ...secondG], { nominalG, lot, rules });
    const first = checkNetQuantity(weightsG, { nominalG, lot, rules });
    return {
      ...all,
      inspector: { ...first.inspector, verdict: both(first, secondG, { nominalG, lot, rules }) },
    };
  }
  const n = weightsG.length;
  if (n === 0) throw new DomainError("no-weights", "No jar was weighed yet.");
  if (n > 1000) throw new DomainError("too-many", "At most 1,000 jars are judged together.", { n });
  for (const g of weightsG) mustBeWithin(g, 0, 60_000, "A jar's net weight", "g");
  const errorG =
    rules === "us-hb133" ? maximumAllowableVariationG(nominalG) : tolerableNegativeErrorG(nominalG);
  const meanG = weightsG.reduce((a, b) => a + b, 0) / n;
  const sdG = n > 1 ? Math.sqrt(weightsG.reduce((s, g) => s + (g - meanG) ** 2, 0) / (n - 1)) : null;
  const under = weightsG.filter((g) => g < nominalG).length;
  const shortOnce = weightsG.filter((g) => g < nominalG - errorG).length;
  const shortTwice = weightsG.filter((g) => g < nominalG - 2 * errorG).length;
  const by = lot < EVERY_JAR ? "every" : "mean";
  const left = Math.max(0, lot - n);
  const why =
    by === "every"
      ? under > 0
        ? (["under"] as const)
        : []
      : [
          ...(shortTwice > 0 ? (["twice"] as const) : []),
          ...(shortOnce > SHORT_SHARE * Math.max(n, lot) ? (["once"] as const) : []),
          ...(meanG < nominalG ? (["mean"] as const) : []),
        ];
  // The mean of the whole lot is known as well as the jars that were not weighed let it be.
  const wobbleG =
    sdG === null
      ? Number.POSITIVE_INFINITY
      : (SURE * sdG * Math.sqrt(left / Math.max(1, lot))) / Math.sqrt(n);
  // Of those that were not weighed so many are short as the spread says, or as were found among the others, if more.
  const shortShare = Math.max(
    sdG === null || sdG === 0 ? 0 : normalShare((nominalG - errorG - meanG) / sdG),
    shortOnce === 0 ? 0 : (shortOnce + 0.5) / (n + 1),
  );
  const mayBe = Math.floor(SHORT_SHARE * lot) - shortOnce;
  const unsure =
    left > 0 &&
    (by === "every" ||
      meanG - nominalG < wobbleG ||
      mayBe < 0 ||
      binomialAtMost(mayBe, left, shortShare) < SURELY);
  const surely =
    (why as readonly string[]).some((w) => w !== "mean") ||
    (why.length > 0 && nominalG - meanG >= wobbleG) ||
    left === 0;
  const plan = samplePlan(rules, lot);
  const needed = lot < plan.sample ? lot : plan.sample;
  return {
    n,
    meanG,
    sdG,
    errorG,
    under,
    shortOnce,
    shortTwice,
    duty: {
      by,
      why,
      verdict: why.length > 0 ? (surely ? "broken" : "unsure") : unsure ? "unsure" : "kept",
    },
    inspector: {
      sample: needed,
      factor: plan.factor,
      accept: plan.accept,
      verdict: inspected(rules, plan, {
        n,
        needed,
        sdG,
        nominalG,
        shortOnce,
        shortTwice,
        meanOf: spreadOf(
          rules === "eu-76-211" ? weightsG.slice(0, Math.min(EU_MEAN_OF, plan.sample)) : weightsG,
        ),
      }),
    },
    giveawayG: meanG - nominalG,
  };
}

const spreadOf = (weightsG: readonly number[]): { mean: number; sd: number } => {
  const mean = weightsG.reduce((a, b) => a + b, 0) / weightsG.length;
  return {
    mean,
    sd: Math.sqrt(weightsG.reduce((s, g) => s + (g - mean) ** 2, 0) / Math.max(1, weightsG.length - 1)),
  };
};

/** The verdict of two samples: together they may have so many short jars, and none short by two errors. */
function both(
  first: NetCheck,
  secondG: readonly number[],
  { nominalG, lot, rules }: { readonly nominalG: number; readonly lot: number; readonly rules: NetRules },
): NetCheck["inspector"]["verdict"] {
  if (first.inspector.verdict !== "second") return first.inspector.verdict;
  const plan = samplePlan(rules, lot);
  if (!("both" in plan)) return first.inspector.verdict;
  const [accept] = (plan as (typeof EU)[number]).both;
  const short = secondG.filter((g) => g < nominalG - first.errorG).length;
  if (secondG.some((g) => g < nominalG - 2 * first.errorG) || first.shortOnce + short > accept)
    return "fails";
  return secondG.length < plan.sample ? "second" : "passes";
}

/** Jars the mean is judged over, Directive 76/211/EEC, Annex II, 3: 30 of a small lot, else 50 however many were drawn. */
const EU_MEAN_OF = 50;

/** Whether these jars, drawn as a sample, would pass; too few of them say nothing. */
function inspected(
  rules: NetRules,
  plan: SamplePlan,
  x: {
    readonly n: number;
    readonly needed: number;
    readonly sdG: number | null;
    readonly nominalG: number;
    readonly shortOnce: number;
    readonly shortTwice: number;
    /** The jars the mean is judged over. */
    readonly meanOf: { readonly mean: number; readonly sd: number };
  },
): NetCheck["inspector"]["verdict"] {
  if (x.shortTwice > 0 && rules !== "us-hb133") return "fails";
  const both = "reject" in plan ? (plan as (typeof EU)[number]) : null;
  if (x.shortOnce > (both ? both.reject - 1 : plan.accept)) return "fails";
  if (x.n < x.needed || x.sdG === null) return "too-few";
  if (x.meanOf.mean < x.nominalG - plan.factor * x.meanOf.sd) return "fails";
  return both && x.shortOnce > plan.accept ? "second" : "passes";
}
