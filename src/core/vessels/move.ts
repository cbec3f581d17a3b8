/** Honey moved between vessels: what leaves each, what comes into each, and what is missing or too much between them. */
import { DomainError } from "../domain-error";
import { METRIC, quantityIn, type Shown } from "../units";

export interface Giver {
  readonly name: string;
  /** In it before, whole grams. */
  readonly heldGrams: number;
  /** What was taken from it; left out, as much as the takers need, or all of it when nobody says what they got. */
  readonly takenGrams?: number | undefined;
}

export interface Taker {
  readonly name: string;
  readonly heldGrams: number;
  /** What came into it; left out, what the others did not get. */
  readonly addedGrams?: number | undefined;
  /** What it holds when it is full, g; null where nobody knows. */
  readonly holdsGrams: number | null;
}

export interface MovePlan {
  /** Out of each giver, losses included, g. */
  readonly taken: readonly number[];
  /** Into each taker, g. */
  readonly added: readonly number[];
  /** From giver i to taker j, g: what is poured together is taken as mixed, so each taker gets of all alike. */
  readonly carried: readonly (readonly number[])[];
  /** Of each giver's honey what arrived nowhere, g. */
  readonly lost: readonly number[];
  readonly lostGrams: number;
  /** More arrived than left by the scales, g. */
  readonly gainedGrams: number;
}

const sum = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0);

/** Whole parts of `total` in proportion to `weights` that add up to it; none over its weight while it is not over all. */
export function inProportion(total: number, weights: readonly number[]): number[] {
  const all = sum(weights);
  if (all === 0) return weights.map(() => 0);
  const exact = weights.map((w) => (total * w) / all);
  const parts = exact.map(Math.floor);
  const order = exact.map((e, i) => [e - Math.floor(e), i] as const).sort(([a], [b]) => b - a);
  // The rest is less than one for each part; where all may be over their weights, each takes its one.
  for (let k = 0, rest = total - sum(parts); rest > 0; k = (k + 1) % order.length) {
    const i = order[k]?.[1] ?? 0;
    if (total <= all && (parts[i] ?? 0) >= (weights[i] ?? 0)) continue;
    parts[i] = (parts[i] ?? 0) + 1;
    rest--;
  }
  return parts;
}

/**
 * Works out a move. Masses are whole grams; a giver or taker whose amount is left out is worked out from the others:
 * givers in their order, each emptied before the next is begun; takers in theirs, each filled to what it holds.
 * @param shown in whose units a refusal speaks
 * @throws DomainError `nothing-moves`, `itself`, `overdrawn` with what is there, `does-not-fit` with what fits
 */
export function planMove(givers: readonly Giver[], takers: readonly Taker[], shown = METRIC): MovePlan {
  if (givers.length === 0 || takers.length === 0)
    throw new DomainError("nothing-moves", "Say from which vessel, and into which.");
  for (const g of givers) {
    if (takers.some((t) => t.name === g.name))
      throw new DomainError("itself", `${g.name} cannot be poured into itself.`);
    if ((g.takenGrams ?? 0) > g.heldGrams)
      throw new DomainError(
        "overdrawn",
        `${g.name} holds ${kgIn(g.heldGrams, shown)}; ${kgIn(g.takenGrams ?? 0, shown)} cannot come out of it.`,
      );
  }
  const namedIn = sum(takers.map((t) => t.addedGrams ?? 0));
  const takersOpen = takers.some((t) => t.addedGrams === undefined);
  const taken = takersOpen ? givers.map((g) => g.takenGrams ?? g.heldGrams) : asNeeded(givers, namedIn);
  const out = sum(taken);
  const added = takersOpen ? filledInTurn(takers, out) : takers.map((t) => t.addedGrams ?? 0);
  for (const [j, t] of takers.entries()) mustFit(t, added[j] ?? 0, shown);
  const into = sum(added);
  if (out === 0 || into === 0) throw new DomainError("nothing-moves", "Nothing moves: say how much.");
  const lostGrams = Math.max(0, out - into);
  const lost = inProportion(lostGrams, taken);
  const gainedGrams = Math.max(0, into - out);
  let left = taken.map((t, i) => t - (lost[i] ?? 0));
  // A gain by weighing comes into each taker with what was poured.
  const poured = inProportion(into - gainedGrams, added);
  const byTaker = poured.map((grams) => {
    const part = inProportion(grams, left);
    left = left.map((g, i) => g - (part[i] ?? 0));
    return part;
  });
  return {
    taken,
    added,
    carried: givers.map((_, i) => byTaker.map((part) => part[i] ?? 0)),
    lost,
    lostGrams,
    gainedGrams,
  };
}

const kgIn = (grams: number, shown: Shown): string => quantityIn(grams / 1000, "kg", shown);

/** Named amounts, and of the others what is still needed, in their order. */
function asNeeded(givers: readonly Giver[], needed: number): number[] {
  let open = Math.max(0, needed - sum(givers.map((g) => g.takenGrams ?? 0)));
  const taken = givers.map((g) => {
    if (g.takenGrams !== undefined) return g.takenGrams;
    const part = Math.min(open, g.heldGrams);
    open -= part;
    return part;
  });
  return taken;
}

/** Named amounts, and what is left over into the others, each up to what it holds. */
function filledInTurn(takers: readonly Taker[], out: number): number[] {
  let open = out - sum(takers.map((t) => t.addedGrams ?? 0));
  const last = takers.findLastIndex((t) => t.addedGrams === undefined);
  return takers.map((t, j) => {
    if (t.addedGrams !== undefined) return t.addedGrams;
    const room = t.holdsGrams === null ? open : Math.max(0, t.holdsGrams - t.heldGrams);
    const part = Math.max(0, j === last ? open : Math.min(open, room));
    open -= part;
    return part;
  });
}

/** A vessel is full at its rim, not at its nominal mass: so much over is still believed (common practice). */
const OVER_FULL = 1.08;

/** Is so much more in a vessel than it can hold? Never, where nobody knows what it holds. */
export const isOverFull = (grams: number, holdsGrams: number | null): boolean =>
  holdsGrams !== null && grams > holdsGrams * OVER_FULL;

function mustFit({ name, heldGrams, holdsGrams }: Taker, grams: number, shown: Shown): void {
  if (holdsGrams === null || !isOverFull(heldGrams + grams, holdsGrams)) return;
  const room = Math.max(0, holdsGrams - heldGrams);
  throw new DomainError(
    "does-not-fit",
    `${name} holds ${kgIn(holdsGrams, shown)} and has room for ${kgIn(room, shown)}; ${kgIn(grams, shown)} does not fit.`,
    { room },
  );
}

/** So much more than left by the scales may arrive: scales and empty weights differ (common practice). */
const GAIN_SHARE = 0.02;
const GAIN_FLOOR_G = 300;

/** Is the gain more than scales explain? */
export const gainAsks = ({ taken, gainedGrams }: MovePlan): boolean =>
  gainedGrams > Math.max(GAIN_FLOOR_G, sum(taken) * GAIN_SHARE);
