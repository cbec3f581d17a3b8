/** Looking back: how much of what each movement carried ended up in the fills asked about. */
import { type FillId, type Movement, standing } from "../ledger";

/**
 * For each standing movement, in order of time, the grams of it that came to rest in (or once passed through)
 * one of `ends`. Fills are taken as well mixed. What an end gives back to itself in a circle is told both ways.
 */
export function carriedTo(
  ends: ReadonlySet<FillId>,
  movements: readonly Movement[],
): { readonly movement: Movement; readonly grams: number }[] {
  const order = standing(movements);
  const held = new Map<FillId, number>();
  for (const m of order) {
    held.set(m.from, (held.get(m.from) ?? 0) - m.grams);
    held.set(m.to, (held.get(m.to) ?? 0) + m.grams);
  }
  // Part of each fill, as it stands at the moment looked at, that is on its way to an end.
  const part = new Map<FillId, number>();
  const partOf = (fill: FillId): number => (ends.has(fill) ? 1 : (part.get(fill) ?? 0));
  const found: { movement: Movement; grams: number }[] = [];
  for (const m of order.reverse()) {
    const grams = m.grams * partOf(m.to);
    found.push({ movement: m, grams });
    const after = held.get(m.from) ?? 0;
    const before = after + m.grams;
    held.set(m.from, before);
    held.set(m.to, (held.get(m.to) ?? 0) - m.grams);
    // A source holds no more than it gave.
    if (before > 0)
      part.set(m.from, (Math.max(0, after) * partOf(m.from) + grams) / Math.max(before, m.grams));
  }
  return found.reverse();
}
