/** What a stand-in instrument needs to know of the super before it: everything but its honey. */

import type { Knex } from "knex";
import { climateOf, soundClimate } from "@/core/drying";
import { draughtOf } from "../hot-room/draught";
import { airSince, draughtOfPlaces, placesOf } from "../hot-room/records";
import { framesIn } from "../vessels/frames";
import { oneVessel } from "../vessels/records";
import { waitingCombs } from "../yard/records/pulls";

export async function standInTruth(db: Knex, tag: string) {
  const vessel = await oneVessel(db, "super", tag, "super");
  const comb = (await waitingCombs(db)).find((c) => c.tag === tag);
  const log = comb ? await airSince(db, comb.at, new Date()) : [];
  const places = comb ? await placesOf(db, [comb.fill_id]) : [];
  const draught = draughtOf(places, await draughtOfPlaces(db, places, new Date()));
  const { sound } = soundClimate(
    log.map((r) => ({ atMs: r.at.getTime(), tempC: r.temp_c, humidityPct: r.humidity_pct })),
  );
  return {
    tag,
    frames: framesIn({ frames: vessel.frames, frames_left: comb?.frames_left ?? 0 }),
    deep: vessel.depth === "deep",
    emptyKg: vessel.empty_g / 1000,
    cappedPct: comb?.capped_pct ?? null,
    /** Honey known by weight already. */
    weighedKg: comb?.weighed ? comb.grams / 1000 : null,
    pulledAt: comb?.at ?? null,
    climate: climateOf(sound),
    draught,
  };
}
