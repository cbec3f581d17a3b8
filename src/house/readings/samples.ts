/** Turning what an instrument shows into a reading on record. */

import { type BoxReading, type CorrectedReading, correctReading, type ReadingScale } from "@/core/moisture";
import { shown } from "../language/shown";
import type { Work } from "../ledger/work";
import { type CheckedInstrument, instrumentFor, standingAt } from "./records/instruments";
import { uncertaintyOf } from "./records/readings";

export interface Drop {
  readonly instrument?: string | undefined;
  readonly scale?: ReadingScale | undefined;
  readonly compensates?: boolean | undefined;
  readonly tempC: number;
}

export interface Taken extends Omit<CorrectedReading, "sdPct"> {
  /** As it is judged with. */
  readonly reading: BoxReading;
  /** All that is uncertain about it, points. */
  readonly sdPct: number;
  readonly scale: ReadingScale;
  readonly instrument: CheckedInstrument | null;
  readonly doubts: readonly string[];
}

/** Corrects one value for temperature and calibration, as the instrument's record says; never twice. */
export function corrected(instrument: CheckedInstrument | null, drop: Drop, value: number, at: Date): Taken {
  const scale = drop.scale ?? instrument?.scale ?? "water";
  const named = instrument?.scale === scale ? instrument : null;
  const standing = named ? standingAt(named, at, drop.tempC) : null;
  const compensates = drop.compensates ?? named?.compensates ?? false;
  const got = correctReading({
    scale,
    value,
    tempC: drop.tempC,
    compensates,
    offset: standing?.offset ?? 0,
    shown: shown(),
  });
  const doubts = standing?.doubts ?? ["no instrument was named"];
  const uncertain = uncertaintyOf(got.sdPct, named, standing);
  return {
    ...got,
    scale,
    instrument: named,
    doubts,
    sdPct: uncertain.sd_pct,
    reading: {
      waterPct: got.waterPct,
      sdPct: uncertain.hand_sd,
      commonSdPct: uncertain.common_sd,
      instrument: named?.name,
    },
  };
}

/** Which instrument was meant: the one named, or the one checked last. */
export const meantBy = (work: Work, drop: Drop): Promise<CheckedInstrument | null> =>
  instrumentFor(work.tx, work.at, drop.instrument, drop.scale);

/** Puts readings of fills on record, in this order. */
export async function stateReadings(
  work: Work,
  drop: Drop,
  readings: readonly { readonly fillId: number; readonly value: number; readonly taken: Taken }[],
  who = work.actor.name,
): Promise<void> {
  for (const { taken } of readings)
    if (taken.instrument) await work.restOn(taken.instrument, `${taken.instrument.name} was read`);
  await work.noteMany(
    "reading",
    readings.map(({ fillId, value, taken }) => ({
      fill_id: fillId,
      scale: taken.scale,
      value,
      temp_c: drop.tempC,
      compensates: drop.compensates ?? taken.instrument?.compensates ?? false,
      index20: taken.index20,
      water_pct: taken.waterPct,
      sd_pct: taken.sdPct,
      who,
      at: work.at,
      instrument_id: taken.instrument?.id ?? null,
    })),
  );
}

/** What is said behind a reading no check stands behind. */
export const unverified = (doubts: readonly string[]): string =>
  doubts.length === 0 ? "" : ` Unverified, counts with doubled uncertainty: ${doubts.join("; ")}.`;
