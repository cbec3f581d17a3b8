/** A property that goes with the honey: read in one vessel, carried by mass into every other. */
import type { FillId } from "./movement";

/** Of the part whose property is known, its mean; and how much of the honey that part is. */
export interface Carried {
  readonly value: number;
  /** 0-1; the rest was never read. */
  readonly share: number;
}

/** Grams from one fill into another, at a moment in ms. */
export interface CarryingMove {
  readonly from: FillId;
  readonly to: FillId;
  readonly grams: number;
  readonly at: number;
}

/** What was read of a fill: it speaks for all that was in it then. */
export interface ReadThen {
  readonly at: number;
  readonly value: number;
  /** Of so many grams only, and not of all that was there. */
  readonly grams?: number;
}

/**
 * The property of every fill at `nowMs`, where any of it is known; parts that are known mix by mass, so the property
 * must be one that does.
 * @param moves standing movements in order of time
 * @param read by fill, each list in order of time; a reading at a move's own moment counts as made before it
 */
export function carriedReading(
  moves: readonly CarryingMove[],
  read: ReadonlyMap<FillId, readonly ReadThen[]>,
  nowMs: number,
): Map<FillId, Carried> {
  const states = new Map<FillId, { grams: number; known: number; sum: number; seen: number }>();
  const upTo = (fill: FillId, at: number) => {
    const s = states.get(fill);
    if (!s) return null;
    const list = read.get(fill) ?? [];
    for (let next = list[s.seen]; next && next.at <= at; next = list[++s.seen]) {
      const of = Math.min(s.grams, next.grams ?? s.grams);
      // What is known of a part comes beside what was known before, as far as there is honey for both.
      const stays = next.grams === undefined ? 0 : Math.min(s.known, s.grams - of);
      s.sum = (s.known > 0 ? (s.sum * stays) / s.known : 0) + of * next.value;
      s.known = stays + of;
    }
    return s;
  };
  for (const m of moves) {
    const from = upTo(m.from, m.at);
    const part = from && from.grams > 0 ? Math.min(1, m.grams / from.grams) : 0;
    const [known, sum] = from ? [from.known * part, from.sum * part] : [0, 0];
    if (from) {
      from.grams -= m.grams;
      from.known -= known;
      from.sum -= sum;
    }
    const to = upTo(m.to, m.at);
    if (to) {
      to.grams += m.grams;
      to.known += known;
      to.sum += sum;
    } else states.set(m.to, { grams: m.grams, known, sum, seen: 0 });
  }
  return new Map(
    [...states.keys()].flatMap((fill): [FillId, Carried][] => {
      const s = upTo(fill, nowMs);
      return s && s.grams > 0 && s.known > 0
        ? [[fill, { value: s.sum / s.known, share: Math.min(1, s.known / s.grams) }]]
        : [];
    }),
  );
}
