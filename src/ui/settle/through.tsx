"use client";

import { strainTimeMin, type TimedPass } from "@/core/clarify";
import { diastaseHalfLifeDays } from "@/core/heat";
import { temp } from "@/house/language/shown";
import type { MeshChoice } from "@/house/settle/desk";
import { Field } from "../fields/field";
import { tempIn } from "../fields/figure";
import { Tick } from "../tick";
import { WhileItRuns } from "./while-it-runs";

export interface Passing {
  readonly meshes: readonly string[];
  readonly honeyC: string;
  readonly minutes: string;
  readonly keptKg: string;
}

const HEAD_CM = 10;
const USUAL_C = 25;

/** Which meshes honey passes, and how long that takes: by the law of flow, and as this house's passes went. */
export function Through({
  meshes,
  timed,
  passing,
  massKg,
  waterPct,
  errorAt,
  onChange,
}: {
  meshes: readonly MeshChoice[];
  timed: readonly TimedPass[];
  passing: Passing;
  massKg: number;
  waterPct: number | null;
  errorAt: (path: string) => string | undefined;
  onChange: (next: Passing) => void;
}) {
  const chosen = meshes.filter((m) => passing.meshes.includes(m.name));
  const finest = chosen.at(-1);
  const told = tempIn(passing.honeyC);
  // Nobody measured it: the time is told for a usual warmth, and nothing is booked.
  const warm = told ?? USUAL_C;
  const at = (tempC: number) =>
    finest && massKg >= 0.1 && tempC >= 10 && tempC <= 75
      ? strainTimeMin(
          {
            massKg: Math.min(5000, massKg),
            openingUm: finest.openingUm,
            areaDm2: finest.areaDm2,
            headCm: HEAD_CM,
            waterPct: Math.min(22, Math.max(13, waterPct ?? 17.5)),
            tempC,
          },
          timed,
        )
      : null;
  const time = at(warm);
  const warmer = warm > 40 ? null : at(warm + 5);
  const aDay = (tempC: number): number => 100 * (1 - 0.5 ** (1 / diastaseHalfLifeDays(tempC)));
  const wrong = errorAt("meshes") ?? [0, 1, 2, 3].map((i) => errorAt(`meshes.${i}`)).find((e) => e);
  return (
    <fieldset className="mt-4 border-t border-rule pt-3">
      <legend className="mb-1 font-semibold">Through, coarse first</legend>
      <div className="flex flex-wrap gap-x-6">
        {meshes.map((m) => (
          <Tick
            key={m.name}
            checked={passing.meshes.includes(m.name)}
            onChange={(on) =>
              onChange({
                ...passing,
                // Kept in the order honey passes them: they are listed coarse first.
                meshes: meshes.flatMap((x) =>
                  (x.name === m.name ? on : passing.meshes.includes(x.name)) ? [x.name] : [],
                ),
              })
            }
          >
            <span>
              {m.name}, <span className={m.broken ? "text-stop" : "text-ink-2"}>{m.says}</span>
            </span>
          </Tick>
        ))}
      </div>
      {wrong && <p className="text-[15px] font-semibold text-stop">{wrong}</p>}
      <div className="mt-2 flex flex-wrap items-start gap-4">
        {(
          [
            ["honeyC", "Honey at", "°C", "as it runs"],
            ["minutes", "It took", "min", "afterwards"],
            ["keptKg", "Stayed in the mesh", "kg", "by difference when left out"],
          ] as const
        ).map(([name, label, unit, hint]) => (
          <Field
            key={name}
            spec={{ name, label, unit, hint, kind: "figure", span: 1 }}
            value={passing[name]}
            error={errorAt(name)}
            onChange={(v) => onChange({ ...passing, [name]: String(v) })}
          />
        ))}
      </div>
      {time && (
        <p className="mt-2" aria-live="polite">
          About <b>{Math.round(time.min)} min</b> {told === null ? "if it is" : ""} at {temp(warm, 0)},{" "}
          {Math.round(time.loMin)} to {Math.round(time.hiMin)}{" "}
          <span className="text-ink-2">
            (
            {time.learntFrom > 0
              ? `learnt from ${time.learntFrom} of this house's passes`
              : "by common practice"}
            )
          </span>
          {warmer &&
            `; at ${temp(warm + 5, 0)} ${Math.round(warmer.min)} min, and ${(aDay(warm + 5) - aDay(warm)).toFixed(1)} points more of its enzymes for each day it stays so warm`}
          .
        </p>
      )}
      <WhileItRuns
        massKg={massKg}
        waterPct={waterPct}
        onDone={(minutes) => onChange({ ...passing, minutes: String(minutes) })}
      />
    </fieldset>
  );
}
