/** How a hold is written down: its row is what the gates read. */
import type { Work } from "../ledger/work";
import { type HoldRow, nextHoldNumber } from "./records";

/** @returns the hold's number, by which people call it */
export async function stateHold(
  work: Work,
  hold: Pick<HoldRow, "about" | "name" | "why" | "until"> & Partial<HoldRow>,
): Promise<number> {
  const before = await work.allBefore<{ number: number }>("hold", ["number"]);
  const number = before[work.added.hold?.length ?? 0]?.number ?? (await nextHoldNumber(work.tx));
  await work.note("hold", {
    number,
    fill_ids: [],
    vessel_ids: [],
    colony_id: null,
    yard_id: null,
    from_day: null,
    to_day: null,
    over_on: null,
    analyte: null,
    most: null,
    rule_id: null,
    ...hold,
  });
  return number;
}
