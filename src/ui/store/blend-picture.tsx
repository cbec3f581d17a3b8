import type { BlendView } from "@/house/blend/arrange";
import { unitOf } from "@/house/language/shown";

// Drawn narrow, so that its figures are large on a phone too.
const W = 380;
const BODY = 220;
const GAP = 10;
const BANDS_X = 142;
const TANK_X = 270;
/** Readable on honey of any colour, by day and by lamp. */
const OVER = {
  paintOrder: "stroke",
  stroke: "var(--shelf)",
  strokeWidth: 3,
  strokeLinejoin: "round",
} as const;

/** Bands of honey running into a tank, each as thick as what it gives; the driest on top, as they are poured. */
export function BlendPicture({ view }: { view: BlendView }) {
  const { bands } = view;
  const total = Math.max(
    0.001,
    bands.reduce((kg, b) => kg + b.kg, 0),
  );
  const height = BODY + GAP * Math.max(0, bands.length - 1);
  let [left, right] = [0, (height - BODY) / 2];
  const top = right;
  return (
    <svg
      viewBox={`0 0 ${W} ${height + 20}`}
      className="w-full max-w-[640px]"
      role="img"
      aria-label={`${bands.map((b) => `${b.takes} ${unitOf("kg")} of ${b.name}`).join(", ")}: ${view.mass} in all`}
    >
      {bands.map((b) => {
        const h = Math.max(2, (b.kg / total) * BODY);
        const [y0, y1] = [left, right];
        left += h + GAP;
        right += h;
        const mid = y0 + h / 2;
        return (
          <g key={b.name}>
            <path
              d={`M${BANDS_X},${y0} C${BANDS_X + 60},${y0} ${TANK_X - 60},${y1} ${TANK_X},${y1} H${W - 12} V${y1 + h} H${TANK_X} C${TANK_X - 60},${y1 + h} ${BANDS_X + 60},${y0 + h} ${BANDS_X},${y0 + h} Z`}
              fill={b.swatch ?? "var(--mass-fill)"}
              stroke="var(--mass)"
              strokeWidth={1}
              opacity={0.85}
            />
            <text x={0} y={mid + 4} fontSize={13} fontWeight={700} fill="var(--ink)">
              {b.title}
            </text>
            <text
              x={BANDS_X - 5}
              y={mid + 4}
              fontSize={13}
              textAnchor="end"
              fill="var(--mass)"
              fontWeight={700}
            >
              {b.takes}
              {b.all ? "" : ` of ${b.holds}`}
            </text>
            {h > 13 && (
              <text x={BANDS_X + 7} y={mid + 4} fontSize={12} fill="var(--ink)" style={OVER}>
                {b.waterPct.toFixed(1)} %
              </text>
            )}
          </g>
        );
      })}
      <path
        d={`M${TANK_X},${Math.max(0, top - 14)} V${top + BODY + 3} H${W - 10} V${Math.max(0, top - 14)}`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth={3}
      />
      <text
        x={(TANK_X + W) / 2}
        y={top + BODY / 2 + 7}
        fontSize={19}
        fontWeight={700}
        textAnchor="middle"
        fill="var(--ink)"
        style={OVER}
      >
        {view.mass}
      </text>
    </svg>
  );
}

/** The water of the parts and of the mix on one line, with the limit. */
export function WaterLine({ view }: { view: BlendView }) {
  const { water, limitPct, bands } = view;
  if (!water) return null;
  const [lo, hi] = [
    Math.floor(Math.min(16, ...bands.map((b) => b.waterPct), limitPct - 1)),
    Math.ceil(Math.max(19, ...bands.map((b) => b.waterPct), limitPct + 0.5)),
  ];
  // Half of the last figure, with its unit, stands beyond the line's end.
  const edge = 18;
  const x = (pct: number): number => edge + ((pct - lo) / (hi - lo)) * (W - 2 * edge);
  const most = Math.max(1, ...bands.map((b) => b.kg));
  return (
    <svg
      viewBox={`0 0 ${W} 112`}
      className="w-full max-w-[640px]"
      role="img"
      aria-label={`The mix is foretold ${water.pct.toFixed(2)} % water, at most ${water.upperPct.toFixed(2)} %; the limit is ${limitPct} %`}
    >
      {bands.map((b) => (
        <rect
          key={b.name}
          x={x(b.waterPct) - 6}
          y={62 - (b.kg / most) * 40}
          width={12}
          height={(b.kg / most) * 40}
          fill="var(--mass-fill)"
          stroke="var(--mass)"
        />
      ))}
      <line x1={edge} x2={W - edge} y1={62} y2={62} stroke="var(--ink)" strokeWidth={2} />
      <line x1={x(limitPct)} x2={x(limitPct)} y1={10} y2={70} stroke="var(--stop)" strokeWidth={2} />
      <text
        x={x(limitPct) + (limitPct > (lo + hi) / 2 ? -6 : 6)}
        y={20}
        fontSize={13}
        fontWeight={700}
        fill="var(--stop)"
        textAnchor={limitPct > (lo + hi) / 2 ? "end" : "start"}
      >
        limit {limitPct} %
      </text>
      {Array.from({ length: hi - lo + 1 }, (_, i) => lo + i).map((pct) => (
        <text key={pct} x={x(pct)} y={80} fontSize={12} textAnchor="middle" fill="var(--ink-2)">
          {pct}
          {pct === hi ? " %" : ""}
        </text>
      ))}
      <line x1={x(water.pct)} x2={x(water.upperPct)} y1={62} y2={62} stroke="var(--water)" strokeWidth={6} />
      <circle cx={x(water.pct)} cy={62} r={6} fill="var(--water)" />
      <text
        x={Math.min(W - 105, Math.max(105, x(water.pct)))}
        y={102}
        fontSize={15}
        fontWeight={700}
        fill="var(--water)"
        textAnchor="middle"
      >
        {water.pct.toFixed(2)} %, at most {water.upperPct.toFixed(2)} %
      </text>
    </svg>
  );
}
