import type { VesselState } from "../standing/snapshot";
import { inQuarantine } from "../store/watch";

/**
 * What a vessel still waits for before jars, whatever its water, said after its name; null where nothing. The
 * decision, the plan and the gate ask this one.
 */
export function notYet(v: VesselState): string | null {
  if (v.warming) return "is still being warmed";
  if (inQuarantine(v)) return "came from outside and was not looked at and read yet";
  return null;
}
