/** Blends that nobody found mixed yet. */
import type { Knex } from "knex";
import { judgeMix } from "@/core/blend/mixed";
import { blendsIn, mixChecks } from "./records";

export interface Unmixed {
  readonly fillId: number;
  readonly at: Date;
  /** Top and bottom as they were read last, points apart; null where nobody read them. */
  readonly apartPts: number | null;
  readonly readAt: Date | null;
}

export async function unmixedNow(db: Knex, fills: readonly number[], now: Date): Promise<Unmixed[]> {
  const blends = await blendsIn(db, fills, now);
  if (blends.length === 0) return [];
  const checks = await mixChecks(
    db,
    blends.map((b) => b.fill_id),
    now,
  );
  return blends.flatMap((b): Unmixed[] => {
    const last = checks.findLast((c) => c.fill_id === b.fill_id && c.at >= b.at);
    if (!last) return [{ fillId: b.fill_id, at: b.at, apartPts: null, readAt: null }];
    const { mixed, apartPts } = judgeMix(last.top_pct, last.bottom_pct, null);
    return mixed === "mixed" ? [] : [{ fillId: b.fill_id, at: b.at, apartPts, readAt: last.at }];
  });
}
