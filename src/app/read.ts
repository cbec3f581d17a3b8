import { connection } from "next/server";
import { cache } from "react";
import { houseDatabase } from "@/house/door";
import { floorView } from "@/house/views/floor";
import { snapshot } from "@/house/views/snapshot";

/** The house as it stands, read once for a request, whoever asks. */
export const houseAsItStands = cache(async () => {
  await connection();
  return snapshot(houseDatabase());
});

/** The floor as it stands, for the batch that was asked for or the one that goes on. */
export const floorAsItStands = cache(async (batch?: number) =>
  floorView(houseDatabase(), await houseAsItStands(), batch),
);
