"use client";

import { useState } from "react";
import { flowOf, type Through } from "@/core/clarify";
import { figure, mass, unitOf } from "@/house/language/shown";
import { Field } from "../fields/field";
import { massIn, tempIn } from "../fields/figure";
import { useHouseClock } from "../house-clock";
import { useKept } from "../kept";

interface Running {
  readonly startMs: number;
  readonly notes: readonly Through[];
}
const STILL: Running = { startMs: 0, notes: [] };
const MINUTE = 60_000;

const SAYS = {
  unknown: ["Note it again in five minutes: two figures tell a rate.", "ink"],
  runs: ["It runs.", "go"],
  cold: ["Slower, but only because the honey grew colder: warm it, the mesh is open.", "heat"],
  clogging: ["The mesh is closing: turn it, and scrape it over the coarse one only.", "stop"],
  change: ["The mesh is closed: change it.", "stop"],
} as const;

/** Weights told while a pass runs: how fast it goes, when it is through, and when the mesh closes. */
export function WhileItRuns({
  massKg,
  waterPct,
  onDone,
}: {
  massKg: number;
  waterPct: number | null;
  /** The minutes it took. */
  onDone: (minutes: number) => void;
}) {
  const [run, setRun] = useKept<Running>("aumbry-straining", "run", STILL);
  const [kg, setKg] = useState("");
  const [honeyC, setHoneyC] = useState("");
  const nowMs = useHouseClock(useState(() => Date.now())[0], 10_000);
  if (run.startMs === 0)
    return (
      <button
        type="button"
        className="do mt-2"
        data-quiet=""
        onClick={() => setRun({ startMs: Date.now(), notes: [] })}
      >
        It begins to run now
      </button>
    );
  const minute = Math.max(0, (nowMs - run.startMs) / MINUTE);
  const water = Math.min(22, Math.max(13, waterPct ?? 17.5));
  const flow = flowOf(run.notes, massKg, water);
  const [says, tone] = SAYS[flow.verdict];
  const told = massIn(kg);
  const note = (): void => {
    if (told === null || told < 0) return;
    const tempC = tempIn(honeyC);
    setRun({
      ...run,
      notes: [
        ...run.notes,
        {
          min: Math.max(0.1, (Date.now() - run.startMs) / MINUTE),
          kg: told,
          tempC: tempC !== null && tempC >= 10 && tempC <= 75 ? tempC : null,
        },
      ],
    });
    setKg("");
  };
  return (
    <section className="mt-3 border-t border-rule pt-2" aria-label="While it runs">
      <div className="flex flex-wrap items-start gap-4">
        <p className="pt-8">
          runs <b className="font-mono text-[20px]">{Math.floor(minute)}</b> min
        </p>
        <Field
          spec={{
            name: "through",
            label: "Through by now",
            unit: "kg",
            kind: "figure",
            span: 1,
            hint: "weighed or by level",
          }}
          value={kg}
          onChange={(v) => setKg(String(v))}
          onEnter={note}
        />
        <Field
          spec={{ name: "runsAt", label: "Honey at", unit: "°C", kind: "figure", span: 1 }}
          value={honeyC}
          onChange={(v) => setHoneyC(String(v))}
          onEnter={note}
        />
        <button
          type="button"
          className="do mt-[25px]"
          data-quiet=""
          onClick={note}
          aria-disabled={told === null}
        >
          Note it
        </button>
        <button
          type="button"
          className="do mt-[25px]"
          data-quiet=""
          onClick={() => {
            onDone(Math.max(1, Math.round(minute)));
            setRun(STILL);
          }}
        >
          It is through
        </button>
      </div>
      <p data-tone={tone} aria-live="polite">
        <b style={{ color: "var(--tone)" }}>{says}</b>{" "}
        {flow.nowKgPerMin !== null && (
          <span className="text-ink-2">
            {figure(flow.nowKgPerMin, "kg/min", 2)} {unitOf("kg/min")} now
            {flow.firstKgPerMin !== null &&
              run.notes.length > 1 &&
              `, ${figure(flow.firstKgPerMin, "kg/min", 2)} at first`}
            {flow.restMin !== null &&
              massKg > 0 &&
              `; ${mass(massKg)} through in about ${Math.ceil(flow.restMin)} min`}
          </span>
        )}
      </p>
    </section>
  );
}
