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

/** Whole per cents that add up to 100: largest remainders get the missing points. */
function wholePercents(shares: readonly number[]): number[] {
  const total = shares.reduce((a, b) => a + b, 0);
  const exact = shares.map((s) => (s / total) * 100);
  const whole = exact.map(Math.floor);
  const missing = 100 - whole.reduce((a, b) => a + b, 0);
  const order = exact
    .map((e, i) => ({ i, rest: e - Math.floor(e) }))
    .sort((a, b) => b.rest - a.rest || a.i - b.i);
  for (const { i } of order.slice(0, missing)) whole[i] = (whole[i] ?? 0) + 1;
  return whole;
}

/** Countries in falling order with per cents when more than one: (EU) 2024/1438, in force 14 June 2026. */
function originLine(origins: LabelInput["origins"]): string {
  const sorted = [...origins].sort((a, b) => b.pct - a.pct);
  if (sorted.length === 1) return `Origin: ${sorted[0]?.country}`;
  const whole = wholePercents(sorted.map((o) => o.pct));
  return `Origin: ${sorted.map((o, i) => `${o.country} ${whole[i]} %`).join(", ")}`;
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
    !/^\d{4}-\d{2}-\d{2}$/.test(input.bestBefore) && "the best-before date",
    input.origins.length === 0 && "the country of origin",
  ].filter((m): m is string => typeof m === "string");
  if (missing.length > 0) {
    throw new DomainError("label-incomplete", `The label still lacks ${missing.join(", ")}.`, { missing });
  }
  const { metric, us } = netQuantityText(input.nominalG);
  const [year, month, day] = input.bestBefore.split("-");
  return {
    kind: input.honeyKind.trim(),
    netMetric: metric,
    netUs: us,
    digitHeightMm: minimumDigitHeightMm(input.nominalG),
    xHeightMm: 1.2,
    lot: `Lot ${input.lotCode}`,
    bestBefore: `Best before ${day}.${month}.${year}`,
    origin: originLine(input.origins),
    infantNotice: "Not for infants under twelve months.",
    packer: [input.houseName.trim(), ...input.addressLines.map((l) => l.trim()).filter((l) => l !== "")],
    codeText: input.lotCode,
  };
}
