import { connection } from "next/server";
import { cache } from "react";
import { houseDatabase } from "@/house/door";
import { dayOutlook } from "@/house/spin/outlook";
import { type FloorView, floorView } from "@/house/spin/view";
import { asRead, byClock } from "@/house/standing/decisions";
import { onceFor, shared } from "@/house/standing/shared";
import { type Snapshot, snapshot } from "@/house/standing/snapshot";

/** The house as it stands: read once for each of its moments, however many screens ask; only the clock is one's own. */
export const houseAsItStands = cache(async (): Promise<Snapshot> => {
  await connection();
  const now = new Date();
  const db = houseDatabase();
  return byClock(await shared(db, "snapshot", now, () => snapshot(db, now)), now);
});

/** The floor as it stands, for the batch that was asked for or the one that goes on; read once as the house is. */
export const floorAsItStands = cache(async (asked?: number): Promise<FloorView> => {
  const [db, s] = [houseDatabase(), await houseAsItStands()];
  // Only what is open can be asked for: there are no more parts than batches.
  const batch = s.openBatches.find((b) => b.number === asked)?.number;
  const floor = await onceFor(asRead(s), `floor ${batch ?? ""}`, () => floorView(db, s, batch));
  return { ...floor, nowMs: s.now.getTime() };
});

/** How the day looks from here; days are simulated for it once in a moment of the house. */
export const outlookAsItStands = cache(async () => {
  const [s, floor] = [await houseAsItStands(), await floorAsItStands()];
  return onceFor(asRead(s), "outlook", async () => dayOutlook(floor));
});
