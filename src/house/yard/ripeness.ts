/** The judgement of supers that are here, as the core wants to be asked. */

import { judgePull, type PullRipeness, type SuperLook } from "@/core/moisture";
import {
  type ExpectedYield,
  expectedYield,
  type PastBatch,
  type PastFrames,
  type SuperDepth,
} from "@/core/yields";
import { dayIn } from "../language/clock";
import { shown } from "../language/shown";
import { rulesOf } from "../ledger/records/house";
import type { Snapshot, WaitingSuper } from "../standing/snapshot";
import { framesIn, framesOf } from "../vessels/frames";

export const lookOf = (w: WaitingSuper): SuperLook => ({
  name: w.tag,
  massKg: w.grams / 1000,
  cappedPct: w.capped_pct,
  frames: framesOf(w),
  framesLeft: Math.min(w.frames_left, framesOf(w)),
  shake: w.shake,
  flags: w.flags,
  waitingUntil: w.waiting_until,
  place: "house",
  partlyCapped: w.partly_capped,
  readings: w.asRead,
});

/** Supers pulled in one yard on one day and still waiting, judged together by the school that judged the pull. */
export function judgedPull(
  s: Pick<Snapshot, "house" | "now">,
  supers: readonly WaitingSuper[],
): PullRipeness {
  const school = supers[0]?.school ?? s.house.school;
  return judgePull(supers.map(lookOf), rulesOf(s.house, school), dayIn(s.house.zone, s.now));
}

export interface PullTogether {
  readonly id: string;
  readonly yard: string;
  readonly date: string;
  readonly supers: readonly WaitingSuper[];
}

/** Waiting supers by the yard and day they were pulled, however many entries that took; newest first. */
export function pullsOf(waiting: readonly WaitingSuper[]): PullTogether[] {
  const pulls = new Map<string, WaitingSuper[]>();
  for (const w of waiting) {
    const id = `${w.date} ${w.yard}`;
    const known = pulls.get(id);
    if (known) known.push(w);
    else pulls.set(id, [w]);
  }
  return [...pulls]
    .sort(([a], [b]) => b.localeCompare(a))
    .map(([id, supers]) => ({ id, yard: supers[0]?.yard ?? "", date: supers[0]?.date ?? "", supers }));
}

export const yieldOf = (
  supers: readonly WaitingSuper[],
  past: { batches: readonly PastBatch[]; frames: PastFrames },
): ExpectedYield =>
  expectedYield(
    supers.map((w) => ({
      name: w.tag,
      depth: (w.depth ?? "custom") as SuperDepth,
      framesTaken: framesIn(w),
      cappedPct: w.capped_pct,
      netKg: w.weighed ? w.grams / 1000 : null,
      frameClass: w.frame_class,
    })),
    { ...past, shown: shown() },
  );
