/** Where honey came from and where it went, from any vessel, batch, lot, colony or yard. */

import type { Knex } from "knex";
import { type BatchAccount, batchAccount, type Movement, mix, standing } from "@/core/ledger";
import { correctReading } from "@/core/moisture";
import { clockIn, dayIn, writtenDay } from "../clock";
import { Refusal } from "../errors";
import { plural } from "../ranges";
import { batchesOfFills, oneBatch } from "../records/batches";
import { maybeColony, maybeVessel, maybeYard } from "../records/equipment";
import { type FillKind, movementsOf, reachInDatabase } from "../records/fills";
import { houseNow } from "../records/house";
import { oneLot } from "../records/lots";
import { combsNamed, combsOfSuper, type PulledComb } from "../records/pulls";
import { readingsOf } from "../records/readings";
import type { Why } from "./model";

export const TRACE_KINDS = ["lot", "pail", "batch", "super", "colony", "yard"] as const;
export type TraceKind = (typeof TRACE_KINDS)[number];

export interface ShareRow {
  readonly name: string;
  readonly detail: string;
  readonly href: string | null;
  readonly grams: number;
  readonly pct: number;
}

export interface FlowNode {
  readonly id: string;
  readonly column: number;
  readonly name: string;
  readonly grams: number;
  readonly kind: "yard" | "super" | "batch" | "pail" | "lot" | "buyer" | "loss" | "here";
  readonly href: string | null;
  readonly isStart: boolean;
}

export interface TraceView {
  readonly kind: TraceKind;
  readonly name: string;
  readonly title: string;
  readonly sentence: string;
  readonly grams: number;
  readonly back: {
    yards: ShareRow[];
    colonies: ShareRow[];
    supers: ShareRow[];
    batches: ShareRow[];
    pails: ShareRow[];
  };
  readonly forward: { pails: ShareRow[]; lots: ShareRow[]; buyers: ShareRow[]; losses: ShareRow[] };
  /** Fills any of this honey may have touched, back and forward. */
  readonly contact: { yards: number; colonies: number; supers: number; lots: number; buyers: number };
  readonly accounts: readonly { number: number; account: BatchAccount }[];
  readonly flow: { nodes: FlowNode[]; links: { from: string; to: string; grams: number }[] };
  /** Readings of the start itself, newest first, each with its working. */
  readonly readings: readonly { id: number; says: string; when: string; why: Why }[];
  /** What the picture and tables rest on, in words. */
  readonly because: readonly { what: string; figure?: string; source?: string }[];
}

interface Start {
  readonly name: string;
  readonly title: string;
  readonly fills: readonly number[];
}

async function startOf(db: Knex, kind: TraceKind, name: string): Promise<Start> {
  const unknown = (): never => {
    throw new Refusal("unknown-tag", `There is no ${kind} ${name}.`, 404);
  };
  switch (kind) {
    case "lot": {
      const lot = await oneLot(db, name).catch(unknown);
      return { name: lot.code, title: `Lot ${lot.code}, ${lot.honey_kind}`, fills: [lot.fill_id] };
    }
    case "batch": {
      const number = Number(name);
      const batch = await (Number.isSafeInteger(number) && number > 0 && number < 1e9
        ? oneBatch(db, number).catch(unknown)
        : unknown());
      return { name: String(batch.number), title: `Batch ${batch.number}`, fills: [batch.fill_id] };
    }
    case "pail": {
      const vessel = (await maybeVessel(db, "pail", name)) ?? unknown();
      const last = await db("live_fill")
        .where({ vessel_id: vessel.id, kind: "pail" })
        .orderBy("id", "desc")
        .first("id");
      return { name: vessel.tag, title: `Pail ${vessel.tag}`, fills: last ? [last.id] : [] };
    }
    case "super": {
      const vessel = (await maybeVessel(db, "super", name)) ?? unknown();
      return {
        name: vessel.tag,
        title: `Super ${vessel.tag}`,
        fills: (await combsOfSuper(db, vessel.id)).map((c) => c.fill_id),
      };
    }
    case "colony": {
      const colony = (await maybeColony(db, name)) ?? unknown();
      const combs = await db("live_pull_super").where({ colony_id: colony.id }).select("fill_id");
      return { name: colony.tag, title: `Colony ${colony.tag}`, fills: combs.map((c) => c.fill_id) };
    }
    case "yard": {
      const yard = (await maybeYard(db, name)) ?? unknown();
      const combs = await db("live_pull_super as p")
        .join("live_pull as u", "u.id", "p.pull_id")
        .where("u.yard_id", yard.id)
        .select("p.fill_id");
      return { name: yard.name, title: yard.name, fills: combs.map((c) => c.fill_id) };
    }
  }
}

interface Known {
  readonly id: number;
  readonly kind: FillKind;
  readonly name: string;
}

async function fillsNamed(db: Knex, ids: readonly number[]): Promise<Map<number, Known>> {
  const rows: Known[] =
    ids.length === 0
      ? []
      : await db("fill")
          .whereIn("id", [...ids])
          .select("id", "kind", "name");
  return new Map(rows.map((r) => [r.id, r]));
}

const HREF: Partial<Record<FillKind, (name: string) => string>> = {
  comb: (n) => `/trace/super/${encodeURIComponent(n.replace(/^super /, ""))}`,
  batch: (n) => `/trace/batch/${n.replace(/^batch /, "")}`,
  pail: (n) => `/trace/pail/${encodeURIComponent(n.replace(/^pail /, ""))}`,
  lot: (n) => `/trace/lot/${n.replace(/^lot /, "")}`,
};

const capital = (text: string): string => `${text[0]?.toUpperCase() ?? ""}${text.slice(1)}`;

/** Rows by a key, largest first, with per cents of `total`. */
function tally(
  items: readonly { key: string; detail?: string; href?: string | null; grams: number }[],
  total: number,
): ShareRow[] {
  const rows = new Map<string, { detail: string; href: string | null; grams: number }>();
  for (const item of items) {
    const row = rows.get(item.key) ?? { detail: item.detail ?? "", href: item.href ?? null, grams: 0 };
    row.grams += item.grams;
    rows.set(item.key, row);
  }
  return [...rows]
    .map(([name, r]) => ({
      name,
      detail: r.detail,
      href: r.href,
      grams: Math.round(r.grams),
      pct: total > 0 ? (r.grams / total) * 100 : 0,
    }))
    .filter((r) => r.grams > 0)
    .sort((a, b) => b.grams - a.grams || a.name.localeCompare(b.name, "en", { numeric: true }));
}

const COLUMN: Partial<Record<FillKind, number>> = {
  comb: 1,
  batch: 2,
  pail: 3,
  lot: 4,
  parcel: 5,
  loss: 5,
  wets: 5,
};
const KIND: Partial<Record<FillKind, FlowNode["kind"]>> = {
  comb: "super",
  batch: "batch",
  pail: "pail",
  lot: "lot",
  parcel: "buyer",
  loss: "loss",
  wets: "loss",
};

/** Gathers nodes and links by id, adding up what runs between the same two. */
class Flow {
  private readonly nodes = new Map<string, FlowNode>();
  private readonly links = new Map<string, { from: string; to: string; grams: number }>();

  node(node: Omit<FlowNode, "grams">): string {
    if (!this.nodes.has(node.id)) this.nodes.set(node.id, { ...node, grams: 0 });
    return node.id;
  }

  fill(fill: Known, isStart: boolean): string {
    const kind = KIND[fill.kind] ?? "here";
    // Losses and parcels to one buyer of the same name are one node.
    const id =
      kind === "loss" || kind === "buyer"
        ? `${kind}:${fill.kind === "wets" ? "wets" : fill.name.replace(/, batch \d+$| filling lot .*$/, "")}`
        : `fill:${fill.id}`;
    const name =
      fill.kind === "wets"
        ? "Left in the comb"
        : kind === "loss"
          ? capital(fill.name.replace(/, batch \d+$| filling lot .*$/, ""))
          : capital(fill.name);
    return this.node({
      id,
      column: COLUMN[fill.kind] ?? 5,
      name,
      kind,
      href: HREF[fill.kind]?.(fill.name) ?? null,
      isStart,
    });
  }

  link(from: string, to: string, grams: number): void {
    if (grams < 0.5) return;
    const key = `${from} ${to}`;
    const known = this.links.get(key);
    if (known) known.grams += grams;
    else this.links.set(key, { from, to, grams });
  }

  done(): TraceView["flow"] {
    const links = [...this.links.values()].map((l) => ({ ...l, grams: Math.round(l.grams) }));
    const flowOf = (id: string) =>
      Math.max(
        links.filter((l) => l.to === id).reduce((g, l) => g + l.grams, 0),
        links.filter((l) => l.from === id).reduce((g, l) => g + l.grams, 0),
      );
    const nodes = [...this.nodes.values()]
      .map((n) => ({ ...n, grams: flowOf(n.id) }))
      .filter((n) => n.grams > 0);
    return { nodes, links };
  }
}

/** Draws what came into the start: yard, super, batch, pail, start. Each comb is in one batch and each pail from one. */
function drawBack(
  flow: Flow,
  start: Known,
  supers: readonly { comb: PulledComb; grams: number }[],
  movements: readonly Movement[],
  fills: Map<number, Known>,
): void {
  const batchOf = new Map(movements.filter((m) => m.kind === "join").map((m) => [m.from, m.to]));
  const startNode = flow.fill(start, true);
  for (const { comb, grams } of supers) {
    const yard = flow.node({
      id: `yard:${comb.yard}`,
      column: 0,
      name: comb.yard,
      kind: "yard",
      href: `/trace/yard/${encodeURIComponent(comb.yard)}`,
      isStart: false,
    });
    const combFill = fills.get(comb.fill_id);
    if (!combFill) continue;
    const combNode = flow.fill(combFill, false);
    flow.link(yard, combNode, grams);
    const batch = fills.get(batchOf.get(comb.fill_id) ?? -1);
    if (batch) flow.link(combNode, batch.id === start.id ? startNode : flow.fill(batch, false), grams);
  }
  for (const m of movements) {
    if (m.to !== start.id) continue;
    const from = fills.get(m.from);
    if (m.kind === "draw" && from) {
      const filling = movements.find((x) => x.to === from.id && x.kind === "pail");
      const batch = fills.get(filling?.from ?? -1);
      const pail = flow.fill(from, false);
      if (batch) flow.link(flow.fill(batch, false), pail, m.grams);
      flow.link(pail, startNode, m.grams);
    }
    if (m.kind === "pail" && from) flow.link(flow.fill(from, false), startNode, m.grams);
  }
}

async function backShares(
  db: Knex,
  start: Start,
  movements: readonly Movement[],
): Promise<{ supers: { comb: PulledComb; grams: number }[]; gained: number; total: number }> {
  const mixed = mix(movements);
  const byOrigin = new Map<number, number>();
  let total = 0;
  for (const fill of start.fills) {
    const c = mixed.get(fill);
    total += c?.receivedGrams ?? 0;
    for (const s of c?.received ?? []) byOrigin.set(s.origin, (byOrigin.get(s.origin) ?? 0) + s.grams);
  }
  const combs = await combsNamed(db, [...byOrigin.keys()]);
  const supers = combs.map((comb) => ({ comb, grams: byOrigin.get(comb.fill_id) ?? 0 }));
  return { supers, total, gained: total - supers.reduce((g, s) => g + s.grams, 0) };
}

/** A view of one thing's honey. Super, colony and yard look forward from every charge they gave. */
export async function traceView(db: Knex, kind: TraceKind, name: string): Promise<TraceView> {
  const house = await houseNow(db);
  const start = await startOf(db, kind, name);
  const [backFills, forwardFills] = await Promise.all([
    reachInDatabase(db, start.fills, "back"),
    reachInDatabase(db, start.fills, "forward"),
  ]);
  const upstream = await reachInDatabase(db, forwardFills, "back");
  const [backMoves, allMoves] = await Promise.all([movementsOf(db, backFills), movementsOf(db, upstream)]);
  const fills = await fillsNamed(db, [...new Set([...backFills, ...upstream, ...forwardFills])]);
  const standingBack = standing(backMoves);

  const { supers, gained, total } = await backShares(db, start, backMoves);
  const flow = new Flow();
  const isSource = kind === "super" || kind === "colony" || kind === "yard";
  if (!isSource)
    for (const id of start.fills) drawBack(flow, fills.get(id) as Known, supers, standingBack, fills);

  // Forward: all honey of the start is counted as its own, and followed.
  const startSet = new Set(start.fills);
  const licked = new Set<number>();
  const carried: { to: Known; from: Known; grams: number }[] = [];
  const forwardMixed = mix(allMoves, {
    startAt: startSet,
    onMove(m, shares) {
      let grams = 0;
      for (const [origin, g] of shares) if (startSet.has(origin) && m.to !== origin) grams += g;
      const [from, to] = [fills.get(m.from), fills.get(m.to)];
      // What the bees licked out of wets is told already: it stayed in the comb.
      if (from?.kind === "wets" && to) licked.add(to.id);
      else if (grams > 0 && from && to) carried.push({ from, to, grams });
    },
  });
  for (const c of carried)
    flow.link(flow.fill(c.from, startSet.has(c.from.id)), flow.fill(c.to, startSet.has(c.to.id)), c.grams);
  if (isSource) {
    for (const { comb, grams } of supers) {
      const fill = fills.get(comb.fill_id);
      if (!fill) continue;
      const yard = flow.node({
        id: `yard:${comb.yard}`,
        column: 0,
        name: comb.yard,
        kind: "yard",
        href: null,
        isStart: kind === "yard",
      });
      flow.link(yard, flow.fill(fill, kind !== "yard"), grams);
    }
  }
  // What has not moved on stands where it is.
  const held = (id: number): number =>
    (forwardMixed.get(id)?.content ?? []).reduce((g, s) => (startSet.has(s.origin) ? g + s.grams : g), 0);
  for (const id of forwardFills) {
    const fill = fills.get(id);
    if (!fill || !["comb", "batch", "pail", "lot"].includes(fill.kind)) continue;
    const column = (COLUMN[fill.kind] ?? 4) + 1;
    const label =
      fill.kind === "lot"
        ? "Jars still here"
        : fill.kind === "pail"
          ? "In pails"
          : fill.kind === "batch"
            ? "In an open batch"
            : "Waiting to be spun";
    flow.link(
      flow.fill(fill, startSet.has(id)),
      flow.node({ id: `here:${label}`, column, name: label, kind: "here", href: null, isStart: false }),
      held(id),
    );
  }

  const received = (kindWanted: FillKind) =>
    forwardFills.flatMap((id) => {
      const fill = fills.get(id);
      if (fill?.kind !== kindWanted || startSet.has(id) || licked.has(id)) return [];
      const grams = (forwardMixed.get(id)?.received ?? []).reduce(
        (g, s) => (startSet.has(s.origin) ? g + s.grams : g),
        0,
      );
      return [{ key: capital(fill.name), href: HREF[kindWanted]?.(fill.name) ?? null, grams }];
    });
  const parcels = await db("live_parcel as p")
    .join("live_lot as l", "l.id", "p.lot_id")
    .whereIn("p.fill_id", forwardFills)
    .select("p.fill_id", "p.jars", "l.code", "p.sent_on");
  const parcelOf = new Map(parcels.map((p) => [p.fill_id, p]));
  const buyers = forwardFills.flatMap((id) => {
    const [fill, parcel] = [fills.get(id), parcelOf.get(id)];
    if (fill?.kind !== "parcel" || !parcel) return [];
    const grams = (forwardMixed.get(id)?.received ?? []).reduce(
      (g, s) => (startSet.has(s.origin) ? g + s.grams : g),
      0,
    );
    return [
      {
        key: fill.name,
        detail: `${plural(parcel.jars, "jar")} of lot ${parcel.code}, sent ${writtenDay(parcel.sent_on)}`,
        href: `/trace/lot/${parcel.code}`,
        grams,
      },
    ];
  });

  const batchFills = new Set([...backFills, ...forwardFills].filter((id) => fills.get(id)?.kind === "batch"));
  const batchRows = await batchesOfFills(db, [...batchFills]);
  const batchMoves = await movementsOf(db, [...batchFills]);
  const count = (ids: readonly number[], wanted: FillKind) =>
    ids.filter((id) => fills.get(id)?.kind === wanted).length;
  const contactYards = new Set(supers.map((s) => s.comb.yard));
  const sentGrams = buyers.reduce((g, b) => g + b.grams, 0);

  return {
    kind,
    name: start.name,
    title: start.title,
    grams: total,
    sentence: sentenceFor(kind, start, supers, buyers, total, sentGrams),
    back: {
      yards: tally(
        [
          ...supers.map((s) => ({
            key: s.comb.yard,
            href: `/trace/yard/${encodeURIComponent(s.comb.yard)}`,
            grams: s.grams,
          })),
          ...(gained > 0.5 ? [{ key: "Gained by weighing", grams: gained }] : []),
        ],
        total,
      ),
      colonies: tally(
        supers.map((s) => ({
          key: `Colony ${s.comb.colony}`,
          detail: s.comb.yard,
          href: `/trace/colony/${encodeURIComponent(s.comb.colony)}`,
          grams: s.grams,
        })),
        total,
      ),
      supers: tally(
        supers.map((s) => ({
          key: isSource ? `Super ${s.comb.tag}, ${writtenDay(s.comb.date)}` : `Super ${s.comb.tag}`,
          detail: `colony ${s.comb.colony}, pulled ${writtenDay(s.comb.date)} ${clockIn(house.zone, s.comb.at)}, ${s.comb.capped_pct} % capped`,
          href: `/trace/super/${encodeURIComponent(s.comb.tag)}`,
          grams: s.grams,
        })),
        total,
      ),
      batches: isSource ? [] : tally(backRows(standingBack, start, fills, "batch"), total),
      pails: kind === "lot" ? tally(backRows(standingBack, start, fills, "pail"), total) : [],
    },
    forward: {
      pails: tally(received("pail"), total),
      lots: tally(received("lot"), total),
      buyers: tally(buyers, total),
      losses: tally(
        [...received("loss"), ...received("wets").map((w) => ({ ...w, key: "Left in the comb" }))].map(
          (l) => ({ ...l, key: l.key.replace(/, batch \d+$/, "") }),
        ),
        total,
      ),
    },
    contact: {
      yards: contactYards.size,
      colonies: count(backFills, "colony"),
      supers: count(backFills, "comb"),
      lots: count(forwardFills, "lot"),
      buyers: new Set(buyers.map((b) => b.key)).size,
    },
    accounts: batchRows.map((b) => ({ number: b.number, account: batchAccount(b.fill_id, batchMoves) })),
    flow: flow.done(),
    readings: await readingsAt(db, start.fills, house.zone),
    because: [
      {
        what: "Honey in a batch, pail or lot is taken as well mixed; shares follow the weighed movements in time order",
        source: "mass balance",
      },
      { what: "A spun comb keeps its own honey: wets go back to the super they came from" },
      {
        what: "Recall counts contact: any path at all, however small the share",
        source: "Codex CAC/GL 60-2006, one step back and one forward, repeated",
      },
      {
        what: "Movements looked at",
        figure: String(new Set([...backMoves, ...allMoves].map((m) => m.id)).size),
      },
    ],
  };
}

/** Readings of the things themselves, each worked out again from what the instrument showed. */
async function readingsAt(db: Knex, fills: readonly number[], zone: string): Promise<TraceView["readings"]> {
  const rows = await readingsOf(db, fills);
  return rows.reverse().map((r) => {
    const corrected = correctReading({
      scale: r.scale,
      value: r.value,
      tempC: r.temp_c,
      compensates: r.compensates,
    });
    const when = `${writtenDay(dayIn(zone, r.at))} ${clockIn(zone, r.at)}, ${r.who}`;
    return {
      id: r.id,
      says: `${corrected.waterPct.toFixed(1)} % ±${corrected.sdPct.toFixed(1)}`,
      when,
      why: {
        title: `Reading of ${when}`,
        because: corrected.because,
        change: "Another drop: three in a row tell the spread.",
      },
    };
  });
}

/** The start's own inflow by pail, or by the batch behind it. */
function backRows(
  movements: readonly Movement[],
  start: Start,
  fills: Map<number, Known>,
  wanted: "pail" | "batch",
) {
  const own = new Set(start.fills);
  return movements
    .filter((m) => own.has(m.to))
    .flatMap((m) => {
      const from = fills.get(m.from);
      if (!from) return [];
      if (from.kind === wanted)
        return [{ key: capital(from.name), href: HREF[wanted]?.(from.name) ?? null, grams: m.grams }];
      if (wanted === "batch" && from.kind === "pail") {
        const batch = fills.get(movements.find((x) => x.to === from.id && x.kind === "pail")?.from ?? -1);
        return batch
          ? [{ key: capital(batch.name), href: HREF.batch?.(batch.name) ?? null, grams: m.grams }]
          : [];
      }
      return [];
    });
}

function sentenceFor(
  kind: TraceKind,
  start: Start,
  supers: readonly { comb: PulledComb }[],
  buyers: readonly { key: string }[],
  total: number,
  sentGrams: number,
): string {
  if (total === 0) return `No honey of ${start.title} is on record.`;
  const kg = (g: number) => `${(g / 1000).toFixed(1)} kg`;
  const colonies = new Set(supers.map((s) => s.comb.colony)).size;
  const yards = [...new Set(supers.map((s) => s.comb.yard))];
  const from = yards.length <= 2 ? yards.join(" and ") : `${yards.length} yards`;
  const names = [...new Set(buyers.map((b) => b.key))];
  const to =
    names.length === 0
      ? "none of it has left the house"
      : `${kg(sentGrams)} of it went to ${plural(names.length, "buyer")}`;
  if (kind === "super" || kind === "colony" || kind === "yard")
    return `${kg(total)} in ${plural(supers.length, kind === "super" ? "pull" : "super")}; ${to}.`;
  return `${kg(total)} from ${plural(colonies, "colony", "colonies")} in ${from}; ${to}.`;
}
