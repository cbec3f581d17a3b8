"use client";

import { useState } from "react";
import { clearing, RISERS } from "@/core/clarify";
import { heatAccount } from "@/core/heat";
import { asRead, asReckoned, difference, figure, temp, unitOf } from "@/house/language/shown";
import type { Column } from "@/house/settle/columns";
import { Link } from "../link";
import { Slide } from "../slide";
import { Why } from "../why/why";

/** So high is the tallest rim drawn, px; all columns share one scale. */
const TALLEST_PX = 160;
const NEXT: Record<Column["step"], [says: string, tone: string]> = {
  held: ["held", "stop"],
  wait: ["wait", "mass"],
  skim: ["skim now", "go"],
  strain: ["strain now", "go"],
  inspect: ["look at it before jars", "water"],
  ready: ["ready to bottle", "go"],
};

const hoursSaid = (h: number): string =>
  h === 0
    ? "clear now"
    : h < 1.5
      ? `${Math.round(h * 60)} min`
      : h < 72
        ? `${Math.round(h)} h`
        : `${Math.round(h / 24)} days`;

/** Specks of what still rises, where it does; the same for the same vessel, however often it is drawn. */
function specks(width: number, fromY: number, toY: number, many: number, seed: number): [number, number][] {
  let x = seed * 7919 + 17;
  const next = () => {
    x = (x * 16807) % 2147483647;
    return x / 2147483647;
  };
  return Array.from({ length: many }, () => [
    2 + next() * (width - 4),
    toY + next() * Math.max(0, fromY - toY),
  ]);
}

function Picture({ c, pxPerCm, seed }: { c: Column; pxPerCm: number; seed: number }) {
  const width = Math.max(26, c.widthCm * pxPerCm);
  const rim = c.rimCm * pxPerCm;
  const honey = c.honeyCm * pxPerCm;
  const y = (cm: number): number => TALLEST_PX + 8 - cm * pxPerCm;
  const top = y(c.honeyCm);
  const front = c.clearCm ? Math.min(c.clearCm.wax, c.clearCm.bubbles) : null;
  const clearY = front === null ? null : y(front);
  const isClear = front !== null && front >= c.honeyCm - 0.05;
  const many = Math.round(Math.min(70, (width * honey) / 130));
  return (
    <svg
      width={width + 22}
      height={TALLEST_PX + 14}
      role="img"
      aria-label={`${c.title}: honey stands ${figure(c.honeyCm, "cm", 0)} ${unitOf("cm")} high${front === null ? ", its temperature is not told" : isClear ? ", clear" : `, clear from the floor up to ${figure(front, "cm", 0)} ${unitOf("cm")}`}`}
    >
      <rect
        x={10}
        y={top}
        width={width}
        height={honey}
        fill="var(--mass-fill)"
        opacity={isClear ? 0.9 : 0.55}
      />
      {clearY !== null && !isClear && (
        <>
          <rect
            x={10}
            y={clearY}
            width={width}
            height={TALLEST_PX + 8 - clearY}
            fill="var(--mass-fill)"
            opacity={0.55}
          />
          <line
            x1={2}
            x2={width + 20}
            y1={clearY}
            y2={clearY}
            stroke="var(--ink)"
            strokeDasharray="5 3"
            strokeWidth={1.5}
          />
        </>
      )}
      {!isClear &&
        specks(width, clearY ?? TALLEST_PX + 4, top, many, seed).map(([sx, sy], i) =>
          i % 3 === 0 ? (
            <circle key={`${sx} ${sy}`} cx={10 + sx} cy={sy} r={2.2} fill="none" stroke="var(--mass)" />
          ) : (
            <rect key={`${sx} ${sy}`} x={9 + sx} y={sy - 1} width={2.6} height={2.6} fill="var(--mass)" />
          ),
        )}
      {!c.skimmed && (
        <path
          d={`M10,${top} ${"q4,-6 8,0 ".repeat(Math.floor(width / 8))}`}
          fill="var(--mass)"
          stroke="none"
        />
      )}
      <path
        d={`M10,${y(c.rimCm)} V${TALLEST_PX + 8} H${10 + width} V${TALLEST_PX + 8 - rim}`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth={2}
      />
    </svg>
  );
}

/** What it would do to stand warmer or cooler from now on: hours until clear, and what that costs in enzymes. */
function WhatIf({ c }: { c: Column }) {
  const [tempC, setTempC] = useState(Math.round(c.tempC ?? 25));
  const front = c.clearCm?.[c.slowest === "bubbles" ? "bubbles" : "wax"] ?? 0;
  // What has risen stays risen; only the rest goes on at the other temperature.
  const left = Math.max(0, (c.honeyCm - front) / 100);
  const ahead = (["wax", "bubbles"] as const).map((riser) =>
    clearing(
      RISERS[riser],
      Math.min(3, Math.max(0, (c.honeyCm - (c.clearCm?.[riser] ?? 0)) / 100)),
      c.waterPct,
      [],
      tempC,
    ),
  );
  const slow = ahead.reduce((a, b) => (b.restH > a.restH ? b : a));
  const { diastaseHiPct } = heatAccount([{ hours: slow.restH, loC: tempC, hiC: tempC }]);
  const lost = 100 - diastaseHiPct;
  if (left === 0) return null;
  return (
    <div className="mt-1">
      <Slide
        name={`${c.title}: what if it stood at, ${unitOf("°C")}`}
        tone="heat"
        min={asRead(18, "°C")}
        max={Math.round(asRead(45, "°C"))}
        value={Math.round(asRead(tempC, "°C"))}
        onChange={(read) => setTempC(asReckoned(read, "°C"))}
      />
      <p className="text-[15px]" aria-live="polite">
        at <b className="text-heat">{temp(tempC, 0)}</b>: <b>{hoursSaid(slow.restH)}</b>{" "}
        <span className="text-ink-2">
          ({hoursSaid(slow.restLoH)} to {hoursSaid(slow.restHiH)})
        </span>
        , {lost < 0.1 ? "under 0.1" : lost.toFixed(1)} % of its enzymes
      </p>
    </div>
  );
}

/** Vessels standing to clear, all to one scale, with what has risen by now and what comes next. */
export function Columns({ columns, more }: { columns: readonly Column[]; more: number }) {
  const pxPerCm = TALLEST_PX / Math.max(44, ...columns.map((c) => c.rimCm));
  const warmer = difference(5, "°C", 0);
  return (
    <>
      <p className="mb-3 text-[15px] text-ink-2">
        All to one scale. Squares are wax crumbs, rings bubbles; under the dashed line everything of 0.2 mm
        and more has risen. Each pour starts the clock anew; {warmer} more save about half the time.
      </p>
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(min(100%,350px),1fr))] gap-x-8 gap-y-6">
        {columns.map((c, i) => {
          const [says, tone] = NEXT[c.step];
          return (
            <li key={c.name} className="flex min-w-0 items-end gap-3 border-b-4 border-timber pb-2">
              <Picture c={c} pxPerCm={pxPerCm} seed={i + 1} />
              <div className="min-w-0 flex-1">
                <Link href={c.href} className="font-bold">
                  {c.title}
                </Link>{" "}
                <b className="whitespace-nowrap text-mass">{c.mass}</b>
                <p className="text-[15px] text-ink-2">
                  {c.tempC === null ? (
                    "temperature not told"
                  ) : (
                    <>
                      <b className="text-heat">{temp(c.tempC)}</b> {c.toldAgo} ago,{" "}
                      {figure(c.honeyCm, "cm", 0)} {unitOf("cm")} high
                    </>
                  )}
                  , enzymes <span className="text-heat">{c.enzymes}</span>
                </p>
                {c.ways.map((way) => (
                  <p key={way} className="text-[15px] font-semibold">
                    {way}
                  </p>
                ))}
                <p data-tone={tone} className="font-bold" style={{ color: "var(--tone)" }}>
                  {says}
                  {c.step === "wait" && ` until ${c.readyAt}`}
                </p>
                <p className="flex items-center gap-2 text-[15px] text-ink-2">
                  {c.step === "wait" && (c.holds === "warmth" ? "by its warmth" : "by the standing time")}
                  <Why
                    why={{
                      title: `${c.title}: when is it clear?`,
                      because: c.because,
                      change: "How warm it stands, and what is poured into it.",
                    }}
                  />
                </p>
                {c.step === "wait" && <WhatIf c={c} />}
              </div>
            </li>
          );
        })}
      </ul>
      {more > 0 && <p className="mt-3 text-ink-2">{more} more stand in the record below.</p>}
    </>
  );
}
