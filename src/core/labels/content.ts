/**
 * What stands on a jar's label, in words and heights; drawing it is somebody else's work.
 * Rules are those common to the EU and customary elsewhere: check with your authority.
 */
import { DomainError } from "../domain-error";
import { minimumDigitHeightMm, netQuantityText } from "./net-quantity";

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
}

export interface LabelContent {
  readonly kind: string;
  readonly netMetric: string;
  readonly netUs: string;
  readonly digitHeightMm: number;
  /** Least x-height of all other text, mm: (EU) 1169/2011, article 13. */
  readonly xHeightMm: number;
  readonly lot: string;
  readonly bestBefore: string;
  readonly origin: string;
  readonly infantNotice: string;
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
function originLine(origins: LabelInput["origins"]): string {
  const sorted = origins.filter((o) => o.pct > 0).sort((a, b) => b.pct - a.pct);
  if (sorted.length === 1) return `Origin: ${sorted[0]?.country}`;
  const sum = sorted.reduce((s, o) => s + o.pct, 0);
  const large = sorted.filter((o) => (o.pct / sum) * 100 >= 1);
  const small = sorted.filter((o) => (o.pct / sum) * 100 < 1);
  const whole = wholePercents(
    large.map((o) => o.pct),
    small.length > 0 ? 99 : 100,
  );
  return `Origin: ${[
    ...large.map((o, i) => `${o.country} ${whole[i]} %`),
    ...small.map((o) => `${o.country} under 1 %`),
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

/** "11 May 2028": no reader can take the day for the month. Null when there is no such day. */
export function writtenDate(iso: string): string | null {
  const [year, month, day] = iso.split("-").map(Number) as [number, number, number];
  const at = new Date(Date.UTC(year, month - 1, day));
  if (!/^\d{4}-\d{2}-\d{2}$/.test(iso) || at.getUTCMonth() !== month - 1 || at.getUTCDate() !== day)
    return null;
  return new Intl.DateTimeFormat("en-GB", {
    day: "numeric",
    month: "long",
    year: "numeric",
    timeZone: "UTC",
  }).format(at);
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
  return {
    kind: kindOnLabel(input.honeyKind),
    netMetric: metric,
    netUs: us,
    digitHeightMm: minimumDigitHeightMm(input.nominalG),
    xHeightMm: 1.2,
    lot: `Lot ${input.lotCode}`,
    bestBefore: `Best before ${writtenDate(input.bestBefore)}`,
    origin: originLine(input.origins),
    infantNotice: "Not for infants under twelve months.",
    packer: [input.houseName.trim(), ...input.addressLines.map((l) => l.trim()).filter((l) => l !== "")],
    codeText: input.lotCode,
  };
}
