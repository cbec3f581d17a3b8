/** The day's work in boxes: what is still to spin and when it is dry, and what was done since the floor began. */

import type { Box } from "@/core/dayplan";
import { massG } from "../language/shown";
import { plural } from "../language/spoken";
import type { BatchState, Snapshot } from "../standing/snapshot";
import { framesIn } from "../vessels/frames";
import type { BatchComb } from "./records/batches";
import type { WeighedPail } from "./records/gate-pails";
import { type RunRow, runsOfStay } from "./records/runs";

const MINUTE = 60_000;
const DAY_MIN = 24 * 60;
/** What dries within so many minutes is still for today's floor. */
export const TODAY_MIN = 10 * 60;
/** What was done longer ago belongs to another day on the floor. */
export const DAY_ON_THE_FLOOR_MS = 16 * 60 * MINUTE;
/** A pail's honey ran about so long before it was weighed. */
const PAIL_MIN = 2;

/** Frames of a comb that were in no run yet, or must go again. */
export function framesLeft(c: BatchComb, runs: readonly RunRow[]): number {
  if (c.spun_entry !== null) return 0;
  const own = runs.filter((r) => r.batch_id === c.batch_id);
  const gone = runsOfStay(own, c.joined_at).flatMap(({ slots, marks }) =>
    slots.filter((f, i) => f?.super === c.tag && !marks?.some((m) => m.slot === i + 1 && m.mark === "again")),
  ).length;
  return Math.max(0, framesIn(c) - gone);
}

/** Under this part of what came in nothing is left to spin, whatever was told of runs (common practice: wets and cappings). */
const SPUN_OUT = 0.1;
/** Honey on paper and honey in frames differ by so much before the paper is believed. */
const DIFFERS = 1.25;

/**
 * Frames of a batch still to be spun, by the fill of its comb. Where runs are not told, what pails and bins weigh overrules: no more
 * frames wait than the batch still holds honey for.
 */
export function framesStill(
  batch: Pick<BatchState, "combs" | "account">,
  runs: readonly RunRow[],
): ReadonlyMap<number, number> {
  const told = batch.combs
    .map((c) => ({ c, frames: framesLeft(c, runs), each: (c.gross_g - c.empty_g) / framesIn(c) }))
    .filter((x) => x.frames > 0);
  const left = batch.account.remainderGrams;
  if (left < batch.account.inGrams * SPUN_OUT) return new Map();
  let room =
    told.reduce((g, x) => g + x.frames * x.each, 0) > left * DIFFERS ? left : Number.POSITIVE_INFINITY;
  const still = new Map<number, number>();
  for (const { c, frames, each } of told) {
    const fit = Math.min(frames, Math.ceil(room / Math.max(1, each)));
    if (fit <= 0) break;
    still.set(c.comb_fill, fit);
    room -= fit * each;
  }
  return still;
}

const boxOf = (c: BatchComb, frames: number): Box => ({
  id: c.tag,
  frames,
  kg: ((c.gross_g - c.empty_g) / 1000) * (frames / framesIn(c)),
  releaseMin: 0,
  deep: c.depth === "deep",
});

/** Stacks that are ready, and those that dry by tomorrow; ready so many minutes from now. */
function boxesInRoom(s: Snapshot): Box[] {
  return s.room.stacks.flatMap((x) => {
    const wait =
      x.forecast?.status === "ready" ? 0 : x.forecast?.status === "drying" ? x.forecast.hours.p50 * 60 : null;
    if (wait === null || wait > TODAY_MIN + DAY_MIN) return [];
    return x.supers.map((w) => ({
      id: w.tag,
      frames: framesIn(w),
      kg: w.grams / 1000,
      releaseMin: wait,
      deep: w.depth === "deep",
    }));
  });
}

export interface DayWork {
  /** Frames still to spin, by box: those in open batches, then what the hot room lets out today. */
  readonly boxes: readonly Box[];
  /** Those that dry by tomorrow only. */
  readonly boxesLater: readonly Box[];
  /** All of the day's boxes with all their frames, done or not. */
  readonly whole: readonly Box[];
  readonly done: {
    /** Boxes weighed back. */
    readonly boxes: number;
    /** Frames that went into a machine: they are uncapped, whether they are out or not. Those that go again do not count. */
    readonly framesIn: number;
    /** Frames that are out, and done with. */
    readonly frames: number;
    readonly pailGrams: number;
    readonly firstMs: number | null;
    /** Runs by machine, pails weighed: what the day's board draws of what was done. */
    readonly pieces: readonly {
      readonly station: string;
      readonly what: string;
      readonly fromMs: number;
      readonly toMs: number;
    }[];
  };
}

/** @param today what the day's batches are made of, those closed since this morning included */
export function dayWork(
  s: Snapshot,
  today: {
    readonly combs: readonly BatchComb[];
    readonly runs: readonly RunRow[];
    readonly filled: readonly WeighedPail[];
  },
): DayWork {
  const ofToday = (at: Date | null): boolean =>
    at !== null && s.now.getTime() - at.getTime() < DAY_ON_THE_FLOOR_MS;
  const open = today.combs.filter((c) => c.closed_by === null && c.spun_entry === null);
  const still = new Map(
    s.openBatches.map((b) => [
      b.id,
      framesStill(
        b,
        today.runs.filter((r) => r.batch_id === b.id),
      ),
    ]),
  );
  const ahead = open
    .map((c) => boxOf(c, still.get(c.batch_id)?.get(c.comb_fill) ?? 0))
    .filter((b) => b.frames > 0);
  const room = boxesInRoom(s);
  const fromRoom = room.filter((b) => b.releaseMin <= TODAY_MIN);
  const back = today.combs.filter((c) => ofToday(c.spun_at));
  // Of a closed batch's boxes that nobody weighed back, the frames that were spun.
  const unweighed = today.combs
    .filter((c) => c.closed_by !== null && c.spun_entry === null)
    .map((c) => boxOf(c, framesIn(c) - framesLeft(c, today.runs)))
    .filter((b) => b.frames > 0);
  const runs = today.runs.filter((r) => ofToday(r.started_at));
  const filled = today.filled.filter((f) => ofToday(f.at));
  const loaded = (r: RunRow): number => r.slots.filter(Boolean).length;
  const again = (r: RunRow): number => (r.marks ?? []).filter((m) => m.mark === "again").length;
  const done = (list: readonly RunRow[]): number => list.reduce((n, r) => n + loaded(r) - again(r), 0);
  return {
    boxes: [...ahead, ...fromRoom],
    boxesLater: room.filter((b) => b.releaseMin > TODAY_MIN),
    whole: [...[...back, ...open].map((c) => boxOf(c, framesIn(c))), ...unweighed, ...fromRoom],
    done: {
      boxes: back.length,
      framesIn: done(runs),
      frames: done(runs.filter((r) => r.ended_at !== null)),
      pailGrams: filled.reduce((g, f) => g + f.grams, 0),
      firstMs: runs.length > 0 ? Math.min(...runs.map((r) => r.started_at.getTime())) : null,
      pieces: [
        ...runs.map((r) => ({
          station: r.machine,
          what: `run ${r.number}, ${plural(loaded(r), "frame")}`,
          fromMs: r.started_at.getTime(),
          toMs: (r.ended_at ?? s.now).getTime(),
        })),
        ...filled.map((f) => ({
          station: "strain",
          what: `pail of ${massG(f.grams)}`,
          fromMs: f.at.getTime() - PAIL_MIN * MINUTE,
          toMs: f.at.getTime(),
        })),
      ],
    },
  };
}
