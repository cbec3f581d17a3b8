/** The label bench of one lot: its look, drawn; what the rules make of it; what was printed of it. */
import type { Knex } from "knex";
import { z } from "zod";
import {
  type Finding,
  type LabelDesign,
  type LabelLayout,
  RULE_PACK_IDS,
  RULE_PACKS,
  type RulePackId,
  sheetGrid,
} from "@/core/labels";
import { type LotRow, markOf, oneLot } from "../bottle/records";
import { beside } from "../language/errors";
import { choice, list, text } from "../language/fields";
import { designField } from "./design";
import { labelSvg } from "./draw";
import { checked, labelSource, layoutOf } from "./facts";
import {
  articleNumbers,
  type LabelRulesRow,
  type LabelsCounted,
  type LotPageRow,
  labelRules,
  labelsCounted,
  logoNow,
  lotPageRow,
  type PrintRow,
  printsOf,
} from "./records";
import { designOf } from "./sheet";

export const BENCH_ASKED = z.strictObject({
  lot: text("The lot", 30),
  design: designField.optional(),
  pack: choice("Where it is sold", RULE_PACK_IDS).optional(),
  answered: list("What was answered", text("A rule", 40), 60).or(z.array(z.never())).default([]),
});
export type BenchAsked = z.infer<typeof BENCH_ASKED>;

export interface DrawnLabel {
  readonly svg: string;
  readonly layout: LabelLayout;
}

export interface LabelBench {
  readonly lot: string;
  readonly mark: string;
  readonly design: LabelDesign;
  readonly pack: RulePackId;
  /** "European Union, June 2026: check with your authority" */
  readonly rules: string;
  readonly drawn: readonly DrawnLabel[];
  readonly seal: string;
  readonly findings: readonly Finding[];
  readonly origins: readonly { readonly country: string; readonly pct: number; readonly kg: number }[];
  readonly perSheet: { readonly a4: number; readonly letter: number };
  readonly columns: { readonly a4: number; readonly letter: number };
  readonly account: LabelsCounted & { readonly jars: number; readonly left: number };
}

/** Labels printed against jars: what is left must lie on the bench. */
export const accountOf = (counted: LabelsCounted, jars: number): LabelBench["account"] => ({
  ...counted,
  jars,
  left: counted.printed + counted.spare - counted.spoiled - jars,
});

const placesOf = (design: LabelDesign, page: "a4" | "letter") => {
  try {
    const { perSheet, columns } = sheetGrid(page, design);
    return { perSheet, columns };
  } catch {
    // Larger than a sheet: it goes on a roll.
    return { perSheet: 0, columns: 0 };
  }
};

export async function labelBench(db: Knex, asked: BenchAsked): Promise<LabelBench> {
  const lot = await oneLot(db, asked.lot);
  const source = await labelSource(db, lot);
  const design = asked.design ?? (await designOf(db, lot));
  const pack = asked.pack ?? source.rules.pack;
  const { layouts, findings } = beside("design", () =>
    checked(source, design, { answered: asked.answered, pack }),
  );
  const logo = design.logo ? source.logo : null;
  const kg = lotKg(lot);
  const rules = RULE_PACKS[pack];
  const [a4, letter] = [placesOf(design, "a4"), placesOf(design, "letter")];
  return {
    lot: lot.code,
    mark: markOf(lot),
    design,
    pack,
    rules: `${rules.name}, ${rules.dated}: ${rules.authority}`,
    drawn: layouts.map((layout) => ({ layout, svg: labelSvg(layout, logo, `Label of lot ${markOf(lot)}`) })),
    seal: labelSvg(layoutOf(source, design, "seal"), null, "Seal"),
    findings,
    origins: source.behind.origins.map((o) => ({ ...o, kg: (kg * o.pct) / 100 })),
    perSheet: { a4: a4.perSheet, letter: letter.perSheet },
    columns: { a4: a4.columns, letter: letter.columns },
    account: accountOf(await labelsCounted(db, lot.id), lot.jars),
  };
}

const lotKg = (lot: LotRow): number => (lot.mean_fill_g * lot.jars) / 1000;

export interface LabelDesk {
  readonly bench: LabelBench;
  readonly lot: LotRow;
  readonly prints: readonly PrintRow[];
  readonly page: LotPageRow | undefined;
  readonly rules: LabelRulesRow;
}

/** A lot's bench with what was printed of it and what its page tells. @throws Refusal, DomainError as the bench does */
export async function labelDesk(db: Knex, asked: BenchAsked): Promise<LabelDesk> {
  const bench = await labelBench(db, asked);
  const lot = await oneLot(db, bench.lot);
  return {
    bench,
    lot,
    prints: await printsOf(db, lot.id),
    page: await lotPageRow(db, lot.id),
    rules: await labelRules(db),
  };
}

/** What the house says once for all its labels. */
export const labelSettings = async (db: Knex) => ({
  rules: await labelRules(db),
  logo: await logoNow(db),
  numbers: await articleNumbers(db),
});
