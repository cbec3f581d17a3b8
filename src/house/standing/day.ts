/** What moved through the house on one day. */

import type { Knex } from "knex";
import { DateTime } from "luxon";
import type { MovementKind } from "../ledger/kinds";
import { movedByKind } from "../ledger/records/fills";
import type { Snapshot } from "./snapshot";

export interface DayRow {
  readonly name: string;
  readonly grams: number;
  readonly loss: boolean;
}

/** What each kind of movement is called in a day's account, in the order it is told; null is not told. */
const NAMES: Record<MovementKind, { readonly name: string; readonly loss?: true } | null> = {
  pull: { name: "pulled off colonies" },
  join: { name: "brought to be spun" },
  pail: { name: "into pails" },
  deliver: { name: "came from outside" },
  move: { name: "from vessel to vessel" },
  wets: { name: "left in spun combs" },
  cappings: { name: "into cappings bins" },
  drained: { name: "drained from cappings" },
  wax: { name: "wax" },
  draw: { name: "drawn for jars" },
  back: { name: "taken back" },
  send: { name: "sent to buyers" },
  loss: { name: "lost, by name", loss: true },
  unexplained: { name: "unexplained", loss: true },
  gain: null,
  cleaned: null,
  undo: null,
};

/** Standing movements since the house's midnight, by what they were; kinds that did not happen are left out. */
export async function dayAccount(db: Knex, s: Pick<Snapshot, "house" | "now">): Promise<DayRow[]> {
  const midnight = DateTime.fromJSDate(s.now, { zone: s.house.zone }).startOf("day").toJSDate();
  const byKind = await movedByKind(db, midnight);
  return Object.entries(NAMES).flatMap(([kind, told]) =>
    told && byKind.has(kind)
      ? [{ name: told.name, grams: byKind.get(kind) ?? 0, loss: told.loss ?? false }]
      : [],
  );
}
