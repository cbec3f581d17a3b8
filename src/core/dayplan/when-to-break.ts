/** When people had best eat: the break is tried all over the middle of the day, and costs what it delays the finish. */
import type { DayPlan } from "./plan";
import { simulateDay } from "./simulate";

export interface BreakAt {
  /** When it begins, minutes from the start. */
  readonly atMin: number;
  /** Minutes the middle finish comes later than without it. */
  readonly costsMin: number;
}

export interface BreakAdvice extends BreakAt {
  readonly minutes: number;
  /** Where the plan has it; null when no break is planned any more. */
  readonly planned: BreakAt | null;
}

/** A day longer than this wants a break, planned or not, and so long (common practice). */
const LONG_DAY_MIN = 240;
const USUAL_BREAK_MIN = 30;
const QUARTER_MIN = 15;
const MOST_TRIES = 11;
/** What costs only so much more costs the same: then it is better near the middle, or left as it is planned. */
const ALIKE_MIN = 2;

/**
 * The longest break still ahead, or a usual one where a long day has none: when it costs least, and what it costs
 * as planned. Null when the shifts end before the work, or a short day needs none. `workedMin` minutes of the day
 * lie before the plan's first, when it is foreseen from now. `replicates` 1-20,000 days a try.
 * @throws DomainError for a plan that cannot be
 */
export function whenToBreak(
  plan: DayPlan,
  {
    workedMin = 0,
    ...by
  }: { readonly seed: number; readonly replicates: number; readonly workedMin?: number },
): BreakAdvice | null {
  const finish = (breaks: DayPlan["breaks"]) =>
    simulateDay({ ...plan, breaks }, { ...by, tryRelief: false }).finishMin.p50;
  const end = finish(plan.breaks);
  const [longest] = plan.breaks
    .filter((b) => b.fromMin >= 0 && b.fromMin < end)
    .sort((a, b) => b.toMin - b.fromMin - (a.toMin - a.fromMin));
  const others = plan.breaks.filter((b) => b !== longest);
  const minutes = longest ? longest.toMin - longest.fromMin : USUAL_BREAK_MIN;
  const without = finish(others);
  const day = workedMin + without;
  if (!Number.isFinite(day) || (!longest && day < LONG_DAY_MIN)) return null;

  const tried = (atMin: number): BreakAt => {
    const late = finish([...others, { fromMin: atMin, toMin: atMin + minutes }]) - without;
    return { atMin, costsMin: Math.max(0, late) };
  };
  const [first, last] = [0.3 * day - workedMin, 0.7 * day - workedMin];
  const step = Math.max(1, Math.ceil((last - first) / QUARTER_MIN / MOST_TRIES)) * QUARTER_MIN;
  const begin = Math.max(0, Math.ceil(first / QUARTER_MIN) * QUARTER_MIN);
  const tries = Array.from({ length: MOST_TRIES }, (_, i) => begin + i * step)
    .filter((at) => at <= last && others.every((b) => at >= b.toMin || at + minutes <= b.fromMin))
    .map(tried);
  const planned = longest ? tried(longest.fromMin) : null;
  const all = planned ? [planned, ...tries] : tries;
  if (all.length === 0) return null;
  const least = Math.min(...all.map((t) => t.costsMin));
  const alike = all.filter((t) => t.costsMin <= least + ALIKE_MIN);
  const fromMiddle = (t: BreakAt) => Math.abs(workedMin + t.atMin + minutes / 2 - day / 2);
  // Right after the start or before the end nobody wants one, though it may cost no more there.
  const best =
    alike.find((t) => t === planned && t.atMin >= first && t.atMin <= last) ??
    alike.reduce((a, b) => (fromMiddle(b) < fromMiddle(a) ? b : a));
  return { ...best, minutes, planned };
}
