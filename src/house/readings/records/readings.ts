import type { Knex } from "knex";
import {
  type BoxReading,
  correctReading,
  type InstrumentStanding,
  stepSdPct,
  UNCHECKED_SD_PCT,
} from "@/core/moisture";
import type { Reason } from "@/core/verdict";
import { shown } from "../../language/shown";
import { type CheckedInstrument, instruments, kindOf, standingAt } from "./instruments";

interface StoredReading {
  readonly id: number;
  readonly entry_id: number;
  readonly fill_id: number;
  readonly scale: "index" | "water" | "brix";
  readonly value: number;
  readonly temp_c: number;
  readonly compensates: boolean;
  readonly index20: number;
  readonly water_pct: number;
  readonly sd_pct: number;
  readonly who: string;
  readonly at: Date;
  readonly instrument_id: number | null;
}

export interface ReadingRow extends StoredReading {
  readonly instrument: string | null;
  /** One standard deviation of chance, and of what is common to the instrument's readings; together `sd_pct`. */
  readonly hand_sd: number;
  readonly common_sd: number;
  /** Why it is unverified; empty when a check stands behind it. */
  readonly doubts: readonly string[];
  /** How the figure came about. */
  readonly because: readonly Reason[];
}

/** What is uncertain about one reading, points: by chance each time, and in common with all of its instrument. */
export function uncertaintyOf(
  handSdPct: number,
  instrument: CheckedInstrument | null,
  standing: InstrumentStanding | null,
): { readonly hand_sd: number; readonly common_sd: number; readonly sd_pct: number } {
  const hand_sd = Math.hypot(handSdPct, instrument ? stepSdPct(kindOf(instrument)) : 0);
  const common_sd = standing?.commonSdPct ?? UNCHECKED_SD_PCT;
  return { hand_sd, common_sd, sd_pct: Math.hypot(hand_sd, common_sd) };
}

/** A reading as the judgement takes it: drops of one entry were put down together. */
export const asBoxReading = (r: ReadingRow): BoxReading => ({
  waterPct: r.water_pct,
  sdPct: r.hand_sd,
  commonSdPct: r.common_sd,
  instrument: r.instrument ?? undefined,
  sheet: `entry ${r.entry_id}`,
});

/** Readings so long before the newest say what the honey was: it dries, and takes up water. */
const CURRENT_MS = 12 * 3_600_000;

/** Of readings of one honey, oldest first, those that say what it is: a second sheet adds to the first. */
export function currentOf<R extends { readonly at: Date }>(readings: readonly R[]): readonly R[] {
  const newest = readings.at(-1)?.at.getTime() ?? 0;
  return readings.filter((r) => newest - r.at.getTime() <= CURRENT_MS);
}

/** Reads a stored reading in the light of all checks made since: drift between two of them is shared out. */
function inTheLightOf(instrument: CheckedInstrument | null, r: StoredReading): ReadingRow {
  const standing = instrument === null ? null : standingAt(instrument, r.at, r.temp_c);
  const doubts = standing?.doubts ?? ["no instrument was named"];
  const corrected = correctReading({
    scale: r.scale,
    value: r.value,
    tempC: r.temp_c,
    compensates: r.compensates,
    offset: standing?.offset ?? 0,
    shown: shown(),
  });
  return {
    ...r,
    instrument: instrument?.name ?? null,
    doubts,
    water_pct: corrected.waterPct,
    index20: corrected.index20,
    because: corrected.because,
    ...uncertaintyOf(corrected.sdPct, instrument, standing),
  };
}

/** Readings of the fills named, oldest first. */
export async function readingsOf(db: Knex, fillIds: readonly number[]): Promise<ReadingRow[]> {
  if (fillIds.length === 0) return [];
  const rows: StoredReading[] = await db("live_reading")
    .whereRaw("fill_id = any(?::bigint[])", [[...fillIds]])
    .orderBy(["at", "id"]);
  const known = rows.some((r) => r.instrument_id !== null)
    ? new Map((await instruments(db, { since: rows[0]?.at ?? new Date(0) })).map((i) => [i.id, i]))
    : new Map<number, CheckedInstrument>();
  return rows.map((r) => inTheLightOf(known.get(r.instrument_id ?? -1) ?? null, r));
}
