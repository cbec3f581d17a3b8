/** The day simulated off the screen's own thread, so that typing goes on; ended by ending the worker. */
import { adviseDay, type DayPlan, simulateDay, whenToBreak } from "@/core/dayplan";

export interface SimulateDay {
  readonly plan: DayPlan;
  readonly seed: number;
  readonly replicates: number;
  /** Minutes of the day that were before. */
  readonly workedMin: number;
}

self.onmessage = ({ data }: MessageEvent<SimulateDay>) => {
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
    const { seed, workedMin } = data;
    self.postMessage({ rest: whenToBreak(data.plan, { seed, workedMin, replicates: 100 }) });
  } catch (fault) {
    self.postMessage({ wrong: fault instanceof Error ? fault.message : "The day could not be simulated." });
  }
};
