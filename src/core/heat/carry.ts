/** The heat account carried from vessel to vessel: time and temperature in each, mixed by mass at every pour. */
import { bisector } from "d3-array";
import {
  accountAfter,
  addLoss,
  type HeatAccount,
  heatAccount,
  type Loss,
  lossOf,
  mixHeat,
  NO_LOSS,
  UNTOUCHED,
  type Warmth,
} from "./index";

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

/** From a moment on it stood where these words were told; lists are shared by all that stood there. */
export interface StoodIn {
  readonly from: number;
  readonly told: readonly TempTold[];
}
/** What is known of a fill's warmth: words on itself, or on the places it stood in, in order of time. */
export type KnownWarmth = readonly TempTold[] | { readonly stood: readonly StoodIn[] };

/** So short a list is integrated as it comes. */
const SHORT = 12;

/** Losses from the first word of a list up to each of its words, summed once however many fills share the list. */
const summed = new WeakMap<readonly TempTold[], readonly Loss[]>();

function sumsOf(told: readonly TempTold[]): readonly Loss[] {
  const known = summed.get(told);
  if (known) return known;
  let lost = NO_LOSS;
  const sums = told.map((t, i) => {
    const before = told[i - 1];
    if (before)
      lost = addLoss(
        lost,
        lossOf({ hours: (t.at - before.at) / HOUR_MS, loC: before.tempC, hiC: before.hiC ?? before.tempC }),
      );
    return lost;
  });
  summed.set(told, sums);
  return sums;
}

const wordAt = bisector((t: TempTold) => t.at);

/** From the first word of a list of lasting ones to a moment at or after it. */
function lossUntil(told: readonly TempTold[], toMs: number): Loss {
  const i = wordAt.right(told, toMs) - 1;
  const word = told[i];
  if (!word) return NO_LOSS;
  return addLoss(
    sumsOf(told)[i] ?? NO_LOSS,
    lossOf({ hours: (toMs - word.at) / HOUR_MS, loC: word.tempC, hiC: word.hiC ?? word.tempC }),
  );
}

/** The account after some time under one list of words. */
function underList(
  told: readonly TempTold[],
  fromMs: number,
  toMs: number,
  unknown: Untold,
  before: HeatAccount,
): HeatAccount {
  const first = told[0];
  if (told.length <= SHORT || !first || first.at > fromMs || !told.every((t) => t.lasting))
    return heatAccount(warmthBetween(told, fromMs, toMs, unknown), before);
  return accountAfter(addLoss(lossUntil(told, toMs), lossUntil(told, fromMs), -1), before);
}

/** The account of a fill after it stood from one moment to another. */
function accountOver(
  known: KnownWarmth,
  fromMs: number,
  toMs: number,
  unknown: Untold,
  before: HeatAccount,
): HeatAccount {
  if (!("stood" in known)) return underList(known, fromMs, toMs, unknown, before);
  let [account, at] = [before, fromMs];
  const { stood } = known;
  for (let i = -1; i < stood.length; i++) {
    const until = Math.min(toMs, stood[i + 1]?.from ?? toMs);
    if (until <= at) continue;
    account = underList(stood[i]?.told ?? [], at, until, unknown, account);
    at = until;
  }
  return account;
}

/**
 * The account of every fill at `nowMs`, from the movements behind it.
 * @param moves standing movements in order of time; a fill nothing came into is a source, whose honey has lost nothing yet
 * @param told what is known of each fill, each list in order of time
 * @param unknown between what honey stands where nobody told, and how long a told temperature is known
 */
export function carriedHeat(
  moves: readonly HeatMove[],
  told: ReadonlyMap<number, KnownWarmth>,
  nowMs: number,
  unknown: Untold,
): Map<number, HeatAccount> {
  const states = new Map<number, State>();
  /** Brings a fill to a moment; null for one that holds nothing. */
  const upTo = (fill: number, at: number): State | null => {
    const s = states.get(fill);
    if (!s || s.grams <= 0) return null;
    if (at > s.at) {
      s.account = accountOver(told.get(fill) ?? [], s.at, at, unknown, s.account);
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
