/** What comes back of what was sent: to stock, to be inspected first, or written off. */

import { lotById, markOf } from "../bottle/records";
import { stateHold } from "../hold/state";
import { refuse } from "../language/errors";
import { plural } from "../language/spoken";
import type { Work } from "../ledger/work";
import { returnsOfLot, type SentParcel } from "./records";

export const BACK_WHAT = ["stock", "inspect", "written-off"] as const;
export type BackWhat = (typeof BACK_WHAT)[number];

/** Grams of so many jars of a parcel; the last ones take what is left of it. */
function gramsBack(parcel: SentParcel, jars: number, grams: number, field: string): number {
  const there = parcel.jars - parcel.back;
  if (jars > there)
    refuse(
      "more-than-sent",
      `${plural(there, "jar")} of lot ${parcel.code} ${there === 1 ? "is" : "are"} with ${parcel.buyer}, not ${jars}.`,
      field,
    );
  return jars === there ? grams : Math.round((grams * jars) / there);
}

const because = (parcel: SentParcel, jars: number): string =>
  `${plural(jars, "jar")} of lot ${parcel.code} came back from ${parcel.buyer}`;

async function state(
  work: Work,
  parcel: SentParcel,
  jars: number,
  what: BackWhat,
  why: string,
  lot: number | null,
) {
  await work.restOn(parcel, because(parcel, jars));
  await work.note("jars_back", { parcel_id: parcel.id, jars, what, lot_id: lot, why });
}

/** Grams leave the parcel for `to`. @returns them */
async function comeBack(
  work: Work,
  parcel: SentParcel,
  { jars, to, field }: { jars: number; to: number; field: string },
): Promise<number> {
  const grams = gramsBack(parcel, jars, (await work.held(parcel.fill_id)).grams, field);
  await work.move({
    from: parcel.fill_id,
    to,
    grams,
    kind: "back",
    fromName: `The parcel to ${parcel.buyer}`,
    because: because(parcel, jars),
  });
  return grams;
}

/** The jars stand with the others of their lot again. @returns grams */
export async function backToStock(
  work: Work,
  parcel: SentParcel,
  jars: number,
  why: string,
  field = "jars",
): Promise<number> {
  const lot = await lotById(work.tx, parcel.lot_id);
  const grams = await comeBack(work, parcel, { jars, to: lot.fill_id, field });
  await state(work, parcel, jars, "stock", why, null);
  return grams;
}

/** The jars and their honey are lost. @returns grams */
export async function writtenOff(
  work: Work,
  parcel: SentParcel,
  jars: number,
  why: string,
  field = "jars",
): Promise<number> {
  const grams = gramsBack(parcel, jars, (await work.held(parcel.fill_id)).grams, field);
  await work.lose({
    from: parcel.fill_id,
    fromName: `The parcel to ${parcel.buyer}`,
    grams,
    cause: "returned and written off",
    of: `lot ${parcel.code}`,
    because: because(parcel, jars),
  });
  await state(work, parcel, jars, "written-off", why, null);
  return grams;
}

/** The jars stand by themselves, held until somebody looked at them. @returns grams and the part's code */
export async function toInspect(
  work: Work,
  parcel: SentParcel,
  jars: number,
  why: string,
  field = "jars",
): Promise<{ grams: number; code: string }> {
  const lot = await lotById(work.tx, parcel.lot_id);
  const code = `${lot.code}-R${(await returnsOfLot(work.tx, lot.id)) + 1}`;
  const fillId = await work.openFill({ kind: "lot", name: `lot ${code}` });
  const grams = await comeBack(work, parcel, { jars, to: fillId, field });
  const { id, entry_id, grams: _, jars_out, fill_id, ...same } = lot;
  const { stated_at, ...columns } = same as typeof same & { stated_at?: Date };
  const part = await work.state("lot", {
    ...columns,
    ingredients: columns.ingredients && JSON.stringify(columns.ingredients),
    blooms: columns.blooms && JSON.stringify(columns.blooms),
    piece_g: columns.piece_g?.slice(0, jars) ?? null,
    minutes: null,
    code,
    fill_id: fillId,
    jars,
    mark: markOf(lot),
    returned_of: id,
  });
  await stateHold(work, {
    about: "lot",
    name: `lot ${code}`,
    fill_ids: [fillId],
    why: `came back from ${parcel.buyer}: ${why}`,
    until: "somebody looked at every jar: seal, honey, label",
  });
  await state(work, parcel, jars, "inspect", why, part);
  return { grams, code };
}
