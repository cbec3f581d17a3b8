/** What would help: the plan changed one thing at a time, simulated again, ranked by the time it saves. */
import { type DayPlan, type Hand, TOOLS, USUAL } from "./plan";
import { type DayForecast, simulateDay } from "./simulate";

export interface Advice {
  readonly what: string;
  /** Minutes the middle finish comes earlier; negative when it does not help. */
  readonly savesMin: number;
  readonly finishMin: number;
  readonly bottleneck: string;
}

const EARLIER_MIN = 60;

interface Change {
  readonly what: string;
  readonly plan: DayPlan;
  readonly shiftMin: number;
}

/** What the people there already could do otherwise: another tool they know, a hand at the machines. */
function sameCrew(plan: DayPlan): Change[] {
  const changed = (who: Hand, to: Partial<Hand>): DayPlan => ({
    ...plan,
    hands: plan.hands.map((h) => (h === who ? { ...h, ...to } : h)),
  });
  return plan.hands.flatMap((h) => {
    const { uncap } = h;
    const better = (h.knows ?? [])
      .filter((k) => !uncap || k.minPerFrame < uncap.minPerFrame)
      .sort((a, b) => a.minPerFrame - b.minPerFrame)[0];
    return [
      ...(better
        ? [
            {
              what: uncap
                ? `${h.name}: the ${better.tool} instead`
                : `${h.name}: uncapping too, ${better.tool}`,
              plan: changed(h, { uncap: { minPerFrame: better.minPerFrame, cv: uncap?.cv ?? USUAL.cv } }),
              shiftMin: 0,
            },
          ]
        : []),
      ...(uncap && !h.loads
        ? [{ what: `${h.name}: a hand at the machines too`, plan: changed(h, { loads: true }), shiftMin: 0 }]
        : []),
    ];
  });
}

function changes(plan: DayPlan): Change[] {
  const benches = plan.hands.filter((h) => h.uncap);
  const first = benches[0];
  const slowest = [...benches].sort((a, b) => (b.uncap?.minPerFrame ?? 0) - (a.uncap?.minPerFrame ?? 0))[0];
  const largest = [...plan.extractors].sort((a, b) => b.slots - a.slots)[0];
  const boxes = plan.boxes.length;
  const later = Math.max(1, Math.round(boxes * 0.15));
  const allDay = { fromMin: 0, toMin: Math.max(...plan.hands.map((h) => h.toMin)) };
  return [
    ...sameCrew(plan),
    ...(first
      ? [
          {
            what: `One more pair of hands at ${first.name.replace(/^.*?, /, "the ")}`,
            plan: { ...plan, hands: [...plan.hands, { ...first, ...allDay, name: "one more" }] },
            shiftMin: 0,
          },
        ]
      : []),
    ...(slowest?.uncap && slowest.uncap.minPerFrame > 0.5
      ? [
          {
            what: `An uncapping machine for ${slowest.name}`,
            plan: {
              ...plan,
              hands: plan.hands.map((h) =>
                h === slowest
                  ? { ...h, uncap: { minPerFrame: TOOLS.machine.minPerFrame, cv: h.uncap?.cv ?? 0 } }
                  : h,
              ),
            },
            shiftMin: 0,
          },
        ]
      : []),
    {
      what: "One more to load and unload",
      plan: {
        ...plan,
        hands: [...plan.hands, { ...allDay, name: "one more", uncap: null, loads: true, pails: true }],
      },
      shiftMin: 0,
    },
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
            what: `Leaving ${later} ${later === 1 ? "box" : "boxes"} for the next day`,
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
