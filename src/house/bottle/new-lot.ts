/** The next lot of the house: a code that was printed is never given twice, and each can be read aloud. */
import { lotCode, nextClearLot } from "@/core/bottling";
import { dayIn } from "../language/clock";
import type { Work } from "../ledger/work";
import { nextLotNumber } from "./records";

export interface NewLot {
  readonly code: string;
  readonly number: number;
  readonly year: number;
  readonly filled_on: string;
}

/** Which number of its year a code is where this house wrote it; null for a code of any other kind. */
export function lotNumberIn(prefix: string, year: number, code: string): number | null {
  const [, digits] = /(\d{3,5})-?[0-9A-Z]$/.exec(code) ?? [];
  const number = Number(digits);
  return number >= 1 && lotCode(prefix, year, number) === code ? number : null;
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
