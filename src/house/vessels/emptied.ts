import { dayIn, writtenDay } from "../language/clock";
import { refuse } from "../language/errors";
import { massG } from "../language/shown";
import { lastFillOf } from "../ledger/records/fills";
import type { Work } from "../ledger/work";
import { stayOfComb } from "../spin/records/batches";
import type { VesselRow } from "./records";

/**
 * A super is empty now: what the bees licked out of its spun combs is booked, and nothing else may be in it.
 * @param because what shows that it is empty: "super 41 was pulled again"
 */
export async function emptied(work: Work, vessel: VesselRow, because: string, field: string): Promise<void> {
  const last = await lastFillOf(work.tx, vessel.id);
  if (!last) return;
  if (last.kind === "comb" && last.grams > 0) {
    refuse(
      "super-full",
      `Super ${vessel.tag} is here already with ${massG(last.grams)} in it, pulled ${writtenDay(dayIn(work.house.zone, last.opened_at))}.`,
      field,
    );
  }
  if (last.kind === "comb") {
    const stay = await stayOfComb(work.tx, last.id);
    // In a closed batch what stayed in the comb is in the remainder already: the super is free.
    if (stay && stay.spun_entry === null && stay.closed_by === null)
      refuse(
        "not-weighed-back",
        `Super ${vessel.tag} is still in batch ${stay.batch_number}: weigh it back first.`,
        field,
      );
  }
  await work.restOn(last, because);
  await work.restOnAllOf(last.id, because);
  if (last.kind === "wets")
    await work.lose({
      from: last.id,
      fromName: `Super ${vessel.tag}`,
      grams: last.grams,
      cause: "cleaned by the bees",
      of: `super ${vessel.tag}`,
      because,
      kind: "cleaned",
    });
}
