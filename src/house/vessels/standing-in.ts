/** A vessel and the honey that was in it at an entry's moment. */
import { refuse } from "../language/errors";
import { capital } from "../language/spoken";
import type { NamedVessel } from "../language/vessel-name";
import { fillAt, lastFillOf } from "../ledger/records/fills";
import type { Work } from "../ledger/work";
import { oneVessel } from "./records";

/** @param field where the refusal is shown */
export async function standingIn(work: Work, named: NamedVessel, field = "vessel") {
  const vessel = await oneVessel(work.tx, named.kind, named.tag, field, work.at);
  const name = `${named.kind} ${vessel.tag}`;
  const fill = await lastFillOf(work.tx, vessel.id);
  const grams = fill ? (await fillAt(work.tx, fill.id, work.at)).grams : 0;
  if (!fill || grams === 0)
    refuse(
      "nothing-in-it",
      (fill?.grams ?? 0) > 0 ? `${capital(name)} was empty then.` : `${capital(name)} is empty.`,
      field,
    );
  return { vessel, fill, grams, name };
}
