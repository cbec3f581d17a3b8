"use client";

import { Printer } from "lucide-react";
import { useMemo, useState } from "react";
import { NO_TOOL } from "@/core/dayplan";
import { asDayPlan, type PlanInput } from "@/house/views/day-plan";
import type { FloorView } from "@/house/views/floor";
import { Field } from "../../fields/field";
import { SaysStanding } from "../../fields/standing";
import { useCommand } from "../../fields/use-command";
import { Tick } from "../../tick";
import { CrewRows } from "./crew-rows";
import { Foreseen, type Past } from "./foreseen";
import { useDay } from "./use-day";

type Draft = Omit<PlanInput, "date">;
const minutesOf = (text: string): number =>
  /^\d{2}:\d{2}$/.test(text) ? Number(text.slice(0, 2)) * 60 + Number(text.slice(3)) : 480;

function firstDraft(floor: FloorView): Draft {
  if (floor.plan) return floor.plan;
  return {
    start: "08:00",
    uncappers: [{ who: floor.crew[1] ?? floor.crew[0] ?? "first", tool: "hot-knife", hours: 10 }],
    machines: floor.machines.slice(0, 1).map((m) => m.name),
    tenders: 1,
    breaks: [{ at: "12:30", minutes: 45 }],
    cleaningMin: 60,
  };
}

/** How far the simulation is, always one line high, so that nothing jumps under the finger. */
function Simulating({ answer, stop, again }: ReturnType<typeof useDay>) {
  const deed = (name: string, act: () => void) => (
    <button type="button" className="min-h-12 px-2 font-semibold underline underline-offset-4" onClick={act}>
      {name}
    </button>
  );
  if (answer.step === "nothing" || answer.step === "wrong") return null;
  return (
    <p className="flex min-h-12 flex-wrap items-center gap-x-2 text-ink-2 print:hidden">
      {answer.step === "known" && "What a thousand simulated days say:"}
      {answer.step === "working" && (
        <>
          Simulating a thousand days
          <progress aria-label="Days simulated" className="h-3 w-40" max={1} value={answer.part} />
          {deed("Stop", stop)}
        </>
      )}
      {answer.step === "stopped" && (
        <>
          Stopped: this plan is not simulated.
          {deed("Simulate", again)}
        </>
      )}
      {answer.step !== "known" && answer.before && <b>Below is the plan before.</b>}
    </p>
  );
}

/** The day as stations over hours: who uncaps with what, which machines, and whether it will finish. */
export default function DayPlanner({ floor }: { floor: FloorView }) {
  const [draft, setDraft] = useState<Draft>(() => firstDraft(floor));
  const [fromNow, setFromNow] = useState(floor.done.firstMs !== null);
  const { standing, errorAt, submit } = useCommand("plan-day");
  const set = (change: Partial<Draft>) => setDraft((d) => ({ ...d, ...change }));
  const nowOfDay = useMemo(() => {
    const [h = 0, m = 0] = new Intl.DateTimeFormat("en-GB", {
      hour: "2-digit",
      minute: "2-digit",
      hourCycle: "h23",
      timeZone: floor.zone,
    })
      .format(floor.nowMs)
      .split(":")
      .map(Number);
    return h * 60 + m;
  }, [floor.nowMs, floor.zone]);
  const startMin = fromNow ? Math.floor(nowOfDay / 5) * 5 : minutesOf(draft.start);
  const plan = useMemo(
    () =>
      floor.boxes.length > 0 && draft.machines.length > 0 && draft.uncappers.some((u) => u.tool !== NO_TOOL)
        ? asDayPlan(draft, floor.boxes, floor, startMin)
        : null,
    [draft, floor, startMin],
  );
  const past = useMemo((): Past | null => {
    if (floor.done.firstMs === null) return null;
    const planned = minutesOf(draft.start);
    const nowMin = (nowOfDay - planned + 1440) % 1440;
    // Before today's start the runs there are belong to a night before.
    if (nowMin > 18 * 60) return null;
    const since = (ms: number) => nowMin + (ms - floor.nowMs) / 60_000;
    const done = floor.done.pieces
      .map((p) => ({ station: p.station, what: p.what, fromMin: since(p.fromMs), toMin: since(p.toMs) }))
      .filter((p) => p.toMin > 0)
      .map((p) => ({ ...p, fromMin: Math.max(0, p.fromMin) }));
    return { startMin: planned, nowMin, done };
  }, [draft.start, floor.done, floor.nowMs, nowOfDay]);
  const { answer, stop, again } = useDay(plan && { plan, startMin, underWay: fromNow });
  const foretold = answer.step === "known" ? answer.foretold : "before" in answer ? answer.before : null;
  const frames = floor.boxes.reduce((n, b) => n + b.frames, 0);
  const kg = floor.boxes.reduce((n, b) => n + b.kg, 0);

  return (
    <section className="panel mb-3" aria-label="The day's plan">
      <div className="mb-3 flex flex-wrap items-baseline gap-x-5">
        <h2 className="text-[19px]">The day</h2>
        <p className="text-ink-2">
          {floor.boxes.length} boxes, {frames} frames, {kg.toFixed(0)} kg ahead
          {floor.done.boxes > 0 && `; ${floor.done.boxes} boxes are done`}
        </p>
        <button
          type="button"
          className="do ml-auto print:hidden"
          data-quiet=""
          onClick={() => window.print()}
        >
          <Printer size={18} aria-hidden /> Print
        </button>
      </div>
      <div className="mb-3 border-b border-rule pb-3" aria-live="polite">
        <Simulating answer={answer} stop={stop} again={again} />
        {answer.step === "wrong" && <p className="font-semibold text-stop">{answer.why}</p>}
        {!plan && <p className="text-ink-2">A plan needs boxes to spin, a machine and somebody to uncap.</p>}
        {foretold && plan && <Foreseen foretold={foretold} past={past} stale={answer.step !== "known"} />}
      </div>
      <div className="print:hidden">
        <div className="flex flex-wrap items-start gap-x-8 gap-y-3">
          <div className="max-w-[560px]">
            <div className="flex flex-wrap items-start gap-4">
              <Field
                spec={{ name: "start", label: "Start", span: 1, placeholder: "08:00" }}
                value={draft.start}
                error={errorAt("start")}
                onChange={(v) => set({ start: String(v) })}
              />
              <Field
                spec={{
                  name: "tenders",
                  label: "Others loading",
                  kind: "figure",
                  hint: "all day, pails too",
                  span: 1,
                }}
                value={String(draft.tenders)}
                error={errorAt("tenders")}
                onChange={(v) => set({ tenders: Math.max(0, Math.round(Number(v) || 0)) })}
              />
              <Field
                spec={{ name: "cleaningMin", label: "Cleaning", unit: "min", kind: "figure", span: 1 }}
                value={String(draft.cleaningMin)}
                error={errorAt("cleaningMin")}
                onChange={(v) => set({ cleaningMin: Number(v) || 0 })}
              />
              <Field
                spec={{ name: "break", label: "Break at", span: 1, placeholder: "12:30" }}
                value={draft.breaks[0]?.at ?? ""}
                error={errorAt("breaks.0.at")}
                onChange={(v) =>
                  set({ breaks: v ? [{ at: String(v), minutes: draft.breaks[0]?.minutes ?? 45 }] : [] })
                }
              />
            </div>
            <Tick checked={fromNow} onChange={setFromNow}>
              From now on, with what is left
            </Tick>
          </div>
          <fieldset>
            <legend className="mb-1 text-[15px] font-semibold">Machines, or by hand</legend>
            {[
              ...floor.machines.map((m) => ({
                name: m.name,
                says: `${m.slots} slots${m.deepSlots === 2 ? ", two for a deep frame" : ""}, ${m.suggestedMin} min`,
              })),
              ...floor.handStations.map((h) => ({
                name: h.name,
                says: `${h.slots} frames, ${h.runMin >= 120 ? `${(h.runMin / 60).toFixed(1)} h` : `${Math.round(h.runMin)} min`}${h.timesFrom > 0 ? `, learnt from ${h.timesFrom}` : ""}`,
              })),
            ].map((m) => (
              <Tick
                key={m.name}
                checked={draft.machines.includes(m.name)}
                onChange={(on) =>
                  set({
                    machines: on ? [...draft.machines, m.name] : draft.machines.filter((n) => n !== m.name),
                  })
                }
              >
                {m.name}, {m.says}
              </Tick>
            ))}
          </fieldset>
        </div>
        <CrewRows
          rows={draft.uncappers}
          start={draft.start}
          floor={floor}
          onChange={(uncappers) => set({ uncappers })}
        />
      </div>
      <div className="mt-4 flex flex-wrap items-center gap-4 print:hidden">
        <button
          type="button"
          className="do"
          aria-disabled={standing.step === "sending"}
          onClick={() => void submit({ ...draft, date: floor.today })}
        >
          Keep this plan
        </button>
        <SaysStanding standing={standing} />
      </div>
    </section>
  );
}
