/**
 * A chart's frame: rules, axes and what is written along them. Lines are d3's, drawn in parts of a hundred and stretched
 * to the room there is; nothing is measured, so a chart is drawn at once, where the page is made or in the browser.
 */
import { area, line } from "d3-shape";
import type { ReactNode } from "react";
import { type Axis, along, fewer } from "./axis";

export interface Side extends Axis {
  readonly said: (tick: number) => string;
  /** Once, at the end: on a phone the figures would run into each other. */
  readonly unit?: string;
}

/** A place in the plot, % of its width and height from the upper left corner. */
export interface Place {
  readonly x: number;
  readonly y: number;
}

/** Where a point of these axes lies. */
export const placeOn =
  (x: Axis, y: Axis) =>
  (atX: number, atY: number): Place => ({ x: along(x, atX), y: 100 - along(y, atY) });

const DIGITS = 2;

/** Through these places, as the d of a path. */
export const lineThrough = (places: readonly Place[]): string =>
  line<Place>(
    (p) => p.x,
    (p) => p.y,
  ).digits(DIGITS)([...places]) ?? "";

/** Between a lower and an upper edge. */
export const areaBetween = (
  edges: readonly { readonly x: number; readonly lo: number; readonly hi: number }[],
) =>
  area<(typeof edges)[number]>(
    (p) => p.x,
    (p) => p.lo,
    (p) => p.hi,
  ).digits(DIGITS)([...edges]) ?? "";

/** A stroke keeps its width however the plot is stretched. */
export function Stroke({ d, ...look }: { d: string } & React.SVGProps<SVGPathElement>) {
  return <path d={d} fill="none" vectorEffect="non-scaling-stroke" {...look} />;
}

const WRITTEN = "absolute whitespace-nowrap text-[13px] text-ink-2 tabular-nums";
/** How many long words fit along a narrow plot, a middling one and a wide one. */
const LONG_FIT = [3, 5, 9] as const;
const SHOWN_FROM = ["", "hidden @min-[27rem]:block", "hidden @min-[48rem]:block"] as const;

/** What is written at a place of the plot, to its right or its left, over it or under it. */
export function Note({ at, ink, to, children }: { at: Place; ink: string; to: string; children: ReactNode }) {
  return (
    <span
      className={`absolute px-1 text-[13px] whitespace-nowrap ${to}`}
      style={{ left: `${at.x}%`, top: `${at.y}%`, color: ink }}
    >
      {children}
    </span>
  );
}

export function Plot({
  says,
  className,
  x,
  y,
  lines,
  marks,
  children,
}: {
  /** What a reader of screens is told instead. */
  says: string;
  /** Its height. */
  className: string;
  x: Side & { readonly rules?: boolean /** As long as a day with its clock. */; readonly long?: boolean };
  y: Side;
  /** What is stretched with the plot. */
  lines: ReactNode;
  /** What keeps its shape, placed by %. */
  marks?: ReactNode;
  children?: ReactNode;
}) {
  const at = placeOn(x, y);
  const [left = 0, right = 1] = x.domain;
  const [low = 0] = y.domain;
  const across = y.ticks.map((t) => lineThrough([at(left, t), at(right, t)])).join("");
  const down = x.ticks.map((t) => `M${along(x, t)},0v100`).join("");
  const nicks = x.ticks.map((t) => `M${along(x, t)},100v2`).join("");
  return (
    <div role="img" aria-label={says}>
      <div className={`@container relative mt-2 mr-6 mb-7 ml-14 ${className}`}>
        <svg className="absolute inset-0 size-full overflow-visible" aria-hidden="true">
          <svg
            viewBox="0 0 100 100"
            preserveAspectRatio="none"
            className="overflow-visible"
            aria-hidden="true"
          >
            <Stroke d={x.rules ? across + down : across} stroke="var(--rule)" />
            <Stroke d={`M0,0v100h100${x.rules ? "" : nicks}`} stroke="var(--edge)" />
            {lines}
          </svg>
          {marks}
        </svg>
        {y.ticks.map((t) => (
          <span
            key={t}
            className={`${WRITTEN} right-full -translate-y-1/2 pr-2`}
            style={{ top: `${at(left, t).y}%` }}
          >
            {y.said(t)}
          </span>
        ))}
        {(x.long ? fewer(x.ticks, LONG_FIT) : x.ticks.map((tick) => ({ tick, fits: 0 }))).map(
          ({ tick, fits }) => (
            <span
              key={tick}
              className={`${WRITTEN} top-full -translate-x-1/2 pt-1 ${SHOWN_FROM[fits]}`}
              style={{ left: `${at(tick, low).x}%` }}
            >
              {x.said(tick)}
              {x.unit && tick === x.ticks.at(-1) && <span className="absolute left-full pl-1">{x.unit}</span>}
            </span>
          ),
        )}
        {children}
      </div>
    </div>
  );
}
