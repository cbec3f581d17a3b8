import { connection } from "next/server";
import { cache } from "react";
import { houseDatabase } from "@/house/door";
import { dayOutlook } from "@/house/spin/outlook";
import { floorView } from "@/house/spin/view";
import { byClock } from "@/house/standing/decisions";
import { shared } from "@/house/standing/shared";
import { type Snapshot, snapshot } from "@/house/standing/snapshot";

/** The house as it stands: read once for each of its moments, however many screens ask; only the clock is one's own. */
export const houseAsItStands = cache(async (): Promise<Snapshot> => {
  await connection();
  const now = new Date();
  const db = houseDatabase();
  return byClock(await shared(db, "snapshot", now, () => snapshot(db, now)), now);
});

/** The floor as it stands, for the batch that was asked for or the one that goes on. */
export const floorAsItStands = cache(async (batch?: number) =>
  floorView(houseDatabase(), await houseAsItStands(), batch),
);

/** How the day looks from here; days are simulated for it once in a moment of the house. */
export const outlookAsItStands = cache(async () => {
  const floor = await floorAsItStands();
  return shared(houseDatabase(), "outlook", new Date(floor.nowMs), () => dayOutlook(floor));
});
