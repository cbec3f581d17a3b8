/** Supers that still wait to be spun, with what is known of their water now. */
import { group } from "d3-array";
import type { Knex } from "knex";
import { type BoxReading, judgeWater } from "@/core/moisture";
import { whenIn } from "../language/clock";
import type { House } from "../ledger/records/house";
import { asBoxReading, currentOf, type ReadingRow, readingsOf } from "../readings/records/readings";
import type { PulledComb } from "../yard/records/pulls";

export type WaterJudgement = ReturnType<typeof judgeWater>;

export interface WaitingSuper extends PulledComb {
  /** All of them, oldest first. */
  readonly readings: readonly ReadingRow[];
  /** Those that say what it is now; older ones say what it was. */
  readonly latest: readonly ReadingRow[];
  /** The same as the judgement takes them. */
  readonly asRead: readonly BoxReading[];
  readonly water: WaterJudgement;
}

export const waterRules = (house: House) => ({ targetPct: house.target_pct, limitPct: house.limit_pct });

/** A honey with its readings, as the judgement takes it, each with who read it and when. */
export const asBox = (
  name: string,
  massKg: number,
  readings: readonly ReadingRow[],
  { zone }: House,
  now: Date,
  more: { readonly cappedPct?: number; readonly mixed?: boolean } = {},
) => ({
  name,
  massKg,
  cappedPct: 100,
  ...more,
  readings: readings.map(asBoxReading),
  by: readings.map(
    (r) =>
      `${r.who}, ${whenIn(zone, r.at, now)}${r.instrument ? `, ${r.instrument}` : ""}${r.doubts.length > 0 ? ", unverified" : ""}`,
  ),
});

/** Combs with their readings, each judged by itself. */
export function withReadings(
  combs: readonly PulledComb[],
  byFill: ReadonlyMap<number, readonly ReadingRow[]>,
  house: House,
  now: Date,
): WaitingSuper[] {
  return combs.map((c) => {
    const readings = byFill.get(c.fill_id) ?? [];
    const latest = currentOf(readings);
    const box = asBox(`Super ${c.tag}`, 1, latest, house, now, { cappedPct: c.capped_pct });
    return { ...c, readings, latest, asRead: box.readings, water: judgeWater([box], waterRules(house)) };
  });
}

/** The same, with their readings looked up. */
export async function asRead(
  db: Knex,
  house: House,
  now: Date,
  combs: readonly PulledComb[],
): Promise<WaitingSuper[]> {
  const readings = await readingsOf(
    db,
    combs.map((c) => c.fill_id),
  );
  return withReadings(
    combs,
    group(readings, (r) => r.fill_id),
    house,
    now,
  );
}
