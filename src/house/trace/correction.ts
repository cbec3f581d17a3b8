/** What a correction would change: every entry that follows, and from which colonies each lot then comes. */
import type { Knex } from "knex";
import { lotsOfEntries, lotsWithCodes } from "../bottle/records";
import type { Request } from "../ledger/command";
import { type CorrectedStep, type Correction, tryCorrection } from "../ledger/correct";
import { reachInDatabase } from "../ledger/records/fills";
import { combsNamed } from "../yard/records/pulls";

export interface LotFrom {
  readonly lot: string;
  readonly before: readonly string[];
  readonly after: readonly string[];
}

export interface CorrectionView {
  readonly say: string;
  readonly steps: readonly CorrectedStep[];
  readonly changed: number;
  /** Lots that come from other colonies then. */
  readonly lots: readonly LotFrom[];
}

/** Colonies behind each lot the chain made: at first by the entries that made them, then by their codes. */
function colonies() {
  let codes: readonly string[] | undefined;
  return async (
    tx: Knex.Transaction,
    entries: readonly number[],
  ): Promise<ReadonlyMap<string, readonly string[]>> => {
    const lots = codes ? await lotsWithCodes(tx, codes) : await lotsOfEntries(tx, entries);
    codes ??= lots.map((l) => l.code);
    const by = new Map<string, readonly string[]>();
    for (const { code, fill_id } of lots) {
      const combs = await combsNamed(tx, await reachInDatabase(tx, [fill_id], "back"));
      by.set(code, [...new Set(combs.map((c) => `${c.colony}, ${c.yard}`))].sort());
    }
    return by;
  };
}

export async function correctionView(db: Knex, request: Request, now?: Date): Promise<CorrectionView> {
  const tried: Correction<ReadonlyMap<string, readonly string[]>> = await tryCorrection(db, request, {
    look: colonies(),
    ...(now ? { now } : {}),
  });
  const lots = [...(tried.seen?.before ?? [])].map(([lot, before]) => ({
    lot,
    before,
    after: tried.seen?.after.get(lot) ?? [],
  }));
  return {
    say: tried.say,
    steps: tried.steps,
    changed: tried.steps.filter((s) => s.changed).length,
    lots: lots.filter((l) => l.before.join("|") !== l.after.join("|")),
  };
}
