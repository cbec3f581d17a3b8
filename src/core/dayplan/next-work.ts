/** What each pair of hands does next, by the day as it would go from here. */
import { seeded } from "../statistics/seeded";
import { inOrder } from "./breaks";
import { crewsOf, oneDay, type Task } from "./one-day";
import { checkPlan, type DayPlan } from "./plan";

/** A thing somebody is sent to. */
export interface Errand extends Task {
  /** The row of the plan, and who it is. */
  readonly hand: string;
  readonly person: string;
  /** Minutes from the plan's start. */
  readonly fromMin: number;
  readonly toMin: number;
}

/** The same day without chance: every time is its mean. */
const withoutChance = (plan: DayPlan): DayPlan => ({
  ...plan,
  breaks: inOrder(plan.breaks),
  hands: plan.hands.map((h) => ({ ...h, uncap: h.uncap && { ...h.uncap, cv: 0 } })),
  extractors: plan.extractors.map((e) => ({ ...e, cv: 0 })),
});

/**
 * Everybody's errands in the order they begin. No box and no machine is anybody's while it is somebody else's: where
 * the simulation lets two take frames of one box in turn, the second is sent to the next box nobody has.
 * @param at who is at which box as the plan begins: they stay at it
 * @throws DomainError for a plan that cannot be
 */
export function nextWork(
  given: DayPlan,
  at: readonly { readonly person: string; readonly of: string }[] = [],
): Errand[] {
  const plan = withoutChance(given);
  checkPlan(plan);
  const order = [...plan.boxes].sort((a, b) => a.releaseMin - b.releaseMin);
  const { board } = oneDay(plan, order, crewsOf(plan), seeded(1), new Float64Array(80), true);
  const people = new Map(plan.hands.map((h) => [h.name, h.person ?? h.name]));
  const owner = new Map<string, string>();
  const frames = new Map(order.map((b) => [b.id, b.frames]));
  const present = new Map<string, string>();
  for (const { person, of } of at) {
    const hand = plan.hands.find((h) => (h.person ?? h.name) === person && h.toMin > 0 && h.uncap !== null);
    if (!hand || !frames.has(of) || owner.has(of) || present.has(hand.name)) continue;
    owner.set(of, hand.name);
    present.set(hand.name, of);
  }
  /** Whose box it is, or which other one the hand gets; null when none is left. */
  const boxFor = (hand: string, wanted: string): string | null => {
    const now = present.get(hand);
    if (now !== undefined && (frames.get(now) ?? 0) > 0) return now;
    const box =
      owner.has(wanted) && owner.get(wanted) !== hand ? order.find((b) => !owner.has(b.id))?.id : wanted;
    if (box === undefined) return null;
    owner.set(box, hand);
    present.set(hand, box);
    return box;
  };
  const errands: Errand[] = [];
  for (const piece of [...board].sort((a, b) => a.fromMin - b.fromMin || a.toMin - b.toMin)) {
    const person = people.get(piece.station);
    if (!piece.task || person === undefined) continue;
    const { kind } = piece.task;
    const of = kind === "uncap" ? boxFor(piece.station, piece.task.of) : piece.task.of;
    if (of === null) continue;
    if (kind === "uncap") frames.set(of, (frames.get(of) ?? 0) - piece.amount);
    const last = errands.findLast((e) => e.hand === piece.station);
    if (last && last.kind === kind && last.of === of && kind === "uncap")
      errands[errands.indexOf(last)] = { ...last, toMin: piece.toMin };
    else errands.push({ hand: piece.station, person, kind, of, fromMin: piece.fromMin, toMin: piece.toMin });
  }
  return errands;
}
