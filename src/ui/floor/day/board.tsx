import type { DayForecast } from "@/core/dayplan";

const clock = (min: number, startMin: number): string => {
  const m = Math.round(startMin + min);
  return `${String(Math.floor(m / 60) % 24).padStart(2, "0")}:${String(m % 60).padStart(2, "0")}`;
};

const FILL: Record<DayForecast["board"][number]["does"], string> = {
  uncap: "var(--go-fill)",
  spin: "var(--go-fill)",
  serve: "var(--niche-shade)",
  strain: "var(--mass-fill)",
  clean: "var(--water-fill)",
};

/** Stations over the hours, one bar a piece of work: what hangs on the wall. */
export function DayBoard({
  forecast,
  startMin,
  breaks,
  nowMin,
}: {
  forecast: DayForecast;
  startMin: number;
  breaks: readonly { readonly fromMin: number; readonly toMin: number }[];
  /** Minutes since the start, when the day is under way. */
  nowMin: number | null;
}) {
  const stations = [...new Set(forecast.board.map((b) => b.station))];
  const end = Math.max(60, ...forecast.board.map((b) => b.toMin));
  const [left, wide, high] = [180, 820, 34];
  const x = (min: number) => left + (min / end) * wide;
  const step = end > 480 ? 120 : 60;
  const hours = Array.from({ length: Math.floor(end / step) + 1 }, (_, i) => i * step);
  const most = Math.max(1, ...forecast.waiting.map((w) => w.frames));
  const curve = 56;
  const height = stations.length * high + curve + 28;
  const top = stations.length * high;
  const wave = forecast.waiting
    .map(
      (w, i) =>
        `${i === 0 ? "M" : "L"}${x(Math.min(end, w.atMin)).toFixed(1)},${(top + curve - 6 - (w.frames / most) * (curve - 16)).toFixed(1)}`,
    )
    .join("");
  return (
    <div className="overflow-x-auto">
      <svg
        viewBox={`0 0 ${left + wide + 10} ${height}`}
        className="w-full min-w-[640px]"
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
            x={x(Math.max(0, b.fromMin))}
            width={Math.max(0, x(b.toMin) - x(Math.max(0, b.fromMin)))}
            y={0}
            height={height - 22}
            fill="var(--niche-shade)"
            opacity={0.6}
          />
        ))}
        {stations.map((name, i) => (
          <g key={name}>
            <text
              x={left - 8}
              y={i * high + 21}
              fontSize={14}
              textAnchor="end"
              fill="var(--ink)"
              fontWeight={name === forecast.bottleneck ? 700 : 400}
            >
              {name.length > 20 ? `${name.slice(0, 19)}…` : name}
            </text>
            {forecast.board
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
                  <title>{`${b.what}, ${clock(b.fromMin, startMin)} to ${clock(b.toMin, startMin)}`}</title>
                </rect>
              ))}
          </g>
        ))}
        <text x={left - 8} y={top + curve / 2 + 4} fontSize={14} textAnchor="end" fill="var(--ink-2)">
          frames waiting, most {Math.round(most)}
        </text>
        <path d={wave} fill="none" stroke="var(--mass)" strokeWidth={2} />
        {nowMin !== null && nowMin >= 0 && nowMin <= end && (
          <line x1={x(nowMin)} x2={x(nowMin)} y1={0} y2={height - 22} stroke="var(--ink)" strokeWidth={2} />
        )}
      </svg>
    </div>
  );
}

export { clock as clockOf };
