/** Where a box stood in the hot room's draught, hour by hour: its places and the stacks' fans, both as logged. */
import type { Draught, FanPosition } from "@/core/drying";
import type { StackAir, Stood } from "./records";

/** A stack nobody said anything of stands in the full draught. */
const UNSAID: FanPosition = "full";

/** How a stack stood to the fan at a moment. */
export const fanAt = (log: readonly StackAir[], stack: string, at: Date): FanPosition =>
  log.findLast((l) => l.stack === stack && l.at <= at)?.fan ?? UNSAID;

/** A box's own draught, from its places (oldest first) and the log of all stacks. */
export function draughtOf(places: readonly Stood[], log: readonly StackAir[]): Draught {
  return places.flatMap((p, i): Draught => {
    const until = places[i + 1]?.at.getTime() ?? Number.POSITIVE_INFINITY;
    const fromMs = p.at.getTime();
    if (p.place !== "hot room") return [{ fromMs, fan: null }];
    return [
      { fromMs, fan: fanAt(log, p.stack, p.at) },
      ...log
        .filter((l) => l.stack === p.stack && l.at.getTime() > fromMs && l.at.getTime() < until)
        .map((l) => ({ fromMs: l.at.getTime(), fan: l.fan })),
    ];
  });
}
