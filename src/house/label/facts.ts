/** What a lot's label says, how it is laid out, and what the rules of where it sells make of it. */
import type { Knex } from "knex";
import { colourClass } from "@/core/honey/colour";
import {
  asEan13,
  digitalLink,
  type Finding,
  type LabelContent,
  type LabelDesign,
  type LabelFacts,
  type LabelLayout,
  labelContent,
  layOut,
  partsOf,
  preflight,
  RULE_PACKS,
  type RulePackId,
} from "@/core/labels";
import { composition } from "@/core/ledger";
import { blendsIn } from "../blend/records";
import { type LotRow, markOf } from "../bottle/records";
import { behind } from "../ledger/records/fills";
import { houseNow } from "../ledger/records/house";
import { deliveriesOfFills } from "../outside/records";
import { combsNamed, type PulledComb } from "../yard/records/pulls";
import { measures } from "./draw";
import {
  gtinOf,
  type LabelRulesRow,
  type LogoRow,
  type LotPageRow,
  labelRules,
  logoNow,
  lotPageRow,
} from "./records";

export interface Behind {
  /** Countries by their share of the mass, %. Empty while nobody knows where a part is from. */
  readonly origins: readonly { readonly country: string; readonly pct: number }[];
  readonly combs: readonly PulledComb[];
  readonly fromOutside: boolean;
  /** Blends on its way here that were made all the same, and why. */
  readonly blended: readonly string[];
}

/** Where the honey is from: the yards and deliveries behind the lot, in shares of its mass. */
export async function behindLot(db: Knex, lot: Pick<LotRow, "fill_id">): Promise<Behind> {
  const { moves, fills } = await behind(db, [lot.fill_id]);
  const { received } = composition(lot.fill_id, moves);
  const origins = received.map((s) => s.origin);
  const combs = await combsNamed(db, origins);
  const deliveries = await deliveriesOfFills(db, origins);
  const blends = await blendsIn(db, fills, new Date(8.64e15));
  const blended = blends.flatMap((b) =>
    b.warnings === "" ? [] : [`blended although: ${b.warnings} (${b.despite})`],
  );
  // A label may not claim a country for all of it while nobody knows where a part is from.
  const unknown = deliveries.some((d) => d.country === "");
  const countryOf = new Map([...combs, ...deliveries].map((c) => [c.fill_id, c.country]));
  const byCountry = new Map<string, number>();
  for (const share of received) {
    // A gain by weighing has no yard of its own: it is the batch's honey and changes no share.
    const country = countryOf.get(share.origin);
    if (country) byCountry.set(country, (byCountry.get(country) ?? 0) + share.pct);
  }
  return {
    origins: unknown ? [] : [...byCountry].map(([country, pct]) => ({ country, pct })),
    combs,
    fromOutside: deliveries.length > 0,
    blended,
  };
}

/** What every label of a lot rests on, asked for once. */
export interface LabelSource {
  readonly lot: LotRow;
  readonly house: { readonly name: string; readonly address: string; readonly named: boolean };
  readonly behind: Behind;
  readonly rules: LabelRulesRow;
  readonly logo: LogoRow | null;
  readonly gtin: string | null;
  readonly page: LotPageRow | undefined;
}

export async function labelSource(db: Knex, lot: LotRow): Promise<LabelSource> {
  const house = await houseNow(db);
  return {
    lot,
    house: { name: house.name, address: house.address, named: house.entry_id !== null },
    behind: await behindLot(db, lot),
    rules: await labelRules(db),
    logo: await logoNow(db),
    gtin: await gtinOf(db, lot.honey_kind, lot.nominal_g),
    page: await lotPageRow(db, lot.id),
  };
}

/** Whoever runs the resolver of all article numbers; asked where the house is not read from outside. */
const GS1 = "https://id.gs1.org";

/** What stands in the code: the article's address, the lot's page where it has one, else the plain lot. */
function codeText({ lot, rules, gtin, page }: LabelSource, design: LabelDesign): string {
  const mark = markOf(lot);
  if (design.code === "ean13") return (gtin && asEan13(gtin)) ?? mark;
  if (design.code !== "qr") return mark;
  if (gtin) return digitalLink(rules.public_address || GS1, gtin, mark);
  return page?.shown && rules.public_address !== "" ? `${rules.public_address}/lot/${mark}` : mark;
}

export const bloomsSaid = (lot: Pick<LotRow, "blooms">): string =>
  (lot.blooms ?? [])
    .slice(0, 4)
    .map((b) => `${b.what === "" ? "not noted" : b.what} ${b.pct.toFixed(0)} %`)
    .join(", ");

/** @throws DomainError `label-incomplete` naming what is missing */
export function contentOf(
  source: LabelSource,
  design: LabelDesign,
  nominalG = source.lot.nominal_g,
): LabelContent {
  const { lot, house } = source;
  return labelContent({
    houseName: house.named ? house.name : "",
    addressLines: house.address.split(/,\s*/),
    honeyKind: lot.honey_kind,
    nominalG,
    lotCode: markOf(lot),
    bestBefore: lot.best_before,
    origins: source.behind.origins,
    product: lot.product ?? "honey",
    design,
    ingredients: lot.ingredients ?? [],
    colourClass: lot.pfund_mm === null ? "" : colourClass(lot.pfund_mm),
    bloomsSaid: bloomsSaid(lot),
    codeText: codeText(source, design),
  });
}

/** An article without a number has no EAN-13: it is laid out without one, and the preflight says so. */
const drawnDesign = (design: LabelDesign, gtin: string | null): LabelDesign =>
  design.code === "ean13" && (gtin === null || asEan13(gtin) === null) ? { ...design, code: "none" } : design;

export interface Checked {
  readonly content: LabelContent;
  readonly layouts: readonly LabelLayout[];
  readonly findings: readonly Finding[];
}

export function checked(
  source: LabelSource,
  design: LabelDesign,
  { answered, pack }: { readonly answered: readonly string[]; readonly pack: RulePackId },
): Checked {
  const { lot } = source;
  const content = contentOf(source, design);
  const m = measures(design.logo ? source.logo : null);
  const drawn = drawnDesign(design, source.gtin);
  const layouts = partsOf(design).map((part) => layOut(content, drawn, part, m));
  const facts: LabelFacts = {
    content,
    design,
    layouts,
    product: lot.product ?? "honey",
    nominalG: lot.nominal_g,
    filledOn: lot.filled_on,
    bestBefore: lot.best_before,
    origins: source.behind.origins,
    waterUpperPct: lot.upper_pct,
    hmfMgKg: lot.hmf_mg_kg,
    shelfC: source.rules.shelf_c,
    ingredients: lot.ingredients ?? [],
    marks: [...(lot.despite === "" ? [] : [lot.despite]), ...source.behind.blended],
    gtin: source.gtin,
    answered,
  };
  return { content, layouts, findings: preflight(facts, RULE_PACKS[pack]) };
}

/** One part laid out, of one net quantity: what a sheet is made of. */
export const layoutOf = (
  source: LabelSource,
  design: LabelDesign,
  part: LabelLayout["part"],
  nominalG?: number,
): LabelLayout =>
  layOut(
    contentOf(source, design, nominalG),
    drawnDesign(
      part === "seal" ? { ...design, widthMm: SEAL_MM.width, heightMm: SEAL_MM.height } : design,
      source.gtin,
    ),
    part,
    measures(design.logo ? source.logo : null),
  );

/** A strip over lid and glass that tears when it is opened. */
export const SEAL_MM = { width: 90, height: 20 } as const;
