/** Will the day finish? The kept plan seen from now, and how the floor stands against it. */
import { simulateDay } from "@/core/dayplan";
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
  if (asDayPlan(plan, floor.boxes, floor.machines).extractors.length === 0) return null;

  const now = minuteOfDay(clockIn(floor.zone, new Date(floor.nowMs)));
  const ahead = simulateDay(asDayPlan(plan, floor.boxes, floor.machines, now), {
    seed: 1,
    replicates: REPLICATES,
  });
  const at = (min: number): string =>
    Number.isFinite(min) ? clockIn(floor.zone, new Date(floor.nowMs + min * MINUTE)) : "later";
  // The whole day from its start, with what is done already: where it should stand by now.
  const whole = asDayPlan(plan, [...floor.done.list, ...floor.boxes], floor.machines);
  const board = simulateDay(whole, { seed: 1, replicates: 1 }).board;
  const since = (now - minuteOfDay(plan.start) + 1440) % 1440;
  const frames = new Map(whole.boxes.map((b) => [b.id, b.frames]));
  const due = (test: (station: string) => boolean) =>
    board.filter((b) => test(b.station) && b.toMin <= since);
  const number = (what: string): number => Number.parseFloat(what) || 0;
  const machines = new Set(whole.extractors.map((e) => e.name));
  const hands = new Set(whole.uncappers.map((u) => u.name));
  const sum = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0);
  return {
    finish: Number.isFinite(ahead.finishMin.p50) ? at(ahead.finishMin.p50) : null,
    from: at(ahead.finishMin.p10),
    to: at(ahead.finishMin.p90),
    bottleneck: ahead.bottleneck,
    stations: [
      {
        station: "Uncap",
        planned: `${sum(due((x) => hands.has(x)).map((b) => frames.get(b.what) ?? 0))} frames`,
        actual: `${floor.done.frames} frames or more`,
      },
      {
        station: "Spin",
        planned: `${sum(due((x) => machines.has(x)).map((b) => number(b.what)))} frames`,
        actual: `${floor.done.frames} frames`,
      },
      {
        station: "Strain, pails",
        planned: `${sum(due((x) => x === "strain").map((b) => number(b.what)))} kg`,
        actual: `${(floor.done.pailGrams / 1000).toFixed(0)} kg`,
      },
    ],
    clockOf: Object.fromEntries(floor.live.map((r) => [r.id, clockIn(floor.zone, new Date(r.startedMs))])),
  };
}
