/** How warm the honey of a fill may get, for commands: by what it is of where the house has a word on that. */
import type { Work } from "../ledger/work";
import { contentsOf } from "../standing/contents";
import { settleRules } from "./records";
import { ceilingOf } from "./settling";

export async function ceilingOfFill(work: Work, fillId: number): Promise<number | null> {
  const rules = await settleRules(work.tx);
  // What a honey is of is read only where that makes a difference.
  if (rules.ofKinds.length === 0) return rules.ceilingC;
  const contents = await contentsOf(work.tx, work.house, work.at, [], [fillId]);
  return ceilingOf(rules, contents.vessel(fillId).blooms);
}
