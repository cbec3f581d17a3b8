/** The picture of kilograms from yards to buyers, as nodes and links. */
import type { Movement } from "@/core/ledger";
import type { FillKind } from "../../records/fills";
import type { PulledComb } from "../../records/pulls";
import type { Followed } from "./forward";
import type { FlowNode, TraceView } from "./model";
import { capital, HREF, type Known } from "./shares";

const COLUMN: Partial<Record<FillKind, number>> = {
  comb: 1,
  batch: 2,
  pail: 3,
  lot: 4,
  parcel: 5,
  loss: 5,
  wets: 5,
  cappings: 3,
  wax: 5,
};
const KIND: Partial<Record<FillKind, FlowNode["kind"]>> = {
  comb: "super",
  batch: "batch",
  pail: "pail",
  lot: "lot",
  parcel: "buyer",
  loss: "loss",
  wets: "loss",
  wax: "loss",
};

/** Gathers nodes and links by id, adding up what runs between the same two. */
export class Flow {
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
export function drawBack(
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

const STANDS: Partial<Record<FillKind, string>> = {
  comb: "Waiting to be spun",
  batch: "In an open batch",
  pail: "In pails",
  lot: "Jars still here",
};

/** Draws where the start's honey went, and what of it has not moved on. */
export function drawForward(
  flow: Flow,
  start: ReadonlySet<number>,
  followed: Followed,
  fills: ReadonlyMap<number, Known>,
): void {
  for (const { from, to, grams } of followed.carried)
    flow.link(flow.fill(from, start.has(from.id)), flow.fill(to, start.has(to.id)), grams);
  for (const fill of fills.values()) {
    const name = STANDS[fill.kind];
    const grams = followed.heldIn(fill.id);
    if (!name || grams === 0) continue;
    const column = (COLUMN[fill.kind] ?? 4) + 1;
    const here = flow.node({ id: `here:${name}`, column, name, kind: "here", href: null, isStart: false });
    flow.link(flow.fill(fill, start.has(fill.id)), here, grams);
  }
}

/** For a super, colony or yard as the start: the yards its combs stood in, as the first column. */
export function drawYards(
  flow: Flow,
  supers: readonly { comb: PulledComb; grams: number }[],
  fills: ReadonlyMap<number, Known>,
  yardIsStart: boolean,
): void {
  for (const { comb, grams } of supers) {
    const fill = fills.get(comb.fill_id);
    if (!fill) continue;
    const yard = flow.node({
      id: `yard:${comb.yard}`,
      column: 0,
      name: comb.yard,
      kind: "yard",
      href: null,
      isStart: yardIsStart,
    });
    flow.link(yard, flow.fill(fill, !yardIsStart), grams);
  }
}
