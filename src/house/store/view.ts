/** Vessels as the shelves show them: what each is, and what to do with it. */

import { colourClass, swatch } from "@/core/honey/colour";
import { type Grade, grade } from "@/core/honey/grade";
import type { Carried } from "@/core/ledger";
import { ALWAYS_WET_PCT } from "@/core/moisture";
import { WARM_STORE_C, type Watch } from "@/core/moisture/watch";
import { ageBetween, whenIn } from "../language/clock";
import { massFigureG, massG, temp } from "../language/shown";
import { settledAt } from "../settle/settling";
import type { Tone } from "../standing/model";
import type { Snapshot, VesselState } from "../standing/snapshot";
import { lookOf } from "../warmth/view";
import type { TastingRow } from "./records";
import { stateOf, watchOf } from "./watch";

export interface OnShelf {
  readonly kind: string;
  readonly tag: string;
  readonly href: string;
  readonly kg: string;
  readonly level: number;
  readonly waterPct: number | null;
  readonly line: string;
  readonly verdict: string;
  readonly tone: Tone;
  /** "rgb(246 214 120)", of honey whose colour was read. */
  readonly swatch: string | null;
  /** Lines drawn across it: how far it has set, 0-1. */
  readonly set: number;
}

const WATCHED: Readonly<Record<Watch, [string, Tone]>> = {
  calm: ["keeps", "go"],
  monthly: ["keeps", "go"],
  fortnightly: ["use first", "water"],
  weekly: ["use now or blend", "stop"],
};
const SET: Readonly<Record<NonNullable<ReturnType<typeof lookOf>>, number>> = {
  clear: 0,
  cloudy: 0.25,
  half: 0.5,
  solid: 1,
};

/** What to do with a vessel: wait, keep, use first. */
export function vesselVerdict(s: Snapshot, vessel: VesselState): [string, Tone] {
  const state = stateOf(s, vessel);
  if (state === "held") return ["held", "stop"];
  if (state === "quarantine") return ["quarantine: look and read", "water"];
  if (state === "warming") return [`warming in ${vessel.warming?.warmer}`, "heat"];
  const ready = settledAt(s, vessel);
  if (ready > s.now) return [`skim ${whenIn(s.house.zone, ready, s.now)}`, "mass"];
  const watch = watchOf(s, vessel);
  if (!watch) return ["read it", "water"];
  if (watch.asleep) return ["keeps while it is cold", "go"];
  if (watch.liquidPct.mid > ALWAYS_WET_PCT) return ["will ferment", "stop"];
  const [said, tone] = WATCHED[watch.likely];
  return watch.verdict === watch.likely || watch.verdict === "monthly" || said !== "keeps"
    ? [said, tone]
    : [`${said}, look ${watch.verdict}`, "water"];
}

/** Wettest first: those are used first; unread ones before all, since nobody knows. */
export function shelved(s: Snapshot, vessels: readonly VesselState[]): OnShelf[] {
  return [...vessels]
    .sort(
      (a, b) =>
        (b.water.figures.waterPct ?? 99) - (a.water.figures.waterPct ?? 99) ||
        a.filledAt.getTime() - b.filledAt.getTime(),
    )
    .map((p) => {
      const [verdict, tone] = vesselVerdict(s, p);
      return {
        kind: p.kind,
        tag: p.tag,
        href: `/trace/${p.kind}/${encodeURIComponent(p.tag)}`,
        kg: massFigureG(p.grams),
        level: p.capacityG ? p.grams / p.capacityG : 0.9,
        waterPct: p.water.figures.waterPct ?? null,
        line: `${p.owner ? `${p.owner}'s, ` : ""}${p.from}, ${ageBetween(p.filledAt, s.now)}`,
        verdict,
        tone,
        swatch: p.colour ? swatch(p.colour.value) : null,
        set: SET[lookOf(p) ?? "clear"],
      };
    });
}

export interface Place {
  /** "" where nobody said. */
  readonly name: string;
  readonly mass: string;
  /** "14.0 °C, 60 % humid, an hour ago"; null where nobody measured. */
  readonly air: string | null;
  /** What is wrong with its air. */
  readonly wrong: string | null;
  readonly vessels: readonly OnShelf[];
}

/** Air damper than this wets open honey, % (equilibrium of honey of 18 % is about 59 %, Martin 1958). */
export const DAMP_PCT = 60;

/** What is wrong with a store's air; null where nothing is. */
export function wrongAir(tempC: number, humidityPct: number | null): string | null {
  if (tempC > WARM_STORE_C)
    return `too warm: over ${temp(WARM_STORE_C, 0)} it darkens, and what is wet ferments sooner`;
  if (humidityPct !== null && humidityPct > DAMP_PCT)
    return `damp: over ${DAMP_PCT} % an open lid draws water`;
  return null;
}

/** Every place with what stands in it, the fullest first; vessels nobody placed come last. */
export function places(s: Snapshot, vessels: readonly VesselState[]): Place[] {
  const byPlace = new Map<string, VesselState[]>();
  for (const v of vessels) {
    const key = v.place.toLowerCase();
    byPlace.set(key, [...(byPlace.get(key) ?? []), v]);
  }
  const sum = (list: readonly VesselState[]): number => list.reduce((g, v) => g + v.grams, 0);
  return [...byPlace.values()]
    .sort((a, b) => Number(a[0]?.place === "") - Number(b[0]?.place === "") || sum(b) - sum(a))
    .map((list) => {
      const name = list[0]?.place ?? "";
      const air =
        name === "" ? undefined : s.warmth.air.find((a) => a.place.toLowerCase() === name.toLowerCase());
      return {
        name,
        mass: massG(sum(list)),
        air: air
          ? `${temp(air.temp_c)}${air.humidity_pct === null ? "" : `, ${air.humidity_pct.toFixed(0)} % humid`}, ${ageBetween(air.at, s.now)} ago${air.stand_in ? " (stand-in)" : ""}`
          : null,
        wrong:
          air && !s.warmth.warmers.some((w) => w.name.toLowerCase() === name.toLowerCase())
            ? wrongAir(air.temp_c, air.humidity_pct)
            : null,
        vessels: shelved(s, list),
      };
    });
}

/** "48 mm, extra light amber", and of how much of it where not all was read. */
export const colourSaid = ({ value, share }: Carried): string =>
  `${value.toFixed(0)} mm, ${colourClass(value)}${share < 0.995 ? ` (of ${(share * 100).toFixed(0)} % read)` : ""}`;

/** The grade its water and its faults as tasted leave; null where nobody tasted it or read it. */
export function gradeOf(
  v: VesselState,
  tasted: TastingRow | undefined,
): { grade: Grade; limitedBy: string } | null {
  const { waterPct } = v.water.figures;
  if (!tasted || waterPct === undefined || waterPct > 40 || waterPct < 5) return null;
  return grade(100 - waterPct, tasted, lookOf(v) === "solid");
}
