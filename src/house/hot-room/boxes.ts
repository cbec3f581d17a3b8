/** Waiting supers as they would read now: what a batch of them is judged by. */
import type { Knex } from "knex";
import type { BoxWater } from "@/core/moisture";
import type { House } from "../ledger/records/house";
import { type ReadingRow, readingsOf } from "../readings/records/readings";
import { waitingCombs } from "../yard/records/pulls";
import { roomState } from "./room";
import { asBox, withReadings } from "./waiting";

/**
 * Waiting supers as they would read at a moment: what stands in the hot room has dried since it was read. What a
 * batch of them is judged by.
 */
export async function boxesAt(
  db: Knex,
  house: House,
  at: Date,
  fillIds: ReadonlySet<number>,
): Promise<BoxWater[]> {
  const combs = (await waitingCombs(db)).filter((c) => fillIds.has(c.fill_id));
  const rows = await readingsOf(
    db,
    combs.map((c) => c.fill_id),
  );
  const byFill = new Map<number, ReadingRow[]>();
  for (const r of rows) if (r.at <= at) byFill.set(r.fill_id, [...(byFill.get(r.fill_id) ?? []), r]);
  const waiting = withReadings(combs, byFill, house, at);
  const { stacks } = await roomState(db, house, at, waiting);
  const dried = new Map(stacks.flatMap((s) => s.boxes.map((b) => [b.name, b] as const)));
  return waiting.map(
    (w) => dried.get(w.tag) ?? asBox(w.tag, w.grams / 1000, w.latest, house, at, { cappedPct: w.capped_pct }),
  );
}
