/** Pails that still stand to clear, and those that have stood long enough. */
import type { PailState, Snapshot } from "../standing/snapshot";

const HOUR_MS = 3_600_000;

/** When a pail has stood long enough to skim and use. */
export const settledAt = (s: Snapshot, pail: PailState): Date =>
  new Date(pail.filledAt.getTime() + s.house.settle_hours * HOUR_MS);
export const settling = (s: Snapshot): PailState[] => s.pails.filter((p) => settledAt(s, p) > s.now);
export const stored = (s: Snapshot): PailState[] => s.pails.filter((p) => settledAt(s, p) <= s.now);
