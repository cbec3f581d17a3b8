/** What is watched in the store: what may ferment, how soon it sets, air that is wrong, looks that are due. */

import { type GranulationTendency, granulationTendency, LOOKS } from "@/core/honey/granulation";
import {
  fermentationWatch,
  LOOK_DAYS,
  SLEEPS_UNDER_C,
  WARM_STORE_C,
  WATCHES,
  type Watch,
  type Watched,
} from "@/core/moisture/watch";
import type { Reason } from "@/core/verdict";
import { heldBecause } from "../hold/now";
import { ageBetween, dayIn, whenIn, writtenDay } from "../language/clock";
import { massG, temp } from "../language/shown";
import { capital } from "../language/spoken";
import { settledAt } from "../settle/settling";
import type { Snapshot } from "../standing/snapshot";
import type { SomeVessels, VesselState } from "../standing/vessels";
import { lookOf } from "../warmth/view";

const DAY_MS = 86_400_000;
/** A thermometer in a room is right for a vessel within so much, °C. */
const AIR_WITHIN_C = 1;

/** How warm it stands, by the air of its place or its warmer; null where nobody knows. */
export function standsAt(
  s: Pick<SomeVessels, "warmth">,
  v: VesselState,
): { readonly loC: number; readonly hiC: number } | null {
  const place = (v.warming?.warmer ?? v.place).toLowerCase();
  const air = place === "" ? undefined : s.warmth.air.find((a) => a.place.toLowerCase() === place);
  return air ? { loC: air.temp_c - AIR_WITHIN_C, hiC: air.temp_c + AIR_WITHIN_C } : null;
}

/** How closely it is to be watched; null where its water was never read or reckoned. */
export function watchOf(s: Pick<SomeVessels, "warmth">, v: VesselState): Watched | null {
  const { waterPct, sePct } = v.water.figures;
  if (waterPct === undefined || waterPct < 13 || waterPct > 25) return null;
  return fermentationWatch({
    waterPct,
    sePct: Math.min(5, sePct ?? 0),
    look: lookOf(v),
    massKg: v.grams / 1000,
    store: standsAt(s, v),
    // Counted in a part of it, it says nothing of the rest.
    yeastPerG: v.yeast && v.yeast.share > ALL ? v.yeast.value : null,
  });
}

/** When somebody last looked at it, in whatever way. */
export function lookedAt(v: VesselState): Date {
  const looks = [
    v.filledAt,
    ...[v.looks, v.told.inspected, v.told.skimmed].flatMap((list) => list.at(-1)?.at ?? []),
  ];
  return new Date(Math.max(...looks.map((at) => at.getTime())));
}

/** When it is to be looked at next; null where it need not be. */
export function lookDue(v: VesselState, watch: Watch): Date | null {
  const days = LOOK_DAYS[watch];
  return days === null ? null : new Date(lookedAt(v).getTime() + days * DAY_MS);
}

/** Goods from outside stand apart until somebody looked at them and read them. */
export const inQuarantine = (v: VesselState): boolean =>
  v.origins.some((o) => o.href.startsWith("/trace/delivery/") && !o.name.startsWith("what was here")) &&
  (v.told.inspected.length === 0 || v.waterReckoned);

/** What bloomed, as it is said: "lime 70 %, borage 30 %"; "" where nobody noted any. */
export function bloomsSaid(v: VesselState): string {
  const all = v.blooms.reduce((g, b) => g + b.grams, 0);
  if (all === 0 || v.blooms.every((b) => b.what === "")) return "";
  if (v.blooms.length === 1) return v.blooms[0]?.what ?? "";
  return v.blooms
    .slice(0, 4)
    .map((b) => `${b.what === "" ? "not noted" : b.what} ${((100 * b.grams) / all).toFixed(0)} %`)
    .join(", ");
}

/** So much of it was counted that it stands for all. */
const ALL = 0.98;

/** A bloom that is under this share of it does not decide how soon it sets. */
const DECIDES = 0.2;

export function tendencyOf(s: Snapshot, v: VesselState): GranulationTendency {
  const all = v.blooms.reduce((g, b) => g + b.grams, 0);
  const air = standsAt(s, v);
  const { waterPct } = v.water.figures;
  return granulationTendency({
    ...(v.glucose && v.glucose.share > ALL && waterPct !== undefined && waterPct >= 13 && waterPct <= 25
      ? { glucosePct: v.glucose.value, waterPct }
      : {}),
    bloom: v.blooms
      .filter((b) => b.grams >= DECIDES * all)
      .map((b) => b.what)
      .join(", "),
    ...(air ? { tempC: (air.loC + air.hiC) / 2 } : {}),
  });
}

export const STATES = [
  "held",
  "quarantine",
  "warming",
  "settling",
  "granulating",
  "set",
  "strained",
  "stored",
] as const;
export type State = (typeof STATES)[number];

/** What a vessel is just now, the one that matters most. */
export function stateOf(s: Snapshot, v: VesselState): State {
  if (heldBecause(v)) return "held";
  if (inQuarantine(v)) return "quarantine";
  if (v.warming) return "warming";
  if (settledAt(s, v) > s.now) return "settling";
  const look = lookOf(v);
  if (look === "solid") return "set";
  if (look === "half" || look === "cloudy") return "granulating";
  return v.strainedShare > 0.98 ? "strained" : "stored";
}

/** What is done with honey that is most likely so. */
export const USED: Readonly<Record<Watch, string>> = {
  calm: "as it comes",
  monthly: "as it comes",
  fortnightly: "first",
  weekly: "now, or blended down",
};

/** The working behind how closely it is watched. */
export function whyWatched(s: Snapshot, v: VesselState, w: Watched): Reason[] {
  const look = lookOf(v);
  const air = standsAt(s, v);
  const points = (x: number): string => `${x.toFixed(1)} %`;
  return [
    ...v.water.because,
    {
      what:
        look === null
          ? "How far it has set: nobody looked, taken as clear"
          : "How far it has set, as it looked",
      figure: `${look ?? "clear"}: ${(LOOKS[look ?? "clear"].lo * 100).toFixed(0)} to ${(LOOKS[look ?? "clear"].hi * 100).toFixed(0)} % of its glucose`,
      source: "common practice, by eye",
    },
    {
      what: "Water of the liquid between its crystals",
      figure: `${points(w.liquidPct.mid)}, at most ${points(w.liquidPct.hi)}`,
      source:
        "crystals take a tenth of the glucose's mass in water; judged at the wet end of the reading's error",
    },
    {
      what: "So it is looked at",
      figure: w.fewYeasts
        ? `when it is used: only ${Math.round(v.yeast?.value ?? 0).toLocaleString("en-GB")} yeasts in a gram were counted`
        : w.asleep
          ? "no: yeast sleeps where it stands"
          : w.verdict === "calm"
            ? "when it is used"
            : w.verdict,
      source:
        "under 17.1 % calm, to 18 monthly, to 19 fortnightly, above weekly (after Lochhead 1933; yeast unknown)",
    },
    ...w.raisedBy.map((by) => ({
      what: "A step closer, because",
      figure:
        by === "a warm store" ? `its store is over ${temp(WARM_STORE_C, 0)}` : "it stands in a big vessel",
      source: "common practice",
    })),
    {
      what: "Where it stands it is",
      figure: air
        ? `${temp((air.loC + air.hiC) / 2)}${air.hiC < SLEEPS_UNDER_C ? `, under ${temp(SLEEPS_UNDER_C, 0)}` : ""}`
        : "not told",
    },
    {
      what: "Looked at last",
      figure: `${ageBetween(lookedAt(v), s.now)} ago, ${whenIn(s.house.zone, lookedAt(v), s.now)}`,
    },
  ];
}

/** How soon it sets, in words; null where nobody can say or it has. */
export function setsSaid(s: Snapshot, v: VesselState): string | null {
  const look = lookOf(v);
  if (look === "solid" || look === "half") return null;
  const t = tendencyOf(s, v);
  if (t.verdict === "unknown" || !t.weeks) return null;
  const from = (weeks: number): string => {
    const at = new Date(v.filledAt.getTime() + weeks * 7 * DAY_MS);
    return at <= s.now ? "now" : writtenDay(dayIn(s.house.zone, at));
  };
  return `sets ${t.verdict === "fast" ? "fast" : t.verdict === "slow" ? "slowly" : "in time"}: half by ${from(t.weeks[0])} to ${from(t.weeks[1])}`;
}

export interface ToWatch {
  readonly v: VesselState;
  readonly watch: Watched;
  readonly due: Date;
}

/** Vessels that want looking at, those most in danger and most to lose first. */
export const watchList = (s: Snapshot): ToWatch[] =>
  s.vessels
    .flatMap((v): ToWatch[] => {
      // What warms is looked at there.
      if (v.warming) return [];
      const watch = watchOf(s, v);
      const due = watch && lookDue(v, watch.verdict);
      return watch && due ? [{ v, watch, due }] : [];
    })
    .sort(
      (a, b) =>
        WATCHES.indexOf(b.watch.likely) - WATCHES.indexOf(a.watch.likely) ||
        WATCHES.indexOf(b.watch.verdict) - WATCHES.indexOf(a.watch.verdict) ||
        b.watch.liquidPct.hi * b.v.grams - a.watch.liquidPct.hi * a.v.grams,
    );

export interface WatchRow {
  readonly name: string;
  readonly title: string;
  readonly href: string;
  readonly mass: string;
  readonly grams: number;
  /** "18.6 %, at most 19.0 %" */
  readonly liquid: string;
  readonly watch: Watch;
  /** What it most likely is. */
  readonly likely: Watch;
  readonly due: string;
  readonly dueAt: string;
  readonly over: boolean;
  readonly todo: string;
  readonly because: readonly Reason[];
}

const WHAT_TO_DO: Readonly<Record<Exclude<Watch, "calm">, string>> = {
  monthly: "smell it and look under the lid",
  fortnightly: "use it first, or keep it cold",
  weekly: "use it now, blend it down, or freeze it",
};

/** The first of the list as rows, with their working, and how many more there are. */
export function watchRows(s: Snapshot, most: number): { readonly rows: WatchRow[]; readonly more: number } {
  const all = watchList(s);
  return {
    more: Math.max(0, all.length - most),
    rows: all.slice(0, most).map(({ v, watch, due }) => ({
      name: v.name,
      title: capital(v.name),
      href: `/trace/${v.kind}/${encodeURIComponent(v.tag)}`,
      mass: massG(v.grams),
      grams: v.grams,
      liquid: `${watch.liquidPct.mid.toFixed(1)} %, at most ${watch.liquidPct.hi.toFixed(1)} %`,
      watch: watch.verdict,
      likely: watch.likely,
      due: due <= s.now ? "now" : writtenDay(dayIn(s.house.zone, due)),
      dueAt: due.toISOString(),
      over: due <= s.now,
      todo: WHAT_TO_DO[watch.likely === "calm" ? "monthly" : watch.likely],
      because: whyWatched(s, v, watch),
    })),
  };
}
