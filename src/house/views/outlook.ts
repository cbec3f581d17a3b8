/** Will the day finish? The kept plan seen from now, and how the floor stands against it. */
import { HOT_ROOM, simulateDay } from "@/core/dayplan";
import { clockIn } from "../clock";
import { asDayPlan } from "./day-plan";
import type { FloorView } from "./floor";

/** Enough for a sentence on the first page; the plan's own screen runs a thousand. */
const REPLICATES = 60;
const MINUTE = 60_000;

export interface Outlook {
  /** Clock times; null when the shifts end first. */
  readonly finish: string | null;
  readonly from: string;
  readonly to: string;
  readonly bottleneck: string;
  readonly stations: readonly {
    readonly station: string;
    readonly planned: string;
    readonly actual: string;
  }[];
  readonly clockOf: Readonly<Record<number, string>>;
}

const minuteOfDay = (clock: string): number => Number(clock.slice(0, 2)) * 60 + Number(clock.slice(3, 5));

/** Null while no plan is kept for today, or nothing is left to spin. */
export function dayOutlook(floor: FloorView): Outlook | null {
  const { plan } = floor;
  if (!plan || floor.boxes.length === 0) return null;
  if (asDayPlan(plan, floor.boxes, floor).extractors.length === 0) return null;

  const now = minuteOfDay(clockIn(floor.zone, new Date(floor.nowMs)));
  const ahead = simulateDay(asDayPlan(plan, floor.boxes, floor, now), {
    seed: 1,
    replicates: REPLICATES,
  });
  const at = (min: number): string =>
    Number.isFinite(min) ? clockIn(floor.zone, new Date(floor.nowMs + min * MINUTE)) : "later";
  // The whole day from its start, with what is done already: where it should stand by now.
  const whole = asDayPlan(plan, [...floor.done.list, ...floor.boxes], floor);
  const board = simulateDay(whole, { seed: 1, replicates: 1 }).board;
  const since = (now - minuteOfDay(plan.start) + 1440) % 1440;
  /** What the plan has done of something by now. */
  const due = (does: (typeof board)[number]["does"]): number =>
    board.filter((b) => b.does === does && b.toMin <= since).reduce((sum, b) => sum + b.amount, 0);
  return {
    finish: Number.isFinite(ahead.finishMin.p50) ? at(ahead.finishMin.p50) : null,
    from: at(ahead.finishMin.p10),
    to: at(ahead.finishMin.p90),
    bottleneck: ahead.bottleneck === HOT_ROOM ? "the hot room" : ahead.bottleneck,
    stations: [
      {
        station: "Uncap",
        planned: `${due("uncap")} frames`,
        actual: `${floor.done.frames} frames or more`,
      },
      {
        station: "Spin",
        planned: `${due("spin")} frames`,
        actual: `${floor.done.frames} frames`,
      },
      {
        station: "Strain, pails",
        planned: `${due("strain").toFixed(0)} kg`,
        actual: `${(floor.done.pailGrams / 1000).toFixed(0)} kg`,
      },
    ],
    clockOf: Object.fromEntries(floor.live.map((r) => [r.id, clockIn(floor.zone, new Date(r.startedMs))])),
  };
}
