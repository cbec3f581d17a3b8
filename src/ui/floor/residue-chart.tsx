"use client";

import {
  CartesianGrid,
  Legend,
  ResponsiveContainer,
  Scatter,
  ScatterChart,
  useXAxisScale,
  useYAxisScale,
  XAxis,
  YAxis,
} from "recharts";
import { TOOLS, type Tool } from "@/core/dayplan";
import { WARMING_PRIOR } from "@/core/residue";
import { differenceIn } from "@/core/units";

import { asRead, mass, massFigure, shown, temp, unitOf } from "@/house/language/shown";
import { plural } from "@/house/language/spoken";
import type { ResidueView } from "@/house/spin/residue";
import { INK, roundTicks } from "../axis";

/** What a degree does, of whichever scale is read. */
const aDegree = (perDegreeC: number): string => (perDegreeC / differenceIn(1, "°C", shown())).toFixed(2);

const undrawn = () => <g />;

const UNCLEAR = {
  few: "After a few more boxes are weighed back it tells what warming would win.",
  alike: "All were about equally warm: what warming would win shows once they differ.",
} as const;

interface Dot {
  readonly tempC: number;
  readonly leftPct: number;
}

const SQUARE = "m-4,-4h8v8h-8z";
const ROUND = "m-4,0a4,4 0 1,0 8,0a4,4 0 1,0 -8,0z";

/** Hundreds of boxes as one drawing: with a piece of its own for each a slow tablet stood still for seconds. */
function Dots({ dots, mark, ink }: { dots: readonly Dot[]; mark: string; ink: string }) {
  const [x, y] = [useXAxisScale(), useYAxisScale()];
  if (!x || !y) return null;
  const path = dots.map((p) => `M${x(p.tempC)},${y(p.leftPct)}${mark}`).join("");
  return <path d={path} fill={ink} fillOpacity={0.55} stroke={ink} />;
}

/** What stayed in the comb against the honey's temperature, and what warming would have won. */
export default function ResidueChart({ points, byTool, line, won }: ResidueView) {
  const dots = points.map((p) => ({
    ...p,
    tempC: asRead(p.tempC, "°C"),
    leftPct: (p.leftKg / p.hadKg) * 100,
  }));
  const dotsOf = (here: boolean) => dots.filter((p) => p.here === here);
  return (
    <>
      <div
        className="h-56 overflow-hidden"
        role="img"
        aria-label={`Left in the comb by temperature, ${plural(points.length, "super")}`}
      >
        <ResponsiveContainer>
          <ScatterChart margin={{ top: 8, right: 24, bottom: 0, left: -8 }}>
            <CartesianGrid stroke="var(--rule)" />
            <XAxis
              type="number"
              dataKey="tempC"
              unit={` ${unitOf("°C")}`}
              {...roundTicks(dots.map((p) => p.tempC))}
              tick={INK}
              stroke="var(--edge)"
            />
            <YAxis
              type="number"
              dataKey="leftPct"
              {...roundTicks([0, ...dots.map((p) => p.leftPct)])}
              unit=" %"
              tick={INK}
              stroke="var(--edge)"
              width={64}
            />
            <Legend iconSize={12} />
            {/* For the axes and the legend: one dot each, and that undrawn; all are drawn below. */}
            <Scatter
              name="earlier batches"
              data={dots.slice(0, 1)}
              shape={undrawn}
              fill="var(--ink-2)"
              legendType="square"
            />
            <Scatter name="open batches" data={dots.slice(0, 1)} shape={undrawn} fill="var(--heat)" />
            <Dots dots={dotsOf(false)} mark={SQUARE} ink="var(--ink-2)" />
            <Dots dots={dotsOf(true)} mark={ROUND} ink="var(--heat)" />
          </ScatterChart>
        </ResponsiveContainer>
      </div>
      <p className="mt-2">
        {line.status === "unclear" ? (
          UNCLEAR[line.why]
        ) : (
          <>
            Each {unitOf("°C")} warmer leaves {aDegree(line.perDegreePct)} ±{aDegree(line.halfWidthPct)} % of
            the honey less in the comb (80 %; this house's boxes say {aDegree(line.ownPct)}, common practice{" "}
            {aDegree(WARMING_PRIOR.perDegreePct)}).
          </>
        )}
        {won && won.kg > 0.05 && (
          <>
            {" "}
            At {temp(won.toC, 0)} the {won.boxes === 1 ? "box" : `${won.boxes} boxes`} weighed back would have
            given{" "}
            <b className="text-mass">
              {mass(won.kg)} ±{massFigure(won.halfWidthKg)}
            </b>{" "}
            more.
          </>
        )}
      </p>
      <ul className="mt-2 flex flex-wrap gap-x-8 gap-y-1">
        {byTool.map((t) => (
          <li key={t.tool ?? "none"}>
            <b>{t.tool ? TOOLS[t.tool as Tool].name : "tool not named"}</b>, {plural(t.combs, "super")}:{" "}
            {mass(t.leftKg)}, {t.leftPct.toFixed(1)} % left
          </li>
        ))}
      </ul>
    </>
  );
}
