/** How a hold is written down: its row is what the gates read. */
import type { Work } from "../ledger/work";
import type { HoldRow } from "./records";

export const stateHold = (
  work: Work,
  hold: Pick<HoldRow, "about" | "name" | "why" | "until"> & Partial<HoldRow>,
): Promise<number> =>
  work.state("hold", {
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
