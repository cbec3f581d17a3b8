/** All that stands in the house now, read once a request; decisions and screens are worked out from it. */

import type { Knex } from "knex";
import { type BatchAccount, batchAccount } from "@/core/ledger";
import { judgeWater } from "@/core/moisture";
import { type LotRow, lotsHere } from "../bottle/records";
import { type RoomState, roomState } from "../hot-room/room";
import { asBox, type WaitingSuper, type WaterJudgement, waterRules, withReadings } from "../hot-room/waiting";
import { dayIn, todayFrom } from "../language/clock";
import { heldByKind, movementsOf, reachInDatabase } from "../ledger/records/fills";
import { type House, houseNow } from "../ledger/records/house";
import { currentOf, type ReadingRow, readingsOf } from "../readings/records/readings";
import { type BatchComb, type BatchRow, combsOfBatches, openBatches } from "../spin/records/batches";
import { type CheckRow, checksSince } from "../spin/records/checks";
import { type MachineRow, machines } from "../spin/records/machines";
import { type RunRow, runsOfBatches } from "../spin/records/runs";
import { toWeighEmpty } from "../vessels/records";
import { openPlans, type PlanRow } from "../yard/records/plans";
import { combsNamed, waitingCombs } from "../yard/records/pulls";
import { equipmentThere, pailsHolding } from "./records";

export type { WaitingSuper, WaterJudgement } from "../hot-room/waiting";

export interface BatchState extends BatchRow {
  readonly combs: readonly BatchComb[];
  readonly account: BatchAccount;
  readonly water: WaterJudgement;
  /** Whose honey it is when it is kept apart; "" when it is the house's. */
  readonly owner: string;
}

export interface PailState {
  readonly fillId: number;
  readonly tag: string;
  readonly grams: number;
  readonly capacityG: number | null;
  readonly batch: number;
  readonly batchId: number;
  readonly filledAt: Date;
  readonly water: WaterJudgement;
  /** Whose honey it is when it is kept apart; "" when it is the house's. */
  readonly owner: string;
  /** True when the water is the batch's and the pail itself was not read. */
  readonly waterFromBatch: boolean;
}

export interface Snapshot {
  readonly house: House;
  readonly now: Date;
  readonly waiting: readonly WaitingSuper[];
  readonly room: RoomState;
  readonly plans: readonly PlanRow[];
  readonly openBatches: readonly BatchState[];
  readonly pails: readonly PailState[];
  readonly machines: readonly MachineRow[];
  /** Of the open batches. */
  readonly runs: readonly RunRow[];
  /** The floor's, since this morning or in a shift that goes on. */
  readonly checks: readonly CheckRow[];
  /** Lots with jars still here. */
  readonly lots: readonly LotRow[];
  readonly sentGrams: number;
  /** Honey and wax in cappings bins, honey left in spun combs, wax won: grams in all. */
  readonly besides: { readonly cappings: number; readonly wets: number; readonly wax: number };
  /** Supers that lost comb and were not weighed empty since. */
  readonly toWeighEmpty: readonly { readonly tag: string; readonly what: string }[];
  /** What is set up at all. */
  readonly equipment: { yards: boolean; colonies: boolean; supers: boolean; pails: boolean };
}

/** A batch's water: readings of the batch itself count for all of it, readings of combs for what came out of them. */
function waterOfBatch(
  combs: readonly BatchComb[],
  byFill: Map<number, ReadingRow[]>,
  fillId: number,
  house: House,
  now: Date,
): WaterJudgement {
  const own = byFill.get(fillId) ?? [];
  return judgeWater(
    own.length > 0
      ? [asBox("Batch", 1, own, house, now, { mixed: true })]
      : combs.map((c) =>
          asBox(
            `Super ${c.tag}`,
            (c.gross_g - c.empty_g) / 1000,
            currentOf(byFill.get(c.comb_fill) ?? []),
            house,
            now,
            { cappedPct: c.capped_pct },
          ),
        ),
    waterRules(house),
  );
}

function grouped<T>(list: readonly T[], keyOf: (item: T) => number): Map<number, T[]> {
  const map = new Map<number, T[]>();
  for (const item of list) {
    const known = map.get(keyOf(item));
    if (known) known.push(item);
    else map.set(keyOf(item), [item]);
  }
  return map;
}

/** Whose honey each batch is, "" for the house's; one of heated cappings is asked for what it came from. */
async function ownersOf(
  db: Knex,
  batches: ReadonlyMap<number, number>,
  combsByBatch: ReadonlyMap<number, readonly BatchComb[]>,
): Promise<Map<number, string>> {
  const owners = new Map<number, string>();
  for (const [id, fill] of batches) {
    const combs: readonly { readonly owner: string }[] =
      combsByBatch.get(id) ?? (await combsNamed(db, await reachInDatabase(db, [fill], "back")));
    owners.set(id, [...new Set(combs.map((c) => c.owner).filter((o) => o !== ""))].join(" and "));
  }
  return owners;
}

export async function snapshot(db: Knex, now = new Date()): Promise<Snapshot> {
  const house = await houseNow(db);
  const [plans, combs, open, pailRows, lots, held, toWeigh, equipment, machineRows, checks] =
    await Promise.all([
      openPlans(db, dayIn(house.zone, now)),
      waitingCombs(db),
      openBatches(db),
      pailsHolding(db),
      lotsHere(db),
      heldByKind(db, ["parcel", "cappings", "wets", "wax"]),
      toWeighEmpty(db),
      equipmentThere(db),
      machines(db),
      checksSince(db, todayFrom(house.zone, now)),
    ]);
  const wanted = new Map<number, number>([
    ...open.map((b): [number, number] => [b.id, b.fill_id]),
    ...pailRows.map((p): [number, number] => [p.batch_id, p.batch_fill]),
  ]);
  const stays = await combsOfBatches(db, [...wanted.keys()]);
  const combsByBatch = grouped(stays, (c) => c.batch_id);
  const combFills = stays.map((c) => c.comb_fill);
  const [runs, readings, movements] = await Promise.all([
    runsOfBatches(
      db,
      open.map((b) => b.id),
    ),
    readingsOf(db, [
      ...combs.map((c) => c.fill_id),
      ...combFills,
      ...wanted.values(),
      ...pailRows.map((p) => p.fill_id),
    ]),
    movementsOf(
      db,
      open.map((b) => b.fill_id),
    ),
  ]);
  const byFill = grouped(readings, (r) => r.fill_id);
  const batchWater = new Map(
    [...wanted].map(([id, fill]) => [id, waterOfBatch(combsByBatch.get(id) ?? [], byFill, fill, house, now)]),
  );
  const unread = judgeWater([], waterRules(house));
  const ownerOf = await ownersOf(db, wanted, combsByBatch);
  const waiting = withReadings(combs, byFill, house, now);
  return {
    house,
    now,
    waiting,
    plans,
    room: await roomState(db, house, now, waiting),
    openBatches: open.map((b) => ({
      ...b,
      combs: combsByBatch.get(b.id) ?? [],
      account: batchAccount(b.fill_id, movements),
      water: batchWater.get(b.id) ?? unread,
      owner: ownerOf.get(b.id) ?? "",
    })),
    pails: pailRows.map((p) => {
      const own = byFill.get(p.fill_id) ?? [];
      return {
        fillId: p.fill_id,
        tag: p.tag,
        grams: p.grams,
        capacityG: p.capacity_g,
        batch: p.batch,
        batchId: p.batch_id,
        filledAt: p.opened_at,
        water:
          own.length > 0
            ? judgeWater([asBox(`Pail ${p.tag}`, 1, own, house, now, { mixed: true })], waterRules(house))
            : (batchWater.get(p.batch_id) ?? unread),
        owner: ownerOf.get(p.batch_id) ?? "",
        waterFromBatch: own.length === 0,
      };
    }),
    machines: machineRows,
    runs,
    checks,
    lots,
    sentGrams: held.parcel,
    besides: { cappings: held.cappings, wets: held.wets, wax: held.wax },
    toWeighEmpty: toWeigh,
    equipment,
  };
}
