"use client";

import { Printer } from "lucide-react";
import { useMemo, useState } from "react";
import { NO_TOOL } from "@/core/dayplan";
import { CLOCK_TIME, minutesOf } from "@/house/language/clock-time";
import { weekdaySaid } from "@/house/language/said-time";
import { mass } from "@/house/language/shown";
import { plural } from "@/house/language/spoken";
import { asDayPlan, foreseenFrom, startsIn } from "@/house/spin/day-plan";
import type { FloorView } from "@/house/spin/view";
import { ChoiceKeys } from "../../choice-keys";
import { Field } from "../../fields/field";
import { FigureField } from "../../fields/figure-input";
import { SaysStanding } from "../../fields/standing";
import { useCommand } from "../../fields/use-command";
import { Progress } from "../../progress";
import { Tick } from "../../tick";
import { BreakRows } from "./break-rows";
import { CrewRows } from "./crew-rows";
import { USUAL_START, useDrafts, usePlanBoxes } from "./drafts";
import { FigureRows } from "./figure-rows";
import { Foreseen, type Past } from "./foreseen";
import { useDay } from "./use-day";

const TENDERS = { from: 0, to: 20, whole: true } as const;
const CLEANING = { from: 0, to: 480, unit: "min" } as const;

const dayAfter = (isoDay: string, days: number): string =>
  new Date(Date.parse(isoDay) + days * 86_400_000).toISOString().slice(0, 10);

/** Days a plan can be for; last evening's while the night it began in goes on. */
function daysToPlan({ today, nowMin, plan }: FloorView): { value: string; label: string }[] {
  const evening = dayAfter(today, -1);
  return [
    ...(nowMin < 8 * 60 || plan?.date === evening ? [{ value: evening, label: "last evening's" }] : []),
    { value: today, label: "today's" },
    { value: dayAfter(today, 1), label: "tomorrow's" },
  ];
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
          <Progress label="Days simulated" done={answer.part} of={1} />
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
  const { draft, set, choose } = useDrafts(floor);
  const [todayFirst, setTodayFirst] = useState(true);
  const [onlyRest, setOnlyRest] = useState(floor.done.firstMs !== null);
  // Rows are shown anew when they were not changed in their own fields.
  const [anew, setAnew] = useState(0);
  const { standing, errorAt, submit } = useCommand("plan-day");
  // A start that is being typed: until it is one, the usual.
  const at = CLOCK_TIME.test(draft.start) ? draft : { ...draft, start: USUAL_START };
  const since = -startsIn(at, floor);
  const underWay = onlyRest && since >= 0;
  const wholeDay = !underWay && draft.date <= floor.today;
  const from = underWay ? "now" : "start";
  const zero = foreseenFrom(at, floor, from);
  const startMin = (zero + 2 * 1440) % 1440;
  const workedMin = Math.max(0, zero - foreseenFrom(at, floor, "start"));
  const { boxes, todayDoes } = usePlanBoxes(at, floor, underWay, todayFirst);
  const plan =
    (boxes.length > 0 || (underWay && floor.live.length > 0)) &&
    draft.machines.length > 0 &&
    draft.uncappers.some((u) => u.tool !== NO_TOOL)
      ? asDayPlan(at, boxes, floor, from)
      : null;
  const past = useMemo((): Past | null => {
    if (floor.done.firstMs === null || since < 0) return null;
    const sinceStart = (ms: number) => since + (ms - floor.nowMs) / 60_000;
    const done = floor.done.pieces
      .map((p) => ({
        station: p.station,
        what: p.what,
        fromMin: sinceStart(p.fromMs),
        toMin: sinceStart(p.toMs),
      }))
      .filter((p) => p.toMin > 0)
      .map((p) => ({ ...p, fromMin: Math.max(0, p.fromMin) }));
    return { startMin: minutesOf(at.start), nowMin: since, done };
  }, [at.start, floor.done, floor.nowMs, since]);
  const breakAt = (clock: string, minutes: number, instead: string | null): void => {
    const i = draft.breaks.findIndex((b) => b.at === instead);
    set({
      breaks:
        i < 0
          ? [...draft.breaks, { at: clock, minutes }]
          : draft.breaks.map((b, j) => (j === i ? { at: clock, minutes } : b)),
    });
    setAnew((n) => n + 1);
  };
  const { answer, stop, again } = useDay(plan && { plan, startMin, underWay, workedMin });
  const foretold = answer.step === "known" ? answer.foretold : "before" in answer ? answer.before : null;
  const frames = boxes.reduce((n, b) => n + b.frames, 0);
  const kg = boxes.reduce((n, b) => n + b.kg, 0);

  return (
    <section className="panel mb-3" aria-label="The day's plan">
      <div className="mb-3 flex flex-wrap items-baseline gap-x-5">
        <h2 className="text-[19px]">The day, {weekdaySaid(draft.date)}</h2>
        <p className="text-ink-2">
          {plural(boxes.length, "box", "boxes")}, {plural(frames, "frame")}, {mass(kg, 0)}{" "}
          {wholeDay ? "in all" : "ahead"}
          {floor.done.boxes > 0 &&
            draft.date <= floor.today &&
            `; ${floor.done.boxes === 1 ? "one box is" : `${floor.done.boxes} boxes are`} done`}
        </p>
        {/* Above what is foreseen: that grows as it is reckoned, and would push the keys away from under a finger. */}
        <div className="ml-auto flex flex-wrap items-center gap-3 print:hidden">
          <ChoiceKeys
            label="The plan is"
            unwritten
            options={daysToPlan(floor)}
            value={draft.date}
            onChange={(d) => {
              if (!d) return;
              choose(d);
              setAnew((n) => n + 1);
            }}
          />
          <button type="button" className="do" data-quiet="" onClick={() => window.print()}>
            <Printer size={18} aria-hidden /> Print
          </button>
        </div>
      </div>
      <div className="mb-3 border-b border-rule pb-3" aria-live="polite">
        <Simulating answer={answer} stop={stop} again={again} />
        {answer.step === "wrong" && <p className="font-semibold text-stop">{answer.why}</p>}
        {!plan && <p className="text-ink-2">A plan needs boxes to spin, a machine and somebody to uncap.</p>}
        {foretold && plan && (
          <Foreseen foretold={foretold} past={past} stale={answer.step !== "known"} onBreak={breakAt} />
        )}
      </div>
      <div className="print:hidden">
        <div className="flex flex-wrap items-start gap-x-8 gap-y-3">
          <div className="max-w-[560px]">
            <div className="flex flex-wrap items-start gap-4">
              <Field
                spec={{ name: "start", label: "Start", span: 1, placeholder: USUAL_START }}
                value={draft.start}
                error={errorAt("start")}
                onChange={(v) => set({ start: String(v) })}
              />
              <FigureField
                key={`tenders ${anew}`}
                spec={{ name: "tenders", label: "Others loading", hint: "all day, pails too", span: 1 }}
                value={draft.tenders}
                bounds={TENDERS}
                error={errorAt("tenders")}
                onChange={(tenders) => {
                  if (tenders !== null) set({ tenders });
                }}
              />
              <FigureField
                key={`cleaning ${anew}`}
                spec={{ name: "cleaningMin", label: "Cleaning", span: 1 }}
                value={draft.cleaningMin}
                bounds={CLEANING}
                error={errorAt("cleaningMin")}
                onChange={(cleaningMin) => {
                  if (cleaningMin !== null) set({ cleaningMin });
                }}
              />
            </div>
            {since >= 0 && (
              <Tick checked={onlyRest} onChange={setOnlyRest}>
                From now on, with what is left
              </Tick>
            )}
            {todayDoes !== null && todayDoes > 0 && (
              <Tick checked={todayFirst} onChange={setTodayFirst}>
                Today's floor spins {todayDoes === 1 ? "one box" : `${todayDoes} boxes`} first
              </Tick>
            )}
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
        <BreakRows key={`breaks ${anew}`} rows={draft.breaks} onChange={(breaks) => set({ breaks })} />
        <CrewRows
          key={`crew ${anew}`}
          rows={draft.uncappers}
          start={draft.start}
          floor={floor}
          onChange={(uncappers) => set({ uncappers })}
        />
        <FigureRows
          key={`figures ${anew}`}
          figures={draft.figures ?? {}}
          onChange={(figures) => set({ figures })}
        />
      </div>
      <div className="mt-4 flex flex-wrap items-center gap-4 print:hidden">
        <button
          type="button"
          className="do"
          aria-disabled={standing.step === "sending"}
          onClick={() => void submit(draft)}
        >
          Keep this plan
        </button>
        <SaysStanding standing={standing} />
      </div>
    </section>
  );
}
