/** What a vessel holds when it is full. */
import { brimfulGrams } from "@/core/vessels";
import type { VesselRow } from "./records";

/** As it was told in kilograms, or its litres of honey of usual water, g; null where nobody said. */
export const holdsGrams = (v: Pick<VesselRow, "capacity_g" | "capacity_l">): number | null =>
  v.capacity_g ?? (v.capacity_l === null ? null : brimfulGrams(v.capacity_l, null));
