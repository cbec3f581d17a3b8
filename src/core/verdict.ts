/** One line of working behind a number or a verdict; the "Why?" panel prints these in order. */
export interface Reason {
  /** What was used or done, in words: "Mean of 3 readings", "Wedmore's line". */
  readonly what: string;
  /** The figure with its unit, as shown: "17.6 % ±0.2". */
  readonly figure?: string;
  /** Who measured and when, for inputs. */
  readonly by?: string;
  /** Publication, standard or "common practice". */
  readonly source?: string;
}

/** A judgement as data: screen, API and tests read the same thing. */
export interface Verdict<V extends string, F = Readonly<Record<string, number>>> {
  readonly verdict: V;
  /** The verdict in one sentence. */
  readonly sentence: string;
  readonly because: readonly Reason[];
  readonly figures: F;
}
