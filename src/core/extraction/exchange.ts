/** Frames changing places in a machine where some lie across two slots. */
import type { FrameWidth } from "./machine";

/** What would lie where: place and frame number, one after the other. */
export type Exchange = readonly number[];

/** A frame across two slots has its number in both; it begins where the slot before is not its own. */
export const beginsAt = (slot: number, at: ArrayLike<number>, slots: number): boolean =>
  at[slot] !== at[(slot + slots - 1) % slots];

/**
 * What changes when the frame across two slots that begins at `a` changes places with what lies at `b`:
 * two single slots, another such frame, one left out, or the next slot, over which it moves by one.
 * Null when there is no such exchange.
 * @param at frame numbers by slot, then those left out; -1 where nothing lies
 * @param wide 1 where a frame across two slots lies
 */
export function wideExchange(
  a: number,
  b: number,
  at: ArrayLike<number>,
  wide: ArrayLike<number>,
  slots: number,
): Exchange | null {
  const [a2, b2] = [(a + 1) % slots, (b + 1) % slots];
  const [own, other] = [at[a] as number, at[b] as number];
  if (b >= slots) return wide[b] ? [a, other, a2, other, b, own] : null;
  if (b === a) return null;
  if (b === a2) return wide[b2] ? null : [a, at[b2] as number, a2, own, b2, own];
  if (b2 === a) return wide[b] ? null : [b, own, a, own, a2, other];
  const whole = wide[b] ? other === at[b2] : !wide[b2];
  return whole ? [a, other, a2, at[b2] as number, b, own, b2, own] : null;
}

/**
 * The load after the frame in slot `from` and what lies in slot `to` changed places; null where there is no
 * room for a frame across two slots. A frame is named in the first slot it takes.
 * @param widthOf slots a frame takes; 2 only in a machine of four slots or more
 */
export function movedFrame(
  slots: readonly (string | null)[],
  widthOf: (id: string) => FrameWidth,
  from: number,
  to: number,
): readonly (string | null)[] | null {
  const n = slots.length;
  const at: number[] = Array(n).fill(-1);
  const wide: number[] = Array(n).fill(0);
  for (const [slot, id] of slots.entries()) {
    if (id === null) continue;
    for (let w = 0; w < widthOf(id); w++) {
      at[(slot + w) % n] = slot;
      wide[(slot + w) % n] = widthOf(id) - 1;
    }
  }
  const begin = (slot: number): number => (wide[slot] && !beginsAt(slot, at, n) ? (slot + n - 1) % n : slot);
  let exchange: Exchange | null = [from, at[to] as number, to, at[from] as number];
  if (wide[from] || wide[to]) {
    const [a, b] = wide[from] ? [begin(from), begin(to)] : [begin(to), from];
    if (a === b) return null;
    // Where two slots will not do from here on, they may do up to here.
    exchange = wideExchange(a, b, at, wide, n) ?? wideExchange(a, (b + n - 1) % n, at, wide, n);
  }
  if (!exchange) return null;
  const after = [...at];
  for (let i = 0; i < exchange.length; i += 2) after[exchange[i] as number] = exchange[i + 1] as number;
  return after.map((number, slot) => {
    const id = number < 0 ? null : (slots[number] ?? null);
    return id !== null && (widthOf(id) === 1 || beginsAt(slot, after, n)) ? id : null;
  });
}
