/** The account of a recall: of all that came into what is recalled, what is gone, what is here, what nobody can tell. */
import { type FillId, type Movement, mix, standing } from "../ledger";

/** Where grams of the recalled honey ended, as far as it matters. */
export type Ended = "gone" | "here" | "lost" | "source";

export interface RecallAccount {
  /** Came into what is recalled from anywhere else, g. */
  readonly cameG: number;
  /** With buyers, g. */
  readonly goneG: number;
  /** Still in the house, g. */
  readonly hereG: number;
  /** In named losses, wax, and what stayed in the comb, g. */
  readonly lostG: number;
  /** Booked as unexplained, g. */
  readonly unexplainedG: number;
  /** Found, as % of what came; null where nothing came. A recall passes between 98 and 102. */
  readonly foundPct: number | null;
  /** Of every fill that holds any of it now, how much, g. */
  readonly holds: ReadonlyMap<FillId, number>;
}

export const PASSES_PCT = [98, 102] as const;

/**
 * Follows everything that is in `sources` through `movements` and says where it is now.
 * @param sources what is recalled; all of its content counts
 * @param movements all movements that touch anything the sources reach, and whatever came into them; in any order
 * @param endOf what a fill means for the account
 */
export function recallAccount(
  sources: ReadonlySet<FillId>,
  movements: readonly Movement[],
  endOf: (fill: FillId) => Ended,
): RecallAccount {
  const stood = standing(movements);
  const unexplained = new Set(stood.filter((m) => m.kind === "unexplained").map((m) => m.to));
  const receivers = new Set(stood.map((m) => m.to));
  // Drained back, or come back from a buyer, it was counted when it came first.
  const fresh = new Map<FillId, number>();
  const mixed = mix(movements, {
    startAt: sources,
    contentOnly: true,
    onMove(m, shares) {
      if (!sources.has(m.to)) return;
      // What nothing is known to have come into is outside of all this.
      const own = !receivers.has(m.from)
        ? 0
        : [...shares].reduce((g, [origin, grams]) => (sources.has(origin) ? g + grams : g), 0);
      fresh.set(m.to, (fresh.get(m.to) ?? 0) + m.grams - own);
    },
  });
  const came = [...fresh.values()].reduce((a, b) => a + b, 0);
  const sum = { gone: 0, here: 0, lost: 0, unexplained: 0 };
  const holds = new Map<FillId, number>();
  for (const [fill, c] of mixed) {
    const grams = c.content.reduce((g, s) => (sources.has(s.origin) ? g + s.grams : g), 0);
    if (grams < 1e-6) continue;
    const end = endOf(fill);
    if (end === "source" && !sources.has(fill)) continue;
    holds.set(fill, grams);
    if (unexplained.has(fill)) sum.unexplained += grams;
    else if (end === "gone") sum.gone += grams;
    else if (end === "lost") sum.lost += grams;
    else sum.here += grams;
  }
  const found = sum.gone + sum.here + sum.lost;
  return {
    cameG: came,
    goneG: sum.gone,
    hereG: sum.here,
    lostG: sum.lost,
    unexplainedG: sum.unexplained,
    foundPct: came > 0 ? (100 * found) / came : null,
    holds,
  };
}
