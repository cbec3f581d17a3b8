/** Work and the breaks it is done around. */
import type { DayPlan } from "./plan";

type Breaks = DayPlan["breaks"];

/** When work of `minutes` begun at `at` ends, breaks left out; and when it truly begins. */
export function through(breaks: Breaks, at: number, minutes: number): { from: number; to: number } {
  let from = at;
  for (const b of breaks) if (from >= b.fromMin && from < b.toMin) from = b.toMin;
  let to = from + minutes;
  for (const b of breaks) if (b.fromMin >= from && b.fromMin < to) to += b.toMin - b.fromMin;
  return { from, to };
}

/** The stretches of work from `from` to `to` between the breaks. */
export function stretches(breaks: Breaks, from: number, to: number): { from: number; to: number }[] {
  const within = breaks.filter((b) => b.fromMin > from && b.fromMin < to);
  const begins = [from, ...within.map((b) => b.toMin)];
  return begins.map((begin, i) => ({ from: begin, to: within[i]?.fromMin ?? to }));
}

/** Breaks one after the other, those that run into each other as one. */
export function inOrder(breaks: Breaks): Breaks {
  const merged: { fromMin: number; toMin: number }[] = [];
  for (const b of [...breaks].sort((x, y) => x.fromMin - y.fromMin)) {
    const last = merged.at(-1);
    if (last && b.fromMin <= last.toMin) last.toMin = Math.max(last.toMin, b.toMin);
    else merged.push({ ...b });
  }
  return merged;
}
