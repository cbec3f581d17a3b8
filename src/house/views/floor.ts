/** The floor as it stands: machines, what turns, frames still waiting, room in pail and drum, the day's plan. */
import type { Knex } from "knex";
import {
  type Box,
  cappingsShare,
  HAND_WAYS,
  type HandStation,
  handStation,
  TOOLS,
  type Tool,
} from "@/core/dayplan";
import {
  BARE_FRAME_KG,
  drumLevel,
  type FrameWidth,
  learntTolerance,
  type Machine,
  type PastRun,
  programme,
  type RunStep,
  spinBase,
  spinTime,
} from "@/core/extraction";
import { formatKgFromG } from "@/core/units";
import { clockIn, dayIn, daysLater, todayFrom, whenIn } from "../clock";
import { minutesOf } from "../clock-time";
import { CHECKS, type CheckKind } from "../floor-checks";
import type { BatchComb } from "../records/batches";
import {
  asMachine,
  type BinState,
  binsHolding,
  cappingsOfBatches,
  checksSince,
  gatePails,
  handWork,
  type LoadedFrame,
  lossesOf,
  machines,
  pailsFilledFrom,
  pastRuns,
  planOf,
  type RunRow,
  runsOfBatches,
  runsOfStay,
  type Skill,
  skills,
} from "../records/floor";
import { holdsAfterMidnight, type PlanInput, wholeMinutes } from "./day-plan";
import { type GateView, gatesOf } from "./gates";
import { devicesAtHand } from "./instruments";
import type { BatchState, Snapshot } from "./snapshot";

const MINUTE = 60_000;
/** What was done longer ago belongs to another day on the floor. */
const DAY_ON_THE_FLOOR_MS = 16 * 60 * MINUTE;
const TOOL_NAMES = Object.keys(TOOLS) as Tool[];
/** Without a reading the honey is taken to be at its target. */
const HONEY = { tempC: 27, waterPct: 17.5 } as const;

export interface FloorMachine extends Machine {
  readonly name: string;
  /** From what this house's runs showed. */
  readonly learntKgM: number;
  /** Minutes of its programme for the reference honey, and for the honey of this batch. */
  readonly baseMin: number;
  readonly suggestedMin: number;
  readonly learntFrom: number;
  /** What the drum takes under the frames, kg. */
  readonly drumHoldsKg: number;
  readonly cranked: boolean;
  readonly ownGate: boolean;
  /** Slots a deep frame takes. */
  readonly deepSlots: FrameWidth;
}

export interface FrameWaiting {
  readonly id: string;
  readonly super: string;
  readonly kg: number;
  /** Takes two slots where the machine says so. */
  readonly deep: boolean;
  readonly tender: boolean;
}

export interface LiveRun {
  readonly id: number;
  readonly number: number;
  readonly batch: number;
  readonly machine: string;
  readonly startedMs: number;
  readonly minutes: number;
  readonly steps: readonly RunStep[];
  readonly slots: readonly (LoadedFrame | null)[];
  readonly expectedKg: number;
}

export interface FloorView {
  readonly machines: readonly FloorMachine[];
  readonly frames: readonly FrameWaiting[];
  readonly batch: number | null;
  /** Other open batches with frames to spin. */
  readonly others: readonly number[];
  /** What was lost of the open batches, by its cause. */
  readonly losses: readonly { readonly fillId: number; readonly cause: string; readonly grams: number }[];
  readonly waterPct: number;
  /** The honey's temperature as it was last noted with a run. */
  readonly honeyC: number;
  readonly live: readonly LiveRun[];
  readonly gates: readonly GateView[];
  readonly checks: {
    readonly opening: string | null;
    readonly closing: string | null;
    readonly open: boolean;
  };
  readonly bins: readonly { readonly tag: string; readonly kg: string }[];
  /** What goes into the cappings by tool, % of what came in, by practice and this house's batches. */
  readonly cappings: readonly { readonly tool: Tool; readonly pct: number; readonly learntFrom: number }[];
  readonly residue: readonly {
    readonly tempC: number;
    readonly tool: Tool | null;
    readonly leftKg: number;
    readonly leftPct: number;
    readonly super: string;
  }[];
  /** The plan that goes on now or is to begin today. */
  readonly plan: PlanInput | null;
  readonly planTomorrow: PlanInput | null;
  readonly today: string;
  /** Minute of the house's day. */
  readonly nowMin: number;
  /** Still to spin today; released so many minutes from now. */
  readonly boxes: readonly Box[];
  /** Those that dry by tomorrow only. */
  readonly boxesLater: readonly Box[];
  readonly crew: readonly string[];
  readonly skills: readonly Skill[];
  readonly handStations: readonly HandStation[];
  readonly scale: { readonly name: string; readonly standIn: boolean } | null;
  readonly done: {
    readonly boxes: number;
    readonly list: readonly Box[];
    readonly frames: number;
    readonly pailGrams: number;
    readonly firstMs: number | null;
    /** Runs by machine, pails weighed: what the day's board draws of what was done. */
    readonly pieces: readonly {
      readonly station: string;
      readonly what: string;
      readonly fromMs: number;
      readonly toMs: number;
    }[];
  };
  readonly nowMs: number;
  readonly zone: string;
}

/** Frames of a batch's supers that were not in a run yet, or must go again. */
function framesWaiting(batch: BatchState | undefined, runs: readonly RunRow[]): FrameWaiting[] {
  if (!batch) return [];
  const gone = ({ tag, entry_id }: BatchComb): number =>
    runsOfStay(runs, entry_id).flatMap(({ slots, marks }) =>
      slots.filter((f, i) => f?.super === tag && !marks?.some((m) => m.slot === i + 1 && m.mark === "again")),
    ).length;
  return batch.combs
    .filter((c) => c.spun_entry === null)
    .flatMap((c) => {
      const frames = c.frames ?? 10;
      const kg = (c.gross_g - c.empty_g) / 1000 / frames + BARE_FRAME_KG;
      return Array.from({ length: Math.max(0, frames - gone(c)) }, (_, i) => ({
        id: `${c.tag}/${i + 1}`,
        super: c.tag,
        kg: Number(kg.toFixed(2)),
        deep: c.depth === "deep",
        tender: c.foundation === "unwired wax" || c.foundation === "foundationless",
      }));
    });
}

/** What dries within so many minutes is still for today's floor. */
const TODAY_MIN = 10 * 60;
const DAY_MIN = 24 * 60;

/** Boxes still to be spun: those in the open batch, then stacks that are ready, then those that dry by tomorrow. */
function boxesAhead(s: Snapshot): Box[] {
  const inBatch = s.openBatches.flatMap((b) =>
    b.combs
      .filter((c) => c.spun_entry === null)
      .map((c) => ({
        id: c.tag,
        frames: c.frames ?? 10,
        kg: (c.gross_g - c.empty_g) / 1000,
        releaseMin: 0,
        deep: c.depth === "deep",
      })),
  );
  const stacks = s.room.stacks.flatMap((x) => {
    const wait =
      x.forecast?.status === "ready" ? 0 : x.forecast?.status === "drying" ? x.forecast.hours.p50 * 60 : null;
    if (wait === null || wait > TODAY_MIN + DAY_MIN) return [];
    return x.supers.map((w) => ({
      id: w.tag,
      frames: Math.max(1, (w.frames ?? 10) - w.frames_left),
      kg: w.grams / 1000,
      releaseMin: wait,
      deep: w.depth === "deep",
    }));
  });
  return [...inBatch, ...stacks];
}

const planFor = async (db: Knex, day: string) => (await planOf(db, day)) as PlanInput | null;

/** Today's plan, or last night's while somebody is still there and today's has not begun. */
async function planNow(db: Knex, today: string, nowMin: number): Promise<PlanInput | null> {
  const own = await planFor(db, today);
  if (own && minutesOf(own.start) <= nowMin) return own;
  const night = await planFor(db, daysLater(today, -1));
  return night && holdsAfterMidnight(night, nowMin) ? night : own;
}

/** @param asked the batch to go on with, where more than one has frames to spin */
export async function floorView(db: Knex, s: Snapshot, asked?: number): Promise<FloorView> {
  const today = dayIn(s.house.zone, s.now);
  const nowMin = minutesOf(clockIn(s.house.zone, s.now));
  const ids = s.openBatches.map((b) => b.id);
  const [rows, runs, past, gates, filled, checks, bins, plan, planTomorrow, crew, skilled, byHand, cut] =
    await Promise.all([
      machines(db),
      runsOfBatches(db, ids),
      pastRuns(db),
      gatePails(db, ids),
      pailsFilledFrom(db, ids),
      checksSince(db, todayFrom(s.house.zone, s.now)),
      binsHolding(db),
      planNow(db, today, nowMin),
      planFor(db, daysLater(today, 1)),
      db("live_crew").whereIn("role", ["lead", "floor", "filler"]).orderBy("id").pluck("name"),
      skills(db),
      handWork(db),
      cappingsOfBatches(db),
    ]);
  // Honey kept apart from cappings is a batch too, with nothing to spin.
  const toSpin = s.openBatches.filter((b) => b.combs.some((c) => c.spun_entry === null));
  const batch = toSpin.find((b) => b.number === asked) ?? toSpin.at(-1) ?? s.openBatches.at(-1);
  const waterPct = Math.min(22, Math.max(13, batch?.water.figures.waterPct ?? HONEY.waterPct));
  const tempC = past[0]?.temp_c ?? HONEY.tempC;
  const learnt: PastRun[] = past.map((r) => ({
    kind: r.kind,
    // Somebody came late to press the key, or early: so far the programme's own time is believed.
    minutes: Math.min(
      r.minutes * 1.5,
      Math.max(r.minutes * 0.5, ((r.ended_at ?? r.started_at).getTime() - r.started_at.getTime()) / MINUTE),
    ),
    waterPct: r.water_pct,
    tempC: r.temp_c,
  }));
  const list = rows.map((row) => {
    const machine = asMachine(row);
    const { baseMin, learntFrom } = spinBase(row.kind, learnt);
    const { minutes } = spinTime(baseMin, { waterPct, tempC });
    return {
      ...machine,
      id: row.id,
      name: row.name,
      cranked: row.cranked,
      ownGate: row.own_gate,
      deepSlots: row.deep_slots,
      learntKgM: learntTolerance(
        past.filter((r) => r.machine_id === row.id).map((r) => ({ kgM: r.kgm, shaky: r.shaky ?? false })),
        row.allowed_kgm,
      ),
      baseMin,
      suggestedMin: wholeMinutes(minutes),
      learntFrom,
      drumHoldsKg: drumLevel(0, machine, { waterPct, tempC }).freeKg,
    };
  });
  const own = runs.filter((r) => r.batch_id === batch?.id);
  const frames = framesWaiting(batch, own);
  const ahead = boxesAhead(s);
  const spun = s.openBatches.flatMap((b) => b.combs.filter((c) => c.spun_gross_g !== null));
  const last = (kind: CheckKind) => checks.filter((c) => c.kind === kind).at(-1);
  const said = (kind: CheckKind) => {
    const c = last(kind);
    return c ? `${c.who}, ${whenIn(s.house.zone, c.at, s.now)}` : null;
  };
  const isOfToday = (at: Date | null): boolean =>
    at !== null && s.now.getTime() - at.getTime() < DAY_ON_THE_FLOOR_MS;
  const runsToday = runs.filter((r) => isOfToday(r.started_at));
  const spunToday = spun.filter((c) => isOfToday(c.spun_at));
  const filledToday = filled.filter((f) => isOfToday(f.at));
  const residueRuns = new Map<string, RunRow>();
  for (const r of [...past, ...runs]) for (const f of r.slots) if (f) residueRuns.set(f.super, r);
  return {
    machines: list,
    frames,
    batch: batch?.number ?? null,
    others: toSpin.filter((b) => b !== batch).map((b) => b.number),
    losses: await lossesOf(
      db,
      s.openBatches.map((b) => b.fill_id),
    ),
    waterPct,
    honeyC: tempC,
    live: runs
      .filter((r) => r.ended_at === null)
      .map((r) => ({
        id: r.id,
        number: r.number,
        batch: s.openBatches.find((b) => b.id === r.batch_id)?.number ?? 0,
        machine: r.machine,
        startedMs: r.started_at.getTime(),
        minutes: r.minutes,
        steps: programme(r.kind, r.minutes, r.tender),
        slots: r.slots,
        expectedKg: r.expected_g / 1000,
      })),
    gates: batch ? gatesOf(batch, { machines: list, runs: own, pails: gates, filled, waiting: frames }) : [],
    checks: { opening: said("opening"), closing: said("closing"), open: checks.at(-1)?.kind === "opening" },
    bins: bins.map((b: BinState) => ({ tag: b.tag, kg: formatKgFromG(b.grams) })),
    cappings: TOOL_NAMES.map((tool) => ({ tool, ...cappingsShare(tool, cut) })),
    residue: spun.flatMap((c) => {
      const run = residueRuns.get(c.tag);
      const had = c.gross_g - c.empty_g;
      if (!run || had <= 0) return [];
      const left = c.stayed_g ?? 0;
      return [
        { tempC: run.temp_c, tool: run.tool, leftKg: left / 1000, leftPct: (left / had) * 100, super: c.tag },
      ];
    }),
    plan,
    planTomorrow,
    today,
    nowMin,
    boxes: ahead.filter((b) => b.releaseMin <= TODAY_MIN),
    boxesLater: ahead.filter((b) => b.releaseMin > TODAY_MIN),
    crew: crew as string[],
    skills: skilled,
    handStations: HAND_WAYS.map((way) => handStation(way, byHand)),
    scale: (await devicesAtHand(db)).scale ?? null,
    done: {
      boxes: spunToday.length,
      list: spunToday.map((c) => ({
        id: c.tag,
        frames: c.frames ?? 10,
        kg: (c.gross_g - c.empty_g) / 1000,
        releaseMin: 0,
        deep: c.depth === "deep",
      })),
      frames: runsToday
        .filter((r) => r.ended_at !== null)
        .reduce((n, r) => n + r.slots.filter(Boolean).length, 0),
      pailGrams: filledToday.reduce((g, f) => g + f.grams, 0),
      firstMs: runsToday[0]?.started_at.getTime() ?? null,
      pieces: [
        ...runsToday.map((r) => ({
          station: r.machine,
          what: `run ${r.number}, ${r.slots.filter(Boolean).length} frames`,
          fromMs: r.started_at.getTime(),
          toMs: (r.ended_at ?? s.now).getTime(),
        })),
        ...filledToday.map((f) => ({
          station: "strain",
          what: `pail of ${formatKgFromG(f.grams)} kg`,
          fromMs: f.at.getTime() - 2 * MINUTE,
          toMs: f.at.getTime(),
        })),
      ],
    },
    nowMs: s.now.getTime(),
    zone: s.house.zone,
  };
}

export const CHECK_ITEMS = CHECKS;
