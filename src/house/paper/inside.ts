/** What stands on the tag of a full vessel. */
import type { Knex } from "knex";
import { colourClass } from "@/core/honey/colour";
import { dayIn, writtenDay } from "../language/clock";
import { massG } from "../language/shown";
import type { VesselKind } from "../ledger/kinds";
import { snapshot } from "../standing/snapshot";
import { bloomsSaid } from "../store/watch";
import type { Inside } from "./tag-sheet";

/** By tag, every vessel of a kind that holds honey now. */
export async function insideOf(db: Knex, kind: VesselKind, now = new Date()): Promise<Map<string, Inside>> {
  const s = await snapshot(db, now);
  return new Map(
    s.vessels
      .filter((v) => v.kind === kind)
      .map((v): [string, Inside] => {
        const { waterPct, sePct } = v.water.figures;
        return [
          v.tag,
          {
            mass: massG(v.grams),
            lines: [
              waterPct === undefined
                ? "water not read"
                : `${waterPct.toFixed(1)} ±${(sePct ?? 0).toFixed(1)} % water`,
              [v.owner ? `${v.owner}'s` : "", bloomsSaid(v), v.from].filter((t) => t !== "").join(", "),
              [
                `since ${writtenDay(dayIn(s.house.zone, v.filledAt))}`,
                v.colour ? colourClass(v.colour.value) : "",
              ]
                .filter((t) => t !== "")
                .join(", "),
            ],
          },
        ];
      }),
  );
}
