/** What stayed in the combs, by how warm the honey was. Drawn where the page is: there is nothing to press in it. */
import { TOOLS, type Tool } from "@/core/dayplan";
import { WARMING_PRIOR } from "@/core/residue";
import { differenceIn } from "@/core/units";

import { asRead, mass, massFigure, shown, temp, unitOf } from "@/house/language/shown";
import { plural } from "@/house/language/spoken";
import type { ResidueView } from "@/house/spin/residue";
import { type Axis, roundTicks } from "../axis";
import { Plot, placeOn, Stroke } from "../plot";

/** What a degree does, of whichever scale is read. */
const aDegree = (perDegreeC: number): string => (perDegreeC / differenceIn(1, "°C", shown())).toFixed(2);

const UNCLEAR = {
  few: "After a few more boxes are weighed back it tells what warming would win.",
  alike: "All were about equally warm: what warming would win shows once they differ.",
} as const;

interface Dot {
  readonly tempC: number;
  readonly leftPct: number;
}

/** Earlier batches are square and in ink, open ones round and warm; 7 px wide, however wide the picture is. */
const MARKS = [
  { here: false, name: "earlier batches", ink: "var(--ink-2)", cap: "square" },
  { here: true, name: "open batches", ink: "var(--heat)", cap: "round" },
] as const;

/** Hundreds of boxes as one stroke of dots without length. */
const dotsAs = (dots: readonly Dot[], x: Axis, y: Axis): string =>
  dots
    .map((p) => placeOn(x, y)(p.tempC, p.leftPct))
    .map((at) => `M${at.x.toFixed(2)},${at.y.toFixed(2)}h0`)
    .join("");

function Picture({ dots }: { dots: readonly (Dot & { readonly here: boolean })[] }) {
  const x = { ...roundTicks(dots.map((p) => p.tempC)), said: String, unit: unitOf("°C"), rules: true };
  const y = { ...roundTicks([0, ...dots.map((p) => p.leftPct)]), said: (pct: number) => `${pct} %` };
  return (
    <>
      <Plot
        says={`Left in the comb by temperature, ${plural(dots.length, "super")}`}
        className="h-44"
        x={x}
        y={y}
        lines={MARKS.map(({ here, ink, cap }) => (
          <Stroke
            key={cap}
            d={dotsAs(
              dots.filter((p) => p.here === here),
              x,
              y,
            )}
            stroke={ink}
            strokeWidth={7}
            strokeLinecap={cap}
            strokeOpacity={0.6}
          />
        ))}
      />
      <p className="flex flex-wrap justify-center gap-x-6 text-ink-2">
        {MARKS.map(({ name, ink, cap }) => (
          <span key={cap} className="inline-flex items-center gap-2">
            <span
              className={cap === "round" ? "size-2.5 rounded-full" : "size-2.5"}
              style={{ background: ink }}
              aria-hidden="true"
            />
            {name}
          </span>
        ))}
      </p>
    </>
  );
}

/** What stayed in the comb against the honey's temperature, and what warming would have won. */
export function ResidueChart({ points, byTool, line, won }: ResidueView) {
  const dots = points.map((p) => ({
    ...p,
    tempC: asRead(p.tempC, "°C"),
    leftPct: (p.leftKg / p.hadKg) * 100,
  }));
  return (
    <>
      <Picture dots={dots} />
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
