import { checkMovement, type FillId, type Movement } from "./movement";

/**
 * Grams in each fill: what came in minus what went out, counter-movements included.
 * Sources (colonies) come out negative by what they gave. The sum over all fills is always 0.
 */
export function balances(movements: readonly Movement[]): Map<FillId, number> {
  const grams = new Map<FillId, number>();
  for (const m of movements) {
    checkMovement(m);
    grams.set(m.from, (grams.get(m.from) ?? 0) - m.grams);
    grams.set(m.to, (grams.get(m.to) ?? 0) + m.grams);
  }
  return grams;
}
