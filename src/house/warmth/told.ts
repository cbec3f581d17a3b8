/**
 * How warm a honey was through its life, from all that anybody or any thermometer said: its own temperature, told; the
 * warmer it stood in; the air of the place it stood in; and where nobody knows, as warm as a house may be.
 */
import { bisector, group } from "d3-array";
import type { Knex } from "knex";
import type { KnownWarmth, TempTold } from "@/core/heat/carry";
import { UNTOLD_C } from "./kinds";
import {
  type AirRow,
  airOfPlaces,
  placesOfFills,
  settingsOfWarmers,
  type WarmingRow,
  warmingsOf,
  warmthOf,
} from "./records";

const HOUR_MS = 3_600_000;
const HOLDS_MS = UNTOLD_C.holdsH * HOUR_MS;
/** Honey was as warm as it was told, and cools no further than its air, for so long after it was told. */
const COOLS_MS = 3 * 24 * HOUR_MS;
/** A vessel is warmer or cooler than the air round it by so much, °C (sun, floor, a shelf under the roof; common practice). */
const AIR_WITHIN_C = 1;
/** A warmer strays from what its thermometer says by so much, °C: it hangs in one place of it. */
const WARMER_WITHIN_C = 1;
/** Nothing is asked about the air further back. */
const YEARS_MS = 3 * 366 * 24 * HOUR_MS;

interface Stretch {
  readonly from: number;
  readonly to: number;
  readonly loC: number;
  readonly hiC: number;
}

/** What is known of one fill. */
export interface KnownOfFill {
  readonly told: readonly { readonly at: number; readonly tempC: number }[];
  /** In a warmer from a moment to another, with how warm that was meanwhile, and since when it was in it. */
  readonly warmed: readonly (Stretch & { readonly began: number })[];
  /** The air it stood in, in order of time. */
  readonly air: readonly Stretch[];
}

const last = <T extends { readonly at: number }>(list: readonly T[], at: number): T | undefined => {
  let found: T | undefined;
  for (const x of list) {
    if (x.at > at) break;
    found = x;
  }
  return found;
};
/** The newest of the stretches that hold at a moment. */
const covering = <S extends Stretch>(list: readonly S[], at: number): S | undefined =>
  list.findLast((s) => s.from <= at && at < s.to);
const byFrom = bisector((s: Stretch) => s.from);
/** Days of air hardly overlap: those that began last are looked at, not a whole season. */
const FEW = 6;
const airAt = (list: readonly Stretch[], at: number): Stretch | undefined => {
  const until = byFrom.right(list, at);
  return covering(list.slice(Math.max(0, until - FEW), until), at);
};

const UNKNOWN_FROM: Omit<TempTold, "at"> = { tempC: UNTOLD_C.loC, hiC: UNTOLD_C.hiC, lasting: true };

/** The air of a place as words on whatever stands in it and nobody told more of; unknown where it is silent. */
export function toldOfPlace(air: readonly Stretch[]): TempTold[] {
  const words: TempTold[] = [{ at: 0, ...UNKNOWN_FROM }];
  let until = 0;
  for (const a of air) {
    if (a.from > until && until > 0) words.push({ at: until, ...UNKNOWN_FROM });
    words.push({ at: a.from, tempC: a.loC - AIR_WITHIN_C, hiC: a.hiC + AIR_WITHIN_C, lasting: true });
    until = Math.max(until, a.to);
  }
  words.push({ at: until, ...UNKNOWN_FROM });
  return words;
}

/** All of it as one list of words, each holding until the next. */
export function toldOf({ told, warmed, air }: KnownOfFill): TempTold[] {
  if (warmed.length === 0 && air.length === 0) return [...told];
  const turns = [
    ...told.flatMap((t) => [t.at, t.at + HOLDS_MS, t.at + COOLS_MS]),
    ...warmed.flatMap((w) => [w.from, w.to, w.to + HOLDS_MS]),
    ...air.flatMap((a) => [a.from, a.to]),
  ].sort((a, b) => a - b);
  return [...new Set(turns)].map((at): TempTold => {
    const word = last(told, at);
    const since = word ? at - word.at : Number.POSITIVE_INFINITY;
    const range = (loC: number, hiC: number): TempTold => ({ at, tempC: loC, hiC, lasting: true });
    const inIt = covering(warmed, at);
    if (inIt) {
      // On its way from what it was told to what it stands in; before any word it came in cool.
      const from = word && word.at > inIt.began - COOLS_MS ? word.tempC : UNTOLD_C.loC;
      return range(Math.min(from, inIt.loC), Math.max(word?.tempC ?? inIt.hiC, inIt.hiC));
    }
    if (word && since < HOLDS_MS) return range(word.tempC, word.tempC);
    const came = warmed.findLast((w) => w.to <= at && at < w.to + HOLDS_MS);
    if (came) return range(UNTOLD_C.loC, Math.max(UNTOLD_C.hiC, came.hiC));
    const there = airAt(air, at);
    if (there) {
      const still = word && since < COOLS_MS ? word.tempC : null;
      return range(
        Math.min(there.loC, still ?? there.loC) - AIR_WITHIN_C,
        Math.max(there.hiC, still ?? there.hiC) + AIR_WITHIN_C,
      );
    }
    return range(
      Math.min(UNTOLD_C.loC, word?.tempC ?? UNTOLD_C.loC),
      Math.max(UNTOLD_C.hiC, word?.tempC ?? UNTOLD_C.hiC),
    );
  });
}

/** From one word of a list to the next, by name. */
function stretches<T extends { readonly at: Date }>(
  rows: readonly T[],
  now: number,
): { readonly row: T; readonly from: number; readonly to: number }[] {
  return rows.map((row, i) => ({ row, from: row.at.getTime(), to: rows[i + 1]?.at.getTime() ?? now }));
}

/** The parts of `list` that lie between two moments. */
const within = (list: readonly Stretch[], from: number, to: number): Stretch[] =>
  list.flatMap((s) =>
    s.to > from && s.from < to ? [{ ...s, from: Math.max(from, s.from), to: Math.min(to, s.to) }] : [],
  );

/** How warm a warmer was: as its thermometer said hour by hour, else as it was set. */
function warmthOfWarmers(
  settings: readonly {
    readonly name: string;
    readonly at: Date;
    readonly temp_c: number;
    readonly spread_c: number;
  }[],
  air: ReadonlyMap<string, readonly Stretch[]>,
  now: number,
): (name: string, from: number, to: number) => Stretch[] {
  const set = group(settings, (s) => s.name.toLowerCase());
  return (name, from, to) => {
    const own = (set.get(name.toLowerCase()) ?? []).map((s) => ({ ...s }));
    const first = own[0];
    // Set up late, it was set so before as well.
    const asSet = stretches(own, Math.max(now, to)).map(
      ({ row, from: a, to: b }): Stretch => ({
        from: row === first ? Math.min(a, from) : a,
        to: b,
        loC: row.temp_c - row.spread_c,
        hiC: row.temp_c + row.spread_c,
      }),
    );
    const measured = within(air.get(name.toLowerCase()) ?? [], from, to).map((s) => ({
      ...s,
      loC: s.loC - WARMER_WITHIN_C,
      hiC: s.hiC + WARMER_WITHIN_C,
    }));
    return [...within(asSet, from, to), ...measured];
  };
}

/** What was told of every fill up to a moment: what the heat account is integrated over. */
export async function warmthTold(
  db: Knex,
  fills: readonly number[],
  now: Date,
): Promise<Map<number, KnownWarmth>> {
  const [words, warmings, places] = await Promise.all([
    warmthOf(db, fills, now),
    warmingsOf(db, fills, now),
    placesOfFills(db, fills, now),
  ]);
  const [told, warmed, stood] = [
    group(words, (w) => w.fill_id),
    group(warmings, (w) => w.fill_id),
    group(places, (p) => p.fill_id),
  ];
  const since = new Date(now.getTime() - YEARS_MS);
  const hourly = warmings.length > 0;
  const [byDay, byHour, settings] = await Promise.all([
    places.length > 0 ? airOfPlaces(db, since, now) : [],
    hourly ? airOfPlaces(db, warmings[0]?.at ?? since, now, "hour") : [],
    hourly ? settingsOfWarmers(db) : [],
  ]);
  const asStretches = (rows: readonly AirRow[]): Map<string, Stretch[]> =>
    group(
      rows.map((r) => ({
        place: r.place.toLowerCase(),
        from: r.at.getTime(),
        to: r.at.getTime() + r.hours * HOUR_MS,
        loC: r.lo_c,
        hiC: r.hi_c,
      })),
      (r) => r.place,
    );
  const air = asStretches(byDay);
  const warmer = warmthOfWarmers(settings, asStretches(byHour), now.getTime());
  const shared = new Map<string, readonly TempTold[]>();
  /** One list a place, whoever stands there. */
  const ofPlace = (place: string): readonly TempTold[] => {
    const known = shared.get(place) ?? toldOfPlace(air.get(place) ?? []);
    shared.set(place, known);
    return known;
  };
  const all = new Set([...told.keys(), ...warmed.keys(), ...stood.keys()]);
  return new Map(
    [...all].map((fill): [number, KnownWarmth] => {
      const there = stood.get(fill) ?? [];
      if (!told.has(fill) && !warmed.has(fill))
        return [
          fill,
          { stood: there.map((p) => ({ from: p.at.getTime(), told: ofPlace(p.place.toLowerCase()) })) },
        ];
      const inWarmers = stretches<WarmingRow>(warmed.get(fill) ?? [], now.getTime());
      return [
        fill,
        toldOf({
          told: (told.get(fill) ?? []).map((w) => ({ at: w.at.getTime(), tempC: w.temp_c })),
          warmed: inWarmers.flatMap(({ row, from, to }) =>
            row.warmer ? warmer(row.warmer, from, to).map((s) => ({ ...s, began: from })) : [],
          ),
          air: stretches(there, now.getTime()).flatMap(({ row, from, to }) =>
            within(air.get(row.place.toLowerCase()) ?? [], from, to),
          ),
        }),
      ];
    }),
  );
}
