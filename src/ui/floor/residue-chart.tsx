"use client";

import { CartesianGrid, ResponsiveContainer, Scatter, ScatterChart, XAxis, YAxis } from "recharts";

const INK = { fill: "var(--ink-2)", fontSize: 13 };

/** What stayed in the comb against the honey's temperature: what warming would have won. */
export default function ResidueChart({
  points,
}: {
  points: readonly { tempC: number; leftPct: number; super: string }[];
}) {
  return (
    <div className="h-48" role="img" aria-label={`Left in the comb by temperature, ${points.length} supers`}>
      <ResponsiveContainer>
        <ScatterChart margin={{ top: 8, right: 12, bottom: 0, left: -8 }}>
          <CartesianGrid stroke="var(--rule)" />
          <XAxis
            type="number"
            dataKey="tempC"
            unit=" °C"
            domain={["dataMin - 2", "dataMax + 2"]}
            tick={INK}
            stroke="var(--edge)"
          />
          <YAxis type="number" dataKey="leftPct" unit=" %" tick={INK} stroke="var(--edge)" width={64} />
          <Scatter data={[...points]} fill="var(--heat)" isAnimationActive={false} />
        </ScatterChart>
      </ResponsiveContainer>
    </div>
  );
}
