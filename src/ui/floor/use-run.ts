"use client";

import type { LiveRun } from "@/house/spin/model";
import { useHouseClock } from "../house-clock";
import { useCalled } from "./called";

/** What any screen tells of a run that turns. */
export type Turns = Pick<LiveRun, "id" | "number" | "machine" | "startedMs" | "minutes" | "steps">;

/** Minutes and seconds, never under nothing. */
export const countdown = (minutes: number): string => {
  const s = Math.max(0, Math.round(minutes * 60));
  return `${Math.floor(s / 60)}:${String(s % 60).padStart(2, "0")}`;
};

/** Where a run's programme stands by the house's clock; what is due is called out on every screen. */
export function useRun(run: Turns, nowMs: number) {
  const minute = (useHouseClock(nowMs, 500) - run.startedMs) / 60_000;
  const step = run.steps.reduce((now, s, i) => (s.atMin <= minute ? i : now), 0);
  const [current, next] = [run.steps[step], run.steps[step + 1]];
  const due = current?.call === true;
  const over = minute >= run.minutes;
  useCalled(due ? `${over ? "Done" : "Now"}: ${run.machine}, ${current?.what}` : null);
  return { minute, current, next, due, over, left: over ? "0:00" : countdown(run.minutes - minute) };
}
