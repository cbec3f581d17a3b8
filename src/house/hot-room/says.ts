/** Hours and per cents as the hot room says them. */
import type { DryingForecast } from "@/core/drying";
import { whenIn } from "../language/clock";
import type { Snapshot } from "../standing/snapshot";
import { reckonedFrom } from "./room";

export const HOUR_MS = 3_600_000;
export const FAN_WORDS = {
  full: "now in full draught",
  some: "now in some draught",
  none: "now out of the draught",
};
export const pct = (x: number): string => `${x.toFixed(1)} %`;
export const after = (s: Snapshot, hours: number): string =>
  whenIn(s.house.zone, new Date(reckonedFrom(s.now) + hours * HOUR_MS), s.now);

/** "±3 h", or the hours between which it will be, when they are far apart. */
export function hourSpread(s: Snapshot, { p10, p90 }: DryingForecast["hours"]): string {
  if (!Number.isFinite(p90)) return `not before ${after(s, p10)}`;
  return p90 - p10 < 24
    ? `±${Math.max(1, Math.round((p90 - p10) / 2))} h`
    : `between ${after(s, p10)} and ${after(s, p90)}`;
}
