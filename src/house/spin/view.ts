/** The floor as it stands: machines, what turns, frames still waiting, room in pail and drum, the day's plan. */

import type { Knex } from "knex";
import { cappingsShare, HAND_WAYS, type HandStation, handStation, TOOLS, type Tool } from "@/core/dayplan";
import {
  BARE_FRAME_KG,
  drumLevel,
  learntTolerance,
  PAIL_FULL,
  type PastRun,
  programme,
  spinBase,
  spinTime,
} from "@/core/extraction";
import { formatKgFromG } from "@/core/units";
import { devicesAtHand } from "../devices/view";
import { clockIn, dayIn, daysLater, whenIn } from "../language/clock";
import { minutesOf } from "../language/clock-time";
import { namesOf } from "../people/records";
import type { BatchState, Snapshot } from "../standing/snapshot";
import { framesIn } from "../vessels/frames";
import { usualPailKg } from "../vessels/records";
import type { CheckKind } from "./checks";

import { DAY_ON_THE_FLOOR_MS, type DayWork, dayWork, framesStill } from "./day-work";
import { type GateView, gatesOf } from "./gates";
import type { FloorMachine, FrameWaiting, LiveRun } from "./model";
import { holdsAfterMidnight, type PlanInput, wholeMinutes } from "./plan-input";
import { batchesClosedSince, combsOfBatches } from "./records/batches";
import { type BinState, binsHolding, cappingsOfBatches } from "./records/cappings";
import { type CheckAside, checksAside } from "./records/checks";
import { planBefore, planOf } from "./records/day-plans";
import { gatePails, pailsFilledFrom } from "./records/gate-pails";
import { handWork } from "./records/hand-work";
import { lossesOf } from "./records/losses";
import { asMachine, type MachineRow } from "./records/machines";
import { isWeighed, pastRuns, type RunRow, runsOfBatches } from "./records/runs";
import { type Skill, skills } from "./records/skills";

const MINUTE = 60_000;
const TOOL_NAMES = Object.keys(TOOLS) as Tool[];
/** Without a reading the honey is taken to be at its target. */
const HONEY = { tempC: 27, waterPct: 17.5 } as const;

export interface FloorView extends DayWork {
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
    /** Shut for the day: nothing more is spun until it is opened again. */
    readonly shut: boolean;
    /** What does not apply here, with who said so. */
    readonly aside: readonly CheckAside[];
  };
  readonly bins: readonly { readonly tag: string; readonly kg: string }[];
  /** What goes into the cappings by tool, % of what came in, by practice and this house's batches. */
  readonly cappings: readonly { readonly tool: Tool; readonly pct: number; readonly learntFrom: number }[];
  /** The plan that goes on now or is to begin today. */
  readonly plan: PlanInput | null;
  readonly planTomorrow: PlanInput | null;
  /** The newest plan of an earlier day: what another day's begins with. */
  readonly planBefore: PlanInput | null;
  readonly today: string;
  /** Minute of the house's day. */
  readonly nowMin: number;
  readonly crew: readonly string[];
  readonly skills: readonly Skill[];
  readonly handStations: readonly HandStation[];
  readonly scale: { readonly name: string; readonly standIn: boolean } | null;
  /** What this house's pails take, kg; null while it has none. */
  readonly pailTakesKg: number | null;
  readonly nowMs: number;
  readonly zone: string;
}

/** Frames of a batch's supers that were not in a run yet, or must go again. */
const framesWaiting = (batch: BatchState | undefined, runs: readonly RunRow[]): FrameWaiting[] => {
  const still = batch ? framesStill(batch, runs) : new Map<number, number>();
  return (batch?.combs ?? []).flatMap((c) => {
    const kg = (c.gross_g - c.empty_g) / 1000 / framesIn(c) + BARE_FRAME_KG;
    return Array.from({ length: still.get(c.comb_fill) ?? 0 }, (_, i) => ({
      id: `${c.tag}/${i + 1}`,
      super: c.tag,
      kg: Number(kg.toFixed(2)),
      deep: c.depth === "deep",
      tender: c.foundation === "unwired wax" || c.foundation === "foundationless",
    }));
  });
};

const planFor = async (db: Knex, day: string) => (await planOf(db, day)) as PlanInput | null;

/** Today's plan, or last night's while somebody is still there and today's has not begun. */
async function plansAround(
  db: Knex,
  today: string,
  nowMin: number,
): Promise<Pick<FloorView, "plan" | "planTomorrow" | "planBefore">> {
  const [own, night, planTomorrow, before] = await Promise.all([
    planFor(db, today),
    planFor(db, daysLater(today, -1)),
    planFor(db, daysLater(today, 1)),
    planBefore(db, today),
  ]);
  const begun = own !== null && minutesOf(own.start) <= nowMin;
  return {
    plan: !begun && night && holdsAfterMidnight(night, nowMin) ? night : own,
    planTomorrow,
    planBefore: before as PlanInput | null,
  };
}

/** Whether any machine turns: then no screen may miss what is due. */
export const anythingTurns = (s: Pick<Snapshot, "runs">): boolean => s.runs.some((r) => r.ended_at === null);

/** The machines, with what this house's runs taught of them, for the honey at hand. */
function machinesNow(
  rows: readonly MachineRow[],
  past: readonly RunRow[],
  honey: { readonly waterPct: number; readonly tempC: number },
): (FloorMachine & { readonly id: number })[] {
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
  return rows.map((row) => {
    const machine = asMachine(row);
    const { baseMin, learntFrom } = spinBase(row.kind, learnt);
    const { minutes } = spinTime(baseMin, honey);
    return {
      ...machine,
      id: row.id,
      name: row.name,
      cranked: row.cranked,
      ownGate: row.own_gate,
      deepSlots: row.deep_slots,
      learntKgM: learntTolerance(
        past
          .filter((r) => r.machine_id === row.id && isWeighed(r))
          .map((r) => ({ kgM: r.kgm, shaky: r.shaky ?? false })),
        row.allowed_kgm,
      ),
      baseMin,
      suggestedMin: wholeMinutes(minutes),
      learntFrom,
      drumHoldsKg: drumLevel(0, machine, honey).freeKg,
    };
  });
}

/** @param asked the batch to go on with, where more than one has frames to spin */
export async function floorView(db: Knex, s: Snapshot, asked?: number): Promise<FloorView> {
  const today = dayIn(s.house.zone, s.now);
  const nowMin = minutesOf(clockIn(s.house.zone, s.now));
  const closedIds = (await batchesClosedSince(db, new Date(s.now.getTime() - DAY_ON_THE_FLOOR_MS))).map(
    (b) => b.id,
  );
  const openIds = s.openBatches.map((b) => b.id);
  const { runs, checks } = s;
  const [closedRuns, past, gates, filled, closed, bins, plans, crew, skilled, byHand, cut, pailKg, aside] =
    await Promise.all([
      runsOfBatches(db, closedIds),
      pastRuns(db),
      gatePails(db, openIds),
      pailsFilledFrom(db, [...closedIds, ...openIds]),
      combsOfBatches(db, closedIds),
      binsHolding(db),
      plansAround(db, today, nowMin),
      namesOf(db, ["lead", "floor", "filler"]),
      skills(db),
      handWork(db),
      cappingsOfBatches(db),
      usualPailKg(db),
      checksAside(db),
    ]);
  // Honey kept apart from cappings is a batch too, with nothing to spin.
  const toSpin = s.openBatches.filter((b) => b.combs.some((c) => c.spun_entry === null));
  const batch = toSpin.find((b) => b.number === asked) ?? toSpin.at(-1) ?? s.openBatches.at(-1);
  const waterPct = Math.min(22, Math.max(13, batch?.water.figures.waterPct ?? HONEY.waterPct));
  const tempC = past[0]?.temp_c ?? HONEY.tempC;
  const list = machinesNow(s.machines, past, { waterPct, tempC });
  const own = runs.filter((r) => r.batch_id === batch?.id);
  const frames = framesWaiting(batch, own);
  const last = (kind: CheckKind) => checks.filter((c) => c.kind === kind).at(-1);
  const said = (kind: CheckKind) => {
    const c = last(kind);
    return c ? `${c.who}, ${whenIn(s.house.zone, c.at, s.now)}` : null;
  };
  return {
    ...dayWork(s, {
      combs: [...closed, ...s.openBatches.flatMap((b) => b.combs)],
      runs: [...closedRuns, ...runs],
      filled,
    }),
    ...plans,
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
    checks: {
      opening: said("opening"),
      closing: said("closing"),
      open: checks.at(-1)?.kind === "opening",
      shut: checks.at(-1)?.kind === "closing",
      aside,
    },
    bins: bins.map((b: BinState) => ({ tag: b.tag, kg: formatKgFromG(b.grams) })),
    cappings: TOOL_NAMES.map((tool) => ({ tool, ...cappingsShare(tool, cut) })),
    today,
    nowMin,
    crew: crew as string[],
    skills: skilled,
    handStations: HAND_WAYS.map((way) => handStation(way, byHand)),
    scale: (await devicesAtHand(db)).scale ?? null,
    pailTakesKg: pailKg === null ? null : pailKg * PAIL_FULL,
    nowMs: s.now.getTime(),
    zone: s.house.zone,
  };
}
