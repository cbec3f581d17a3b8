/** How far a hold reaches: what of it is here, and what has left already. */
import { massG } from "../language/shown";
import { plural } from "../language/spoken";
import { reachInDatabase } from "../ledger/records/fills";
import type { Work } from "../ledger/work";
import { standingAmong } from "./records";

/** What a hold lies on besides the thing itself. */
export interface Touched {
  readonly vessels: number;
  readonly lots: number;
  readonly hereG: number;
  readonly goneG: number;
  readonly buyers: number;
}

export async function touchedBy(work: Work, fills: readonly number[]): Promise<Touched> {
  const reached = fills.length === 0 ? [] : await reachInDatabase(work.tx, fills, "forward");
  return standingAmong(work.tx, reached);
}

export const saidTouched = (t: Touched): string =>
  [
    t.hereG > 0
      ? `${massG(t.hereG)} here ${t.vessels + t.lots > 0 ? `in ${[t.vessels > 0 ? plural(t.vessels, "vessel") : "", t.lots > 0 ? plural(t.lots, "lot") : ""].filter(Boolean).join(" and ")} ` : ""}may not leave`
      : "nothing of it is here now",
    t.goneG > 0 ? `${massG(t.goneG)} went to ${plural(t.buyers, "buyer")} already: see the recall` : "",
  ]
    .filter(Boolean)
    .join("; ");
