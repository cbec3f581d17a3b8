/**
 * A day simulated many times over. Chance is in every uncapped frame and every run, by seed.
 */
import { mustBeWithin } from "../domain-error";
import { seeded } from "../statistics/seeded";
import { inOrder } from "./breaks";
import { holdsUp } from "./holds-up";
import { crewsOf, oneDay, type Piece } from "./one-day";
import { checkPlan, type DayPlan } from "./plan";
import { QUARTER } from "./waiting-frames";

/** Not a station: the time everybody at the benches waits for boxes that still dry. */
export const HOT_ROOM = "hot room";

export interface StationLoad {
  readonly station: string;
  /** Part of the working time it was busy, 0-1. */
  readonly utilisation: number;
  readonly busyMin: number;
}

export interface DayForecast {
  /** When the last thing is washed, minutes from the start; infinite when shifts end before the work does. */
  readonly finishMin: { readonly p10: number; readonly p50: number; readonly p90: number };
  readonly stations: readonly StationLoad[];
  /** The station that holds the day up: the one whose relief saves most. */
  readonly bottleneck: string;
  /** Pails and lids; null when no day was finished. */
  readonly pails: { readonly p50: number; readonly p90: number } | null;
  readonly meshChanges: number;
  /** Frames uncapped and waiting, mean over the day, every quarter of an hour. */
  readonly waiting: readonly { readonly atMin: number; readonly frames: number }[];
  /** Mean minutes a box waits to be uncapped after its release. */
  readonly boxWaitMin: number;
  /** Replicates in which the shifts ended before the work. */
  readonly unfinished: number;
  /** Boxes that are not spun when the shifts end. */
  readonly boxesLeft: { readonly p50: number; readonly p90: number };
  readonly replicates: number;
  /** One day as it would go, to draw: what each station does when. */
  readonly board: readonly Piece[];
}

/** The busiest station, unless it stands still mostly because what it wants still dries. */
function busiestOf(stations: readonly StationLoad[]): string {
  const room = stations.find((x) => x.station === HOT_ROOM)?.utilisation ?? 0;
  const busiest = stations
    .filter((x) => x.station !== HOT_ROOM)
    .reduce((a, b) => (b.utilisation > a.utilisation ? b : a));
  return busiest.utilisation < 0.85 && room > (1 - busiest.utilisation) / 2 ? HOT_ROOM : busiest.station;
}

const quantileOf = (sorted: readonly number[], q: number): number =>
  sorted[Math.min(sorted.length - 1, Math.max(0, Math.ceil(q * sorted.length) - 1))] ?? Number.NaN;

/**
 * Simulates `replicates` days (1-20,000) by `seed`. `progress` is told now and then and may answer false to
 * stop; then what was done so far is the answer. @throws DomainError for a plan that cannot be
 */
export function simulateDay(
  given: DayPlan,
  {
    seed,
    replicates,
    progress,
    tryRelief = true,
  }: {
    seed: number;
    replicates: number;
    progress?: (done: number) => boolean;
    /** False: what holds the day up is guessed by how busy each station is. */
    tryRelief?: boolean;
  },
): DayForecast {
  const plan = { ...given, breaks: inOrder(given.breaks) };
  checkPlan(plan);
  mustBeWithin(replicates, 1, 20_000, "Replicates");
  const order = [...plan.boxes].sort((a, b) => a.releaseMin - b.releaseMin);
  const rng = seeded(seed);
  const crews = crewsOf(plan);
  const names = [...plan.hands.map((h) => h.name), ...plan.extractors.map((e) => e.name), "strain", HOT_ROOM];
  const busy = names.map(() => 0);
  const span: number[] = [];
  const pails: number[] = [];
  const left: number[] = [];
  const quarters = new Float64Array(4 * 20);
  let [mesh, waits, unfinished, done, working] = [0, 0, 0, 0, 0];
  let board: readonly Piece[] = [];
  for (let r = 0; r < replicates; r++) {
    const day = oneDay(plan, order, crews, rng, quarters, r === 0);
    if (r === 0) board = day.board;
    done += 1;
    span.push(day.finish);
    waits += day.waits / Math.max(1, order.length);
    left.push(day.boxesLeft);
    for (const [i, b] of day.busy.entries()) busy[i] = (busy[i] as number) + b;
    if (Number.isFinite(day.finish)) {
      pails.push(day.pails);
      mesh += day.meshes;
      working += day.finish - plan.cleaningMin;
    } else {
      unfinished += 1;
      working += Math.max(...plan.hands.map((h) => h.toMin));
    }
    if (progress && r % 50 === 49 && !progress(r + 1)) break;
  }
  span.sort((a, b) => a - b);
  pails.sort((a, b) => a - b);
  left.sort((a, b) => a - b);
  const finished = Math.max(1, done - unfinished);
  // People are there for their shift, machines as long as there is work.
  const there = (i: number): number => {
    const hand = plan.hands[i];
    const mean = working / done;
    return hand ? Math.max(1, Math.min(hand.toMin, mean) - hand.fromMin) : mean;
  };
  const stations = names.map((station, i) => {
    const busyMin = (busy[i] as number) / done;
    return { station, utilisation: working > 0 ? busyMin / there(i) : 0, busyMin };
  });
  const shown = stations.filter((x) => x.station !== HOT_ROOM || x.busyMin > 0.5);
  const waiting = [...quarters].map((frames, i) => ({ atMin: i * QUARTER, frames: frames / done }));
  const p50 = quantileOf(span, 0.5);
  const end = Number.isFinite(p50) ? p50 : 600;
  return {
    finishMin: { p10: quantileOf(span, 0.1), p50, p90: quantileOf(span, 0.9) },
    stations: shown,
    bottleneck: tryRelief ? holdsUp(plan, seed, busiestOf(shown), HOT_ROOM) : busiestOf(shown),
    pails: pails.length > 0 ? { p50: quantileOf(pails, 0.5), p90: quantileOf(pails, 0.9) } : null,
    meshChanges: Math.round(mesh / finished),
    waiting: waiting.filter((w) => w.atMin <= end),
    boxWaitMin: waits / done,
    unfinished,
    boxesLeft: { p50: quantileOf(left, 0.5), p90: quantileOf(left, 0.9) },
    replicates: done,
    board,
  };
}
