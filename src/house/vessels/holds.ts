/** What a vessel holds when it is full. */
import { brimfulGrams } from "@/core/vessels";
import type { VesselRow } from "./records";

/** As it was told in kilograms; else its litres of honey at this water, usual where nobody read it, g; null where nobody said. */
export function holdsGrams(
  { capacity_g, capacity_l }: Pick<VesselRow, "capacity_g" | "capacity_l">,
  waterPct: number | null = null,
): number | null {
  // What was told in litres alone stands as its usual mass beside them.
  const byVolume =
    capacity_l !== null && (capacity_g === null || capacity_g === brimfulGrams(capacity_l, null));
  return byVolume ? brimfulGrams(capacity_l, waterPct) : capacity_g;
}
