/** Following the start's honey forward: all of it is counted as its own from the start on. */
import { type FillId, type Movement, mix } from "@/core/ledger";
import type { FillKind } from "../ledger/records/fills";
import type { Known } from "./shares";

export interface Carried {
  readonly from: Known;
  readonly to: Known;
  readonly grams: number;
}

export interface Followed {
  /** What each movement carried of it, in order of time. */
  readonly carried: readonly Carried[];
  /** Grams of it still in a fill. */
  readonly heldIn: (fill: FillId) => number;
  /** Fills of a kind that hold some of it now: what came back of a parcel is with nobody. */
  readonly standingIn: (kind: FillKind) => { fill: Known; grams: number }[];
  /** Fills of a kind that got some of it, with the grams. */
  readonly receivedBy: (kind: FillKind) => { fill: Known; grams: number }[];
}

export function follow(
  start: ReadonlySet<FillId>,
  movements: readonly Movement[],
  fills: ReadonlyMap<FillId, Known>,
): Followed {
  const carried: Carried[] = [];
  const licked = new Set<FillId>();
  const mixed = mix(movements, {
    startAt: start,
    onMove(m, shares) {
      let grams = 0;
      // What comes back to the start is told as well, so that the picture can net it out.
      for (const [origin, g] of shares) if (start.has(origin)) grams += g;
      const [from, to] = [fills.get(m.from), fills.get(m.to)];
      // What the bees licked out of wets is told already: it stayed in the comb.
      if (from?.kind === "wets" && to) licked.add(to.id);
      else if (grams > 0 && from && to) carried.push({ from, to, grams });
    },
  });
  const ofStart = (shares: readonly { origin: FillId; grams: number }[] = []): number =>
    shares.reduce((g, s) => (start.has(s.origin) ? g + s.grams : g), 0);
  return {
    carried,
    heldIn: (fill) => ofStart(mixed.get(fill)?.content),
    standingIn: (kind) =>
      [...fills.values()].flatMap((fill) => {
        const grams = fill.kind === kind && !start.has(fill.id) ? ofStart(mixed.get(fill.id)?.content) : 0;
        return grams > 0 ? [{ fill, grams }] : [];
      }),
    receivedBy: (kind) =>
      [...fills.values()].flatMap((fill) => {
        if (fill.kind !== kind || start.has(fill.id) || licked.has(fill.id)) return [];
        const grams = ofStart(mixed.get(fill.id)?.received);
        return grams > 0 ? [{ fill, grams }] : [];
      }),
  };
}
