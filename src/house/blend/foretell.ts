/** What a mix of so much of these vessels will be, by the same judgement as everything else, and what is wrong with it. */
import { ALWAYS_WET_PCT, judgeWater } from "@/core/moisture";
import { heldBecause } from "../hold/now";
import { asWritten } from "../language/shown";
import { capital } from "../language/spoken";
import type { SomeVessels, VesselState } from "../standing/vessels";
import { inQuarantine, watchOf } from "../store/watch";
import { lookOf } from "../warmth/view";

export interface Part {
  /** "pail 12" */
  readonly name: string;
  /** All of it where it is left out. */
  readonly kg?: number | undefined;
}

export interface Foretold {
  readonly grams: number;
  readonly waterPct: number | null;
  readonly sePct: number | null;
  readonly upperPct: number | null;
  /** Parts that may not be mixed into anything. */
  readonly held: readonly { readonly name: string; readonly why: string }[];
  /** Something in it has crystals. */
  readonly grained: boolean;
  /** What somebody has to answer for, a sentence each. */
  readonly warnings: readonly string[];
}

/** Readings of what is in a vessel, as they speak for so many grams of it. */
const boxesOf = (v: VesselState, grams: number) =>
  v.boxes.map((b) => ({ ...b, massKg: (b.massKg * grams) / Math.max(1, v.grams) }));

/** @param into what stands in it already is part of the mix */
export function foretell(s: SomeVessels, parts: readonly Part[], into: string): Foretold {
  const taken = parts.flatMap(({ name, kg }) => {
    const v = s.vessels.find((x) => x.name === name);
    return v ? [{ v, grams: kg === undefined ? v.grams : Math.min(v.grams, Math.round(kg * 1000)) }] : [];
  });
  // Entered late, a part may be empty by now: what the mix was is not known then.
  const gone = parts.some(({ name }) => !s.vessels.some((v) => v.name === name));
  const there = s.vessels.find((v) => v.name === into && !taken.some((t) => t.v === v));
  const all = there ? [...taken, { v: there, grams: there.grams }] : taken;
  const boxes = all.flatMap(({ v, grams }) => boxesOf(v, grams)).filter((b) => b.massKg > 0);
  const rules = { targetPct: s.house.target_pct, limitPct: s.house.limit_pct };
  const { figures } = judgeWater(boxes, rules);
  const wet = all.filter(({ v }) => (v.water.figures.waterPct ?? 0) > ALWAYS_WET_PCT);
  const unread = all.filter(({ v }) => v.water.figures.waterPct === undefined);
  const set = all.filter(({ v }) => lookOf(v) === "half" || lookOf(v) === "solid" || lookOf(v) === "cloudy");
  const lost = all.filter(({ v }) => {
    const w = watchOf(s, v);
    return w !== null && w.likely === "weekly" && (v.water.figures.waterPct ?? 0) <= ALWAYS_WET_PCT;
  });
  const named = (list: typeof all): string => list.map(({ v }) => v.name).join(", ");
  const over = figures.upperPct !== undefined && figures.upperPct > s.house.limit_pct;
  return {
    grams: taken.reduce((g, t) => g + t.grams, 0),
    waterPct: unread.length > 0 || gone ? null : (figures.waterPct ?? null),
    sePct: figures.sePct ?? null,
    upperPct: unread.length > 0 || gone ? null : (figures.upperPct ?? null),
    held: all.flatMap(({ v }) => {
      const why = heldBecause(v);
      return why === null ? [] : [{ name: v.name, why }];
    }),
    grained: set.length > 0,
    warnings: [
      ...(wet.length > 0
        ? [
            `${capital(named(wet))}: over ${ALWAYS_WET_PCT} % water, honey that ferments takes the rest along.`,
          ]
        : []),
      ...(lost.length > 0
        ? [`${capital(named(lost))} may be fermenting: smell it before it is mixed into good honey.`]
        : []),
      ...(set.length > 0
        ? [
            `${capital(named(set))} ${set.length > 1 ? "have" : "has"} crystals, and they seed the whole: warm it clear first (about ${asWritten(40, "°C")}).`,
          ]
        : []),
      ...(unread.length > 0 ? [`Nobody read ${named(unread)}: what the mix will be is not known.`] : []),
      ...(all.some(({ v }) => inQuarantine(v))
        ? [
            `${capital(named(all.filter(({ v }) => inQuarantine(v))))} came from outside and was not looked at and read yet.`,
          ]
        : []),
      ...(over && unread.length === 0
        ? [
            `The mix may be ${(figures.upperPct ?? 0).toFixed(1)} % wet, over the limit of ${s.house.limit_pct} %.`,
          ]
        : []),
    ],
  };
}
