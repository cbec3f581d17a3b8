/**
 * One step back, one step forward, and all the way (Codex CAC/GL 60-2006).
 * Recall uses contact: any path at all, however small the share.
 */
import { type FillId, type Movement, standing } from "../ledger";

export type Direction = "back" | "forward";

/**
 * Every fill that honey can have come from (`back`) or gone to (`forward`), starting fills included,
 * in order of steps away. Time is honoured: honey that left before it came in carries no contact.
 */
export function reach(
  start: FillId | readonly FillId[],
  movements: readonly Movement[],
  direction: Direction,
): FillId[] {
  const order = standing(movements);
  if (direction === "back") order.reverse();
  const reached = new Set<FillId>(typeof start === "number" ? [start] : start);
  // In time order one pass is enough: a fill is marked before anything that leaves it later is looked at.
  for (const m of order) {
    const [near, far] = direction === "forward" ? [m.from, m.to] : [m.to, m.from];
    if (reached.has(near)) reached.add(far);
  }
  return [...reached];
}
