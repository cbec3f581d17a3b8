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

/** An instrument with all its checks, oldest first. */
export interface CheckedInstrument extends InstrumentRow {
  readonly checks: readonly CalibrationRow[];
}

export async function instruments(db: Knex): Promise<CheckedInstrument[]> {
  // One after the other: commands ask on a single connection.
  const rows: InstrumentRow[] = await db("live_instrument").orderBy("id");
  const checks: CalibrationRow[] = await db("live_calibration").orderBy(["at", "id"]);
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

const asChecks = (i: CheckedInstrument): InstrumentCheck[] =>
  i.checks.map((c) => ({
    atMs: c.at.getTime(),
    offset: offsetOf(i, c),
    adjusted: c.adjusted,
    sdIndex: MEDIA[c.reference].sdIndex,
  }));

export const standingAt = (i: CheckedInstrument, at: Date, sampleTempC?: number): InstrumentStanding =>
  instrumentStanding(kindOf(i), asChecks(i), {
    atMs: at.getTime(),
    intervalHours: i.check_hours,
    ...(sampleTempC === undefined ? {} : { sampleTempC }),
  });

const lastCheck = (i: CheckedInstrument): number => i.checks.at(-1)?.at.getTime() ?? 0;

/** The instrument named; without a name the one checked last among those with that scale, if there is any. */
export async function instrumentFor(
  db: Knex,
  name: string | undefined,
  scale: InstrumentRow["scale"] | undefined,
): Promise<CheckedInstrument | null> {
  const all = await instruments(db);
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
