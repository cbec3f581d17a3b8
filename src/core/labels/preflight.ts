/**
 * A label looked over before it is printed: each rule of a pack met, not met, or for a person to check, with its
 * paragraph. What can be mended by the design alone comes with the mend.
 */
import type { LabelContent } from "./content";
import type { LabelDesign, Product } from "./design";
import { type LabelLayout, QUIET_MODULES } from "./layout";
import type { Check, Rule, RulePack } from "./packs";
import { shelfMonths } from "./shelf";

export interface LabelFacts {
  readonly content: LabelContent;
  readonly design: LabelDesign;
  /** As it is laid out: the one label, or front and back. */
  readonly layouts: readonly LabelLayout[];
  readonly product: Product;
  readonly nominalG: number;
  readonly filledOn: string;
  readonly bestBefore: string;
  readonly origins: readonly { readonly country: string; readonly pct: number }[];
  /** Upper end of the lot's water, %; null where nobody read it. */
  readonly waterUpperPct: number | null;
  /** HMF it may hold at filling, at the most, mg/kg; null where nobody knows what warmth it has had. */
  readonly hmfMgKg: number | null;
  /** How warm its shelf is, °C. */
  readonly shelfC: number;
  readonly ingredients: readonly { readonly name: string; readonly allergen: boolean }[];
  /** What was said against the honey on its way here, with the reasons. */
  readonly marks: readonly string[];
  /** The article's number, where this article has one. */
  readonly gtin: string | null;
  /** Rules a person has answered with yes. */
  readonly answered: readonly string[];
}

export interface Finding {
  readonly id: string;
  readonly state: "met" | "not-met" | "check";
  readonly says: string;
  readonly paragraph: string;
  /** What of the design would mend it. */
  readonly mend?: Partial<LabelDesign>;
  readonly mendSaid?: string;
}

type Found = Pick<Finding, "state" | "says" | "mend" | "mendSaid"> | null;

const met = (says: string): Found => ({ state: "met", says });
const notMet = (says: string, mend?: Partial<LabelDesign>, mendSaid?: string): Found => ({
  state: "not-met",
  says,
  ...(mend ? { mend } : {}),
  ...(mendSaid ? { mendSaid } : {}),
});
const check = (says: string): Found => ({ state: "check", says });
const mm = (x: number): string => `${Number(x.toFixed(2))} mm`;
/** Up to the next tenth, so that what is printed is never a hair under. */
const upTenth = (x: number): number => Math.ceil(x * 10 - 1e-9) / 10;
const HAIR = 1e-6;

/** A jar is so much higher than wide, and honey so heavy, g/ml; four tenths of its side are its main panel (21 CFR 101.1). */
const JAR = { slender: 1.3, gMl: 1.4, share: 0.4 } as const;
/** Jars of one content differ by so much in what they show. */
const UNLIKE = 1.5;

/** The main panel: as it was measured, or as a plain round jar of that content has it, and as large as it may be. */
function mainPanel(f: LabelFacts): {
  readonly cm2: number;
  readonly mostCm2: number;
  readonly told: boolean;
} {
  const { panelCm2 } = f.design;
  if (panelCm2 > 0) return { cm2: panelCm2, mostCm2: panelCm2, told: true };
  const d = ((4 * f.nominalG) / JAR.gMl / (JAR.slender * Math.PI)) ** (1 / 3);
  const cm2 = JAR.share * Math.PI * d * d * JAR.slender;
  return { cm2, mostCm2: UNLIKE * cm2, told: false };
}

function figures(f: LabelFacts, leastMm: number): Found {
  const drawn = f.layouts.find((l) => l.netFrom !== null)?.figuresMm ?? 0;
  if (drawn >= leastMm - HAIR) return met(`Figures ${mm(drawn)}, ${mm(leastMm)} needed`);
  return notMet(
    `Figures are too low: ${mm(drawn)}, ${mm(leastMm)} needed`,
    { figuresMm: upTenth(leastMm) },
    `Make it ${upTenth(leastMm)} mm`,
  );
}

const CHECKS: { readonly [K in Check["check"]]: (r: Extract<Rule, { check: K }>, f: LabelFacts) => Found } = {
  kind: (_, f) => met(`${f.content.kind}`),
  net: (r, f) => {
    const { net } = f.design;
    const drawn = f.layouts.flatMap((l) => l.items).find((i) => i.what === "text" && i.id === "net");
    const cut = f.layouts.find((l) => l.cut.includes("net") || l.cut.includes("net-us"));
    if (cut && net !== "ounces")
      return notMet("The net quantity does not fit", { net: "metric" }, "Show grams alone");
    if (cut && drawn?.what === "text") {
      const widthMm = Math.min(210, Math.ceil(drawn.wideMm + 2 * cut.padMm + 1));
      return notMet("The net quantity does not fit", { widthMm }, `Make it ${widthMm} mm wide`);
    }
    if (r.shows === "both" && net !== "ounces")
      return notMet("It begins with Net Wt, ounces before grams", { net: "ounces" }, "Say Net Wt");
    return met(f.content.net.join("  "));
  },
  figures: (r, f) => {
    if ("byQuantity" in r) {
      const row = r.byQuantity.find(([g]) => f.nominalG <= g);
      return figures(f, row?.[1] ?? 6);
    }
    const panel = mainPanel(f);
    const leastOn = (area: number): number => r.byPanel.find(([cm2]) => area <= cm2 + HAIR)?.[1] ?? 12.7;
    const [least, most] = [leastOn(panel.cm2), leastOn(panel.mostCm2)];
    const drawn = f.layouts.find((l) => l.netFrom !== null)?.figuresMm ?? 0;
    if (panel.told || least === most || drawn >= most - HAIR || drawn < least - HAIR) return figures(f, most);
    return check(
      `Figures ${mm(drawn)}: ${mm(least)} are needed on most jars of that content, ${mm(most)} on larger ones. Measure the jar's main panel`,
    );
  },
  letters: (r, f) => {
    // The smaller letters are for what is small on all its sides, which somebody has measured.
    const panel = mainPanel(f);
    const small = r.small && panel.told && panel.cm2 < r.small.underCm2;
    const least = small ? (r.small?.mm ?? r.mm) : r.mm;
    const { lettersMm } = f.design;
    return lettersMm >= least - HAIR
      ? met(`Small letters ${mm(lettersMm)}, ${mm(least)} needed`)
      : notMet(
          `Small letters are too low: ${mm(lettersMm)}, ${mm(least)} needed`,
          { lettersMm: Math.ceil(least * 100 - 1e-9) / 100 },
          `Make it ${mm(Math.ceil(least * 100 - 1e-9) / 100)}`,
        );
  },
  foot: (r, f) => {
    const shown = f.layouts.find((l) => l.netFrom !== null);
    if (!shown || mainPanel(f).cm2 <= r.notUnderCm2) return null;
    // What is measured is where the figures begin, not the room kept over them.
    const from = 1 - (shown.padMm + shown.figuresMm) / shown.heightMm;
    if (from >= 1 - r.share - HAIR) return met(`Net quantity in the lower ${r.share * 100} %`);
    const heightMm = Math.ceil((shown.padMm + shown.figuresMm) / r.share);
    return notMet(
      `Net quantity must stand in the lower ${r.share * 100} % of the panel`,
      { heightMm },
      `Make it ${heightMm} mm high`,
    );
  },
  origin: (r, f) => {
    const countries = f.origins.filter((o) => o.pct > 0);
    const several = countries.length > 1;
    if (r.as === "voluntary")
      return f.design.origin === "none" ? met("Origin is not said, and need not be") : met(f.content.origin);
    if (countries.length === 0) return notMet("Nobody knows where a part of it is from");
    if (f.design.origin === "none")
      return notMet("The country of origin must stand there", { origin: "shares" }, "Say the origin");
    if (r.as === "shares" && several && f.design.origin !== "shares")
      return notMet(
        "Each country must stand there with its share",
        { origin: "shares" },
        "Say countries and shares",
      );
    if (r.as === "countries" && several && f.design.origin === "blend")
      return notMet("Each country must stand there", { origin: "countries" }, "Say the countries");
    return met(f.content.origin);
  },
  packer: (_, f) =>
    f.content.packer.length > 1
      ? met(f.content.packer.join(", "))
      : notMet("Name and address of the packer must stand there: Set-up, the house"),
  lot: (_, f) => met(f.content.lot),
  date: (_, f) =>
    f.bestBefore <= f.filledOn ? notMet("Best before is not after the filling") : met(f.content.bestBefore),
  water: (r, f) => {
    if (f.waterUpperPct === null) return check(`Water of this lot was never read; at most ${r.mostPct} %`);
    return f.waterUpperPct <= r.mostPct + HAIR
      ? met(`Water at most ${f.waterUpperPct.toFixed(1)} %, ${r.mostPct} % allowed`)
      : notMet(`Water may be ${f.waterUpperPct.toFixed(1)} %, over ${r.mostPct} %: baker's honey or none`);
  },
  grade: (r, f) => {
    const claimed = f.design.grade.trim();
    if (claimed === "") return null;
    const words = ` ${claimed.toLowerCase()} `;
    const key = Object.keys(r.mostPct).find((g) => words.includes(` ${g.toLowerCase()} `));
    if (!key) return check(`"${claimed}": no grade these rules know`);
    const most = r.mostPct[key] ?? 0;
    if (r.wants === "origin" && f.design.origin === "none")
      return notMet("With a grade the country of origin must stand there", { origin: "countries" }, "Say it");
    if (f.waterUpperPct === null) return notMet(`${claimed} is claimed, and its water was never read`);
    if (f.waterUpperPct > most + HAIR)
      return notMet(
        `${claimed} holds at most ${most} % water; this may be ${f.waterUpperPct.toFixed(1)} %`,
        { grade: "" },
        "Claim no grade",
      );
    return check(
      `${claimed}: water keeps it (${f.waterUpperPct.toFixed(1)} % of ${most} %); flavour, clarity and defects are yours to judge`,
    );
  },
  languages: (r, f) =>
    f.design.also !== r.also
      ? notMet("English and French must both stand there", { also: r.also }, "Add French")
      : f.design.kindAlso.trim() === ""
        ? notMet("The kind of honey in French is missing")
        : met("English and French"),
  ingredients: (_, f) => {
    if (f.product !== "infused") return null;
    if (f.ingredients.length === 0) return notMet("Its ingredients are not on the lot");
    const allergens = f.ingredients.filter((i) => i.allergen);
    return met(
      `Ingredients stand there${allergens.length > 0 ? `; ${allergens.map((a) => a.name).join(", ")} in capitals` : ""}`,
    );
  },
  nutrition: (r, f) => {
    if (f.design.nutrition.trim() !== "") return met("Nutrition stands there; its figures are yours");
    if (f.product !== "infused" && r.exempt.startsWith("honey")) return null;
    return r.exempt === ""
      ? notMet("A nutrition panel must stand there: type it, or print it apart and say why")
      : check(`No nutrition panel: ${r.exempt}. Does that hold for you?`);
  },
  fits: (_, f) => {
    const cut = f.layouts.flatMap((l) => l.cut);
    if (cut.length === 0) return met("Everything fits");
    const needed = Math.max(...f.layouts.map((l) => l.neededMm));
    const heightMm = Math.ceil(needed);
    const wide = f.layouts.some((l) =>
      l.items.some((i) => i.what === "text" && i.wideMm > l.widthMm - 2 * l.padMm + 0.01),
    );
    return notMet(
      `No room for ${cut.map((c) => CUT_SAID[c]).join(", ")}`,
      wide
        ? { widthMm: Math.min(210, f.design.widthMm + 10) }
        : { heightMm: Math.min(297, Math.max(heightMm, f.design.heightMm + 1)) },
      wide ? "Make it wider" : `Make it ${Math.min(297, Math.max(heightMm, f.design.heightMm + 1))} mm high`,
    );
  },
  code: (_, f) => {
    if (f.design.code === "none") return null;
    if (f.design.code === "ean13" && f.gtin === null)
      return notMet(
        "This article has no number (GTIN) yet: Set-up, labels",
        { code: "qr" },
        "Print the QR code",
      );
    const code = f.layouts.flatMap((l) => l.items).find((i) => i.what === "code");
    if (code?.what !== "code") return notMet("The code found no room");
    const { least, most } = MODULE_MM[f.design.code];
    const quiet = QUIET_MODULES[f.design.code];
    if (code.moduleMm < least - HAIR)
      return notMet(
        `The code's bars are ${mm(code.moduleMm)} wide, ${mm(least)} needed`,
        {
          widthMm: Math.min(210, Math.ceil(f.design.widthMm * (least / code.moduleMm))),
          heightMm: Math.min(
            297,
            Math.ceil(f.design.heightMm * (f.design.code === "qr" ? least / code.moduleMm : 1)),
          ),
        },
        "Make it larger",
      );
    if (code.quietMm < quiet * code.moduleMm - HAIR)
      return notMet(
        "The code has not its clear space at both sides",
        { widthMm: f.design.widthMm + 6 },
        "Make it wider",
      );
    return met(`Code's bars ${mm(code.moduleMm)} (${mm(least)} to ${mm(most)}), ${quiet} clear beside them`);
  },
  shelf: (_, f) => {
    const months = (Date.parse(f.bestBefore) - Date.parse(f.filledOn)) / (30.44 * 864e5);
    if (!(months > 0)) return null;
    const keeps = shelfMonths(f.shelfC, Math.min(80, f.hmfMgKg ?? 0));
    const said = `as warm as the shelf is, HMF reaches its limit in ${Math.floor(keeps.lo)} to ${Math.floor(keeps.hi)} months`;
    if (f.hmfMgKg === null) return check(`What warmth it has had is not on record; of fresh honey, ${said}`);
    return months <= keeps.lo
      ? met(`Best before holds: ${said}`)
      : check(`Best before is ${Math.round(months)} months off; ${said}`);
  },
  marks: (_, f) => (f.marks.length === 0 ? null : check(`On its way here: ${f.marks.join("; ")}`)),
  ask: (r, f) => {
    const asked = {
      infant: f.design.infant,
      "no-infant": !f.design.infant,
      blooms: f.design.blooms,
      variety:
        !/^(?:summer|spring|autumn|season|forest|blossom|wild ?flower|mixed|set|creamed)?\s*(?:honey)?$/i.test(
          f.content.kind,
        ),
      infused: f.product === "infused",
      chunk: f.product === "chunk",
    }[r.when ?? "infant"];
    return r.when !== undefined && !asked ? null : check(r.question);
  },
};

/** Least and most width of one bar or square, mm (GS1 General Specifications, from memory; common practice for plain codes). */
const MODULE_MM = {
  qr: { least: 0.33, most: 1 },
  code128: { least: 0.19, most: 1 },
  ean13: { least: 0.264, most: 0.66 },
} as const;

const CUT_SAID: Readonly<Record<LabelLayout["cut"][number], string>> = {
  lot: "the lot",
  "best-before": "the date",
  origin: "the origin",
  infant: "the line on infants",
  ingredients: "the ingredients",
  comb: "the line on comb",
  grade: "the grade",
  blooms: "the blooms",
  storage: "how to keep it",
  nutrition: "nutrition",
  price: "the price",
  kind: "the kind of honey",
  "kind-also": "its second name",
  free: "the free line",
  packer: "the packer",
  net: "the net quantity",
  "net-us": "the ounces",
  digits: "the code's digits",
  seal: "the seal's line",
};

/**
 * Each rule of the pack over a label as it is laid out, those not met first, then those to check.
 * What a person answered counts as met and says so.
 */
export function preflight(label: LabelFacts, pack: RulePack): readonly Finding[] {
  const order = { "not-met": 0, check: 1, met: 2 } as const;
  return pack.rules
    .flatMap((rule): Finding[] => {
      const found = (CHECKS[rule.check] as (r: Rule, f: LabelFacts) => Found)(rule, label);
      if (!found) return [];
      const answered = found.state === "check" && label.answered.includes(rule.id);
      return [
        {
          id: rule.id,
          paragraph: rule.paragraph,
          ...found,
          ...(answered ? { state: "met" as const, says: `${found.says} Yes.` } : {}),
        },
      ];
    })
    .sort((a, b) => order[a.state] - order[b.state]);
}
