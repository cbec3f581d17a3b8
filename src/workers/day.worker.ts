/** The day simulated off the screen's own thread, so that typing goes on; ended by ending the worker. */
import { expose } from "comlink";
import {
  type Advice,
  adviseDay,
  type BreakAdvice,
  type DayForecast,
  type DayPlan,
  simulateDay,
  whenToBreak,
} from "@/core/dayplan";

export interface SimulateDay {
  readonly plan: DayPlan;
  readonly seed: number;
  readonly replicates: number;
  /** Minutes of the day that were before. */
  readonly workedMin: number;
}

const day = {
  forecast: ({ plan, seed, replicates }: SimulateDay, progress: (part: number) => void): DayForecast =>
    simulateDay(plan, {
      seed,
      replicates,
      progress: (done) => {
        progress(done / replicates);
        return true;
      },
    }),
  advice: ({ plan, seed }: SimulateDay, forecast: DayForecast): readonly Advice[] =>
    adviseDay(plan, forecast, { seed, replicates: 200 }),
  rest: ({ plan, seed, workedMin }: SimulateDay): BreakAdvice | null =>
    whenToBreak(plan, { seed, workedMin, replicates: 100 }),
};
export type DayWorker = typeof day;

expose(day);
