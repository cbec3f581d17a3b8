/** Grade of extracted honey by its solids and its faults (United States Standards for Grades of Extracted Honey, 1985; from memory). */
import { mustBeWithin } from "../domain-error";

export const FAULTS = ["none", "slight", "some", "serious"] as const;
export type Fault = (typeof FAULTS)[number];
export type Grade = "A" | "B" | "C" | "substandard";

const IN_ORDER: readonly Grade[] = ["A", "B", "C", "substandard"];
/** Solids at least, %: A and B alike. */
const SOLIDS_PCT = { ab: 81.4, c: 80 } as const;
const BY_FAULT: Readonly<Record<Fault, number>> = { none: 0, slight: 1, some: 2, serious: 3 };

/**
 * The grade its water and the worst of its faults leave.
 * @param solidsPct soluble solids, 60-95 %: 100 less the water
 * @param faults flavour, what is in it, and how clear it is; clearness does not count in set honey
 * @throws DomainError out of range
 */
export function grade(
  solidsPct: number,
  faults: { readonly flavour: Fault; readonly particles: Fault; readonly clarity: Fault },
  set = false,
): { readonly grade: Grade; readonly limitedBy: "nothing" | "water" | "flavour" | "particles" | "clarity" } {
  mustBeWithin(solidsPct, 60, 95, "The soluble solids", "%");
  const bySolids = solidsPct >= SOLIDS_PCT.ab ? 0 : solidsPct >= SOLIDS_PCT.c ? 2 : 3;
  const limits = [
    { by: "water", at: bySolids },
    { by: "flavour", at: BY_FAULT[faults.flavour] },
    { by: "particles", at: BY_FAULT[faults.particles] },
    ...(set ? [] : [{ by: "clarity", at: BY_FAULT[faults.clarity] } as const]),
  ] as const;
  const worst = limits.reduce((a, b) => (b.at > a.at ? b : a));
  return { grade: IN_ORDER[worst.at] ?? "substandard", limitedBy: worst.at === 0 ? "nothing" : worst.by };
}
