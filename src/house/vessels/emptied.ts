import { dayIn, writtenDay } from "../language/clock";
import { refuse } from "../language/errors";
import { massG } from "../language/shown";
import type { Work } from "../ledger/work";
import { staysOfCombs } from "../spin/records/batches";
import type { VesselRow } from "./records";

export interface Emptied {
  readonly vessel: VesselRow;
  /** What shows that it is empty: "super 41 was pulled again". */
  readonly because: string;
  readonly field: string;
}

/**
 * Supers are empty now: what the bees licked out of their spun combs is booked, and nothing else may be in them.
 * @throws Refusal for the first that cannot be
 */
export async function emptied(work: Work, supers: readonly Emptied[]): Promise<void> {
  const last = await work.lastFillsOf(supers.map((s) => s.vessel.id));
  const used = supers.flatMap((s) => {
    const fill = last.get(s.vessel.id);
    return fill ? { ...s, fill } : [];
  });
  const combs = used.filter(({ fill }) => fill.kind === "comb" && fill.grams <= 0);
  const stays = new Map(
    (
      await staysOfCombs(
        work.tx,
        combs.map(({ fill }) => fill.id),
      )
    ).map((stay) => [stay.comb_fill, stay]),
  );
  for (const { vessel, field, fill } of used) {
    if (fill.kind !== "comb") continue;
    if (fill.grams > 0)
      refuse(
        "super-full",
        `Super ${vessel.tag} is here already with ${massG(fill.grams)} in it, pulled ${writtenDay(dayIn(work.house.zone, fill.opened_at))}.`,
        field,
      );
    const stay = stays.get(fill.id);
    // In a closed batch what stayed in the comb is in the remainder already: the super is free.
    if (stay && stay.spun_entry === null && stay.closed_by === null)
      refuse(
        "not-weighed-back",
        `Super ${vessel.tag} is still in batch ${stay.batch_number}: weigh it back first.`,
        field,
      );
  }
  for (const { fill, because } of used) await work.restOn(fill, because);
  await work.restOnAllOfMany(used.map(({ fill, because }) => ({ fillId: fill.id, because })));
  await work.loseMany(
    used
      .filter(({ fill }) => fill.kind === "wets")
      .map(({ vessel, because, fill }) => ({
        from: fill.id,
        fromName: `Super ${vessel.tag}`,
        grams: fill.grams,
        cause: "cleaned by the bees",
        of: `super ${vessel.tag}`,
        because,
        kind: "cleaned",
      })),
  );
}
