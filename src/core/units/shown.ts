/**
 * Quantities in the units somebody reads. The house reckons in kg, °C, L and mm; what is shown is reckoned from those
 * at the edge, from the whole figure, never from one already rounded. Whose units they are is handed in.
 */
import { formatKg, lbFromKg, parseGrams, parseMassKg } from "./mass";
import { fahrenheitFromCelsius, parseTempC } from "./temperature";
import { parseCentimetres, parseLitres, usGallonsFromLitres } from "./volume";

/** What a person may choose, one list for forms, cookies and records. The first of each is the house's own. */
export const SHOWN_CHOICES = {
  mass: ["kg", "lb"],
  temperature: ["C", "F"],
  volume: ["L", "gal"],
  length: ["mm", "in"],
  day: ["dmy", "mdy", "ymd"],
  clock: ["24", "12"],
} as const;
export type ShownKind = keyof typeof SHOWN_CHOICES;

/** The units and styles somebody reads in. */
export type Shown = { readonly [K in ShownKind]: (typeof SHOWN_CHOICES)[K][number] };

export const METRIC: Shown = {
  mass: "kg",
  temperature: "C",
  volume: "L",
  length: "mm",
  day: "dmy",
  clock: "24",
};

/** The international inch, mm, exact (NIST Handbook 44, Appendix C). */
const MM_PER_IN = 25.4;

interface Rule {
  /** What somebody reads instead, when they read `kind` so. */
  readonly kind: ShownKind;
  readonly unit: string;
  readonly there: (value: number) => number;
  /** A difference of two; the same as `there` where the scales share their zero. */
  readonly apart?: (value: number) => number;
  readonly back: (value: number) => number;
}

const inches = (perUnit: number): Rule => ({
  kind: "length",
  unit: "in",
  there: (v) => (v * perUnit) / MM_PER_IN,
  back: (v) => (v * MM_PER_IN) / perUnit,
});
const pounds = (unit: string): Rule => ({
  kind: "mass",
  unit,
  there: lbFromKg,
  back: (v) => v / lbFromKg(1),
});
/** An ounce avoirdupois is a sixteenth of a pound. */
const OUNCES: Rule = {
  kind: "mass",
  unit: "oz",
  there: (v) => lbFromKg(v / 1000) * 16,
  back: (v) => (v / 16 / lbFromKg(1)) * 1000,
};
const gallons = (unit: string): Rule => ({
  kind: "volume",
  unit,
  there: usGallonsFromLitres,
  back: (v) => v / usGallonsFromLitres(1),
});

/** Every unit the house speaks that somebody may read as another; whatever is not here is the same for everybody. */
const RULES = {
  kg: pounds("lb"),
  g: OUNCES,
  "kg/min": pounds("lb/min"),
  "kg/h": pounds("lb/h"),
  kg·m: {
    kind: "mass",
    unit: "lb·in",
    there: (v) => (lbFromKg(v) * 1000) / MM_PER_IN,
    back: (v) => (v * MM_PER_IN) / 1000 / lbFromKg(1),
  },
  "°C": {
    kind: "temperature",
    unit: "°F",
    there: fahrenheitFromCelsius,
    apart: (v) => v * 1.8,
    back: (v) => (v - 32) / 1.8,
  },
  L: gallons("gal"),
  "L a day": gallons("gal a day"),
  "L/h": gallons("gal/h"),
  mm: inches(1),
  cm: inches(10),
} as const satisfies Record<string, Rule>;
export type HouseUnit = keyof typeof RULES;

/** How a figure in one of the house's units is read, whatever unit was typed behind it; others stand without one. */
export const READ_AS: Readonly<Partial<Record<string, (text: string) => number>>> = {
  kg: parseMassKg,
  g: parseGrams,
  "°C": parseTempC,
  L: parseLitres,
  cm: parseCentimetres,
};

const ruleOf = (unit: string, shown: Shown): Rule | null => {
  const rule: Rule | undefined = Object.hasOwn(RULES, unit) ? RULES[unit as HouseUnit] : undefined;
  return rule && shown[rule.kind] !== METRIC[rule.kind] ? rule : null;
};

/** "kg" as somebody reads it: "lb"; a unit nobody reads otherwise stays. */
export const unitIn = (unit: string, shown: Shown): string => ruleOf(unit, shown)?.unit ?? unit;

/** A figure in the house's `unit`, as somebody reads it; unrounded. */
export const valueIn = (value: number, unit: string, shown: Shown): number =>
  ruleOf(unit, shown)?.there(value) ?? value;

/** A difference in the house's `unit`, as somebody reads it: 5 °C more are 9 °F more. */
export function differenceIn(value: number, unit: string, shown: Shown): number {
  const rule = ruleOf(unit, shown);
  return rule ? (rule.apart ?? rule.there)(value) : value;
}

/** A figure somebody reads or types, in the house's `unit`; unrounded. */
export const valueFrom = (value: number, unit: string, shown: Shown): number =>
  ruleOf(unit, shown)?.back(value) ?? value;

/** "28.4": the figure alone, with as many decimals as asked for. */
export const figureIn = (value: number, unit: string, shown: Shown, digits = 1): string =>
  formatKg(valueIn(value, unit, shown), digits);

/** "28.4 lb": figure and unit. */
export const quantityIn = (value: number, unit: string, shown: Shown, digits = 1): string =>
  `${figureIn(value, unit, shown, digits)} ${unitIn(unit, shown)}`;

/** Grams in a jar: "454 g"; ounces, and pounds from two of them, for who reads pounds: "16 oz", "2.2 lb". */
export function jarIn(grams: number, shown: Shown): string {
  if (shown.mass === "kg") return `${grams} g`;
  const lb = lbFromKg(grams / 1000);
  return lb < 1.995 ? `${trimmed(lb * 16)} oz` : `${trimmed(lb)} lb`;
}
const trimmed = (value: number): string => value.toFixed(1).replace(/\.0$/, "");

/** "lb F gal in mdy 12": as kept in a cookie and on a page. */
export const shownText = (shown: Shown): string =>
  Object.keys(SHOWN_CHOICES)
    .map((kind) => shown[kind as ShownKind])
    .join(" ");

/** What `shownText` wrote; a word that is none of its choices is read as `otherwise` has it. */
export function shownFrom(text: string, otherwise: Shown = METRIC): Shown {
  const words = text.slice(0, 60).split(" ");
  const kinds = Object.entries(SHOWN_CHOICES) as [ShownKind, readonly string[]][];
  return Object.fromEntries(
    kinds.map(([kind, choices], i) => [
      kind,
      choices.includes(words[i] ?? "") ? (words[i] as string) : otherwise[kind],
    ]),
  ) as unknown as Shown;
}
