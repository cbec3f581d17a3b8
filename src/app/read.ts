import { connection } from "next/server";
import { cache } from "react";
import { houseDatabase } from "@/house/door";
import { snapshot } from "@/house/views/snapshot";

/** The house as it stands, read once for a request, whoever asks. */
export const houseAsItStands = cache(async () => {
  await connection();
  return snapshot(houseDatabase());
});
