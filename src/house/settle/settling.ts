/** Vessels that still stand to clear, and those that have stood long enough. */
import type { Snapshot, VesselState } from "../standing/snapshot";

const HOUR_MS = 3_600_000;

/** When a pail has stood long enough to skim and use. */
export const settledAt = (s: Snapshot, vessel: VesselState): Date =>
  new Date(vessel.filledAt.getTime() + s.house.settle_hours * HOUR_MS);
export const settling = (s: Snapshot): VesselState[] => s.vessels.filter((p) => settledAt(s, p) > s.now);
export const stored = (s: Snapshot): VesselState[] => s.vessels.filter((p) => settledAt(s, p) <= s.now);

/** What several vessels are called together: "pail" while they are all pails. */
export const vesselWord = (list: readonly { readonly kind: string }[]): string =>
  list.every((v) => v.kind === list[0]?.kind) ? (list[0]?.kind ?? "vessel") : "vessel";
