/**
 * What stands on a jar's label, in words and heights; drawing it is somebody else's work.
 * Rules are those common to the EU and customary elsewhere: check with your authority.
 */
import { DomainError } from "../domain-error";
import { FIRST_DESIGN, type LabelDesign, type Product } from "./design";
import { netQuantityText } from "./net-quantity";
import { LABEL_WORDS, type LabelLanguage } from "./words";

export interface LabelInput {
  readonly houseName: string;
  readonly addressLines: readonly string[];
  /** "Lime honey", "Summer honey". */
  readonly honeyKind: string;
  readonly nominalG: number;
  readonly lotCode: string;
  /** Calendar date, ISO 8601: "2028-11-23". */
  readonly bestBefore: string;
  /** Countries of origin with their share of the mass, %. */
  readonly origins: readonly { country: string; pct: number }[];
  readonly product?: Product;
  readonly design?: LabelDesign;
  /** What is in it besides honey, heaviest first. */
  readonly ingredients?: readonly { readonly name: string; readonly allergen: boolean }[];
  /** USDA colour class by reading; "" where nobody read it. */
  readonly colourClass?: string;
  /** Blooms by share, "lime 80 %"; an estimate. */
  readonly bloomsSaid?: string;
  /** What the code says; the lot's code where left out. */
  readonly codeText?: string;
}

/** One line of small letters, by what it is. */
export interface LabelLine {
  readonly id:
    | "lot"
    | "best-before"
    | "origin"
    | "infant"
    | "ingredients"
    | "comb"
    | "grade"
    | "blooms"
    | "storage"
    | "nutrition"
    | "price";
  readonly text: string;
}

export interface LabelContent {
  readonly kind: string;
  readonly free: string;
  /** The same kind in the second language; "" for none. */
  readonly kindAlso: string;
  readonly netMetric: string;
  readonly netUs: string;
  /** The net quantity as the design shows it, its parts side by side. */
  readonly net: readonly string[];
  readonly lot: string;
  readonly bestBefore: string;
  readonly origin: string;
  readonly infantNotice: string;
  /** All small lines in their order, in both languages where two are wanted. */
  readonly lines: readonly LabelLine[];
  readonly packer: readonly string[];
  /** What a scanner reads. */
  readonly codeText: string;
}

/** Whole per cents that add up to `total`: largest remainders get the missing points. */
function wholePercents(shares: readonly number[], total: number): number[] {
  const sum = shares.reduce((a, b) => a + b, 0);
  const exact = shares.map((s) => (s / sum) * total);
  const whole = exact.map(Math.floor);
  const missing = total - whole.reduce((a, b) => a + b, 0);
  const order = exact
    .map((e, i) => ({ i, rest: e - Math.floor(e) }))
    .sort((a, b) => b.rest - a.rest || a.i - b.i);
  for (const { i } of order.slice(0, missing)) whole[i] = (whole[i] ?? 0) + 1;
  return whole;
}

/**
 * Countries in falling order with per cents when more than one: (EU) 2024/1438, in force 14 June 2026. A share
 * that is there is never said to be none: it stands as "under 1 %", and the others leave room for it.
 */
function originLine(
  origins: LabelInput["origins"],
  said: LabelDesign["origin"],
  language: LabelLanguage,
): string {
  const words = LABEL_WORDS[language];
  const sorted = origins.filter((o) => o.pct > 0).sort((a, b) => b.pct - a.pct);
  if (sorted.length === 1) return `${words.origin}: ${sorted[0]?.country}`;
  if (said === "blend") return words.blendOrigin;
  if (said === "countries") return `${words.origin}: ${sorted.map((o) => o.country).join(", ")}`;
  const sum = sorted.reduce((s, o) => s + o.pct, 0);
  const large = sorted.filter((o) => (o.pct / sum) * 100 >= 1);
  const small = sorted.filter((o) => (o.pct / sum) * 100 < 1);
  const whole = wholePercents(
    large.map((o) => o.pct),
    small.length > 0 ? 99 : 100,
  );
  return `${words.origin}: ${[
    ...large.map((o, i) => `${o.country} ${whole[i]} %`),
    ...small.map((o) => `${o.country} ${words.under}`),
  ].join(", ")}`;
}

/** What honey is called by law, in the languages of the countries around (from memory). */
const HONEY =
  /honey|honig|honing|honning|honung|hunaja|\bmiele?\b|\bmel\b|miód|medus|méz|\bmed\b|μέλι|м[её]д/iu;

/** The kind of honey as a label must say it: what was typed, with "honey" where it names none. */
export const kindOnLabel = (typed: string): string => {
  const kind = typed.trim();
  return HONEY.test(kind) ? kind : `${kind} honey`;
};

/** Made once: it takes fifty times as long as what it writes. */
const written = new Map<LabelLanguage, Intl.DateTimeFormat>();
function dateIn(language: LabelLanguage): Intl.DateTimeFormat {
  const known =
    written.get(language) ??
    new Intl.DateTimeFormat(language === "en" ? "en-GB" : language, {
      day: "numeric",
      month: "long",
      year: "numeric",
      timeZone: "UTC",
    });
  written.set(language, known);
  return known;
}

/** "11 May 2028": no reader can take the day for the month. Null when there is no such day. */
export function writtenDate(iso: string, language: LabelLanguage = "en"): string | null {
  const [year, month, day] = iso.split("-").map(Number) as [number, number, number];
  const at = new Date(Date.UTC(year, month - 1, day));
  if (!/^\d{4}-\d{2}-\d{2}$/.test(iso) || at.getUTCMonth() !== month - 1 || at.getUTCDate() !== day)
    return null;
  return dateIn(language).format(at);
}

/** What was pasted over several lines stands in one. */
const oneLine = (text: string): string => text.trim().replace(/\s+/g, " ");

function linesIn(input: LabelInput, design: LabelDesign, language: LabelLanguage): LabelLine[] {
  const words = LABEL_WORDS[language];
  const second = language !== "en";
  const product = input.product ?? "honey";
  const lines: (LabelLine | false)[] = [
    // The lot is one word in most languages, and its code is the same in all.
    !second && { id: "lot", text: `${words.lot} ${input.lotCode}` },
    { id: "best-before", text: `${words.bestBefore} ${writtenDate(input.bestBefore, language)}` },
    design.origin !== "none" && { id: "origin", text: originLine(input.origins, design.origin, language) },
    product === "infused" &&
      (input.ingredients ?? []).length > 0 && {
        id: "ingredients",
        text: `${words.ingredients}: ${[words.honey, ...(input.ingredients ?? []).map((i) => (i.allergen ? i.name.toUpperCase() : i.name))].join(", ")}`,
      },
    product === "chunk" && { id: "comb", text: words.comb },
    design.infant && { id: "infant", text: words.infant },
    !second &&
      (design.grade !== "" || (design.colourClass && !!input.colourClass)) && {
        id: "grade",
        text: [design.grade, design.colourClass ? (input.colourClass ?? "") : ""]
          .filter((t) => t !== "")
          .join(", "),
      },
    !second && design.blooms && !!input.bloomsSaid && { id: "blooms", text: `Blooms: ${input.bloomsSaid}` },
    !second && design.storage.trim() !== "" && { id: "storage", text: oneLine(design.storage) },
    !second && design.nutrition.trim() !== "" && { id: "nutrition", text: oneLine(design.nutrition) },
    !second &&
      design.priceKg > 0 && {
        id: "price",
        text: `${design.priceKg.toFixed(2)} ${design.currency}/kg: ${((design.priceKg * input.nominalG) / 1000).toFixed(2)} ${design.currency}`.trim(),
      },
  ];
  return lines.filter((l): l is LabelLine => l !== false);
}

/**
 * The label's words. @throws DomainError `label-incomplete` naming what is missing, all at once.
 */
export function labelContent(input: LabelInput): LabelContent {
  const missing = [
    input.houseName.trim() === "" && "the house's name",
    input.addressLines.every((l) => l.trim() === "") && "the house's address",
    input.honeyKind.trim() === "" && "the kind of honey",
    input.lotCode.trim() === "" && "the lot",
    writtenDate(input.bestBefore) === null && "a best-before date that exists",
    input.origins.length === 0 && "the country of origin",
  ].filter((m): m is string => typeof m === "string");
  if (missing.length > 0) {
    throw new DomainError("label-incomplete", `The label still lacks ${missing.join(", ")}.`, { missing });
  }
  const { metric, us } = netQuantityText(input.nominalG);
  const design = input.design ?? FIRST_DESIGN;
  const lines = [
    ...linesIn(input, design, "en"),
    ...(design.also === "" ? [] : linesIn(input, design, design.also)),
  ];
  const text = (id: LabelLine["id"]) => lines.find((l) => l.id === id)?.text ?? "";
  return {
    kind: kindOnLabel(input.honeyKind),
    free: oneLine(design.free),
    kindAlso: design.also === "" ? "" : oneLine(design.kindAlso),
    netMetric: metric,
    netUs: us,
    // "454 g  16 oz (1 lb)", or "Net Wt 16 oz (1 lb) 454 g" as it is wanted in the USA.
    net: {
      metric: [metric],
      ounces: [us],
      both: [metric, us.slice("Net Wt ".length, -metric.length - 1)],
    }[design.net],
    lot: text("lot"),
    bestBefore: text("best-before"),
    origin: text("origin"),
    infantNotice: text("infant"),
    lines,
    packer: [input.houseName.trim(), ...input.addressLines.map((l) => l.trim()).filter((l) => l !== "")],
    codeText: input.codeText ?? input.lotCode,
  };
}
