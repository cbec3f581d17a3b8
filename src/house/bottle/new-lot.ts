/** The next lot of the house: a code that was printed is never given twice, and each can be read aloud. */
import { nextClearLot } from "@/core/bottling";
import { dayIn } from "../language/clock";
import type { Work } from "../ledger/work";
import { nextLotNumber } from "./records";

export interface NewLot {
  readonly code: string;
  readonly number: number;
  readonly year: number;
  readonly filled_on: string;
}

export async function newLot(work: Work): Promise<NewLot> {
  const filled_on = dayIn(work.house.zone, work.at);
  const year = Number(filled_on.slice(0, 4));
  const kept = await work.before<{ code: string; mark: string | null; number: number; year: number }>("lot", [
    "code",
    "mark",
    "number",
    "year",
  ]);
  // It stands on the jars.
  if (kept) return { code: kept.mark ?? kept.code, number: kept.number, year: kept.year, filled_on };
  const next = nextClearLot(work.house.lot_prefix, year, await nextLotNumber(work.tx, year));
  return { ...next, year, filled_on };
}
