/**
 * What honey may be made of, by whose rules: dated data, all from memory of the named publication. A first look and no
 * legal advice: check with your authority.
 */
import type { AnalyteId } from "./analytes";

/** What the honey is, as far as the rules ask. */
export const HONEY_SORTS = [
  "blossom",
  "honeydew",
  "heather",
  "bakers",
  "bakers-heather",
  "stingless",
] as const;
export type HoneySort = (typeof HONEY_SORTS)[number];

export const SORT_SAID: Readonly<Record<HoneySort, string>> = {
  blossom: "blossom honey",
  honeydew: "honeydew honey, or a blend with it",
  heather: "heather honey",
  bakers: "baker's honey",
  "bakers-heather": "baker's honey from heather",
  stingless: "honey of stingless bees",
};

/** What besides moves a limit. */
export interface Traits {
  readonly sort: HoneySort;
  /** From a tropical climate, or blended with such. */
  readonly tropical: boolean;
  readonly pressed: boolean;
  /** From a plant whose honey the standard lists with more sucrose: up to 10, or up to 15 g/100 g. */
  readonly sucrose: "usual" | "ten" | "fifteen";
  /** From a plant the standard excepts from the conductivity limits. */
  readonly conductivityExcepted: boolean;
}

export const ORDINARY: Traits = {
  sort: "blossom",
  tropical: false,
  pressed: false,
  sucrose: "usual",
  conductivityExcepted: false,
};

export interface Line {
  readonly analyte: AnalyteId;
  readonly paragraph: string;
  readonly least?: number;
  readonly most?: number;
  /** A lower `least` holds where the honey has little HMF by nature. */
  readonly lowEnzymes?: { readonly least: number; readonly hmfMost: number };
}

export interface CompositionPack {
  readonly name: string;
  readonly dated: string;
  lines(traits: Traits): readonly Line[];
}

const isBakers = (t: Traits): boolean => t.sort === "bakers" || t.sort === "bakers-heather";
const sucroseMost = (t: Traits): number => ({ usual: 5, ten: 10, fifteen: 15 })[t.sucrose];

function conductivity(t: Traits, paragraph: string): Line[] {
  if (t.conductivityExcepted) return [];
  return t.sort === "honeydew"
    ? [{ analyte: "conductivity", least: 0.8, paragraph }]
    : [{ analyte: "conductivity", most: 0.8, paragraph }];
}

const codex: CompositionPack = {
  name: "Codex",
  dated: "CXS 12-1981, as revised to 2022",
  lines: (t) => [
    { analyte: "water", most: t.sort === "heather" ? 23 : 20, paragraph: "3.4" },
    { analyte: "sugars", least: t.sort === "honeydew" ? 45 : 60, paragraph: "3.5.1" },
    { analyte: "sucrose", most: sucroseMost(t), paragraph: "3.5.2" },
    { analyte: "insolubles", most: t.pressed ? 0.5 : 0.1, paragraph: "3.6" },
    { analyte: "acidity", most: 50, paragraph: "annex 1.1" },
    {
      analyte: "diastase",
      least: 8,
      lowEnzymes: { least: 3, hmfMost: 15 },
      paragraph: "annex 1.2",
    },
    { analyte: "hmf", most: t.tropical ? 80 : 40, paragraph: "annex 1.3" },
    ...conductivity(t, "annex 1.4"),
  ],
};

const eu: CompositionPack = {
  name: "European Union",
  dated: "Directive 2001/110/EC, annex II, as amended to (EU) 2024/1438",
  lines: (t) => [
    {
      analyte: "water",
      most: t.sort === "bakers-heather" ? 25 : t.sort === "heather" || t.sort === "bakers" ? 23 : 20,
      paragraph: "annex II, 2",
    },
    { analyte: "sugars", least: t.sort === "honeydew" ? 45 : 60, paragraph: "annex II, 1.1" },
    { analyte: "sucrose", most: sucroseMost(t), paragraph: "annex II, 1.2" },
    { analyte: "insolubles", most: t.pressed ? 0.5 : 0.1, paragraph: "annex II, 3" },
    ...conductivity(t, "annex II, 4"),
    { analyte: "acidity", most: isBakers(t) ? 80 : 50, paragraph: "annex II, 5" },
    // Baker's honey is excepted from what heat does.
    ...(isBakers(t)
      ? []
      : ([
          {
            analyte: "diastase",
            least: 8,
            lowEnzymes: { least: 3, hmfMost: 15 },
            paragraph: "annex II, 6 (a)",
          },
          { analyte: "hmf", most: t.tropical ? 80 : 40, paragraph: "annex II, 6 (b)" },
        ] satisfies Line[])),
  ],
};

const stingless: CompositionPack = {
  name: "Stingless bees",
  dated: "MS 2683:2017, raw honey",
  lines: () => [
    { analyte: "water", most: 35, paragraph: "table 1" },
    { analyte: "sugars", most: 85, paragraph: "table 1" },
    { analyte: "sucrose", most: 7.5, paragraph: "table 1" },
    { analyte: "hmf", most: 30, paragraph: "table 1" },
  ],
};

export const COMPOSITION_PACKS = { codex, eu, stingless } as const satisfies Record<string, CompositionPack>;
export type CompositionPackId = keyof typeof COMPOSITION_PACKS;
export const COMPOSITION_PACK_IDS = Object.keys(COMPOSITION_PACKS) as [
  CompositionPackId,
  ...CompositionPackId[],
];
