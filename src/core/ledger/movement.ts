/**
 * The mass ledger: kilograms move from fill to fill, one row both sides, so mass always balances.
 * A fill is one charge of a vessel from clean and empty to empty again; colonies, lots, buyers' parcels
 * and losses are fills as well. Mass is in whole grams.
 */
import { DomainError } from "../domain-error";

export type FillId = number;

export interface Movement {
  readonly id: number;
  readonly from: FillId;
  readonly to: FillId;
  /** Whole grams, more than 0. */
  readonly grams: number;
  /** Milliseconds since 1970; movements of one moment follow their ids. */
  readonly at: number;
  readonly kind: string;
  /** The movement this one takes back, whole. */
  readonly reverses?: number | null;
  /**
   * The origin whose own honey moves: a spun comb keeps what was in it, not the batch's mixture.
   * What the origin's share cannot cover is taken from the mixture.
   */
  readonly own?: FillId | null;
}

/** Checks one movement's shape. @throws DomainError */
export function checkMovement(m: Movement): Movement {
  if (!(Number.isSafeInteger(m.grams) && m.grams > 0)) {
    throw new DomainError("bad-movement", `A movement carries whole grams, more than none, not ${m.grams}.`, {
      movement: m,
    });
  }
  if (m.from === m.to)
    throw new DomainError("bad-movement", "A movement needs two different fills.", { movement: m });
  return m;
}

/** What still stands: pairs of a movement and its reversal drop out. In order of time, then id. */
export function standing(movements: readonly Movement[]): Movement[] {
  const reversed = new Set(movements.flatMap((m) => (m.reverses == null ? [] : [m.reverses])));
  return movements
    .filter((m) => m.reverses == null && !reversed.has(m.id))
    .map(checkMovement)
    .sort((a, b) => a.at - b.at || a.id - b.id);
}
