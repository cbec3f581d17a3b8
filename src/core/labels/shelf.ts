/** How long honey keeps its label's promise by how warm it stands: HMF forms, and 40 mg/kg is the limit. */
import { mustBeWithin } from "../domain-error";
import { hmfDays } from "../heat";

/** mg/kg, Codex CXS 12-1981 and Directive 2001/110/EC; 80 for honey declared as of the tropics (Codex). */
export const HMF_LIMIT = { usual: 40, tropics: 80 } as const;
const FORMED = 30;
const DAYS_A_MONTH = 30.44;

/**
 * Months until HMF reaches its limit on the shelf, between the quickest and the slowest honeys.
 * @param shelfC -10 to 45 °C; `nowMgKg` what it may hold already, at the most, 0-80 mg/kg
 * @throws DomainError out of range
 */
export function shelfMonths(
  shelfC: number,
  nowMgKg: number,
  limit: number = HMF_LIMIT.usual,
): { readonly lo: number; readonly hi: number } {
  mustBeWithin(shelfC, -10, 45, "The shelf", "°C");
  mustBeWithin(nowMgKg, 0, 80, "HMF", "mg/kg");
  const left = Math.max(0, limit - nowMgKg) / FORMED;
  const days = hmfDays(shelfC);
  return { lo: (left * days.lo) / DAYS_A_MONTH, hi: (left * days.hi) / DAYS_A_MONTH };
}
