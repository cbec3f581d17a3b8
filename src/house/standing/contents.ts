/**
 * What is in a vessel follows from what was poured: which batches and deliveries, whose honey, and its water, by
 * mass. A vessel read since it was last poured into says its water itself; what came out of one that was read brings
 * that reading along.
 */
import { extent, group } from "d3-array";
import type { Knex } from "knex";
import { type HeatAccount, UNTOUCHED } from "@/core/heat";
import { carriedHeat } from "@/core/heat/carry";
import { type Carried, carriedReading, type Movement, mix, standing } from "@/core/ledger";
import { judgeWater } from "@/core/moisture";
import { asBox, type WaterJudgement, waterRules } from "../hot-room/waiting";
import { dayIn, daysLater } from "../language/clock";
import { capital } from "../language/spoken";
import { HONEY_VESSELS } from "../ledger/kinds";
import { fillsCalled, movementsBack, reachInDatabase, wayBack } from "../ledger/records/fills";
import type { House } from "../ledger/records/house";
import { type DeliveryRow, deliveriesOfFills } from "../outside/records";
import { currentOf, type ReadingRow, readingsOf } from "../readings/records/readings";
import { passesInto } from "../settle/records";
import { type BatchComb, type BatchRow, batchesOfFills, combsOfBatches } from "../spin/records/batches";
import { coloursOf, labNotesOf } from "../store/records";
import { UNTOLD_C } from "../warmth/kinds";
import { warmthTold } from "../warmth/told";
import { bloomsOfYards, combsNamed } from "../yard/records/pulls";

export type Box = ReturnType<typeof asBox>;

/** A batch or a delivery, and how much of it is in a vessel. */
export interface Origin {
  readonly fillId: number;
  /** "batch 4", "Holm Farm's delivery 2" */
  readonly name: string;
  /** Where it is told of. */
  readonly href: string;
  readonly grams: number;
}

export interface BloomShare {
  readonly what: string;
  readonly grams: number;
}

export interface Contents {
  /** Largest first. */
  readonly origins: readonly Origin[];
  /** "batch 4", "batches 4 and 5", "batch 4 and Holm Farm's delivery 2" */
  readonly from: string;
  /** Whose honey it is when it is kept apart; "" when it is the house's; several where it was released to be mixed. */
  readonly owner: string;
  /** Everybody's whose honey is in it, "" the house's. */
  readonly owners: readonly string[];
  readonly water: WaterJudgement;
  /** What its water is judged from: the parts that are in it, with their readings. */
  readonly boxes: readonly Box[];
  /** True when its water is reckoned from what was poured into it, and it was not read itself. */
  readonly waterReckoned: boolean;
  /** When something was last poured into it: from then on it clears. */
  readonly filledAt: Date;
  /** Its colour, of the part of it that was read; null where none was. */
  readonly colour: Carried | null;
  /** Its glucose and its yeast as they were counted, of the part of it that was; null where none was. */
  readonly glucose: Carried | null;
  readonly yeast: Carried | null;
  /** 0-1 of it passed a mesh of this house, in this vessel or before. */
  readonly strainedShare: number;
  /** What bloomed where it was gathered, by mass, largest first; "" where nobody noted it. */
  readonly blooms: readonly BloomShare[];
  /** What warmth has cost it since it left the comb, through every vessel it stood in. */
  readonly heat: HeatAccount;
}

export interface BatchContents {
  readonly combs: readonly BatchComb[];
  readonly water: WaterJudgement;
  readonly owner: string;
}

export interface AllContents {
  readonly vessel: (fillId: number) => Contents;
  readonly batch: (fillId: number) => BatchContents;
}

/** What bloomed longer before a comb came in is not what is in it, days (common practice: a flow and its ripening). */
const BLOOM_DAYS = 60;

/** "batches 4 and 5 and Holm Farm's delivery 2" */
function spokenOrigins(origins: readonly Origin[]): string {
  const batches = origins.flatMap((o) => (o.name.startsWith("batch ") ? [o.name.slice(6)] : []));
  const others = origins.flatMap((o) => (o.name.startsWith("batch ") ? [] : [o.name]));
  const told =
    batches.length > 1 ? `batches ${batches.join(", ")}` : batches.map((b) => `batch ${b}`).join("");
  return [told, ...others].filter((t) => t !== "").join(" and ");
}

/** The same answer for the same thing, found out once; a batch's honey stands in many vessels. */
function kept<T, A>(find: (of: T) => A, key: (of: T) => unknown = (of) => of): (of: T) => A {
  const known = new Map<unknown, A>();
  return (of) => {
    const k = key(of);
    if (!known.has(k)) known.set(k, find(of));
    return known.get(k) as A;
  };
}

/** What was seen to bloom where these combs stood, as long before they came in as may be in them. */
function bloomsBefore(
  db: Knex,
  combs: readonly BatchComb[],
  dayOf: (joinedAt: Date) => string,
): ReturnType<typeof bloomsOfYards> {
  const [first, last] = extent(combs, (c) => dayOf(c.joined_at));
  if (first === undefined) return Promise.resolve([]);
  return bloomsOfYards(db, [...new Set(combs.map((c) => c.yard))], {
    from: daysLater(first, -BLOOM_DAYS),
    to: last,
  });
}

/** The batches among these fills and those that are open, with the stays of their combs. */
async function batchesBack(db: Knex, fills: readonly number[], open: readonly BatchRow[]) {
  const batches = fills.length === 0 ? [] : await batchesOfFills(db, fills);
  const allBatches = [...new Map([...batches, ...open].map((b) => [b.fill_id, b])).values()];
  return {
    allBatches,
    stays: await combsOfBatches(
      db,
      allBatches.map((b) => b.id),
    ),
  };
}

/** Of every vessel named, and of the batches besides, what is in it. */
export async function contentsOf(
  db: Knex,
  house: House,
  now: Date,
  open: readonly BatchRow[],
  vesselFills: readonly number[],
): Promise<AllContents> {
  const way = await wayBack(db, vesselFills);
  // What the fills are tells only which of them to ask about: batches and deliveries are found by all, at once.
  const [moves, called, { allBatches, stays }, deliveries] = await Promise.all([
    movementsBack(db, way),
    fillsCalled(db, way.fills),
    batchesBack(db, way.fills, open),
    deliveriesOfFills(db, way.fills),
  ]);
  const of = (kinds: readonly string[]) => called.filter((f) => kinds.includes(f.kind)).map((f) => f.id);
  const vessels = [...new Set([...vesselFills, ...of(HONEY_VESSELS)])];
  const combsOf = group(stays, (c) => c.batch_id);
  const dayOf = kept(
    (joinedAt: Date) => dayIn(house.zone, joinedAt),
    (joinedAt) => joinedAt.getTime(),
  );
  const [readings, warmth, coloured, counted, passed, owners, flows] = await Promise.all([
    readingsOf(db, [
      ...vessels,
      ...allBatches.map((b) => b.fill_id),
      ...deliveries.map((d) => d.fill_id),
      ...stays.map((c) => c.comb_fill),
    ]),
    warmthTold(db, vessels, now),
    coloursOf(db, vessels, now),
    labNotesOf(db, vessels, now),
    passesInto(db, vessels, now),
    ownersOfBatches(db, allBatches, combsOf),
    bloomsBefore(db, stays, dayOf),
  ]);
  const colours = group(coloured, (c) => c.fill_id);
  const passes = group(passed, (p) => p.fill_id);
  const read = group(readings, (r) => r.fill_id);
  const batchOf = new Map(allBatches.map((b) => [b.fill_id, b]));
  const deliveryOf = new Map(deliveries.map((d) => [d.fill_id, d]));

  const seen = group(flows, (b) => b.yard);
  /** What bloomed last where a comb stood, before it came in; a day's boxes of a yard share the answer. */
  const blooms = kept(
    (c: BatchComb): string => {
      const day = dayOf(c.joined_at);
      const since = daysLater(day, -BLOOM_DAYS);
      return (seen.get(c.yard) ?? []).findLast((b) => b.date <= day && b.date >= since)?.what ?? "";
    },
    (c) => `${dayOf(c.joined_at)} ${c.yard}`,
  );
  const combsInBatch = (fillId: number) => combsOf.get(batchOf.get(fillId)?.id ?? -1) ?? [];
  const honeyOf = (c: BatchComb): number => Math.max(0, c.gross_g - c.empty_g);
  const bloomsOf = (origins: readonly Origin[]): BloomShare[] => {
    const shares = new Map<string, number>();
    const add = (what: string, grams: number) => shares.set(what, (shares.get(what) ?? 0) + grams);
    for (const { fillId, grams } of origins) {
      const delivery = deliveryOf.get(fillId);
      if (delivery) {
        add(delivery.honey_kind, grams);
        continue;
      }
      const combs = combsInBatch(fillId);
      const all = combs.reduce((g, c) => g + honeyOf(c), 0);
      if (all === 0) add("", grams);
      for (const c of combs) if (all > 0) add(blooms(c), (grams * honeyOf(c)) / all);
    }
    return [...shares].map(([what, grams]) => ({ what, grams })).sort((a, b) => b.grams - a.grams);
  };

  /**
   * A batch as its boxes, for 1 kg of it: readings of the batch itself count for all of it, readings of combs for what
   * came out of them.
   */
  const boxesOfKilogram = kept((fillId: number): Box[] => {
    const own = read.get(fillId) ?? [];
    if (own.length > 0) return [asBox("Batch", 1, own, house, now, { mixed: true })];
    const combs = combsInBatch(fillId);
    const all = combs.reduce((g, c) => g + c.gross_g - c.empty_g, 0);
    return combs.map((c) =>
      asBox(
        `Super ${c.tag}`,
        all > 0 ? (c.gross_g - c.empty_g) / all : 0,
        currentOf(read.get(c.comb_fill) ?? []),
        house,
        now,
        { cappedPct: c.capped_pct },
      ),
    );
  });
  const boxesOfBatch = (fillId: number, massKg: number): Box[] =>
    boxesOfKilogram(fillId).map((box) => ({ ...box, massKg: massKg * box.massKg }));

  const lastPour = new Map<number, number>();
  for (const m of standing(moves)) lastPour.set(m.to, Math.max(lastPour.get(m.to) ?? 0, m.at));
  const until = standing(moves).filter((m) => m.at <= now.getTime());
  const heat = carriedHeat(until, warmth, now.getTime(), UNTOLD_C);
  const colour = carriedReading(
    until,
    new Map(
      [...colours].map(([fill, told]) => [
        fill,
        told.map((c) => ({ at: c.at.getTime(), value: c.pfund_mm })),
      ]),
    ),
    now.getTime(),
  );
  /** What a laboratory counted, carried by mass; null figures are of the other thing. */
  const carriedLab = (of: (row: (typeof counted)[number]) => number | null) =>
    carriedReading(
      until,
      group(
        counted.flatMap((row) => {
          const value = of(row);
          return value === null ? [] : [{ fill: row.fill_id, at: row.at.getTime(), value }];
        }),
        (x) => x.fill,
      ),
      now.getTime(),
    );
  const glucose = carriedLab((row) => row.glucose_pct);
  const yeast = carriedLab((row) => row.yeast_per_g);
  // A pass came in at its own moment: what stands there just after it is strained.
  const strained = carriedReading(
    until,
    new Map(
      [...passes].map(([fill, told]) => [
        fill,
        told.map((p) => ({ at: p.at.getTime() + 1, value: 1, grams: p.grams })),
      ]),
    ),
    now.getTime() + 1,
  );
  const sheets = sheetsOf(vessels, moves, read);
  const sheetOf = new Map(sheets.map((s) => [s.id, s]));
  const sources = [...batchOf.keys(), ...deliveryOf.keys()];
  const shares = mix(moves, { startAt: new Set(sources), contentOnly: true });
  const asRead =
    sheets.length === 0
      ? shares
      : mix([...moves, ...sheets.flatMap((s) => s.moves)], {
          startAt: new Set([...sources, ...sheetOf.keys()]),
          contentOnly: true,
        });

  const nameOf = (fillId: number): Omit<Origin, "grams"> | null => {
    const batch = batchOf.get(fillId);
    if (batch) return { fillId, name: `batch ${batch.number}`, href: `/trace/batch/${batch.number}` };
    const d = deliveryOf.get(fillId);
    return d ? { fillId, name: deliveryName(d), href: `/trace/delivery/${d.number}` } : null;
  };
  const nameOfVessel = new Map(called.map((f) => [f.id, f.name]));
  const boxesOf = (fillId: number, massKg: number): Box[] => {
    if (batchOf.has(fillId)) return boxesOfBatch(fillId, massKg);
    if (deliveryOf.has(fillId))
      return [asBox(nameOf(fillId)?.name ?? "", massKg, read.get(fillId) ?? [], house, now, { mixed: true })];
    const sheet = sheetOf.get(fillId);
    const name = capital(nameOfVessel.get(sheet?.vesselFill ?? -1) ?? "vessel");
    return [asBox(name, massKg, sheet?.readings ?? [], house, now, { mixed: true })];
  };

  return {
    vessel(fillId) {
      const content = shares.get(fillId)?.content ?? [];
      const origins = content.flatMap((s): Origin[] => {
        const named = nameOf(s.origin);
        return named ? [{ ...named, grams: s.grams }] : [];
      });
      const whose = [
        ...new Set(origins.flatMap((o) => owners.get(o.fillId) ?? [deliveryOf.get(o.fillId)?.owner ?? ""])),
      ];
      const boxes = (asRead.get(fillId)?.content ?? [])
        .flatMap((s) => boxesOf(s.origin, s.grams / 1000))
        .filter((b) => b.massKg > 0);
      return {
        origins,
        from: spokenOrigins(origins),
        owners: whose,
        owner: whose.filter((o) => o !== "").join(" and "),
        water: judgeWater(boxes, waterRules(house)),
        boxes,
        waterReckoned: !sheets.some((s) => s.vesselFill === fillId && s.at >= (lastPour.get(fillId) ?? 0)),
        blooms: bloomsOf(origins),
        filledAt: new Date(lastPour.get(fillId) ?? now.getTime()),
        heat: heat.get(fillId) ?? UNTOUCHED,
        colour: colour.get(fillId) ?? null,
        glucose: glucose.get(fillId) ?? null,
        yeast: yeast.get(fillId) ?? null,
        strainedShare: strained.get(fillId)?.share ?? 0,
      };
    },
    batch: (fillId) => ({
      combs: combsInBatch(fillId),
      water: judgeWater(boxesOfBatch(fillId, massOf(combsInBatch(fillId))), waterRules(house)),
      owner: (owners.get(fillId) ?? []).filter((o) => o !== "").join(" and "),
    }),
  };
}

/** What a vessel held when it was read: from then on that honey carries the reading, whatever is poured onto it. */
interface Sheet {
  /** Stands for the honey that was read, as a fill of its own. */
  readonly id: number;
  readonly vesselFill: number;
  readonly at: number;
  readonly readings: readonly ReadingRow[];
  /** Out of the vessel and back, at the moment of the reading. */
  readonly moves: readonly Movement[];
}

/** After every movement that was made. */
const AFTER_ALL = 1e15;

/** The readings of vessels, gathered between one pour and the next. */
function sheetsOf(
  vessels: readonly number[],
  moves: readonly Movement[],
  read: ReadonlyMap<number, readonly ReadingRow[]>,
): Sheet[] {
  const sheets: Sheet[] = [];
  const order = standing(moves);
  const touching = group(
    order.flatMap((m) => [
      { fill: m.to, m },
      { fill: m.from, m },
    ]),
    (x) => x.fill,
  );
  for (const vesselFill of vessels) {
    const readings = read.get(vesselFill) ?? [];
    if (readings.length === 0) continue;
    const own = (touching.get(vesselFill) ?? []).map((x) => x.m);
    const pours = own.filter((m) => m.to === vesselFill).map((m) => m.at);
    const between = group(readings, (r) => pours.filter((p) => p <= r.at.getTime()).length);
    for (const [, list] of between) {
      const at = Math.max(...list.map((r) => r.at.getTime()));
      const grams = own.reduce(
        (g, m) => (m.at > at ? g : m.to === vesselFill ? g + m.grams : g - m.grams),
        0,
      );
      if (grams <= 0) continue;
      const id = -1 - sheets.length;
      const there: Omit<Movement, "id" | "from" | "to"> = {
        grams,
        at,
        kind: "move",
        own: null,
        reverses: null,
      };
      sheets.push({
        id,
        vesselFill,
        at,
        readings: list,
        moves: [
          { ...there, id: AFTER_ALL - 2 * id, from: vesselFill, to: id },
          { ...there, id: AFTER_ALL - 2 * id + 1, from: id, to: vesselFill },
        ],
      });
    }
  }
  return sheets;
}

const massOf = (combs: readonly BatchComb[] = []): number =>
  combs.reduce((g, c) => g + c.gross_g - c.empty_g, 0) / 1000 || 1;

/** "Holm Farm's delivery 2" */
export const deliveryName = (d: Pick<DeliveryRow, "supplier" | "number" | "what">): string =>
  d.what === "opening" ? `what was here, ${d.number}` : `${d.supplier}'s delivery ${d.number}`;

/** Whose honey each batch is, "" the house's; one of heated cappings is asked for what it came from. */
async function ownersOfBatches(
  db: Knex,
  batches: readonly BatchRow[],
  combsOf: ReadonlyMap<number, readonly BatchComb[]>,
): Promise<Map<number, readonly string[]>> {
  const owners = new Map<number, readonly string[]>();
  for (const { id, fill_id } of batches) {
    const combs: readonly { readonly owner: string }[] =
      combsOf.get(id) ?? (await combsNamed(db, await reachInDatabase(db, [fill_id], "back")));
    owners.set(fill_id, [...new Set(combs.map((c) => c.owner))]);
  }
  return owners;
}
