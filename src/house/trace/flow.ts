/** The picture of kilograms from yards to buyers, as nodes and links. */
import type { Movement } from "@/core/ledger";
import { carriedTo, withoutCircles } from "@/core/trace";
import { capital } from "../language/spoken";
import type { FillKind } from "../ledger/records/fills";
import type { PulledComb } from "../yard/records/pulls";
import { boundedFlow } from "./fold";
import type { Followed } from "./forward";
import type { FlowNode, TraceView } from "./model";
import { hrefOf, type Known } from "./shares";

/** How each kind of fill is drawn: its column, what it is, and what is said of honey that still stands in it. */
interface Look {
  readonly column: number;
  readonly kind: FlowNode["kind"];
  readonly stands: string | null;
}

const LOOKS: Record<FillKind, Look> = {
  colony: { column: 0, kind: "here", stands: null },
  gain: { column: 1, kind: "here", stands: null },
  comb: { column: 1, kind: "super", stands: "Waiting to be spun" },
  batch: { column: 2, kind: "batch", stands: "In an open batch" },
  pail: { column: 3, kind: "pail", stands: "In pails" },
  drum: { column: 3, kind: "pail", stands: "In drums" },
  tank: { column: 3, kind: "pail", stands: "In tanks" },
  tub: { column: 3, kind: "pail", stands: "In tubs" },
  outside: { column: 0, kind: "yard", stands: null },
  delivery: { column: 2, kind: "delivery", stands: null },
  cappings: { column: 3, kind: "here", stands: null },
  lot: { column: 4, kind: "lot", stands: "Jars still here" },
  parcel: { column: 5, kind: "buyer", stands: null },
  loss: { column: 5, kind: "loss", stands: null },
  wets: { column: 5, kind: "loss", stands: null },
  wax: { column: 5, kind: "loss", stands: null },
};

/** Gathers nodes and links by id, adding up what runs between the same two. */
export class Flow {
  /** The colony and yard each comb stood in, so that many supers can be drawn as one. */
  constructor(private readonly combs: ReadonlyMap<number, PulledComb>) {}

  private readonly nodes = new Map<string, FlowNode>();
  private readonly links = new Map<string, { from: string; to: string; grams: number }>();

  node(node: Omit<FlowNode, "grams">): string {
    if (!this.nodes.has(node.id)) this.nodes.set(node.id, { ...node, grams: 0 });
    return node.id;
  }

  fill(fill: Known, isStart: boolean): string {
    const { kind, column } = LOOKS[fill.kind];
    const comb = this.combs.get(fill.id);
    // Losses and parcels to one buyer of the same name are one node.
    const id =
      kind === "loss" || kind === "buyer"
        ? `${kind}:${fill.kind === "wets" ? "wets" : kind === "loss" ? fill.cause : fill.name}`
        : `fill:${fill.id}`;
    const name =
      fill.kind === "wets" ? "Left in the comb" : kind === "loss" ? capital(fill.cause) : capital(fill.name);
    return this.node({
      id,
      column,
      name,
      kind,
      href: hrefOf(fill),
      isStart,
      ...(comb ? { within: [comb.yard, `Colony ${comb.colony}`] } : {}),
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
    const links = withoutCircles([...this.links.values()])
      .map((l) => ({ ...l, grams: Math.round(l.grams) }))
      .filter((l) => l.grams > 0);
    const [into, outOf] = [new Map<string, number>(), new Map<string, number>()];
    for (const l of links) {
      into.set(l.to, (into.get(l.to) ?? 0) + l.grams);
      outOf.set(l.from, (outOf.get(l.from) ?? 0) + l.grams);
    }
    const flowOf = (id: string) => Math.max(into.get(id) ?? 0, outOf.get(id) ?? 0);
    const column = columnsBehind([...this.nodes.values()], links);
    const nodes = [...this.nodes.values()]
      .map((n) => ({ ...n, grams: flowOf(n.id), column: column.get(n.id) ?? n.column }))
      .filter((n) => n.grams > 0);
    return boundedFlow({ nodes, links });
  }
}

/** What is poured from vessel to vessel stands one column behind what it came from, and all that follows with it. */
function columnsBehind(
  nodes: readonly { readonly id: string; readonly column: number }[],
  links: readonly { readonly from: string; readonly to: string }[],
): ReadonlyMap<string, number> {
  const column = new Map(nodes.map((n) => [n.id, n.column]));
  // Without circles no path is longer than there are nodes.
  for (let turn = 0, moved = true; moved && turn < nodes.length; turn++) {
    moved = false;
    for (const { from, to } of links) {
      const least = (column.get(from) ?? 0) + 1;
      if ((column.get(to) ?? 0) >= least) continue;
      column.set(to, least);
      moved = true;
    }
  }
  return column;
}

/** Draws what came into the start: from yards through supers, and on through every vessel it passed. */
export function drawBack(
  flow: Flow,
  starts: readonly number[],
  supers: readonly { comb: PulledComb; grams: number }[],
  movements: readonly Movement[],
  fills: ReadonlyMap<number, Known>,
): void {
  const isStart = new Set(starts);
  const shareOf = new Map(supers.map(({ comb, grams }) => [comb.fill_id, grams]));
  drawYards(flow, supers, fills, false);
  const carried = carriedTo(isStart, movements);
  // What a comb gave is its share of the start, the wets that went back to it left out.
  const gave = new Map<number, number>();
  for (const { movement: m, grams } of carried)
    if (shareOf.has(m.from)) gave.set(m.from, (gave.get(m.from) ?? 0) + grams);
  for (const { movement: m, grams } of carried) {
    const [from, to] = [fills.get(m.from), fills.get(m.to)];
    if (!from || !to || from.kind === "colony") continue;
    const share = shareOf.get(m.from);
    const all = gave.get(m.from) ?? 0;
    const part = share === undefined || all === 0 ? grams : (share * grams) / all;
    flow.link(flow.fill(from, isStart.has(from.id)), flow.fill(to, isStart.has(to.id)), part);
  }
}

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
    const { stands: name, column } = LOOKS[fill.kind];
    const grams = followed.heldIn(fill.id);
    if (!name || grams === 0) continue;
    const here = flow.node({
      id: `here:${name}`,
      column: column + 1,
      name,
      kind: "here",
      href: null,
      isStart: false,
    });
    flow.link(flow.fill(fill, start.has(fill.id)), here, grams);
  }
}

/** The yards the combs stood in, as the first column. */
export function drawYards(
  flow: Flow,
  supers: readonly { comb: PulledComb; grams: number }[],
  fills: ReadonlyMap<number, Known>,
  fromStart: boolean,
  yardIsStart = false,
): void {
  for (const { comb, grams } of supers) {
    const fill = fills.get(comb.fill_id);
    if (!fill) continue;
    const yard = flow.node({
      id: `yard:${comb.yard}`,
      column: 0,
      name: comb.yard,
      kind: "yard",
      href: yardIsStart ? null : `/trace/yard/${encodeURIComponent(comb.yard)}`,
      isStart: yardIsStart,
    });
    flow.link(yard, flow.fill(fill, fromStart && !yardIsStart), grams);
  }
}
