"use client";

import { CartesianGrid, Legend, ResponsiveContainer, Scatter, ScatterChart, XAxis, YAxis } from "recharts";
import { TOOLS, type Tool } from "@/core/dayplan";
import { WARMING_PRIOR } from "@/core/residue";
import { differenceIn } from "@/core/units";

import { asRead, mass, massFigure, shown, temp, unitOf } from "@/house/language/shown";
import { plural } from "@/house/language/spoken";
import type { ResidueView } from "@/house/spin/residue";
import { INK, roundTicks } from "../axis";

/** What a degree does, of whichever scale is read. */
const aDegree = (perDegreeC: number): string => (perDegreeC / differenceIn(1, "°C", shown())).toFixed(2);

const UNCLEAR = {
  few: "After a few more boxes are weighed back it tells what warming would win.",
  alike: "All were about equally warm: what warming would win shows once they differ.",
} as const;

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
          <ScatterChart margin={{ top: 8, right: 12, bottom: 0, left: -8 }}>
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
            <Scatter
              name="earlier batches"
              data={dotsOf(false)}
              fill="var(--ink-2)"
              fillOpacity={0.5}
              shape="square"
              isAnimationActive={false}
            />
            <Scatter name="open batches" data={dotsOf(true)} fill="var(--heat)" isAnimationActive={false} />
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
