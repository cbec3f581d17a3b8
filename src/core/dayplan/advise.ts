/** What would help: the plan changed one thing at a time, simulated again, ranked by the time it saves. */
import { type DayPlan, type Hand, TOOLS, USUAL } from "./plan";
import { type DayForecast, simulateDay } from "./simulate";

export interface Advice {
  readonly what: string;
  /** Minutes the middle finish comes earlier; negative when it does not help. */
  readonly savesMin: number;
  readonly finishMin: number;
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

/** Tools of common practice that are clearly quicker than the slowest bench's. */
const QUICKER = 0.8;
const named = (tool: string): string => `${/^[aeiou]/.test(tool) ? "An" : "A"} ${tool}`;

function otherTools(plan: DayPlan): Change[] {
  const slowest = plan.hands
    .filter((h) => h.uncap)
    .reduce<Hand | null>(
      (a, b) => (a && (a.uncap?.minPerFrame ?? 0) >= (b.uncap?.minPerFrame ?? 0) ? a : b),
      null,
    );
  const pace = slowest?.uncap;
  if (!slowest || !pace) return [];
  return Object.values(TOOLS)
    .filter(
      (t) => t.minPerFrame < pace.minPerFrame * QUICKER && !slowest.knows?.some((k) => k.tool === t.name),
    )
    .map((t) => ({
      what: `${named(t.name)} for ${slowest.name}`,
      plan: {
        ...plan,
        hands: plan.hands.map((h) =>
          h === slowest ? { ...h, uncap: { minPerFrame: t.minPerFrame, cv: pace.cv } } : h,
        ),
      },
      shiftMin: 0,
    }));
}

function moreHands(plan: DayPlan): Change[] {
  const bench = plan.hands.find((h) => h.uncap);
  const allDay = { fromMin: 0, toMin: Math.max(...plan.hands.map((h) => h.toMin)), name: "one more" };
  const joined = (what: string, hand: Hand): Change => ({
    what,
    plan: { ...plan, hands: [...plan.hands, hand] },
    shiftMin: 0,
  });
  return [
    ...(bench
      ? [
          joined(`One more pair of hands at ${bench.name.replace(/^.*?, /, "the ")}`, {
            ...bench,
            ...allDay,
          }),
        ]
      : []),
    joined("One more to load and unload", { ...allDay, uncap: null, loads: true, pails: true }),
  ];
}

function otherMachines(plan: DayPlan): Change[] {
  const [largest] = [...plan.extractors].sort((a, b) => b.slots - a.slots);
  const strainers: Change = {
    what: "A second strainer",
    plan: { ...plan, strainKgPerMin: plan.strainKgPerMin * 2 },
    shiftMin: 0,
  };
  if (!largest) return [strainers];
  const slots = Math.ceil(largest.slots * 1.5);
  const second = { ...largest, name: "one more machine", turning: null };
  return [
    {
      what: `A second ${largest.slots}-slot machine`,
      plan: { ...plan, extractors: [...plan.extractors, second] },
      shiftMin: 0,
    },
    {
      what: `A machine of ${slots} slots instead of ${largest.name}`,
      plan: { ...plan, extractors: plan.extractors.map((e) => (e === largest ? { ...e, slots } : e)) },
      shiftMin: 0,
    },
    strainers,
  ];
}

/** What comes out of the hot room comes when it comes, people eat when they eat and go home when they do. */
const earlier = (plan: DayPlan): Change => ({
  what: "Starting an hour earlier",
  plan: {
    ...plan,
    boxes: plan.boxes.map((b) => (b.releaseMin > 0 ? { ...b, releaseMin: b.releaseMin + EARLIER_MIN } : b)),
    hands: plan.hands.map((h) => ({
      ...h,
      fromMin: h.fromMin > 0 ? h.fromMin + EARLIER_MIN : 0,
      toMin: h.toMin + EARLIER_MIN,
    })),
    breaks: plan.breaks.map((b) => ({ fromMin: b.fromMin + EARLIER_MIN, toMin: b.toMin + EARLIER_MIN })),
  },
  shiftMin: EARLIER_MIN,
});

/** Part of the boxes tried when the day would end anyway. */
const SOME = 0.15;
/** So many more than are left over, when even the last ones' straining is too late. */
const MOST_MORE = 4;
/** Of so many stacks that dry, each later than the one before, it is tried to wait for fewer. */
const MOST_LATE = 3;
/** A day is safe when so many of its chances end it within the shifts. */
const SAFE = 0.9;

const ends = ({ unfinished, replicates }: DayForecast): boolean => unfinished <= (1 - SAFE) * replicates;

/** The last boxes stay for the next day: some of them, or as many as the shifts are too short for. */
function leaving(plan: DayPlan, now: DayForecast, by: { seed: number; replicates: number }): Change[] {
  const boxes = [...plan.boxes].sort((a, b) => a.releaseMin - b.releaseMin);
  const without = (n: number): Change => ({
    what: `Leaving ${n} ${n === 1 ? "box" : "boxes"} for the next day`,
    plan: { ...plan, boxes: boxes.slice(0, boxes.length - n) },
    shiftMin: 0,
  });
  if (ends(now)) {
    // Some, or all that come out of the hot room as late as the latest, or as those before them.
    const some = Math.max(1, Math.round(boxes.length * SOME));
    const late = [...new Set(boxes.map((b) => b.releaseMin))].filter((at) => at > 0).slice(-MOST_LATE);
    const counts = late.map((at) => boxes.filter((b) => b.releaseMin >= at).length);
    // All of them only while something turns: else there would be no day to speak of.
    const most = plan.extractors.some((e) => e.turning) ? boxes.length : boxes.length - 1;
    return [...new Set([some, ...counts])].filter((n) => n <= most).map(without);
  }
  const least = Math.max(1, now.boxesLeft.p90);
  for (let n = least; n < boxes.length && n <= least + MOST_MORE; n++)
    if (ends(simulateDay(without(n).plan, { ...by, tryRelief: false }))) return [without(n)];
  return [];
}

/** Advice for a plan whose forecast is known, best first; what saves under five minutes is left out. */
export function adviseDay(
  plan: DayPlan,
  now: DayForecast,
  by: { readonly seed: number; readonly replicates: number },
): Advice[] {
  return [
    ...sameCrew(plan),
    ...moreHands(plan),
    ...otherTools(plan),
    ...otherMachines(plan),
    earlier(plan),
    ...leaving(plan, now, by),
  ]
    .map(({ what, plan: changed, shiftMin }) => {
      const then = simulateDay(changed, { ...by, tryRelief: false });
      const finishMin = then.finishMin.p50 - shiftMin;
      const savesMin = Number.isFinite(now.finishMin.p50)
        ? now.finishMin.p50 - finishMin
        : Number.isFinite(finishMin)
          ? 24 * 60
          : 0;
      return { what, savesMin, finishMin };
    })
    .filter((a) => a.savesMin >= 5)
    .sort((a, b) => b.savesMin - a.savesMin || a.finishMin - b.finishMin);
}
