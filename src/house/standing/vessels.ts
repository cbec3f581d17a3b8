/** Vessels of strained honey as they stand: all there are, or those a command is about. */

import { group } from "d3-array";
import type { Knex } from "knex";
import { holdsNow } from "../hold/now";
import type { HoldRow } from "../hold/records";
import type { HoneyVessel } from "../ledger/kinds";
import type { House } from "../ledger/records/house";
import { type Standing, standingOf } from "../settle/records";
import type { BatchRow } from "../spin/records/batches";
import { type WarmthNow, warmthNow } from "../warmth/now";
import type { LookRow, WarmingRow } from "../warmth/records";
import { type AllContents, type Contents, contentsOf } from "./contents";
import { type SomeOf, type VesselHolding, vesselsHolding } from "./records";

/** A vessel of strained honey as it stands. */
export interface VesselState extends Contents {
  readonly fillId: number;
  readonly kind: HoneyVessel;
  readonly tag: string;
  /** "pail 12" */
  readonly name: string;
  readonly grams: number;
  readonly capacityG: number | null;
  /** Where it stands, "" where nobody said. */
  readonly place: string;
  /** Null where nobody measured it. */
  readonly diameterCm: number | null;
  /** From floor to rim; null where nobody measured it. */
  readonly heightCm: number | null;
  /** What was told of its honey while it stands. */
  readonly told: Standing;
  /** How far it had set, as it was looked at, oldest first. */
  readonly looks: readonly LookRow[];
  /** What holds it: it goes into no jar and out of no door. */
  readonly holds: readonly HoldRow[];
  /** What it is being warmed in; null for one that stands in no warmth. */
  readonly warming: WarmingRow | null;
}

/** @param open batches whose contents are wanted too */
export async function vesselStates(
  db: Knex,
  house: House,
  now: Date,
  holding: readonly VesselHolding[],
  open: readonly BatchRow[] = [],
): Promise<{
  readonly vessels: readonly VesselState[];
  readonly contents: AllContents;
  readonly warmth: WarmthNow;
  readonly held: Awaited<ReturnType<typeof holdsNow>>;
}> {
  const fills = holding.map((v) => v.fill_id);
  const [contents, stood, warmth, held] = await Promise.all([
    contentsOf(db, house, now, open, fills),
    standingOf(db, fills, now),
    warmthNow(db, fills, now),
    holdsNow(db, house.zone, now),
  ]);
  const [warmthOf, strainedOf, skimmedOf, inspectedOf] = [
    group(stood.warmth, (r) => r.fill_id),
    group(stood.strained, (r) => r.fill_id),
    group(stood.skimmed, (r) => r.fill_id),
    group(stood.inspected, (r) => r.fill_id),
  ];
  const vessels = holding.map((v) => ({
    fillId: v.fill_id,
    kind: v.kind,
    tag: v.tag,
    name: `${v.kind} ${v.tag}`,
    grams: v.grams,
    capacityG: v.capacity_g,
    place: v.place,
    diameterCm: v.diameter_cm,
    heightCm: v.height_cm,
    told: {
      warmth: warmthOf.get(v.fill_id) ?? [],
      strained: strainedOf.get(v.fill_id) ?? [],
      skimmed: skimmedOf.get(v.fill_id) ?? [],
      inspected: inspectedOf.get(v.fill_id) ?? [],
    },
    looks: warmth.looks(v.fill_id),
    holds: held.on.get(v.fill_id) ?? [],
    warming: warmth.warming(v.fill_id) ?? null,
    ...contents.vessel(v.fill_id),
  }));
  return { vessels, contents, warmth, held };
}

/** What is told of some vessels, and the air they stand in; whatever else the house holds is not read for it. */
export interface SomeVessels {
  readonly house: House;
  readonly vessels: readonly VesselState[];
  readonly warmth: Pick<WarmthNow, "air">;
}

export async function someVessels(db: Knex, house: House, now: Date, wanted: SomeOf): Promise<SomeVessels> {
  const { vessels, warmth } = await vesselStates(db, house, now, await vesselsHolding(db, wanted));
  return { house, vessels, warmth: { air: warmth.air } };
}
