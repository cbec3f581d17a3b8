/** How much water must leave the honey, and how long a dehumidifier needs at least. */
import { DomainError, mustBeWithin } from "../domain-error";

/**
 * Water to take out of `massKg` of honey to go from `fromPct` to `toPct`, kg: m (W0 - W1) / (100 - W1),
 * because the solids stay. 0 when it is there already. Valid 10-35 % water.
 * @throws DomainError out of range
 */
export function waterToRemoveKg(massKg: number, fromPct: number, toPct: number): number {
  if (!(massKg >= 0 && massKg < 1e6))
    throw new DomainError("out-of-range", "A mass of honey must be 0 kg or more.", { massKg });
  mustBeWithin(fromPct, 10, 35, "Water content", "%");
  mustBeWithin(toPct, 10, 35, "The target water", "%");
  return Math.max(0, (massKg * (fromPct - toPct)) / (100 - toPct));
}

/** Dehumidifiers are rated in wet, warm air; in a room fit for honey they collect about this part (common practice). */
export const DEHUMIDIFIER_DERATING = 0.35;

/** Hours in which a dehumidifier rated `ratedLPerDay` could at best collect `waterKg`; infinite when there is none. */
export function dehumidifierHours(
  waterKg: number,
  ratedLPerDay: number,
  derating = DEHUMIDIFIER_DERATING,
): number {
  mustBeWithin(waterKg, 0, 1e5, "The water", "kg");
  mustBeWithin(ratedLPerDay, 0, 500, "The dehumidifier's rating", "L a day");
  mustBeWithin(derating, 0.05, 1, "The derating");
  if (waterKg === 0) return 0;
  return (waterKg / (ratedLPerDay * derating)) * 24;
}
