/**
 * What a label must say and how large, by where it is sold: dated data, all from memory. They are a first look and
 * no legal advice: check with your authority.
 */

/** Height of figures by what is in the jar: up to so many g, so many mm. */
type ByQuantity = readonly (readonly [upToG: number, mm: number])[];
/** Height of figures by the main panel: up to so many cm², so many mm. */
type ByPanel = readonly (readonly [upToCm2: number, mm: number])[];

/** Directive 76/211/EEC, Annex I, 3.1. */
const EU_FIGURES: ByQuantity = [
  [50, 2],
  [200, 3],
  [1000, 4],
  [Number.POSITIVE_INFINITY, 6],
];
const IN2 = 6.4516;
/** 21 CFR 101.7(i): sixteenths of an inch by square inches. */
const US_FIGURES: ByPanel = [
  [5 * IN2, 25.4 / 16],
  [25 * IN2, 25.4 / 8],
  [100 * IN2, (25.4 * 3) / 16],
  [400 * IN2, 25.4 / 4],
  [Number.POSITIVE_INFINITY, 25.4 / 2],
];
/** Canada, Safe Food for Canadians Regulations, schedule 6. */
const CANADA_FIGURES: ByPanel = [
  [32, 1.6],
  [258, 3.2],
  [645, 6.4],
  [2580, 9.5],
  [Number.POSITIVE_INFINITY, 12.7],
];

/** What a rule looks at. */
export type Check =
  | { readonly check: "kind" | "packer" | "lot" | "date" | "fits" | "code" | "shelf" | "marks" }
  | { readonly check: "net"; readonly shows: "metric" | "both" }
  | { readonly check: "figures"; readonly byQuantity: ByQuantity }
  | { readonly check: "figures"; readonly byPanel: ByPanel }
  | {
      readonly check: "letters";
      readonly mm: number;
      readonly small?: { readonly underCm2: number; readonly mm: number };
    }
  | { readonly check: "foot"; readonly share: number; readonly notUnderCm2: number }
  | { readonly check: "origin"; readonly as: "shares" | "blend-or-countries" | "countries" | "voluntary" }
  | { readonly check: "grade"; readonly mostPct: Readonly<Record<string, number>>; readonly wants?: "origin" }
  | { readonly check: "water"; readonly mostPct: number }
  | { readonly check: "languages"; readonly also: "fr" }
  | { readonly check: "ingredients" }
  | { readonly check: "nutrition"; readonly exempt: string }
  /** Only a person can answer it. */
  | {
      readonly check: "ask";
      readonly question: string;
      readonly when?: "infant" | "no-infant" | "blooms" | "variety" | "infused" | "chunk";
    };

export type Rule = Check & {
  readonly id: string;
  readonly paragraph: string;
};

export interface RulePack {
  readonly name: string;
  readonly dated: string;
  readonly authority: string;
  readonly rules: readonly Rule[];
}

const AUTHORITY = "check with your authority";

/** What holds anywhere: common practice, and what a printer asks. */
const ANYWHERE: readonly Rule[] = [
  { id: "fits", check: "fits", paragraph: "the label's own room" },
  { id: "code", check: "code", paragraph: "GS1, ISO/IEC 18004, 15417" },
  { id: "shelf", check: "shelf", paragraph: "best before by storage" },
  { id: "marks", check: "marks", paragraph: "the lot's own record" },
  {
    id: "variety",
    check: "ask",
    when: "variety",
    question: "Mostly of this flower, by source, taste and pollen? You answer for it.",
    paragraph: "name",
  },
  {
    id: "blooms",
    check: "ask",
    when: "blooms",
    question: "The shares of blooms are an estimate from dates and notes. Do they stand up?",
    paragraph: "must not mislead",
  },
  {
    id: "address",
    check: "ask",
    question: "Is the packer's name and address still right?",
    paragraph: "name and address",
  },
  {
    id: "infant",
    check: "ask",
    when: "infant",
    question: "Is the line on infants worded as it is wanted where it sells?",
    paragraph: "custom",
  },
  {
    id: "no-infant",
    check: "ask",
    when: "no-infant",
    question: "No line on infants under twelve months: is that as you want it?",
    paragraph: "custom",
  },
  {
    id: "chunk",
    check: "ask",
    when: "chunk",
    question: "Comb fills as much of the jar as where it sells asks (at least half in the USA)?",
    paragraph: "honey with comb",
  },
  {
    id: "changeover",
    check: "ask",
    when: "infused",
    question: "Were filler, gate and bench cleaned of allergens before and after?",
    paragraph: "changeover cleaning",
  },
];

const EU_RULES: readonly Rule[] = [
  { id: "kind", check: "kind", paragraph: "2001/110/EC, 2 and Annex I" },
  { id: "net", check: "net", shows: "metric", paragraph: "1169/2011, 23; 76/211/EEC" },
  { id: "figures", check: "figures", byQuantity: EU_FIGURES, paragraph: "76/211/EEC, Annex I, 3.1" },
  {
    id: "letters",
    check: "letters",
    mm: 1.2,
    small: { underCm2: 80, mm: 0.9 },
    paragraph: "1169/2011, 13",
  },
  { id: "origin", check: "origin", as: "shares", paragraph: "(EU) 2024/1438, from 14 June 2026" },
  { id: "packer", check: "packer", paragraph: "1169/2011, 8 and 9" },
  { id: "lot", check: "lot", paragraph: "2011/91/EU" },
  { id: "date", check: "date", paragraph: "1169/2011, 24 and Annex X" },
  { id: "water", check: "water", mostPct: 20, paragraph: "2001/110/EC, Annex II" },
  { id: "ingredients", check: "ingredients", paragraph: "1169/2011, 18 and 21" },
  {
    id: "nutrition",
    check: "nutrition",
    exempt: "honey alone is exempt",
    paragraph: "1169/2011, 30 and Annex V",
  },
];

/** What Australia and New Zealand share. */
const FOOD_STANDARDS_CODE: readonly Rule[] = [
  { id: "kind", check: "kind", paragraph: "Food Standards Code 2.8.2" },
  { id: "packer", check: "packer", paragraph: "Food Standards Code 1.2.2" },
  { id: "lot", check: "lot", paragraph: "Food Standards Code 1.2.2" },
  { id: "date", check: "date", paragraph: "Food Standards Code 1.2.5" },
  { id: "ingredients", check: "ingredients", paragraph: "Food Standards Code 1.2.3 and 1.2.4" },
  { id: "nutrition", check: "nutrition", exempt: "", paragraph: "Food Standards Code 1.2.8" },
  {
    id: "tutin",
    check: "ask",
    question: "Tutin: at most 0.7 mg/kg, shown for this lot?",
    paragraph: "Food Standards Code 1.4.1",
  },
];

export const RULE_PACKS = {
  codex: {
    name: "General, by Codex",
    dated: "CXS 1-1985 and CXS 12-1981, as of 2022",
    authority: AUTHORITY,
    rules: [
      { id: "kind", check: "kind", paragraph: "CXS 12, 6.1" },
      { id: "net", check: "net", shows: "metric", paragraph: "CXS 1, 4.3" },
      { id: "origin", check: "origin", as: "countries", paragraph: "CXS 1, 4.5" },
      { id: "packer", check: "packer", paragraph: "CXS 1, 4.4" },
      { id: "lot", check: "lot", paragraph: "CXS 1, 4.6" },
      { id: "date", check: "date", paragraph: "CXS 1, 4.7" },
      { id: "water", check: "water", mostPct: 20, paragraph: "CXS 12, 3.4" },
      { id: "ingredients", check: "ingredients", paragraph: "CXS 1, 4.2" },
      ...ANYWHERE,
    ],
  },
  eu: { name: "European Union", dated: "June 2026", authority: AUTHORITY, rules: [...EU_RULES, ...ANYWHERE] },
  uk: {
    name: "United Kingdom",
    dated: "2026",
    authority: AUTHORITY,
    rules: [
      { id: "kind", check: "kind", paragraph: "Honey Regulations 2015" },
      { id: "net", check: "net", shows: "metric", paragraph: "Packaged Goods Regulations 2006" },
      {
        id: "figures",
        check: "figures",
        byQuantity: EU_FIGURES,
        paragraph: "Packaged Goods Regulations 2006",
      },
      {
        id: "letters",
        check: "letters",
        mm: 1.2,
        small: { underCm2: 80, mm: 0.9 },
        paragraph: "assimilated 1169/2011, 13",
      },
      {
        id: "origin",
        check: "origin",
        as: "blend-or-countries",
        paragraph: "Honey Regulations 2015 (in Northern Ireland the Union's rules)",
      },
      { id: "packer", check: "packer", paragraph: "assimilated 1169/2011, 8 and 9" },
      { id: "lot", check: "lot", paragraph: "Lot Marking Regulations 1996" },
      { id: "date", check: "date", paragraph: "assimilated 1169/2011, 24" },
      { id: "water", check: "water", mostPct: 20, paragraph: "Honey Regulations 2015, schedule 1" },
      { id: "ingredients", check: "ingredients", paragraph: "assimilated 1169/2011, 18 and 21" },
      {
        id: "nutrition",
        check: "nutrition",
        exempt: "honey alone is exempt",
        paragraph: "assimilated 1169/2011, Annex V",
      },
      ...ANYWHERE,
    ],
  },
  usa: {
    name: "United States",
    dated: "2025",
    authority: AUTHORITY,
    rules: [
      { id: "kind", check: "kind", paragraph: "21 CFR 101.3" },
      { id: "net", check: "net", shows: "both", paragraph: "21 CFR 101.7, FPLA" },
      { id: "figures", check: "figures", byPanel: US_FIGURES, paragraph: "21 CFR 101.7(i)" },
      { id: "foot", check: "foot", share: 0.3, notUnderCm2: 5 * IN2, paragraph: "21 CFR 101.7(f)" },
      { id: "letters", check: "letters", mm: 25.4 / 16, paragraph: "21 CFR 101.2(c)" },
      { id: "packer", check: "packer", paragraph: "21 CFR 101.5" },
      { id: "origin", check: "origin", as: "countries", paragraph: "19 CFR 134 (imported honey)" },
      {
        id: "grade",
        check: "grade",
        mostPct: { A: 18.6, B: 18.6, C: 20 },
        wants: "origin",
        paragraph: "USDA grades of extracted honey 1985; 7 USC 1622(h)",
      },
      { id: "ingredients", check: "ingredients", paragraph: "21 CFR 101.4; FALCPA" },
      {
        id: "nutrition",
        check: "nutrition",
        exempt: "small businesses may be exempt",
        paragraph: "21 CFR 101.9(j)",
      },
      ...ANYWHERE,
    ],
  },
  canada: {
    name: "Canada",
    dated: "2024",
    authority: AUTHORITY,
    rules: [
      { id: "kind", check: "kind", paragraph: "Canadian Standards of Identity, 4" },
      { id: "languages", check: "languages", also: "fr", paragraph: "Food and Drug Regulations B.01.012" },
      { id: "net", check: "net", shows: "metric", paragraph: "SFCR 221" },
      { id: "figures", check: "figures", byPanel: CANADA_FIGURES, paragraph: "SFCR 229, schedule 6" },
      { id: "letters", check: "letters", mm: 1.6, paragraph: "SFCR 210" },
      { id: "origin", check: "origin", as: "countries", paragraph: "SFCR, honey" },
      { id: "packer", check: "packer", paragraph: "SFCR 218" },
      { id: "lot", check: "lot", paragraph: "SFCR 218" },
      {
        id: "grade",
        check: "grade",
        mostPct: { "No. 1": 17.8, "No. 2": 18.6, "No. 3": 20 },
        paragraph: "Canadian Grade Compendium, 5",
      },
      {
        id: "grade-asked",
        check: "ask",
        question: "Sold across a border or province: grade and colour class are on it?",
        paragraph: "SFCR, grades",
      },
      { id: "ingredients", check: "ingredients", paragraph: "FDR B.01.008" },
      {
        id: "nutrition",
        check: "nutrition",
        exempt: "some small packers are exempt",
        paragraph: "FDR B.01.401",
      },
      ...ANYWHERE,
    ],
  },
  australia: {
    name: "Australia",
    dated: "2025",
    authority: AUTHORITY,
    rules: [
      { id: "net", check: "net", shows: "metric", paragraph: "National Trade Measurement Regulations 2009" },
      {
        id: "figures-asked",
        check: "ask",
        question: "Figures are high enough for the longest side of the jar (2, 2.5, 3.3 or 4.8 mm)?",
        paragraph: "National Trade Measurement Regulations 2009",
      },
      {
        id: "origin",
        check: "origin",
        as: "countries",
        paragraph: "Country of Origin Information Standard 2016",
      },
      ...FOOD_STANDARDS_CODE,
      ...ANYWHERE,
    ],
  },
  "new-zealand": {
    name: "New Zealand",
    dated: "2025",
    authority: AUTHORITY,
    rules: [
      { id: "net", check: "net", shows: "metric", paragraph: "Weights and Measures Regulations 1999" },
      {
        id: "origin",
        check: "origin",
        as: "voluntary",
        paragraph: "no duty to say it; what is said must be true",
      },
      ...FOOD_STANDARDS_CODE,
      ...ANYWHERE,
    ],
  },
} as const satisfies Record<string, RulePack>;
export type RulePackId = keyof typeof RULE_PACKS;
export const RULE_PACK_IDS = Object.keys(RULE_PACKS) as [RulePackId, ...RulePackId[]];
