/** What would help: the plan changed one thing at a time, simulated again, ranked by the time it saves. */
import type { DayPlan } from "./plan";
import { type DayForecast, simulateDay } from "./simulate";

export interface Advice {
  readonly what: string;
  /** Minutes the middle finish comes earlier; negative when it does not help. */
  readonly savesMin: number;
  readonly finishMin: number;
  readonly bottleneck: string;
}

const EARLIER_MIN = 60;

function changes(plan: DayPlan): { what: string; plan: DayPlan; shiftMin: number }[] {
  const first = plan.uncappers[0];
  const slowest = [...plan.uncappers].sort((a, b) => b.minPerFrame - a.minPerFrame)[0];
  const largest = [...plan.extractors].sort((a, b) => b.slots - a.slots)[0];
  const boxes = plan.boxes.length;
  const later = Math.max(1, Math.round(boxes * 0.15));
  return [
    ...(first
      ? [
          {
            what: `One more pair of hands at ${first.name.replace(/^.*?, /, "the ")}`,
            plan: { ...plan, uncappers: [...plan.uncappers, { ...first, name: "one more" }] },
            shiftMin: 0,
          },
        ]
      : []),
    ...(slowest && slowest.minPerFrame > 0.5
      ? [
          {
            what: `An uncapping machine for ${slowest.name}`,
            plan: {
              ...plan,
              uncappers: plan.uncappers.map((u) => (u === slowest ? { ...u, minPerFrame: 0.4 } : u)),
            },
            shiftMin: 0,
          },
        ]
      : []),
    { what: "One more to load and unload", plan: { ...plan, tenders: plan.tenders + 1 }, shiftMin: 0 },
    ...(largest
      ? [
          {
            what: `A second ${largest.slots}-slot machine`,
            plan: { ...plan, extractors: [...plan.extractors, { ...largest, name: "one more machine" }] },
            shiftMin: 0,
          },
        ]
      : []),
    ...(largest
      ? [
          {
            what: `A machine of ${Math.ceil(largest.slots * 1.5)} slots instead of ${largest.name}`,
            plan: {
              ...plan,
              extractors: plan.extractors.map((e) =>
                e === largest ? { ...e, slots: Math.ceil(e.slots * 1.5) } : e,
              ),
            },
            shiftMin: 0,
          },
        ]
      : []),
    { what: "A second strainer", plan: { ...plan, strainKgPerMin: plan.strainKgPerMin * 2 }, shiftMin: 0 },
    {
      what: "Starting an hour earlier",
      // What comes out of the hot room comes when it comes, and people eat when they eat.
      plan: {
        ...plan,
        boxes: plan.boxes.map((b) =>
          b.releaseMin > 0 ? { ...b, releaseMin: b.releaseMin + EARLIER_MIN } : b,
        ),
        breaks: plan.breaks.map((b) => ({ fromMin: b.fromMin + EARLIER_MIN, toMin: b.toMin + EARLIER_MIN })),
      },
      shiftMin: EARLIER_MIN,
    },
    ...(boxes > later
      ? [
          {
            what: `Leaving ${later} ${later === 1 ? "box" : "boxes"} for tomorrow`,
            plan: {
              ...plan,
              boxes: [...plan.boxes].sort((a, b) => a.releaseMin - b.releaseMin).slice(0, boxes - later),
            },
            shiftMin: 0,
          },
        ]
      : []),
  ];
}

/** Advice for a plan whose forecast is known, best first; what saves under five minutes is left out. */
export function adviseDay(
  plan: DayPlan,
  now: DayForecast,
  { seed, replicates }: { seed: number; replicates: number },
): Advice[] {
  return changes(plan)
    .map(({ what, plan: changed, shiftMin }) => {
      const then = simulateDay(changed, { seed, replicates });
      const finishMin = then.finishMin.p50 - shiftMin;
      const savesMin = Number.isFinite(now.finishMin.p50)
        ? now.finishMin.p50 - finishMin
        : Number.isFinite(finishMin)
          ? 24 * 60
          : 0;
      return { what, savesMin, finishMin, bottleneck: then.bottleneck };
    })
    .filter((a) => a.savesMin >= 5)
    .sort((a, b) => b.savesMin - a.savesMin);
}
