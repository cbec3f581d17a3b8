/** Orders to laboratories with what came back, each figure held against the limits of where the house sells. */
import type { Knex } from "knex";
import {
  ANALYTES,
  type AnalyteId,
  COMPOSITION_PACKS,
  type CompositionPackId,
  type CompositionVerdict,
  inWords,
  judgeComposition,
  type LineState,
  type Measured,
  saidMeasured,
} from "@/core/laboratory";
import { type LabelRulesRow, labelRules } from "../label/records";
import { dayIn, writtenDay } from "../language/clock";
import { capital, spoken } from "../language/spoken";
import type { House } from "../ledger/records/house";
import { type PaperRow, papersOf } from "../papers/records";
import {
  type LabOrderRow,
  type LabResultRow,
  laboratories,
  ordersOfFills,
  recentOrders,
  resultsOf,
  valuesOf,
} from "./records";

export interface LabLine {
  readonly what: string;
  readonly found: string;
  readonly method: string;
  readonly asks: string;
  /** Null where nothing limits it. */
  readonly state: LineState | null;
  readonly reason: string;
  readonly paragraph: string;
}

/** The lines a pack asks, then whatever was measured besides. */
function linesOf(found: readonly Measured[], verdict: CompositionVerdict): LabLine[] {
  const methodOf = new Map(found.map((v) => [v.analyte, v.method]));
  const asked = new Set<AnalyteId>(verdict.lines.map((l) => l.analyte));
  return [
    ...verdict.lines.map((l) => ({
      what: ANALYTES[l.analyte].name,
      method: methodOf.get(l.analyte) ?? "",
      found: l.found,
      asks: l.asks,
      state: l.state,
      reason: l.reason,
      paragraph: l.paragraph,
    })),
    ...found
      .filter((v) => !asked.has(v.analyte))
      .map((v) => ({
        what: ANALYTES[v.analyte].name,
        method: v.method,
        found: saidMeasured(v),
        asks: "",
        state: null,
        reason: "",
        paragraph: "",
      })),
  ];
}

export interface LabSeen {
  readonly id: number;
  readonly order: number;
  readonly name: string;
  readonly taken: string;
  readonly takenBy: string;
  readonly seal: string;
  readonly laboratory: string;
  readonly sent: string;
  readonly asks: string;
  readonly asked: readonly { readonly id: AnalyteId; readonly name: string; readonly unit: string }[];
  /** Null while nothing came back. */
  readonly result: {
    readonly entry: number;
    readonly came: string;
    readonly report: string;
    readonly accredited: boolean;
    readonly standIn: boolean;
    /** Every figure there is and every line that is asked, together. */
    readonly lines: readonly LabLine[];
    readonly verdict: CompositionVerdict;
    readonly by: string;
    readonly papers: readonly PaperRow[];
  } | null;
  /** Asked, but not in the result. */
  readonly missing: readonly string[];
}

/** Whose limits hold: those of the market the house's labels are made for. */
const packOf = ({ traits }: Pick<LabOrderRow, "traits">, { pack }: LabelRulesRow): CompositionPackId =>
  traits.sort === "stingless" ? "stingless" : pack === "eu" || pack === "uk" ? "eu" : "codex";

/** Orders with the newest word on each. */
export async function seenOrders(db: Knex, house: House, orders: readonly LabOrderRow[]): Promise<LabSeen[]> {
  if (orders.length === 0) return [];
  const results = await resultsOf(
    db,
    orders.map((o) => o.id),
  );
  const newest = new Map<number, LabResultRow>(results.map((r) => [r.order_id, r]));
  const used = [...newest.values()];
  const [rules, values, papers] = await Promise.all([
    labelRules(db),
    valuesOf(
      db,
      used.map((r) => r.id),
    ),
    papersOf(
      db,
      used.map((r) => r.entry_id),
    ),
  ]);
  return orders.map((o): LabSeen => {
    const result = newest.get(o.id);
    const found = values.filter((v) => v.result_id === result?.id);
    const pack = COMPOSITION_PACKS[packOf(o, rules)];
    const verdict = judgeComposition(pack, o.traits, found);
    return {
      id: o.id,
      order: o.number,
      name: capital(o.name),
      taken: writtenDay(dayIn(house.zone, o.stated_at)),
      takenBy: o.taken_by,
      seal: o.seal,
      laboratory: o.laboratory,
      sent: o.sent_on ? writtenDay(o.sent_on) : "",
      asks: spoken(o.asks.map((a) => inWords(a))),
      asked: o.asks.map((id) => ({ id, name: ANALYTES[id].name, unit: ANALYTES[id].unit })),
      result: result
        ? {
            entry: result.entry_id,
            came: writtenDay(result.came_on),
            report: result.report,
            accredited: result.accredited,
            standIn: result.source === "stand-in",
            lines: linesOf(found, verdict),
            verdict,
            by: `${pack.name}, ${pack.dated}`,
            papers: papers.filter((p) => p.of_entry === result.entry_id),
          }
        : null,
      missing: result ? o.asks.filter((a) => !found.some((v) => v.analyte === a)).map((a) => inWords(a)) : [],
    };
  });
}

const PAGE = 20;

export async function laboratoryView(
  db: Knex,
  house: House,
  before?: number,
): Promise<{ readonly orders: readonly LabSeen[]; readonly older: number | null }> {
  const rows = await recentOrders(db, PAGE + 1, before);
  const last = rows[PAGE - 1];
  return {
    orders: await seenOrders(db, house, rows.slice(0, PAGE)),
    older: rows.length > PAGE && last ? last.id : null,
  };
}

/** Laboratories that were asked before. */
export const laboratoriesAsked = laboratories;

/** What laboratories found of these fills themselves. */
export const seenOfFills = async (db: Knex, house: House, fills: readonly number[]): Promise<LabSeen[]> =>
  seenOrders(db, house, await ordersOfFills(db, fills));
