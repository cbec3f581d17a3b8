/** Honey kept apart for an owner meets the house's, or another owner's, only when somebody says why. */

import { refuse } from "../language/errors";
import { capital } from "../language/spoken";
import { fillsCalled, reachInDatabase } from "../ledger/records/fills";
import type { Work } from "../ledger/work";
import { deliveriesOfFills } from "../outside/records";
import { combsNamed } from "../yard/records/pulls";

/** Whose honey is in these fills, "" for the house's. */
export async function ownersOf(work: Work, fillIds: readonly number[]): Promise<ReadonlySet<string>> {
  const up = await reachInDatabase(work.tx, fillIds, "back");
  const called = await fillsCalled(work.tx, up);
  const [combs, deliveries] = await Promise.all([
    combsNamed(work.tx, up),
    deliveriesOfFills(
      work.tx,
      called.filter((f) => f.kind === "delivery").map((f) => f.id),
    ),
  ]);
  return new Set([...combs.map((c) => c.owner), ...deliveries.map((d) => d.owner)]);
}

const whose = (owner: string): string => (owner === "" ? "the house's honey" : `${owner}'s`);

/**
 * Refuses to pour one owner's honey onto another's unless there is a reason, and returns whose honey meets where it
 * does; null where everything is one owner's.
 */
export async function mayMeet(
  work: Work,
  givers: readonly number[],
  taker: { readonly name: string; readonly holds: number | null },
  despite: string,
): Promise<readonly string[] | null> {
  const all = new Set(await ownersOf(work, givers));
  for (const owner of taker.holds === null ? [] : await ownersOf(work, [taker.holds])) all.add(owner);
  if (all.size < 2) return null;
  const owners = [...all].sort();
  if (despite === "")
    refuse(
      "kept-apart",
      `${capital(owners.map(whose).join(" and "))} would be mixed in ${taker.name}. What is kept apart stays apart: take another vessel, or say why it is released.`,
      "despite",
    );
  return owners;
}
