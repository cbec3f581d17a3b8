/** What hangs on a thing besides its honey: what holds it, what a laboratory found of it, photos and papers of its entries. */
import type { Knex } from "knex";
import { type LabSeen, seenOfFills } from "../laboratory/view";
import { entriesOfFills } from "../ledger/records/fills";
import { type PaperRow, papersOf } from "../papers/records";
import type { Snapshot } from "../standing/snapshot";
import type { TraceKind } from "./model";
import { startOf } from "./start";

export interface Besides {
  readonly holds: readonly { readonly number: number; readonly why: string; readonly until: string }[];
  readonly labs: readonly LabSeen[];
  readonly papers: readonly PaperRow[];
}

/** More fills than these are a yard's or a colony's years: what hangs on each is told at its own trace. */
const MOST_FILLS = 200;

export async function traceBesides(
  db: Knex,
  s: Pick<Snapshot, "house" | "held">,
  kind: TraceKind,
  name: string,
): Promise<Besides> {
  const { fills } = await startOf(db, kind, name);
  const holds = new Map(fills.flatMap((f) => (s.held.on.get(f) ?? []).map((h) => [h.id, h] as const)));
  const near = fills.slice(0, MOST_FILLS);
  const [labs, papers] = await Promise.all([
    seenOfFills(db, s.house, near),
    entriesOfFills(db, near).then((entries) => papersOf(db, entries)),
  ]);
  return {
    holds: [...holds.values()].map(({ number, why, until }) => ({ number, why, until })),
    labs,
    papers,
  };
}
