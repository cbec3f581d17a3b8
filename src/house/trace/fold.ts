/** A flow of many things made small enough to be seen: what is many is drawn as one, and opened by a press. */
import { withoutCircles } from "@/core/trace";
import type { FlowNode, TraceView } from "./model";

type Flow = TraceView["flow"];

/** More things than this one under another are folded. */
export const MOST_IN_A_COLUMN = 14;

export interface FoldedNode extends FlowNode {
  /** What a press opens; null when it is one thing. */
  readonly opens: string | null;
}

export interface FoldedFlow {
  readonly nodes: readonly FoldedNode[];
  readonly links: Flow["links"];
}

interface Fold {
  readonly id: string;
  readonly name: (count: number) => string;
}

const PLURAL: Partial<Record<FlowNode["kind"], string>> = {
  yard: "yards",
  super: "supers",
  batch: "batches",
  pail: "pails",
  lot: "lots",
  buyer: "buyers",
  loss: "losses",
};

/** Supers by yard, then colony, then one by one; a level is left out where it folds nothing. */
function foldSupers(supers: readonly FlowNode[], opened: ReadonlySet<string>): Map<string, Fold> {
  const folds = new Map<string, Fold>();
  const colonyOf = (n: FlowNode): string => `in:${n.within?.join("/")}`;
  const colonies = new Set(supers.map(colonyOf));
  for (const n of supers) {
    const [yard = "", colony = ""] = n.within ?? [];
    const byYard: Fold = { id: `in:${yard}`, name: (count) => `${yard}, ${count} supers` };
    const byColony: Fold = { id: colonyOf(n), name: (count) => `${colony}, ${count} supers` };
    const yardIsOpen = colonies.size <= MOST_IN_A_COLUMN || opened.has(byYard.id);
    const fold = !yardIsOpen ? byYard : opened.has(byColony.id) ? null : byColony;
    if (fold) folds.set(n.id, fold);
  }
  return folds;
}

/** All but the largest of a column as one. */
function foldRest(column: readonly FlowNode[], opened: ReadonlySet<string>): Map<string, Fold> {
  const id = `more:${column[0]?.column}`;
  if (opened.has(id)) return new Map();
  const rest = [...column].sort((a, b) => b.grams - a.grams).slice(MOST_IN_A_COLUMN - 1);
  const kinds = new Set(rest.map((n) => n.kind));
  const what = (kinds.size === 1 && rest[0] && PLURAL[rest[0].kind]) || "places";
  const fold: Fold = { id, name: (count) => `${count} more ${what}` };
  return new Map(rest.map((n) => [n.id, fold]));
}

/** The same kilograms through fewer nodes; `opened` holds the folds that were pressed. */
export function foldedFlow(flow: Flow, opened: ReadonlySet<string>): FoldedFlow {
  const folds = new Map<string, Fold>();
  for (const column of new Set(flow.nodes.map((n) => n.column))) {
    const all = flow.nodes.filter((n) => n.column === column && !n.isStart);
    if (all.length <= MOST_IN_A_COLUMN) continue;
    const supers = all.filter((n) => n.within !== undefined);
    const others = all.filter((n) => n.within === undefined);
    for (const [node, fold] of supers.length > 0 ? foldSupers(supers, opened) : []) folds.set(node, fold);
    if (others.length > MOST_IN_A_COLUMN)
      for (const [node, fold] of foldRest(others, opened)) folds.set(node, fold);
  }
  // A fold of one is that one.
  const counts = new Map<string, number>();
  for (const { id } of folds.values()) counts.set(id, (counts.get(id) ?? 0) + 1);
  const foldOf = (id: string): Fold | undefined => {
    const fold = folds.get(id);
    return fold && (counts.get(fold.id) ?? 0) > 1 ? fold : undefined;
  };
  const shown = (id: string): string => foldOf(id)?.id ?? id;
  const nodes = new Map<string, FoldedNode>();
  for (const n of flow.nodes) {
    const fold = foldOf(n.id);
    const known = nodes.get(shown(n.id));
    if (known) nodes.set(known.id, { ...known, grams: known.grams + n.grams });
    else if (!fold) nodes.set(n.id, { ...n, opens: null });
    else
      nodes.set(fold.id, {
        ...n,
        id: fold.id,
        name: fold.name(counts.get(fold.id) ?? 0),
        href: null,
        opens: fold.id,
      });
  }
  const links = new Map<string, { from: string; to: string; grams: number }>();
  for (const l of flow.links) {
    const [from, to] = [shown(l.from), shown(l.to)];
    if (from === to) continue;
    const key = `${from} ${to}`;
    links.set(key, { from, to, grams: (links.get(key)?.grams ?? 0) + l.grams });
  }
  // Folding may close a circle that was none: what went round in it is left out.
  const kept = withoutCircles([...links.values()]);
  const touched = new Set(kept.flatMap((l) => [l.from, l.to]));
  return { nodes: [...nodes.values()].filter((n) => touched.has(n.id)), links: kept };
}

/** More than this many things are not sent to a screen one by one. */
const MOST_NODES = 240;

/** A flow as it leaves the house: whole while it is small, otherwise folded, each fold leading to what is in it. */
export function boundedFlow(flow: Flow): Flow {
  if (flow.nodes.length <= MOST_NODES) return flow;
  // What is asked about is drawn by itself, unless that is a whole season's supers.
  const manyStarts = flow.nodes.filter((n) => n.isStart).length > MOST_IN_A_COLUMN;
  const foldable = manyStarts ? flow.nodes.map((n) => (n.within ? { ...n, isStart: false } : n)) : flow.nodes;
  const { nodes, links } = foldedFlow({ nodes: foldable, links: flow.links }, new Set());
  return {
    nodes: nodes.map(({ opens, within, ...node }) => ({
      ...node,
      isStart: node.isStart || (manyStarts && within !== undefined),
      href: opens && within ? whereFolded(opens) : node.href,
    })),
    links,
  };
}

/** "in:Kiln Field/Colony 12" is told at colony 12's own trace, "in:Kiln Field" at the yard's. */
function whereFolded(id: string): string | null {
  const [yard, colony] = id.startsWith("in:") ? id.slice(3).split("/Colony ") : [];
  if (colony) return `/trace/colony/${encodeURIComponent(colony)}`;
  return yard ? `/trace/yard/${encodeURIComponent(yard)}` : null;
}
