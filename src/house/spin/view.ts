/** The floor as it stands: machines, what turns, frames still waiting, room in pail and drum, the day's plan. */

import type { Knex } from "knex";
import {
  cappingsShare,
  HAND_WAYS,
  type HandStation,
  handStation,
  type Place,
  TOOLS,
  type Tool,
} from "@/core/dayplan";
import { PAIL_FULL, programme } from "@/core/extraction";
import type { CheckKind } from "../checklists/lists";
import { devicesAtHand } from "../devices/view";
import { dayIn, timeOfDayIn, whenIn } from "../language/clock";
import { minutesOf } from "../language/clock-time";
import { massFigureG } from "../language/shown";
import { namesOf } from "../people/records";
import type { Snapshot } from "../standing/snapshot";
import { usualPailKg } from "../vessels/records";
import type { ToldUncapped } from "./at-boxes";
import { DAY_ON_THE_FLOOR_MS, type DayWork, dayWork } from "./day-work";
import { framesWaiting } from "./frames-waiting";
import { type MeshView, meshOf } from "./gate-mesh";
import { type GateView, gatesOf } from "./gates";
import { machinesNow } from "./machines-now";
import type { FloorMachine, FrameWaiting, LiveRun } from "./model";
import { type PlansAround, plansAround } from "./plans-around";
import { batchesClosedSince, combsOfBatches } from "./records/batches";
import { type BinState, binsHolding, cappingsOfBatches } from "./records/cappings";
import { gatePails, pailsFilledFrom } from "./records/gate-pails";
import { handWork } from "./records/hand-work";
import { givenOn, meshTold, uncappedIn, uncappedSince } from "./records/hands";
import { lossesOf } from "./records/losses";
import { pastRuns, runsOfBatches } from "./records/runs";
import { type Skill, skills } from "./records/skills";

const TOOL_NAMES = Object.keys(TOOLS) as Tool[];
/** Without a reading the honey is taken to be at its target. */
const HONEY = { tempC: 27, waterPct: 17.5 } as const;

export interface FloorView extends DayWork, PlansAround {
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
  };
  readonly bins: readonly { readonly tag: string; readonly kg: string }[];
  /** What goes into the cappings by tool, % of what came in, by practice and this house's batches. */
  readonly cappings: readonly { readonly tool: Tool; readonly pct: number; readonly learntFrom: number }[];
  readonly today: string;
  /** Minute of the house's day. */
  readonly nowMin: number;
  readonly crew: readonly string[];
  readonly skills: readonly Skill[];
  /** Boxes of the open batches that are not weighed back, by tag. */
  readonly inBatch: readonly string[];
  /** Boxes of the open batches that are uncapped already, by tag. */
  readonly uncapped: readonly string[];
  /** The day's boxes as they came into their batches, spun or not, by tag. */
  readonly order: readonly string[];
  /** Boxes of this day on the floor as they were told to be uncapped, in their order. */
  readonly told: readonly ToldUncapped[];
  /** Who was sent where today. */
  readonly given: readonly (Place & { readonly person: string })[];
  readonly mesh: MeshView;
  readonly handStations: readonly HandStation[];
  readonly scale: { readonly name: string; readonly standIn: boolean } | null;
  /** What this house's pails take, kg; null while it has none. */
  readonly pailTakesKg: number | null;
  readonly nowMs: number;
  readonly zone: string;
}

/** Whether any machine turns: then no screen may miss what is due. */
export const anythingTurns = (s: Pick<Snapshot, "runs">): boolean => s.runs.some((r) => r.ended_at === null);

/** @param asked the batch to go on with, where more than one has frames to spin */
export async function floorView(db: Knex, s: Snapshot, asked?: number): Promise<FloorView> {
  const today = dayIn(s.house.zone, s.now);
  const nowMin = minutesOf(timeOfDayIn(s.house.zone, s.now));
  const closedIds = (await batchesClosedSince(db, new Date(s.now.getTime() - DAY_ON_THE_FLOOR_MS))).map(
    (b) => b.id,
  );
  const openIds = s.openBatches.map((b) => b.id);
  const { runs, checks } = s;
  const [
    closedRuns,
    past,
    gates,
    filled,
    closed,
    bins,
    plans,
    crew,
    skilled,
    byHand,
    cut,
    pailKg,
    uncapped,
    given,
    told,
    mesh,
  ] = await Promise.all([
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
    uncappedIn(db, openIds),
    givenOn(db, today),
    uncappedSince(db, new Date(s.now.getTime() - DAY_ON_THE_FLOOR_MS)),
    meshTold(db, new Date(s.now.getTime() - DAY_ON_THE_FLOOR_MS)),
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
    },
    bins: bins.map((b: BinState) => ({ tag: b.tag, kg: massFigureG(b.grams) })),
    cappings: TOOL_NAMES.map((tool) => ({ tool, ...cappingsShare(tool, cut) })),
    today,
    nowMin,
    crew: crew as string[],
    skills: skilled,
    inBatch: s.openBatches.flatMap((b) => b.combs.filter((c) => c.spun_entry === null).map((c) => c.tag)),
    uncapped,
    given,
    mesh: meshOf(mesh, [...closedRuns, ...runs], last("opening")?.at ?? null),
    order: [...closed, ...s.openBatches.flatMap((b) => b.combs)]
      .sort((a, b) => a.joined_at.getTime() - b.joined_at.getTime() || a.comb_fill - b.comb_fill)
      .map((c) => c.tag),
    told: told.map(({ who, tag, at }) => ({ who, tag, atMs: at.getTime() })),
    handStations: HAND_WAYS.map((way) => handStation(way, byHand)),
    scale: (await devicesAtHand(db)).scale ?? null,
    pailTakesKg: pailKg === null ? null : pailKg * PAIL_FULL,
    nowMs: s.now.getTime(),
    zone: s.house.zone,
  };
}
