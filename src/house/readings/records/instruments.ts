import { bisector } from "d3-array";
import type { Knex } from "knex";
import { DomainError } from "@/core/domain-error";
import {
  calibrationOffset,
  type InstrumentCheck,
  type InstrumentKind,
  type InstrumentStanding,
  instrumentStanding,
  MEDIA,
  type Reference,
} from "@/core/moisture";
import { refuse } from "../../language/errors";
import type { Known } from "../../vessels/records";

export interface InstrumentRow extends Known {
  readonly name: string;
  readonly scale: "index" | "water" | "brix";
  readonly resolution: number;
  readonly compensates: boolean;
  readonly atc_lo_c: number | null;
  readonly atc_hi_c: number | null;
  readonly check_hours: number;
}

export interface CalibrationRow {
  readonly id: number;
  readonly entry_id: number;
  readonly instrument_id: number;
  readonly reference: Reference;
  /** The screw was turned on what it showed. */
  readonly adjusted: boolean;
  readonly expected: number;
  readonly shown: number;
  readonly temp_c: number;
  readonly offset_index: number;
  readonly who: string;
  readonly at: Date;
}

/** An instrument with those of its checks that were asked for, oldest first. */
export interface CheckedInstrument extends InstrumentRow {
  readonly checks: readonly CalibrationRow[];
}

/** From when on checks are asked for, and how many of the newest in any case. */
export interface Asked {
  readonly since: Date;
  readonly least?: number;
}

/**
 * Every instrument, with what stands behind its readings from `since` on: the last check by then and all that follow,
 * and the newest `least` in any case. Of years of checks a reading is moved by the two around it.
 */
export async function instruments(db: Knex, { since, least = 1 }: Asked): Promise<CheckedInstrument[]> {
  const newest = (where: string, nth: string) =>
    `coalesce((select b.at from live_calibration b where b.instrument_id = i.id ${where}
                order by b.at desc limit 1 offset ${nth}), '-infinity')`;
  // One after the other: commands ask on a single connection.
  const rows: InstrumentRow[] = await db("live_instrument").orderBy("id");
  const checks: CalibrationRow[] = await db("instrument as i")
    .join("live_calibration as c", "c.instrument_id", "i.id")
    .whereRaw(`c.at >= least(${newest("and b.at <= ?", "0")}, ${newest("", "?::int")})`, [since, least - 1])
    .orderBy(["c.at", "c.id"])
    .select("c.*");
  return rows.map((i) => ({ ...i, checks: checks.filter((c) => c.instrument_id === i.id) }));
}

export const kindOf = (i: InstrumentRow): InstrumentKind => ({
  scale: i.scale,
  resolution: i.resolution,
  compensates: i.compensates,
  atcLoC: i.atc_lo_c,
  atcHiC: i.atc_hi_c,
});

/** What a check showed, worked out from what was typed; figures no reference can have keep what was booked. */
export function offsetOf(i: CheckedInstrument, c: CalibrationRow): number {
  try {
    return calibrationOffset(kindOf(i), { ...c, tempC: c.temp_c });
  } catch (fault) {
    if (fault instanceof DomainError) return c.offset_index;
    throw fault;
  }
}

const byMoment = bisector((c: CalibrationRow) => c.at.getTime());

/** The checks around a moment: the last one by then, and the first one after it. */
const around = (i: CheckedInstrument, at: Date): InstrumentCheck[] => {
  const after = byMoment.right(i.checks, at.getTime());
  return i.checks.slice(Math.max(0, after - 1), after + 1).map((c) => ({
    atMs: c.at.getTime(),
    offset: offsetOf(i, c),
    adjusted: c.adjusted,
    sdIndex: MEDIA[c.reference].sdIndex,
  }));
};

/** @param i with what stands behind its readings at that moment */
export const standingAt = (i: CheckedInstrument, at: Date, sampleTempC?: number): InstrumentStanding =>
  instrumentStanding(kindOf(i), around(i, at), {
    atMs: at.getTime(),
    intervalHours: i.check_hours,
    ...(sampleTempC === undefined ? {} : { sampleTempC }),
  });

const lastCheck = (i: CheckedInstrument): number => i.checks.at(-1)?.at.getTime() ?? 0;

/** The instrument named, to be read at a moment; without a name the one checked last among those with that scale, if there is any. */
export async function instrumentFor(
  db: Knex,
  at: Date,
  name: string | undefined,
  scale: InstrumentRow["scale"] | undefined,
): Promise<CheckedInstrument | null> {
  const all = await instruments(db, { since: at });
  if (name) {
    const found = all.find((i) => i.name.toLowerCase() === name.toLowerCase());
    return (
      found ??
      refuse("unknown-instrument", `There is no instrument called "${name}". Set it up first.`, "instrument")
    );
  }
  return all
    .filter((i) => scale === undefined || i.scale === scale)
    .reduce<CheckedInstrument | null>(
      (best, i) => (!best || lastCheck(i) > lastCheck(best) ? i : best),
      null,
    );
}

export const instrumentKnown = async (db: Knex, name: string): Promise<boolean> =>
  Boolean(await db("live_instrument").whereRaw("lower(name) = lower(?)", [name]).first("id"));
