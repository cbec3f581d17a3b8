import type { Knex } from "knex";
import { correctReading, stepSdPct } from "@/core/moisture";
import type { Reason } from "@/core/verdict";
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
  /** Why it is unverified; empty when a check stands behind it. */
  readonly doubts: readonly string[];
  /** How the figure came about. */
  readonly because: readonly Reason[];
}

/** What is uncertain about one reading, points: the hand, the scale's step, and twice as much without a check. */
export function uncertaintyOf(
  handSdPct: number,
  instrument: CheckedInstrument | null,
  verified: boolean,
): number {
  const sd = Math.hypot(handSdPct, instrument ? stepSdPct(kindOf(instrument)) : 0);
  return verified ? sd : 2 * sd;
}

/** Reads a stored reading in the light of all checks made since: drift between two of them is shared out. */
function inTheLightOf(instrument: CheckedInstrument | null, r: StoredReading): ReadingRow {
  const standing = instrument && standingAt(instrument, r.at, r.temp_c);
  const doubts = standing?.doubts ?? ["no instrument was named"];
  const corrected = correctReading({
    scale: r.scale,
    value: r.value,
    tempC: r.temp_c,
    compensates: r.compensates,
    offset: standing?.offset ?? 0,
  });
  return {
    ...r,
    instrument: instrument?.name ?? null,
    doubts,
    water_pct: corrected.waterPct,
    index20: corrected.index20,
    because: corrected.because,
    sd_pct: uncertaintyOf(corrected.sdPct, instrument, doubts.length === 0),
  };
}

/** Readings of the fills named, oldest first. */
export async function readingsOf(db: Knex, fillIds: readonly number[]): Promise<ReadingRow[]> {
  if (fillIds.length === 0) return [];
  const rows: StoredReading[] = await db("live_reading")
    .whereIn("fill_id", [...fillIds])
    .orderBy(["at", "id"]);
  const known = rows.some((r) => r.instrument_id !== null)
    ? new Map((await instruments(db)).map((i) => [i.id, i]))
    : new Map<number, CheckedInstrument>();
  return rows.map((r) => inTheLightOf(known.get(r.instrument_id ?? -1) ?? null, r));
}
