/**
 * What if we had: a past day on the floor run again by its own plan and records, and with one thing changed. Every way
 * is run with the same chances, so that what differs is the change; a difference smaller than chance is said to be none.
 */
import type { Knex } from "knex";
import { DateTime } from "luxon";
import { type Box, type DayPlan, NO_TOOL, simulateDay, TOOLS } from "@/core/dayplan";
import { clockIn, dayIn } from "../language/clock";
import { minutesOf } from "../language/clock-time";
import { temp } from "../language/shown";
import { plural } from "../language/spoken";
import { houseNow } from "../ledger/records/house";
import { framesIn } from "../vessels/frames";
import { usualPailKg } from "../vessels/records";
import { asDayPlan } from "./day-plan";
import { DAY_ON_THE_FLOOR_MS } from "./day-work";
import { machinesNow } from "./machines-now";
import type { PlanInput } from "./plan-input";
import { combsOfBatches } from "./records/batches";
import { plannedDays, planOf } from "./records/day-plans";
import { machines } from "./records/machines";
import { pastRuns, type RunRow, runsBetween } from "./records/runs";
import { skills } from "./records/skills";

const MINUTE = 60_000;
const MOST_DAYS = 20;
const MOST_RUNS = 400;
const REPLICATES = 400;
const SEED = 20260901;
/** So much warmer the other room. */
const WARMER_C = 5;
/** Under so many minutes nobody can tell two days apart. */
const TOLD_MIN = 3;

export interface Way {
  readonly name: string;
  readonly what: string;
  /** When the floor would have been clean, by the clock: one time in ten before, half of the times, nine in ten. */
  readonly finish: { readonly p10: string; readonly p50: string; readonly p90: string } | null;
  /** Boxes left when the shifts end, half of the times. */
  readonly boxesLeft: number;
  /** Minutes sooner than the day as it was planned; null for that day itself, and where either is not finished. */
  readonly soonerMin: number | null;
  readonly says: string;
}

export interface WhatIf {
  readonly days: readonly string[];
  readonly day: string | null;
  /** Why nothing is told of it. */
  readonly none: string | null;
  /** What the day's records say: from the first run to the last one's end. */
  readonly really: {
    readonly from: string;
    readonly to: string;
    readonly runs: number;
    /** With the plan's minutes of cleaning after the last run: what the ways are to be held against. */
    readonly clean: string;
    readonly cleaningMin: number;
  } | null;
  readonly boxes: number;
  readonly ways: readonly Way[];
}

const meanMin = (runs: readonly RunRow[]): number | null => {
  const ended = runs.filter((r) => r.ended_at !== null);
  if (ended.length === 0) return null;
  const sum = ended.reduce(
    (m, r) => m + ((r.ended_at as Date).getTime() - r.started_at.getTime()) / MINUTE,
    0,
  );
  return Math.min(240, Math.max(1, sum / ended.length));
};

/** @param asked one of the days with a plan; the newest when left out or unknown */
export async function whatIf(db: Knex, asked?: string, now = new Date()): Promise<WhatIf> {
  const { zone } = await houseNow(db);
  const days = await plannedDays(db, dayIn(zone, now), MOST_DAYS);
  const day = days.find((d) => d === asked) ?? days[0] ?? null;
  const nothing = (none: string): WhatIf => ({ days, day, none, really: null, boxes: 0, ways: [] });
  if (day === null) return nothing("No day with a plan lies behind us yet.");
  const plan = (await planOf(db, day)) as PlanInput;
  const start = DateTime.fromISO(`${day}T${plan.start}`, { zone });
  const from = start.minus({ hours: 2 }).toJSDate();
  const to = new Date(start.toMillis() + DAY_ON_THE_FLOOR_MS);
  const [runs, rows, past, known, pailKg] = await Promise.all([
    runsBetween(db, from, to, MOST_RUNS),
    machines(db),
    pastRuns(db),
    skills(db),
    usualPailKg(db),
  ]);
  if (runs.length === 0) return nothing("No run was told on that day: there is nothing to run again.");
  const combs = await combsOfBatches(db, [...new Set(runs.map((r) => r.batch_id))]);
  const spunThen = new Set(runs.flatMap((r) => r.slots.flatMap((f) => f?.super ?? [])));
  const boxes = combs
    .filter((c) => spunThen.has(c.tag) && framesIn(c) > 0)
    .map(
      (c): Box => ({
        id: c.tag,
        frames: framesIn(c),
        kg: Math.max(0, (c.gross_g - c.empty_g) / 1000),
        releaseMin: 0,
        deep: c.depth === "deep",
      }),
    );
  if (boxes.length === 0) return nothing("No box can be told to have been spun on that day.");
  const mean = (of: (r: RunRow) => number): number => runs.reduce((s, r) => s + of(r), 0) / runs.length;
  const honey = {
    waterPct: Math.min(
      22,
      Math.max(
        13,
        mean((r) => r.water_pct),
      ),
    ),
    tempC: mean((r) => r.temp_c),
  };
  const nowMin = minutesOf(plan.start);
  /** The day at a warmth: a machine's own runs of that day, as much quicker as warmer honey is. */
  const dayAt = (tempC: number, input: PlanInput, list: readonly Box[]): DayPlan => {
    const then = machinesNow(rows, past, honey);
    const there = machinesNow(rows, past, { ...honey, tempC });
    const plans = asDayPlan(input, list, {
      handStations: [],
      skills: known,
      today: day,
      nowMin,
      nowMs: start.toMillis(),
      live: [],
      gates: [],
      pailTakesKg: pailKg,
      machines: there.map((m, i) => {
        const own = meanMin(runs.filter((r) => r.machine_id === m.id));
        const quicker = m.suggestedMin / (then[i]?.suggestedMin ?? m.suggestedMin);
        return own === null ? m : { ...m, suggestedMin: Math.max(1, own * quicker) };
      }),
    });
    return { ...plans, given: [] };
  };
  const used = new Set(runs.map((r) => r.machine));
  const asPlanned: PlanInput = { ...plan, machines: [...new Set([...plan.machines, ...used])] };
  const uncappers = plan.uncappers.filter((u) => u.tool !== NO_TOOL);
  const [like] = uncappers;
  const heaviest = [...boxes].sort((a, b) => b.kg - a.kg);
  const tries: readonly { name: string; what: string; day: DayPlan }[] = [
    {
      name: "As it was planned",
      what: "its people, its machines, its boxes",
      day: dayAt(honey.tempC, asPlanned, boxes),
    },
    ...(like
      ? [
          {
            name: "One more to uncap",
            what: `as ${like.who} does, with ${TOOLS[like.tool as keyof typeof TOOLS].name}`,
            day: dayAt(
              honey.tempC,
              {
                ...asPlanned,
                uncappers: [...plan.uncappers, { ...like, who: "one more", loads: false, pails: false }],
              },
              boxes,
            ),
          },
        ]
      : []),
    {
      name: "One more at machines and pails",
      what: "all day, without a name",
      day: dayAt(honey.tempC, { ...asPlanned, tenders: plan.tenders + 1 }, boxes),
    },
    {
      name: "The heaviest boxes first",
      what: "the same boxes, another order",
      day: dayAt(honey.tempC, asPlanned, heaviest),
    },
    {
      name: "The lightest boxes first",
      what: "the same boxes, another order",
      day: dayAt(honey.tempC, asPlanned, [...heaviest].reverse()),
    },
    {
      name: "A warmer room",
      what: `honey at ${temp(Math.min(40, honey.tempC + WARMER_C), 0)} instead of ${temp(honey.tempC, 0)}: runs are shorter`,
      day: dayAt(Math.min(40, honey.tempC + WARMER_C), asPlanned, boxes),
    },
  ];
  const told = tries.map((t) => ({
    ...t,
    seen: simulateDay(t.day, { seed: SEED, replicates: REPLICATES, tryRelief: false }),
  }));
  const clock = (min: number): string => clockIn(zone, start.plus({ minutes: Math.round(min) }).toJSDate());
  const base = told[0]?.seen.finishMin.p50 ?? Number.NaN;
  const ways = told.map(({ name, what, seen }, i): Way => {
    const { p10, p50, p90 } = seen.finishMin;
    const done = Number.isFinite(p50);
    const sooner = i === 0 || !done || !Number.isFinite(base) ? null : base - p50;
    return {
      name,
      what,
      finish: done
        ? { p10: clock(p10), p50: clock(p50), p90: Number.isFinite(p90) ? clock(p90) : "not that day" }
        : null,
      boxesLeft: seen.boxesLeft.p50,
      soonerMin: sooner,
      says: !done
        ? `the shifts end first; ${plural(seen.boxesLeft.p50, "box", "boxes")} left`
        : sooner === null
          ? i === 0
            ? "by the same reckoning as the day's plan"
            : "finished, where the day as planned is not"
          : Math.abs(sooner) < TOLD_MIN
            ? "no difference that could be told"
            : `${Math.abs(Math.round(sooner))} min ${sooner > 0 ? "sooner" : "later"}`,
    };
  });
  const last = new Date(Math.max(...runs.map((r) => (r.ended_at ?? r.started_at).getTime())));
  return {
    days,
    day,
    none: null,
    really: {
      from: clockIn(zone, (runs[0] as RunRow).started_at),
      to: clockIn(zone, last),
      runs: runs.length,
      clean: clockIn(zone, new Date(last.getTime() + plan.cleaningMin * MINUTE)),
      cleaningMin: plan.cleaningMin,
    },
    boxes: boxes.length,
    ways,
  };
}
