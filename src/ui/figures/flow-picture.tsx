"use client";

import { sankey, sankeyJustify, sankeyLinkHorizontal } from "d3-sankey";
import { useEffect, useRef, useState } from "react";
import { massFigureG, unitOf } from "@/house/language/shown";
import type { TraceView } from "@/house/trace";
import { type FoldedFlow, type FoldedNode, foldedFlow } from "@/house/trace/fold";
import { Link } from "../link";

type Datum = FoldedNode;
type LinkDatum = { grams: number };

/** What stands over a column, by what most of it is. */
const HEADS: Record<FoldedNode["kind"], string> = {
  yard: "from",
  super: "super",
  batch: "batch",
  delivery: "delivery",
  pail: "vessel",
  lot: "lot",
  buyer: "now with",
  loss: "now with",
  here: "now with",
};
function headOf(column: number, nodes: readonly FoldedNode[]): string {
  const count = new Map<string, number>();
  for (const n of nodes)
    if (n.column === column) count.set(HEADS[n.kind], (count.get(HEADS[n.kind]) ?? 0) + 1);
  return [...count].sort(([, a], [, b]) => b - a)[0]?.[0] ?? "";
}

const TYPE_PX = 14;
const ROW_PX = 34;
/** A letter is about so wide, and the kilograms behind a name take so much. */
const LETTER_PX = 7.6;
const FIGURE_PX = 66;
const LAST_PX = 185;

/** A name beside its kilograms; where there is no room for both, without the word its column says, or over them. */
function fitting(name: string, room: number, figurePx: number): { says: string; lines: 1 | 2 } {
  const letters = (px: number): number => Math.max(6, Math.floor(px / LETTER_PX));
  const beside = [name, name.replace(/^(Lot|Super|Pail|Drum|Tank|Tub|Batch) /, "")].find(
    (n) => n.length <= letters(room - figurePx),
  );
  if (beside !== undefined) return { says: beside, lines: 1 };
  const most = letters(room);
  return { says: name.length > most ? `${name.slice(0, most - 1).trimEnd()}…` : name, lines: 2 };
}

const ZOOMS = [1, 1.5, 2, 3] as const;

/** All that lies before and behind a node, both ways, with itself. */
export function alongside(
  id: string,
  links: readonly { readonly from: string; readonly to: string }[],
): ReadonlySet<string> {
  const along = new Set([id]);
  const walk = (from: "from" | "to", to: "from" | "to"): void => {
    const way = [id];
    const seen = new Set(way);
    for (let at = way.pop(); at !== undefined; at = way.pop())
      for (const l of links)
        if (l[from] === at && !seen.has(l[to])) {
          seen.add(l[to]);
          along.add(l[to]);
          way.push(l[to]);
        }
  };
  walk("from", "to");
  walk("to", "from");
  return along;
}

/** Kilograms from yards to buyers, drawn to the width there is; type keeps its size. */
export function FlowPicture({ flow: whole }: { flow: TraceView["flow"] }) {
  const [opened, setOpened] = useState<ReadonlySet<string>>(new Set());
  const [zoom, setZoom] = useState(0);
  const flow = foldedFlow(whole, opened);
  const step = (by: number): void => setZoom((z) => Math.min(ZOOMS.length - 1, Math.max(0, z + by)));
  const box = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(0);
  useEffect(() => {
    const seen = new ResizeObserver(([entry]) => setWidth(Math.floor(entry?.contentRect.width ?? 0)));
    if (box.current) seen.observe(box.current);
    return () => seen.disconnect();
  }, []);
  const columns = [...new Set(flow.nodes.map((n) => n.column))].sort((a, b) => a - b);
  const drawn = Math.max(width, columns.length * 152);
  const most = Math.max(1, ...columns.map((c) => flow.nodes.filter((n) => n.column === c).length));
  const height = Math.max(190, most * ROW_PX + 30);
  return (
    // Focusable, since a scrolling region must be reachable by keyboard.
    <>
      {opened.size > 0 && (
        <button
          type="button"
          className="min-h-12 font-semibold underline underline-offset-4"
          onClick={() => setOpened(new Set())}
        >
          Fold it together again
        </button>
      )}
      <div className="flex flex-wrap items-center gap-2.5">
        <button
          type="button"
          className="do"
          data-quiet=""
          aria-label="Draw it smaller"
          aria-disabled={zoom === 0}
          onClick={() => step(-1)}
        >
          −
        </button>
        <button
          type="button"
          className="do"
          data-quiet=""
          aria-label="Draw it larger"
          aria-disabled={zoom === ZOOMS.length - 1}
          onClick={() => step(1)}
        >
          +
        </button>
        <span className="text-[15px] text-ink-2" role="status">
          {zoom === 0 ? "" : `${ZOOMS[zoom]} times as large`}
        </span>
      </div>
      <section
        ref={box}
        className="overflow-x-auto"
        tabIndex={0}
        aria-label="Flow of kilograms; the tables below say the same"
        onKeyDown={(e) => {
          if (e.key !== "+" && e.key !== "-") return;
          e.preventDefault();
          step(e.key === "+" ? 1 : -1);
        }}
      >
        {width > 0 && (
          <Drawing
            flow={flow}
            columns={columns}
            width={drawn * (ZOOMS[zoom] ?? 1)}
            height={height * (ZOOMS[zoom] ?? 1)}
            open={(id) => setOpened((now) => new Set([...now, id]))}
          />
        )}
      </section>
    </>
  );
}

function Drawing({
  flow,
  columns,
  width,
  height,
  open,
}: {
  flow: FoldedFlow;
  columns: number[];
  width: number;
  height: number;
  open: (fold: string) => void;
}) {
  const drawing = useRef<SVGSVGElement>(null);
  const [focused, setFocused] = useState<string | null>(null);
  useEffect(() => {
    const svg = drawing.current;
    const seen = (e: Event): void =>
      setFocused((e.target as Element).closest("[data-node]")?.getAttribute("data-node") ?? null);
    const gone = (): void => setFocused(null);
    svg?.addEventListener("pointerover", seen);
    svg?.addEventListener("focusin", seen);
    svg?.addEventListener("pointerleave", gone);
    svg?.addEventListener("focusout", gone);
    return () => {
      svg?.removeEventListener("pointerover", seen);
      svg?.removeEventListener("focusin", seen);
      svg?.removeEventListener("pointerleave", gone);
      svg?.removeEventListener("focusout", gone);
    };
  }, []);
  const along = focused === null ? null : alongside(focused, flow.links);
  const faint = (on: boolean): number => (along === null || on ? 1 : 0.18);
  const layout = sankey<Datum, LinkDatum>()
    .nodeId((n) => n.id)
    .nodeAlign((n, depth) => {
      const at = columns.indexOf(n.column);
      return at >= 0 ? at : sankeyJustify(n, depth);
    })
    .nodeWidth(10)
    .nodePadding(Math.min(22, ROW_PX - 12))
    .extent([
      [1, 26],
      [width - LAST_PX, height - 6],
    ]);
  const graph = layout({
    nodes: flow.nodes.map((n) => ({ ...n })),
    links: flow.links.map((l) => ({ source: l.from, target: l.to, grams: l.grams, value: l.grams })),
  });
  const path = sankeyLinkHorizontal<Datum, LinkDatum>();
  const step = columns.length > 1 ? (width - LAST_PX - 11) / (columns.length - 1) : 0;
  return (
    <svg ref={drawing} width={width} height={height}>
      <title>Kilograms flowing from yards through supers, batches, pails and lots to buyers</title>
      {columns.map((c, i) => (
        <text key={c} x={1 + i * step} y={14} fontSize={13} fill="var(--ink-2)">
          {headOf(c, flow.nodes)}
        </text>
      ))}
      {graph.links.map((l) => {
        const [source, target] = [l.source as Datum, l.target as Datum];
        return (
          <path
            key={`${source.id} ${target.id}`}
            d={path(l) ?? ""}
            fill="none"
            stroke={target.kind === "loss" ? "var(--stop)" : "var(--mass-fill)"}
            strokeOpacity={0.5 * faint(along?.has(source.id) === true && along.has(target.id))}
            strokeWidth={Math.max(1, l.width ?? 1)}
          />
        );
      })}
      {graph.nodes.map((n) => {
        const [x0, y0, y1] = [n.x0 ?? 0, n.y0 ?? 0, n.y1 ?? 0];
        const crowded = graph.nodes.filter((m) => m.column === n.column).length > 16;
        const full = n.name.replace(/^Lot /, "");
        const last = n.column === columns.at(-1);
        const { says, lines } = fitting(full, (last ? LAST_PX : step) - 20, n.isStart ? 0 : FIGURE_PX);
        const figure = massFigureG(n.grams, n.grams < 950 ? 2 : crowded ? 0 : 1);
        // Read out, and called by voice, as it is seen; a name that was cut is said whole after it.
        const whole = full.endsWith(says);
        const called = `${whole ? full : says} ${figure} ${unitOf("kg")}${whole ? "" : `, ${full}`}`;
        const label = (
          <text
            x={x0 + 15}
            y={(y0 + y1) / 2}
            dy={lines === 2 && !n.isStart ? "-0.25em" : "0.34em"}
            fontSize={TYPE_PX}
            fontWeight={n.isStart ? 800 : 550}
            fill="var(--ink)"
            stroke="var(--shelf)"
            strokeWidth={3}
            paintOrder="stroke"
          >
            {says}
            <title>{full}</title>
            {/* The start's own mass stands in the page's head. */}
            {!n.isStart && (
              <>
                {" "}
                <tspan
                  fill="var(--mass)"
                  fontWeight={700}
                  {...(lines === 2 ? { x: x0 + 15, dy: "1.15em" } : {})}
                >
                  {figure}
                </tspan>
                <tspan fill="var(--ink-2)" fontSize={12}>
                  {" "}
                  {unitOf("kg")}
                </tspan>
              </>
            )}
          </text>
        );
        return (
          // Pointed at or reached by keyboard, what lies before and behind it stands out.
          <g key={n.id} opacity={faint(along?.has(n.id) ?? true)} data-node={n.id}>
            <rect
              x={x0}
              y={y0}
              width={10}
              height={Math.max(2, y1 - y0)}
              fill={n.kind === "loss" ? "var(--stop)" : n.isStart ? "var(--ink)" : "var(--mass)"}
            />
            {n.opens !== null ? (
              // biome-ignore lint/a11y/useSemanticElements: within a drawing there is no button element.
              <g
                role="button"
                tabIndex={0}
                aria-label={`${called}: open`}
                className="underline underline-offset-4"
                onClick={() => open(n.opens ?? "")}
                onKeyDown={(e) => {
                  if (e.key !== "Enter" && e.key !== " ") return;
                  e.preventDefault();
                  open(n.opens ?? "");
                }}
              >
                {label}
              </g>
            ) : n.href && !n.isStart ? (
              <Link href={n.href} aria-label={called}>
                {label}
              </Link>
            ) : (
              label
            )}
          </g>
        );
      })}
    </svg>
  );
}
