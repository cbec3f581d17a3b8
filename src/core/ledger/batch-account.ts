/** The mass account of a batch: what came in, where it went, what nobody can explain. */
import { type FillId, type Movement, standing } from "./movement";

/** The kinds of movement the house makes. */
export type MovementKind =
  | "pull"
  | "join"
  | "wets"
  | "cappings"
  | "drained"
  | "wax"
  | "pail"
  | "loss"
  | "gain"
  | "unexplained"
  | "draw"
  | "send"
  | "back"
  | "cleaned"
  | "move"
  | "deliver"
  | "undo";

export interface BatchAccount {
  /** Honey in the supers as they were weighed in, g. */
  readonly inGrams: number;
  /** In pails, g. */
  readonly outGrams: number;
  /** In cappings bins, less what was drained back into the batch, g. */
  readonly cappingsGrams: number;
  /** Still in the spun combs, g. */
  readonly wetsGrams: number;
  /** Named losses, g. */
  readonly lostGrams: number;
  /** Weighed out beyond what came in, g. */
  readonly gainedGrams: number;
  /** Booked as unexplained when the batch was closed, g. */
  readonly unexplainedGrams: number;
  /** Still in the batch on paper: the remainder nobody has explained yet, g. */
  readonly remainderGrams: number;
  /** In pails, as % of what came in; null while nothing came in. */
  readonly yieldPct: number | null;
}

/** Adds the batch's movements up by kind. in + gained = out + cappings + wets + lost + unexplained + remainder, always. */
export function batchAccount(batchFill: FillId, movements: readonly Movement[]): BatchAccount {
  const sum = (test: (m: Movement) => boolean) => own.reduce((g, m) => (test(m) ? g + m.grams : g), 0);
  const own = standing(movements).filter((m) => m.from === batchFill || m.to === batchFill);
  const into = (kind: MovementKind) => sum((m) => m.to === batchFill && m.kind === kind);
  const outOf = (kind: MovementKind) => sum((m) => m.from === batchFill && m.kind === kind);
  // A batch of heated honey begins with what came out of a bin.
  const began = outOf("cappings") === 0 ? into("drained") : 0;
  const inGrams = into("join") + began;
  const outGrams = outOf("pail");
  return {
    inGrams,
    outGrams,
    cappingsGrams: outOf("cappings") - (into("drained") - began),
    wetsGrams: outOf("wets"),
    lostGrams: outOf("loss"),
    gainedGrams: into("gain"),
    unexplainedGrams: outOf("unexplained"),
    remainderGrams: sum((m) => m.to === batchFill) - sum((m) => m.from === batchFill),
    yieldPct: inGrams > 0 ? (outGrams / inGrams) * 100 : null,
  };
}
