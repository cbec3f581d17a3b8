"use client";

import { useState } from "react";
import { type ToWarm, warmingOrder } from "@/core/heat/warming";
import type { Look } from "@/core/honey/granulation";
import { readClock } from "@/house/language/clock-time";
import { clockSaid, momentAt, partsIn, weekdaySaid } from "@/house/language/said-time";
import { difference, temp } from "@/house/language/shown";
import { type Estimate, estimateOf, USUAL_FROM_C, USUAL_LOOK } from "@/house/warmth/course";
import { USUAL_UNTIL_C } from "@/house/warmth/kinds";
import { Field } from "../fields/field";
import { tempIn } from "../fields/figure";
import { SaysStanding } from "../fields/standing";
import { useCommand } from "../fields/use-command";
import { Tick } from "../tick";

export interface CanBeWarmed {
  readonly name: string;
  readonly says: string;
  readonly kind: "pail" | "drum" | "tank" | "tub";
  readonly diameterCm: number | null;
  readonly grams: number;
  readonly fromC: number | null;
  readonly look: Look | null;
  /** The warmest it may get; null for no ceiling. */
  readonly ceilingC: number | null;
}
export interface WarmerChoice {
  readonly name: string;
  readonly tempC: number;
  readonly spreadC: number;
  readonly free: number;
}

/** Which vessels go in when, to be liquid for a day; and what it costs. What is due may be put in from here. */
export function WarmPlan({
  vessels,
  warmers,
  nowMs,
  zone,
}: {
  vessels: readonly CanBeWarmed[];
  warmers: readonly WarmerChoice[];
  nowMs: number;
  zone: string;
}) {
  const [chosen, setChosen] = useState<readonly string[]>(
    vessels.filter((v) => v.look === "half" || v.look === "solid").map((v) => v.name),
  );
  const [warmerName, setWarmer] = useState(warmers[0]?.name ?? "");
  const [untilTold, setUntil] = useState("");
  const [day, setDay] = useState("");
  const [clock, setClock] = useState("08:00");
  const [despite, setDespite] = useState("");
  const { standing, errorAt, submit } = useCommand("warm-vessels");
  const warmer = warmers.find((w) => w.name === warmerName) ?? warmers[0];
  if (!warmer) return null;
  const untilC = tempIn(untilTold) ?? USUAL_UNTIL_C;
  const at = readClock(clock) ?? "08:00";
  const by = day ? momentAt(zone, day, at) : null;
  const when = (ms: number): string => {
    const { day: date, clock: time } = partsIn(zone, ms);
    return `${weekdaySaid(date)} ${clockSaid(time)}`;
  };
  const wanted = vessels.filter((v) => chosen.includes(v.name));
  const plan = wanted.map((v): ToWarm<{ v: CanBeWarmed; e: Estimate }> => {
    const e = estimateOf(
      { vessel: v, grams: v.grams, fromC: v.fromC ?? USUAL_FROM_C, look: v.look ?? USUAL_LOOK },
      warmer.tempC,
      warmer.spreadC,
      untilC,
    );
    return { of: { v, e }, hours: e.time?.hiH ?? 0 };
  });
  const order = warmingOrder(plan, Math.max(1, warmer.free));
  const longest = Math.max(0, ...order.map((o) => o.startsH));
  const deadline = by ?? nowMs + longest * 3_600_000;
  const tooLate = by !== null && deadline - longest * 3_600_000 < nowMs;
  const due = order
    .filter((o) => deadline - o.startsH * 3_600_000 <= nowMs + 30 * 60_000)
    .slice(0, warmer.free);
  const never = plan.some((p) => p.of.e.time === null);
  const ceilingC = Math.min(...wanted.map((v) => v.ceilingC ?? Number.POSITIVE_INFINITY));
  const overC = warmer.tempC + warmer.spreadC > ceilingC ? ceilingC : null;
  const setting = (v: CanBeWarmed): boolean =>
    (v.look !== null && v.look !== "clear") || chosen.includes(v.name);
  const tick = (v: CanBeWarmed) => (
    <Tick
      key={v.name}
      checked={chosen.includes(v.name)}
      onChange={(on) => setChosen(on ? [...chosen, v.name] : chosen.filter((c) => c !== v.name))}
    >
      <span>
        {v.name} <span className="text-ink-2">{v.says}</span>
      </span>
    </Tick>
  );
  return (
    <form
      className="panel mb-3"
      aria-label="Warm honey"
      onSubmit={async (e) => {
        e.preventDefault();
        const put = (due.length > 0 ? due : order.slice(0, warmer.free)).map((o) => o.of.v.name);
        const done = await submit({
          vessels: put,
          warmer: warmer.name,
          untilC,
          ...(day ? { by: day, at } : {}),
          ...(despite ? { despite } : {}),
        });
        if (done) setChosen(chosen.filter((c) => !put.includes(c)));
      }}
    >
      <fieldset>
        <legend className="mb-1 font-semibold">Which vessels</legend>
        <div className="flex flex-wrap gap-x-7">{vessels.filter(setting).map(tick)}</div>
        {vessels.some((v) => !setting(v)) && (
          <details open={!vessels.some(setting)}>
            <summary className="flex min-h-12 cursor-pointer items-center font-semibold underline underline-offset-4">
              {vessels.some(setting) ? "Others, clear or not looked at" : "Nobody noted one that has set"}
            </summary>
            <div className="flex flex-wrap gap-x-7">{vessels.filter((v) => !setting(v)).map(tick)}</div>
          </details>
        )}
        {errorAt("vessels") && <p className="text-[15px] font-semibold text-stop">{errorAt("vessels")}</p>}
      </fieldset>
      <div className="mt-2 flex flex-wrap items-start gap-4">
        <Field
          spec={{
            name: "warmer",
            label: "Warmed in",
            kind: "choice",
            span: 3,
            options: warmers.map((w) => ({
              value: w.name,
              label: `${w.name}, ${temp(w.tempC, 0)} ±${difference(w.spreadC, "°C", 0)}, ${w.free} free`,
            })),
          }}
          value={warmer.name}
          error={errorAt("warmer")}
          onChange={(v) => setWarmer(String(v))}
        />
        <Field
          spec={{
            name: "untilC",
            label: "Core to reach",
            unit: "°C",
            kind: "figure",
            span: 1,
            hint: `${temp(USUAL_UNTIL_C, 0)} when left out`,
          }}
          value={untilTold}
          error={errorAt("untilC")}
          onChange={(v) => setUntil(String(v))}
        />
        <Field
          spec={{ name: "by", label: "Liquid by", kind: "day", hint: "left out: as soon as it can be" }}
          value={day}
          error={errorAt("by")}
          onChange={(v) => setDay(String(v))}
        />
        <Field
          spec={{ name: "at", label: "at", span: 1 }}
          value={clock}
          error={errorAt("at")}
          onChange={(v) => setClock(String(v))}
        />
        {(errorAt("despite") !== undefined || despite !== "" || overC !== null) && (
          <Field
            spec={{
              name: "despite",
              label: "All the same, because",
              span: 3,
              ...(overC === null ? {} : { hint: `over its ${temp(overC, 0)}` }),
            }}
            value={despite}
            error={errorAt("despite")}
            onChange={(v) => setDespite(String(v))}
          />
        )}
      </div>
      {order.length > 0 && (
        <div className="overflow-x-auto">
          <table className="mt-3 w-full min-w-[640px] text-left" aria-label="The order of warming">
            <thead className="text-[15px] text-ink-2">
              <tr>
                <th className="font-normal">Vessel</th>
                <th className="font-normal">In</th>
                <th className="font-normal">Look</th>
                <th className="font-normal">Liquid by</th>
                <th className="text-right font-normal">Hours</th>
                <th className="text-right font-normal">Enzymes, at the wall</th>
              </tr>
            </thead>
            <tbody>
              {order.map((o) => {
                const { time, costPct, wallPct } = o.of.e;
                const startMs = deadline - o.startsH * 3_600_000;
                const begins = Math.max(nowMs, startMs);
                return (
                  <tr key={o.of.v.name} className="border-t border-rule">
                    <td className="py-2 font-bold">{o.of.v.name}</td>
                    <td className={startMs < nowMs - 60_000 ? "font-semibold text-stop" : ""}>
                      {startMs <= nowMs + 60_000 ? "now" : when(startMs)}
                    </td>
                    <td>{time ? when(begins + time.loH * 3_600_000) : "–"}</td>
                    <td>{time ? when(begins + time.hiH * 3_600_000) : "never so"}</td>
                    <td className="text-right font-mono">
                      {time ? `${Math.round(time.loH)}–${Math.round(time.hiH)}` : "–"}
                    </td>
                    <td className="text-right font-mono text-heat">
                      −{costPct.toFixed(1)} %, −{wallPct.toFixed(1)} %
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        </div>
      )}
      <p className="mt-2 text-[15px] text-ink-2" aria-live="polite">
        {never
          ? `${warmer.name} is not warm enough for a core of ${temp(untilC, 0)}.`
          : tooLate
            ? "There is not time enough for all of it by then: fewer, smaller vessels, or a later day."
            : order.length > warmer.free
              ? `There is room for ${warmer.free} at once: the others follow as those come out.`
              : "Look at the earlier time, surely liquid by the later: four times in five between. None stays warm longer than it must."}
      </p>
      <div className="mt-3 flex flex-wrap items-center gap-4">
        <button
          type="submit"
          className="do"
          aria-disabled={standing.step === "sending" || order.length === 0}
        >
          {due.length > 0 && due.length < order.length
            ? `Put ${due.length} in now`
            : order.length > warmer.free
              ? `Put ${warmer.free} in now`
              : "Put in now"}
        </button>
        <SaysStanding standing={standing} />
      </div>
    </form>
  );
}
