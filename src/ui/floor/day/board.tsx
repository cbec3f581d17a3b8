import { useEffect, useRef, useState } from "react";
import type { DayForecast } from "@/core/dayplan";
import { clockSaid } from "@/house/language/said-time";
import { mass } from "@/house/language/shown";

/** Minutes of the plan as the time of the day, as a plan keeps it. */
export const timeOfDay = (min: number, startMin: number): string => {
  const m = Math.round(startMin + min);
  return `${String(Math.floor(m / 60) % 24).padStart(2, "0")}:${String(m % 60).padStart(2, "0")}`;
};
const clock = (min: number, startMin: number): string => clockSaid(timeOfDay(min, startMin));

const FILL: Record<DayForecast["board"][number]["does"], string> = {
  uncap: "var(--go-fill)",
  spin: "var(--go-fill)",
  serve: "var(--niche-shade)",
  strain: "var(--mass-fill)",
  clean: "var(--water-fill)",
};

/** What was done already, minutes from the board's left edge. */
export interface Done {
  readonly station: string;
  readonly fromMin: number;
  readonly toMin: number;
  readonly what: string;
}

/** Stations over the hours, what was done and what is to come, one bar a piece of work: what hangs on the wall. */
export function DayBoard({
  forecast,
  startMin,
  comesAt,
  done,
  breaks,
  nowMin,
}: {
  forecast: DayForecast;
  /** Minute of the day at the left edge. */
  startMin: number;
  /** Where the forecast begins, minutes from the left edge. */
  comesAt: number;
  done: readonly Done[];
  breaks: readonly { readonly fromMin: number; readonly toMin: number }[];
  /** Minutes since the left edge, when the day is under way. */
  nowMin: number | null;
}) {
  const board = forecast.board.map((b) => ({
    ...b,
    fromMin: b.fromMin + comesAt,
    toMin: b.toMin + comesAt,
  }));
  const waiting = forecast.waiting.map((w) => ({ ...w, atMin: w.atMin + comesAt }));
  // Hands, machines, strainer as the plan names them; what else was done and the cleaning come last.
  const drawn = new Set([...board, ...done].map((b) => b.station));
  const stations = [...new Set([...forecast.stations.map((x) => x.station), ...drawn])].filter((name) =>
    drawn.has(name),
  );
  const end = Math.max(60, ...board.map((b) => b.toMin));
  // Drawn at its own size where there is room, so that its words stay readable; narrower it scrolls.
  const [left, wide, high] = [150, 756, 34];
  const x = (min: number) => left + (min / end) * wide;
  const step = end > 480 ? 120 : 60;
  const hours = Array.from({ length: Math.floor(end / step) + 1 }, (_, i) => i * step);
  const most = Math.max(1, ...waiting.map((w) => w.frames));
  const curve = 56;
  const height = stations.length * high + curve + 28;
  const top = stations.length * high;
  const wave = waiting
    .map(
      (w, i) =>
        `${i === 0 ? "M" : "L"}${x(Math.min(end, w.atMin)).toFixed(1)},${(top + curve - 6 - (w.frames / most) * (curve - 16)).toFixed(1)}`,
    )
    .join("");
  // Over the whole day's plan what was done is a strip along its foot.
  const over = comesAt === 0;
  const box = useRef<HTMLDivElement>(null);
  const [scrolled, setScrolled] = useState(0);
  const here = nowMin === null ? 0 : x(nowMin) - left;
  // Where it is wider than the screen, what is to come is looked at first.
  useEffect(() => {
    if (box.current) box.current.scrollLeft = here;
  }, [here]);
  return (
    <div ref={box} className="overflow-x-auto" onScroll={(e) => setScrolled(e.currentTarget.scrollLeft)}>
      <svg
        viewBox={`0 0 ${left + wide + 10} ${height}`}
        className="w-full min-w-[916px] print:min-w-0"
        role="img"
        aria-label={`The day's plan: ${stations.join(", ")}`}
      >
        <title>Stations over the hours</title>
        {hours.map((h) => (
          <g key={h}>
            <line x1={x(h)} x2={x(h)} y1={0} y2={height - 22} stroke="var(--rule)" />
            <text x={x(h)} y={height - 6} fontSize={14} textAnchor="middle" fill="var(--ink-2)">
              {clock(h, startMin)}
            </text>
          </g>
        ))}
        {breaks.map((b) => (
          <rect
            key={b.fromMin}
            x={x(Math.max(0, b.fromMin + comesAt))}
            width={Math.max(0, x(b.toMin + comesAt) - x(Math.max(0, b.fromMin + comesAt)))}
            y={0}
            height={height - 22}
            fill="var(--niche-shade)"
            opacity={0.6}
          />
        ))}
        {stations.map((name, i) => (
          <g key={name}>
            {board
              .filter((b) => b.station === name)
              .map((b) => (
                <rect
                  key={`${b.fromMin} ${b.what}`}
                  x={x(b.fromMin) + 0.5}
                  width={Math.max(1, x(b.toMin) - x(b.fromMin) - 1)}
                  y={i * high + 6}
                  height={high - 12}
                  rx={2}
                  fill={FILL[b.does]}
                  stroke={name === forecast.bottleneck ? "var(--stop)" : "var(--edge)"}
                >
                  <title>{`${b.station === "strain" ? mass(b.amount, 0) : b.what}, ${clock(b.fromMin, startMin)} to ${clock(b.toMin, startMin)}`}</title>
                </rect>
              ))}
            {done
              .filter((d) => d.station === name)
              .map((d) => (
                <rect
                  key={`${d.fromMin} ${d.what}`}
                  data-done=""
                  x={x(d.fromMin) + 0.5}
                  width={Math.max(2, x(d.toMin) - x(d.fromMin) - 1)}
                  y={i * high + (over ? high - 14 : 6)}
                  height={over ? 8 : high - 12}
                  rx={2}
                  fill="var(--ink-2)"
                >
                  <title>{`done: ${d.what}, ${clock(d.fromMin, startMin)} to ${clock(d.toMin, startMin)}`}</title>
                </rect>
              ))}
          </g>
        ))}
        <path d={wave} fill="none" stroke="var(--mass)" strokeWidth={2} />
        {nowMin !== null && nowMin >= 0 && nowMin <= end && (
          <line x1={x(nowMin)} x2={x(nowMin)} y1={0} y2={height - 22} stroke="var(--ink)" strokeWidth={2} />
        )}
        {/* Names stay in sight however far it is scrolled. */}
        <g transform={`translate(${scrolled} 0)`} textAnchor="end" fontSize={14}>
          <rect width={left - 1} height={height - 22} fill="var(--shelf)" />
          {stations.map((name, i) => (
            <text
              key={name}
              x={left - 8}
              y={i * high + 21}
              fill="var(--ink)"
              fontWeight={name === forecast.bottleneck ? 700 : 400}
            >
              {name.length > 20 ? `${name.slice(0, 19)}…` : name}
            </text>
          ))}
          <text x={left - 8} y={top + curve / 2 - 4} fill="var(--ink-2)">
            frames waiting,
          </text>
          <text x={left - 8} y={top + curve / 2 + 13} fill="var(--ink-2)">
            most {Math.round(most)}
          </text>
        </g>
      </svg>
    </div>
  );
}

export { clock as clockOf };
