/** What is held as the house stands: the one word for "may not go on", whoever asks. */
import type { Knex } from "knex";
import { type HoldRow, heldFills, openHolds } from "./records";

/** The holds that stand, by the fills they lie on. */
export async function holdsNow(
  db: Knex,
  zone: string,
  now: Date,
): Promise<{ readonly open: readonly HoldRow[]; readonly on: ReadonlyMap<number, readonly HoldRow[]> }> {
  const open = await openHolds(db, zone, now);
  if (open.length === 0) return { open, on: new Map() };
  const byId = new Map(open.map((h) => [h.id, h]));
  const on = new Map<number, readonly HoldRow[]>();
  for (const [fill, ids] of await heldFills(db, zone, now))
    on.set(
      fill,
      ids.flatMap((id) => byId.get(id) ?? []),
    );
  return { open, on };
}

interface MayBeHeld {
  readonly holds: readonly HoldRow[];
  readonly told: { readonly inspected: readonly { readonly verdict: string; readonly found: string }[] };
}

/** Why a vessel's honey may not go on: a hold, or a mesh found broken since it passed; null where it may. */
export function heldBecause(v: MayBeHeld): string | null {
  const [hold] = v.holds;
  if (hold) return hold.why;
  const looked = v.told.inspected.at(-1);
  return looked?.verdict === "held" ? looked.found : null;
}
