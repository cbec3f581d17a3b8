/** The heat account carried from vessel to vessel: time and temperature in each, mixed by mass at every pour. */
import { type HeatAccount, heatAccount, mixHeat, UNTOUCHED, type Warmth } from "./index";

/** Honey carried from one fill into another. */
export interface HeatMove {
  readonly from: number;
  readonly to: number;
  /** Whole grams. */
  readonly grams: number;
  /** Moment, ms. */
  readonly at: number;
}

/** A temperature told of a fill: it holds from then until the next one. */
export interface TempTold {
  readonly at: number;
  readonly tempC: number;
  /** Where it is known only as a range: `tempC` is its lower end. */
  readonly hiC?: number;
  /** It holds until the next word, however long that takes. */
  readonly lasting?: boolean;
}

interface State {
  grams: number;
  account: HeatAccount;
  at: number;
}

const HOUR_MS = 3_600_000;

/** Where nobody told, or told so long ago that it may be otherwise by now. */
export interface Untold {
  readonly loC: number;
  readonly hiC: number;
  /** A told temperature is known for so long, h; from then on it is between it and these. */
  readonly holdsH: number;
}

/** What a fill went through between two moments; a range where nobody told a temperature, or told it long ago. */
export function warmthBetween(
  told: readonly TempTold[],
  fromMs: number,
  toMs: number,
  unknown: Untold,
): Warmth[] {
  const stretches: Warmth[] = [];
  let at = fromMs;
  let now: { loC: number; hiC: number } = { loC: unknown.loC, hiC: unknown.hiC };
  const until = (next: number): void => {
    if (next > at) stretches.push({ hours: (next - at) / HOUR_MS, ...now });
    at = Math.max(at, next);
  };
  for (const [i, t] of told.entries()) {
    if (t.at >= toMs) break;
    until(t.at);
    const hiC = t.hiC ?? t.tempC;
    now = { loC: t.tempC, hiC };
    if (t.lasting) continue;
    until(Math.min(toMs, told[i + 1]?.at ?? toMs, t.at + unknown.holdsH * HOUR_MS));
    now = { loC: Math.min(unknown.loC, t.tempC), hiC: Math.max(unknown.hiC, hiC) };
  }
  until(toMs);
  return stretches;
}

/**
 * The account of every fill at `nowMs`, from the movements behind it.
 * @param moves standing movements in order of time; a fill nothing came into is a source, whose honey has lost nothing yet
 * @param told temperatures by fill, each list in order of time
 * @param unknown between what honey stands where nobody told, and how long a told temperature is known
 */
export function carriedHeat(
  moves: readonly HeatMove[],
  told: ReadonlyMap<number, readonly TempTold[]>,
  nowMs: number,
  unknown: Untold,
): Map<number, HeatAccount> {
  const states = new Map<number, State>();
  /** Brings a fill to a moment; null for one that holds nothing. */
  const upTo = (fill: number, at: number): State | null => {
    const s = states.get(fill);
    if (!s || s.grams <= 0) return null;
    if (at > s.at) {
      s.account = heatAccount(warmthBetween(told.get(fill) ?? [], s.at, at, unknown), s.account);
      s.at = at;
    }
    return s;
  };
  for (const m of moves) {
    const from = upTo(m.from, m.at);
    const brings = from?.account ?? UNTOUCHED;
    if (from) from.grams = Math.max(0, from.grams - m.grams);
    if (m.grams <= 0) continue;
    const to = upTo(m.to, m.at);
    if (to) {
      to.account = mixHeat([
        { massKg: to.grams / 1000, account: to.account },
        { massKg: m.grams / 1000, account: brings },
      ]);
      to.grams += m.grams;
    } else states.set(m.to, { grams: m.grams, account: brings, at: m.at });
  }
  return new Map([...states.keys()].map((fill) => [fill, upTo(fill, nowMs)?.account ?? UNTOUCHED]));
}
