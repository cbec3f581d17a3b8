/** All that stands in the house now, read once a request; decisions and screens are worked out from it. */

import type { Knex } from "knex";
import { type BatchAccount, batchAccount } from "@/core/ledger";
import { type Unmixed, unmixedNow } from "../blend/now";
import { productsNow, type RunningProduct } from "../bottle/products";
import { type LotRow, lotsHere } from "../bottle/records";
import { type CheckRow, checksSince } from "../checklists/records";
import type { HoldRow } from "../hold/records";
import { type RoomState, roomState } from "../hot-room/room";
import { asRead, type WaitingSuper } from "../hot-room/waiting";
import { type KeptNow, keptNow } from "../kept/status";
import { dayIn, todayFrom } from "../language/clock";
import { heldByKind, movementsOf } from "../ledger/records/fills";
import { type House, houseNow } from "../ledger/records/house";
import { lastTried } from "../recall/records";
import type { SettleSchool } from "../settle/kinds";
import { type SettleRules, settleRules } from "../settle/records";
import { type BatchRow, openBatches } from "../spin/records/batches";
import { type MachineRow, machines } from "../spin/records/machines";
import { type RunRow, runsOfBatches } from "../spin/records/runs";
import { toWeighEmpty } from "../vessels/records";
import type { WarmthNow } from "../warmth/now";
import { schoolsOfBatches } from "../warmth/records";
import { openPlans, type PlanRow } from "../yard/records/plans";
import { waitingCombs } from "../yard/records/pulls";
import type { BatchContents } from "./contents";
import { type EquipmentThere, equipmentThere, vesselsHolding } from "./records";
import { type VesselState, vesselStates } from "./vessels";

export type { WaitingSuper, WaterJudgement } from "../hot-room/waiting";
export type { VesselState } from "./vessels";

export interface BatchState extends BatchRow, BatchContents {
  readonly account: BatchAccount;
}

export interface Snapshot {
  readonly house: House;
  readonly now: Date;
  readonly waiting: readonly WaitingSuper[];
  readonly room: RoomState;
  readonly plans: readonly PlanRow[];
  readonly openBatches: readonly BatchState[];
  readonly vessels: readonly VesselState[];
  /** Whether honey is strained at once or settles first, and how warm it may get. */
  readonly settle: SettleRules;
  /** Batches in the vessels that are strained otherwise than the house does it, by their fill. */
  readonly schoolOf: ReadonlyMap<number, SettleSchool>;
  /** What honey is warmed in, and the air where vessels stand. */
  readonly warmth: Pick<WarmthNow, "warmers" | "air">;
  /** Blends that nobody found mixed yet. */
  readonly unmixed: readonly Unmixed[];
  /** Set honey and comb on their way. */
  readonly products: readonly RunningProduct[];
  readonly machines: readonly MachineRow[];
  /** Of the open batches. */
  readonly runs: readonly RunRow[];
  /** The floor's, since this morning or in a shift that goes on. */
  readonly checks: readonly CheckRow[];
  /** Lots with jars still here. */
  readonly lots: readonly LotRow[];
  /** All that is held, and the fills it lies on. */
  readonly held: { readonly open: readonly HoldRow[]; readonly on: ReadonlyMap<number, readonly HoldRow[]> };
  /** When a recall was last tried, and since when anything has left at all. */
  readonly recall: { readonly last: Date | null; readonly first_sent: Date | null };
  /** How the house's backups stand; null where none are kept. */
  readonly kept: KeptNow | null;
  readonly sentGrams: number;
  /** Honey and wax in cappings bins, honey left in spun combs, wax won: grams in all. */
  readonly besides: { readonly cappings: number; readonly wets: number; readonly wax: number };
  /** Supers that lost comb and were not weighed empty since. */
  readonly toWeighEmpty: readonly { readonly tag: string; readonly what: string }[];
  /** What is set up at all. */
  readonly equipment: EquipmentThere;
}

/** The supers that wait, with what was read of them, and the room they wait in. */
async function hotRoom(db: Knex, house: House, now: Date) {
  const waiting = await asRead(db, house, now, await waitingCombs(db));
  return { waiting, room: await roomState(db, house, now, waiting) };
}

/** What stands in vessels and open batches, and what was done with it. */
async function vesselsAndBatches(db: Knex, house: House, now: Date) {
  const [open, held] = await Promise.all([openBatches(db), vesselsHolding(db)]);
  const [runs, movements, states, unmixed] = await Promise.all([
    runsOfBatches(
      db,
      open.map((b) => b.id),
    ),
    movementsOf(
      db,
      open.map((b) => b.fill_id),
    ),
    vesselStates(db, house, now, held, open),
    unmixedNow(
      db,
      held.map((v) => v.fill_id),
      now,
    ),
  ]);
  return { open, runs, movements, unmixed, ...states };
}

export async function snapshot(db: Knex, now = new Date()): Promise<Snapshot> {
  const house = await houseNow(db);
  // The vessels lead from question to question: they are asked about first, and nothing else is waited for.
  const [
    { open, runs, movements, unmixed, contents, vessels, warmth, held: onHold },
    { waiting, room },
    plans,
    lots,
    besides,
    toWeigh,
    equipment,
    machineRows,
    checks,
    rules,
    products,
    tried,
    kept,
  ] = await Promise.all([
    vesselsAndBatches(db, house, now),
    hotRoom(db, house, now),
    openPlans(db, dayIn(house.zone, now)),
    lotsHere(db),
    heldByKind(db, ["parcel", "cappings", "wets", "wax"]),
    toWeighEmpty(db),
    equipmentThere(db),
    machines(db),
    checksSince(db, todayFrom(house.zone, now)),
    settleRules(db),
    productsNow(db, { house, now }),
    lastTried(db),
    keptNow(),
  ]);
  const origins = [...new Set(vessels.flatMap((v) => v.origins.map((o) => o.fillId)))];
  const schools = origins.length === 0 ? [] : await schoolsOfBatches(db, origins);
  return {
    house,
    now,
    waiting,
    plans,
    settle: rules,
    schoolOf: new Map(schools.map((x) => [x.fill_id, x.school])),
    warmth: { warmers: warmth.warmers, air: warmth.air },
    products,
    room,
    openBatches: open.map((b) => ({
      ...b,
      ...contents.batch(b.fill_id),
      account: batchAccount(b.fill_id, movements),
    })),
    vessels,
    unmixed,
    machines: machineRows,
    runs,
    checks,
    lots,
    held: onHold,
    recall: tried,
    kept,
    sentGrams: besides.parcel,
    besides: { cappings: besides.cappings, wets: besides.wets, wax: besides.wax },
    toWeighEmpty: toWeigh,
    equipment,
  };
}
