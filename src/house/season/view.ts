/** What the year was worth: yields, what was lost, jars, hours and money, beside the goal and the year before. */
import { median, rollup, rollups } from "d3-array";
import type { Knex } from "knex";
import { DateTime } from "luxon";
import {
  type Group,
  grouped,
  type JarCost,
  jarCost,
  type NextDay,
  nextDay,
  type Outlier,
  outliers,
  type SeasonDays,
  seasonAt,
  seasonOf,
  shrinkToYard,
  type YardShrunk,
} from "@/core/season";
import { dayIn } from "../language/clock";
import { readingsOf } from "../readings/records/readings";
import type { Snapshot } from "../standing/snapshot";
import { colonies, usualPailKg } from "../vessels/records";
import {
  colourByDay,
  combsBetween,
  firstPull,
  goalOf,
  hoursBetween,
  lotsBetween,
  type MovedSums,
  movedBetween,
  type SeasonComb,
  type SeasonLot,
  type SeasonRules,
  seasonRules,
  type WaterOfDay,
} from "./records";

export interface YardEarns extends YardShrunk {
  readonly yard: string;
  /** Colonies that stand there, also those nothing was pulled off: their honey is not known, and not in the mean. */
  readonly standing: number;
}

export interface JarRow {
  readonly honey: string;
  readonly jarG: number;
  readonly filled: number;
  readonly sold: number;
  readonly brought: number;
  /** Of a jar, over what was sold with a price; null where none was. */
  readonly price: number | null;
  readonly cost: JarCost;
}

export interface SeasonTotals {
  readonly kg: number;
  readonly supers: number;
  readonly colonies: number;
  readonly ownersKg: number;
  readonly boughtKg: number;
  readonly jars: number;
  readonly brought: number;
  readonly hours: number | null;
  readonly waxKg: number;
}

export interface SeasonView {
  readonly season: SeasonDays;
  readonly rules: SeasonRules;
  readonly totals: SeasonTotals;
  readonly moved: MovedSums;
  readonly goal: { readonly kg: number; readonly words: string } | null;
  /** The year before, by the same reckoning; null where nothing was pulled then. */
  readonly before: (SeasonTotals & { readonly name: string }) | null;
  readonly by: Readonly<Record<"yard" | "depth" | "day" | "tool" | "machine" | "super", readonly Group[]>>;
  readonly earns: readonly YardEarns[];
  readonly outliers: readonly Outlier[];
  readonly jars: readonly JarRow[];
  readonly water: readonly WaterOfDay[];
  readonly colour: readonly { readonly day: string; readonly mm: number; readonly n: number }[];
  readonly hours: readonly {
    readonly day: string;
    readonly hours: number;
    readonly who: string;
    readonly what: string;
  }[];
  /** Kilograms an hour told, null where none was. */
  readonly kgPerHour: number | null;
  readonly next: NextDay | null;
  /** Names of the seasons there are, newest first, by the year they begin. */
  readonly seasons: readonly { readonly year: number; readonly name: string }[];
}

/** So many seasons are looked back on. */
const MOST_SEASONS = 15;
const PAIL_KG = 25;

function totalsOf(
  combs: readonly SeasonComb[],
  lots: readonly SeasonLot[],
  hours: readonly { hours: number }[],
  moved: MovedSums,
): SeasonTotals {
  const own = combs.filter((c) => c.owner === "");
  const sum = (list: readonly SeasonComb[]): number => list.reduce((s, c) => s + c.kg, 0);
  return {
    kg: sum(own),
    supers: own.length,
    colonies: new Set(own.map((c) => c.colony)).size,
    ownersKg: sum(combs) - sum(own),
    boughtKg: moved.bought / 1000,
    jars: lots.reduce((n, l) => n + (l.vessel === null ? l.jars : 0), 0),
    brought: lots.reduce((s, l) => s + l.brought, 0),
    hours: hours.length > 0 ? hours.reduce((s, h) => s + h.hours, 0) : null,
    waxKg: moved.wax / 1000,
  };
}

async function readSeason(db: Knex, season: SeasonDays, zone: string) {
  const from = DateTime.fromISO(season.from, { zone }).startOf("day").toJSDate();
  const until = DateTime.fromISO(season.to, { zone }).plus({ days: 1 }).startOf("day").toJSDate();
  const [combs, lots, hours, moved] = await Promise.all([
    combsBetween(db, season.from, season.to),
    lotsBetween(db, season.from, season.to),
    hoursBetween(db, season.from, season.to),
    movedBetween(db, from, until),
  ]);
  return { combs, lots, hours, moved, from, until };
}

/** Water of combs day by day of the pull, each reading corrected as it is everywhere: the middle of the day. */
function waterByDay(
  combs: readonly SeasonComb[],
  readings: readonly { readonly fill_id: number; readonly water_pct: number }[],
): WaterOfDay[] {
  const dayOf = new Map(combs.map((c) => [c.fillId, c.day]));
  return rollups(
    readings,
    (list) => ({ pct: median(list, (r) => r.water_pct) ?? 0, n: list.length }),
    (r) => dayOf.get(r.fill_id) ?? "",
  )
    .map(([day, w]) => ({ day, ...w }))
    .sort((a, b) => a.day.localeCompare(b.day));
}

/** Colonies of a yard, each with what it gave at every pulling day of that yard. */
function earning(combs: readonly SeasonComb[], standing: ReadonlyMap<string, number>): YardEarns[] {
  const yards = [...new Set(combs.map((c) => c.yard))];
  return yards
    .map((yard) => {
      const there = combs.filter((c) => c.yard === yard);
      const days = [...new Set(there.map((c) => c.day))].sort();
      const colonies = [...new Set(there.map((c) => c.colony))];
      return {
        yard,
        standing: Math.max(colonies.length, standing.get(yard) ?? 0),
        ...shrinkToYard(
          colonies.map((name) => ({
            name,
            kg: days.map((day) =>
              there.filter((c) => c.colony === name && c.day === day).reduce((s, c) => s + c.kg, 0),
            ),
          })),
        ),
      };
    })
    .sort((a, b) => b.meanKg - a.meanKg);
}

/** @param pulledKg what the hours told were worked on: more is pulled than goes into jars in the same season */
function jarRows(
  lots: readonly SeasonLot[],
  rules: SeasonRules,
  hours: number | null,
  pulledKg: number,
): JarRow[] {
  const inJars = lots.filter((l) => l.vessel === null);
  const allG = inJars.reduce((g, l) => g + l.jars * l.nominal_g, 0);
  const keys = [...new Set(inJars.map((l) => `${l.honey_kind}|${l.nominal_g}`))];
  return keys
    .map((key): JarRow => {
      const list = inJars.filter((l) => `${l.honey_kind}|${l.nominal_g}` === key);
      const filled = list.reduce((n, l) => n + l.jars, 0);
      const [one] = list;
      const jarG = one?.nominal_g ?? 0;
      const priced = list.reduce((n, l) => n + l.priced, 0);
      const brought = list.reduce((s, l) => s + l.brought, 0);
      const price = priced > 0 ? brought / priced : null;
      const told = list.every((l) => l.materials !== null);
      return {
        honey: one?.honey_kind ?? "",
        jarG,
        filled,
        sold: list.reduce((n, l) => n + l.sold, 0),
        brought,
        price,
        cost: jarCost({
          materials: told && filled > 0 ? list.reduce((s, l) => s + (l.materials ?? 0), 0) / filled : null,
          // Hours go by the honey in the jar, out of all that was worked on: what still stands in drums bears its part.
          hoursPerJar: hours === null || allG === 0 ? null : (hours * jarG) / Math.max(allG, pulledKg * 1000),
          hourCost: rules.hour_cost,
          giveawayG:
            list.reduce((s, l) => s + (l.mean_fill_g - l.nominal_g) * l.jars, 0) / Math.max(1, filled),
          pricePerG: price === null ? null : price / jarG,
        }),
      };
    })
    .sort((a, b) => b.filled * b.jarG - a.filled * a.jarG);
}

export async function seasonView(db: Knex, s: Snapshot, year?: number): Promise<SeasonView> {
  const rules = await seasonRules(db);
  const today = dayIn(s.house.zone, s.now);
  const current = seasonAt(today, rules.begins_md);
  const startOf = (season: SeasonDays): number => Number(season.from.slice(0, 4));
  const season = year === undefined ? current : seasonOf(year, rules.begins_md);
  const last = seasonOf(startOf(season) - 1, rules.begins_md);
  const [now, then, first, goal] = await Promise.all([
    readSeason(db, season, s.house.zone),
    readSeason(db, last, s.house.zone),
    firstPull(db),
    goalOf(db, season.name),
  ]);
  const [readings, colour, pailKg, hives] = await Promise.all([
    readingsOf(
      db,
      now.combs.map((c) => c.fillId),
    ),
    colourByDay(db, s.house.zone, now.from, now.until),
    usualPailKg(db),
    colonies(db),
  ]);
  const totals = totalsOf(now.combs, now.lots, now.hours, now.moved);
  const own = now.combs.filter((c) => c.owner === "");
  const oldest = first ? startOf(seasonAt(first, rules.begins_md)) : startOf(current);
  const waitingKg = s.waiting.reduce((kg, w) => kg + w.grams / 1000, 0);
  const back = own.filter((c) => c.leftKg !== null);
  const backKg = back.reduce((k, c) => k + c.kg, 0);
  const cameOut = backKg > 0 ? 1 - back.reduce((k, c) => k + (c.leftKg ?? 0), 0) / backKg : null;
  const jars = jarRows(now.lots, rules, totals.hours, totals.kg + totals.ownersKg);
  const [biggest] = jars;
  const of = (by: (c: SeasonComb) => string) => grouped(own, (c) => by(c as SeasonComb));
  return {
    season,
    rules,
    totals,
    moved: now.moved,
    goal: goal ? { kg: Number(goal.goal_g) / 1000, words: goal.words } : null,
    before:
      then.combs.length > 0
        ? { name: last.name, ...totalsOf(then.combs, then.lots, then.hours, then.moved) }
        : null,
    by: {
      yard: of((c) => c.yard),
      depth: of((c) => c.depth),
      day: [...of((c) => c.day)].sort((a, b) => a.name.localeCompare(b.name)),
      tool: of((c) => c.tool).filter((g) => g.name !== ""),
      machine: of((c) => c.machine).filter((g) => g.name !== ""),
      super: of((c) => c.tag),
    },
    earns: earning(
      own,
      rollup(
        hives.filter((c) => !(c.owner ?? "")),
        (list) => list.length,
        (c) => c.yard,
      ),
    ),
    outliers: outliers(own),
    jars,
    water: waterByDay(now.combs, readings),
    colour,
    hours: now.hours,
    kgPerHour: totals.hours === null || totals.hours === 0 ? null : totals.kg / totals.hours,
    next:
      waitingKg > 0
        ? nextDay({
            waitingKg,
            yieldShare: cameOut ?? 0.93,
            pailKg: pailKg ?? PAIL_KG,
            jarG: biggest?.jarG ?? 454,
            hoursPerKg: totals.hours === null || totals.kg === 0 ? null : totals.hours / totals.kg,
          })
        : null,
    seasons: Array.from(
      { length: Math.min(MOST_SEASONS, Math.max(1, startOf(current) - oldest + 1)) },
      (_, i) => {
        const begins = startOf(current) - i;
        return { year: begins, name: seasonOf(begins, rules.begins_md).name };
      },
    ),
  };
}
