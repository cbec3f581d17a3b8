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
}

interface State {
  grams: number;
  account: HeatAccount;
  at: number;
}

const HOUR_MS = 3_600_000;

/** What a fill went through between two moments; where nobody told a temperature yet, the range `unknown`. */
export function warmthBetween(
  told: readonly TempTold[],
  fromMs: number,
  toMs: number,
  unknown: { readonly loC: number; readonly hiC: number },
): Warmth[] {
  const stretches: Warmth[] = [];
  let at = fromMs;
  let now: { loC: number; hiC: number } = unknown;
  const until = (next: number): void => {
    if (next > at) stretches.push({ hours: (next - at) / HOUR_MS, ...now });
    at = Math.max(at, next);
  };
  for (const t of told) {
    if (t.at >= toMs) break;
    until(t.at);
    now = { loC: t.tempC, hiC: t.tempC };
  }
  until(toMs);
  return stretches;
}

/**
 * The account of every fill at `nowMs`, from the movements behind it.
 * @param moves standing movements in order of time; a fill nothing came into is a source, whose honey has lost nothing yet
 * @param told temperatures by fill, each list in order of time
 * @param unknown between what honey stands where nobody told, °C
 */
export function carriedHeat(
  moves: readonly HeatMove[],
  told: ReadonlyMap<number, readonly TempTold[]>,
  nowMs: number,
  unknown: { readonly loC: number; readonly hiC: number },
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
