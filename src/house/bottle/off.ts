/** Jars that leave their lot for no buyer: broken, beside a broken one, kept as samples, opened again. */
import { mayTouchHeld } from "../hold/gate";
import { refuse } from "../language/errors";
import { massG } from "../language/shown";
import { capital, plural } from "../language/spoken";
import type { NamedVessel } from "../language/vessel-name";
import { fillAt, lastFillOf } from "../ledger/records/fills";
import type { Work } from "../ledger/work";
import { mayMeet } from "../moves/owners";
import { holdsGrams } from "../vessels/holds";
import { oneVessel, statingVessel } from "../vessels/records";
import type { LotRow } from "./records";

export const OFF_WHY = ["broken", "neighbour", "sample", "opened"] as const;
export type OffWhy = (typeof OFF_WHY)[number];
export const OFF_SAID: Readonly<Record<OffWhy, string>> = {
  broken: "broken",
  neighbour: "thrown away beside a broken one",
  sample: "kept as samples",
  opened: "opened",
};

/** Whole grams for jars that leave; the last ones take what is left, so that the lot ends at exactly nothing. */
export const gramsOfJars = (lot: LotRow, jars: number): number => {
  const left = lot.jars - lot.jars_out;
  return jars === left ? lot.grams : Math.round((lot.grams * jars) / left);
};

/** Opened jars go back into a vessel: what stands in it, or a new charge of it. */
async function openedInto(
  work: Work,
  lot: LotRow,
  grams: number,
  into: NamedVessel,
  despite: string,
): Promise<string> {
  if (lot.product === "infused")
    refuse("infused", "Infused honey is another product: it is never mixed back.", "into");
  const vessel = await oneVessel(work.tx, into.kind, into.tag, "into");
  const name = `${into.kind} ${vessel.tag}`;
  const last = await lastFillOf(work.tx, vessel.id);
  // A late entry speaks of what was in it then.
  const held = last ? (await fillAt(work.tx, last.id, work.at)).grams : 0;
  const holds = holdsGrams(vessel);
  if (holds !== null && held + grams > holds)
    refuse("over-full", `${capital(name)} holds ${massG(holds)}: ${massG(grams)} more do not fit.`, "into");
  const standing = last && held > 0 ? last.id : null;
  await mayTouchHeld(work, [lot.fill_id, ...(standing === null ? [] : [standing])], name, despite);
  const owners = await mayMeet(work, [lot.fill_id], { name, holds: standing }, despite);
  const fillId =
    standing ??
    (await work.openFill({
      kind: into.kind,
      name,
      vessel: { id: vessel.id, because: `${name} was filled again` },
    }));
  const because = `jars of lot ${lot.code} were opened into ${name}`;
  await work.restOn(statingVessel(vessel), because);
  await work.move({
    from: lot.fill_id,
    to: fillId,
    grams,
    kind: "move",
    fromName: `Lot ${lot.code}`,
    because,
  });
  if (owners)
    await work.note("release", { fill_id: fillId, owners: [...owners], why: despite, who: work.actor.name });
  return name;
}

export interface Off {
  readonly jars: number;
  readonly why: OffWhy;
  /** Opened ones go into it. */
  readonly into?: NamedVessel | undefined;
  readonly place?: string;
  readonly until?: string | undefined;
  readonly note?: string;
  readonly despite?: string;
}

/** Takes jars and their honey off a lot; lost, unless opened ones go back into a vessel. */
export async function jarsOff(
  work: Work,
  lot: LotRow,
  { jars, why, into, place = "", until, note = "", despite = "" }: Off,
): Promise<{ grams: number; vessel: string | null }> {
  const left = lot.jars - lot.jars_out;
  if (jars > left)
    refuse(
      "too-many-jars",
      `${plural(left, "jar")} of lot ${lot.code} ${left === 1 ? "is" : "are"} here, not ${jars}.`,
      "jars",
    );
  const grams = gramsOfJars(lot, jars);
  const because = `jars of lot ${lot.code} were ${OFF_SAID[why]}`;
  await work.restOn(lot, because);
  const vessel = into ? await openedInto(work, lot, grams, into, despite) : null;
  if (!vessel)
    await work.lose({
      from: lot.fill_id,
      fromName: `Lot ${lot.code}`,
      grams,
      cause: { broken: "broken jars", neighbour: "broken jars", sample: "sample", opened: "opened" }[why],
      of: `lot ${lot.code}`,
      because,
    });
  await work.note("jars_off", {
    lot_id: lot.id,
    jars,
    why,
    fill_id: null,
    place,
    keep_until: until ?? null,
    note,
  });
  return { grams, vessel };
}
