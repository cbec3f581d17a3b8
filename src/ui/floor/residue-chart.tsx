"use client";

import { CartesianGrid, ResponsiveContainer, Scatter, ScatterChart, XAxis, YAxis } from "recharts";
import { TOOLS, type Tool } from "@/core/dayplan";

const INK = { fill: "var(--ink-2)", fontSize: 13 };

/** What stayed in the comb against the honey's temperature: what warming would have won. */
/** Mean left by tool, most first. */
function byTool(points: readonly Point[]) {
  const tools = [...new Set(points.map((p) => p.tool))];
  return tools
    .map((tool) => {
      const own = points.filter((p) => p.tool === tool);
      const mean = (pick: (p: Point) => number) => own.reduce((s, p) => s + pick(p), 0) / own.length;
      return { tool, supers: own.length, leftKg: mean((p) => p.leftKg), leftPct: mean((p) => p.leftPct) };
    })
    .sort((a, b) => b.leftPct - a.leftPct);
}

/** What the coolest supers kept beyond the warmest: kilograms warming would have won; null while all were alike. */
function wonByWarming(points: readonly Point[]): { kg: number; fromC: number; toC: number } | null {
  const [coolC, warmC] = [Math.min(...points.map((p) => p.tempC)), Math.max(...points.map((p) => p.tempC))];
  if (warmC - coolC < 1.5) return null;
  const middle = (coolC + warmC) / 2;
  const cool = points.filter((p) => p.tempC < middle);
  const warm = points.filter((p) => p.tempC >= middle);
  const share = (list: readonly Point[]) => list.reduce((s, p) => s + p.leftPct, 0) / list.length;
  const had = cool.reduce((kg, p) => kg + (p.leftPct > 0 ? (p.leftKg / p.leftPct) * 100 : 0), 0);
  const kg = ((share(cool) - share(warm)) / 100) * had;
  return kg > 0.05 ? { kg, fromC: coolC, toC: warmC } : null;
}

interface Point {
  readonly tempC: number;
  readonly tool: Tool | null;
  readonly leftKg: number;
  readonly leftPct: number;
  readonly super: string;
}

export default function ResidueChart({ points }: { points: readonly Point[] }) {
  const won = wonByWarming(points);
  return (
    <>
      <div
        className="h-48"
        role="img"
        aria-label={`Left in the comb by temperature, ${points.length} supers`}
      >
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
      {won && (
        <p className="mt-2">
          Spun at {won.toC.toFixed(0)} °C instead of {won.fromC.toFixed(0)} °C the cooler supers would have
          given about <b className="text-mass">{won.kg.toFixed(1)} kg</b> more.
        </p>
      )}
      <ul className="mt-2 flex flex-wrap gap-x-8 gap-y-1">
        {byTool(points).map((t) => (
          <li key={t.tool ?? "none"}>
            <b>{t.tool ? TOOLS[t.tool].name : "tool not named"}</b>, {t.supers} supers: {t.leftKg.toFixed(1)}{" "}
            kg, {t.leftPct.toFixed(1)} % left
          </li>
        ))}
      </ul>
    </>
  );
}
