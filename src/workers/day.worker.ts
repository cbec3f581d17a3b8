/** The day simulated off the screen's own thread, so that typing goes on; ended by ending the worker. */
import { adviseDay, type DayPlan, simulateDay, whenToBreak } from "@/core/dayplan";

export interface DayQuestion {
  readonly plan: DayPlan;
  readonly seed: number;
  readonly replicates: number;
}

self.onmessage = ({ data }: MessageEvent<DayQuestion>) => {
  try {
    const forecast = simulateDay(data.plan, {
      seed: data.seed,
      replicates: data.replicates,
      progress: (done) => {
        self.postMessage({ progress: done / data.replicates });
        return true;
      },
    });
    self.postMessage({ forecast });
    self.postMessage({ advice: adviseDay(data.plan, forecast, { seed: data.seed, replicates: 200 }) });
    self.postMessage({ rest: whenToBreak(data.plan, { seed: data.seed, replicates: 100 }) });
  } catch (fault) {
    self.postMessage({ wrong: fault instanceof Error ? fault.message : "The day could not be simulated." });
  }
};
