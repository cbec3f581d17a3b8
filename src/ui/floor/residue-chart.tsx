/**
 * Drawn where the page is, not in the browser: there is nothing to press in it, and the library of the other charts
 * took a slow tablet a second to begin with. Scales and ticks are d3's; the rest is lines and dots.
 */
import { TOOLS, type Tool } from "@/core/dayplan";
import { WARMING_PRIOR } from "@/core/residue";
import { differenceIn } from "@/core/units";

import { asRead, mass, massFigure, shown, temp, unitOf } from "@/house/language/shown";
import { plural } from "@/house/language/spoken";
import type { ResidueView } from "@/house/spin/residue";
import { type Axis, along, roundTicks } from "../axis";

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
  dots.map((p) => `M${along(x, p.tempC).toFixed(2)},${(100 - along(y, p.leftPct)).toFixed(2)}h0`).join("");

const LABEL = "absolute whitespace-nowrap text-[13px] text-ink-2 tabular-nums";

function Picture({ dots }: { dots: readonly (Dot & { readonly here: boolean })[] }) {
  const x = roundTicks(dots.map((p) => p.tempC));
  const y = roundTicks([0, ...dots.map((p) => p.leftPct)]);
  const rules = [
    ...y.ticks.map((t) => `M0,${100 - along(y, t)}h100`),
    ...x.ticks.map((t) => `M${along(x, t)},0v100`),
  ].join("");
  return (
    <div role="img" aria-label={`Left in the comb by temperature, ${plural(dots.length, "super")}`}>
      <div className="relative mt-2 mr-6 mb-7 ml-14 h-44">
        <svg
          viewBox="0 0 100 100"
          preserveAspectRatio="none"
          className="absolute inset-0 size-full overflow-visible"
          aria-hidden="true"
        >
          <path d={rules} stroke="var(--rule)" vectorEffect="non-scaling-stroke" />
          <path d="M0,0v100h100" fill="none" stroke="var(--edge)" vectorEffect="non-scaling-stroke" />
          {MARKS.map(({ here, ink, cap }) => (
            <path
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
              vectorEffect="non-scaling-stroke"
            />
          ))}
        </svg>
        {y.ticks.map((t) => (
          <span
            key={t}
            className={`${LABEL} right-full -translate-y-1/2 pr-2`}
            style={{ top: `${100 - along(y, t)}%` }}
          >
            {t} %
          </span>
        ))}
        {x.ticks.map((t, i) => (
          <span
            key={t}
            className={`${LABEL} top-full -translate-x-1/2 pt-1`}
            style={{ left: `${along(x, t)}%` }}
          >
            {/* The unit once, at the end: on a phone the figures would run into each other. */}
            {t}
            {i === x.ticks.length - 1 && <span className="absolute left-full pl-1">{unitOf("°C")}</span>}
          </span>
        ))}
      </div>
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
    </div>
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
