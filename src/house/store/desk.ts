/** What the forms of the Store choose from: every vessel of strained honey, and whom honey came from. */
import type { Knex } from "knex";
import { suppliers } from "../outside/records";
import type { Box } from "../standing/contents";
import type { Snapshot } from "../standing/snapshot";
import { vesselsOfHoney } from "../vessels/records";

/** A vessel as those forms know it. */
export interface StoreVessel {
  /** "drum 1" */
  readonly name: string;
  readonly heldG: number;
  readonly holdsG: number | null;
  readonly weighable: boolean;
  readonly emptyG: number;
  /** Its diameter is known: a level tells its honey. */
  readonly byLevel: boolean;
  readonly from: string;
  /** Whose honey is in it, "" the house's. */
  readonly owners: readonly string[];
  readonly waterPct: number | null;
  /** What its water is judged from. */
  readonly boxes: readonly Box[];
}

export async function storeDesk(
  db: Knex,
  s: Pick<Snapshot, "vessels">,
): Promise<{ vessels: StoreVessel[]; suppliers: string[] }> {
  const [all, from] = await Promise.all([vesselsOfHoney(db), suppliers(db)]);
  return {
    suppliers: from,
    vessels: all.map((v) => {
      const held = s.vessels.find((h) => h.kind === v.kind && h.tag === v.tag);
      return {
        name: `${v.kind} ${v.tag}`,
        heldG: held?.grams ?? 0,
        holdsG: v.capacity_g,
        weighable: v.weighable !== false,
        emptyG: v.empty_g,
        byLevel: v.diameter_cm !== null,
        from: held?.from ?? "",
        owners: held?.owners ?? [],
        waterPct: held?.water.figures.waterPct ?? null,
        boxes: held?.boxes ?? [],
      };
    }),
  };
}
