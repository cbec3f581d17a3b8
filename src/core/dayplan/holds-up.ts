/** Which station holds the day up: the one whose relief would end it soonest, tried by simulation. */
import { seeded } from "../statistics/seeded";
import { type Crews, crewsOf, oneDay } from "./one-day";
import type { DayPlan } from "./plan";

/** Days enough to tell which relief saves most. */
const TRIED_DAYS = 24;
/** A relief that saves less than this, as part of the day, is chance. */
const TELLS = 0.01;

/** The middle end of a few days; a day that does not end is worse the more it leaves. */
function middleEnd(plan: DayPlan, seed: number): number {
  const order = [...plan.boxes].sort((a, b) => a.releaseMin - b.releaseMin);
  const crews: Crews = crewsOf(plan);
  const rng = seeded(seed);
  const unseen = new Float64Array(0);
  const ends = Array.from({ length: TRIED_DAYS }, () => {
    const { finish, boxesLeft } = oneDay(plan, order, crews, rng, unseen, false);
    return Number.isFinite(finish) ? finish : 1e5 + 100 * boxesLeft;
  }).sort((a, b) => a - b);
  return ends[Math.floor(ends.length / 2)] ?? 0;
}

/** The plan with one station relieved: a second pair of hands like these, a second machine, twice the strainer, no wait for the room. */
function relieved(plan: DayPlan, hotRoom: string): { readonly station: string; readonly plan: DayPlan }[] {
  return [
    ...plan.hands.map((h) => ({
      station: h.name,
      plan: { ...plan, hands: [...plan.hands, { ...h, name: `${h.name}, again` }] },
    })),
    ...plan.extractors.map((e) => ({
      station: e.name,
      plan: { ...plan, extractors: [...plan.extractors, { ...e, name: `${e.name}, again`, turning: null }] },
    })),
    { station: "strain", plan: { ...plan, strainKgPerMin: plan.strainKgPerMin * 2 } },
    ...(plan.boxes.some((b) => b.releaseMin > 0)
      ? [{ station: hotRoom, plan: { ...plan, boxes: plan.boxes.map((b) => ({ ...b, releaseMin: 0 })) } }]
      : []),
  ];
}

/**
 * The station of `busiest` (a guess by how busy each is, kept where no relief tells) whose relief saves most.
 * Those alike in skill and shift are named by the first of them.
 */
export function holdsUp(plan: DayPlan, seed: number, busiest: string, hotRoom: string): string {
  const now = middleEnd(plan, seed);
  const best = relieved(plan, hotRoom)
    .map(({ station, plan: changed }) => ({ station, saves: now - middleEnd(changed, seed) }))
    .reduce((a, b) => (b.saves > a.saves + 1e-9 ? b : a));
  return best.saves > Math.min(now, 1e4) * TELLS ? best.station : busiest;
}
