"use client";

import { Plus, Printer, X } from "lucide-react";
import { useMemo, useState } from "react";
import { HAND_STATIONS, TOOLS, type Tool } from "@/core/dayplan";
import { asDayPlan, type PlanInput } from "@/house/views/day-plan";
import type { FloorView } from "@/house/views/floor";
import { Field } from "../fields/field";
import { SaysStanding } from "../fields/standing";
import { useCommand } from "../fields/use-command";
import { clockOf, DayBoard } from "./day-board";
import { useDay } from "./use-day";

type Draft = Omit<PlanInput, "date">;
const TOOL_NAMES = Object.entries(TOOLS).map(([value, t]) => ({ value, label: t.name }));
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
    deepTakesTwo: false,
  };
}

const lasts = (min: number): string => (min >= 90 ? `${(min / 60).toFixed(1)} h` : `${Math.round(min)} min`);

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
      floor.boxes.length > 0 && draft.machines.length > 0 && draft.uncappers.length > 0
        ? asDayPlan(draft, floor.boxes, floor.machines, startMin)
        : null,
    [draft, floor.boxes, floor.machines, startMin],
  );
  const { answer, stop } = useDay(plan);
  const forecast =
    answer.step === "known" ? answer.forecast : answer.step === "working" ? answer.before : null;
  const frames = floor.boxes.reduce((n, b) => n + b.frames, 0);
  const kg = floor.boxes.reduce((n, b) => n + b.kg, 0);
  const at = (min: number) => (Number.isFinite(min) ? clockOf(min, startMin) : "not today");

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
        {answer.step === "working" && (
          <p className="print:hidden">
            Simulating a thousand days{" "}
            <progress
              aria-label="Days simulated"
              className="mx-2 h-3 w-40 align-middle"
              max={1}
              value={answer.part}
            />
            <button
              type="button"
              className="min-h-12 px-2 font-semibold underline underline-offset-4"
              onClick={stop}
            >
              Stop
            </button>
          </p>
        )}
        {answer.step === "wrong" && <p className="font-semibold text-stop">{answer.why}</p>}
        {!plan && <p className="text-ink-2">A plan needs boxes to spin, a machine and somebody to uncap.</p>}
        {forecast && (
          <>
            <div className="flex flex-wrap items-baseline gap-x-6 gap-y-1">
              <p>
                Done by{" "}
                <output
                  aria-label="Finish"
                  className={`text-[24px] font-bold ${Number.isFinite(forecast.finishMin.p50) ? "text-go" : "text-stop"}`}
                >
                  {at(forecast.finishMin.p50)}
                </output>{" "}
                <span className="text-ink-2">
                  ({at(forecast.finishMin.p10)} to {at(forecast.finishMin.p90)}, 80 %)
                </span>
              </p>
              <p>
                <b className="text-stop">{forecast.bottleneck}</b> holds the day up,{" "}
                {Math.round(
                  (forecast.stations.find((x) => x.station === forecast.bottleneck)?.utilisation ?? 0) * 100,
                )}{" "}
                % busy
              </p>
              {forecast.pails && (
                <p>
                  <b className="text-mass">{forecast.pails.p50} pails</b> and lids
                  {forecast.pails.p90 > forecast.pails.p50 && ` (up to ${forecast.pails.p90})`},{" "}
                  {forecast.meshChanges} mesh changes
                </p>
              )}
              <p>break best around {at(forecast.breakAtMin)}: most frames wait then</p>
              {forecast.unfinished > 0 && (
                <p className="font-semibold text-stop">
                  The shifts end too early in {Math.round((forecast.unfinished / forecast.replicates) * 100)}{" "}
                  % of days.
                </p>
              )}
            </div>
            <div className="my-3">
              <DayBoard
                forecast={forecast}
                startMin={startMin}
                breaks={plan?.breaks ?? []}
                nowMin={fromNow ? 0 : floor.done.firstMs ? nowOfDay - startMin : null}
              />
            </div>
            <div className="grid gap-4 md:grid-cols-2">
              <div>
                <h3 className="font-bold">How busy each is</h3>
                <dl className="grid grid-cols-[auto_1fr_48px] items-center gap-x-3 gap-y-1">
                  {forecast.stations.map((x) => (
                    <div key={x.station} className="contents">
                      <dt>{x.station}</dt>
                      <dd className="h-3 rounded-sm border border-edge" aria-hidden>
                        <span
                          className="block h-full"
                          style={{
                            width: `${Math.min(100, x.utilisation * 100)}%`,
                            background: x.station === forecast.bottleneck ? "var(--stop)" : "var(--go)",
                          }}
                        />
                      </dd>
                      <dd className="text-right font-mono text-[15px]">
                        {Math.round(x.utilisation * 100)} %
                      </dd>
                    </div>
                  ))}
                </dl>
              </div>
              <div>
                <h3 className="font-bold">What would help</h3>
                {answer.step === "known" && answer.advice === null && <p className="text-ink-2">Trying…</p>}
                {answer.step === "known" && answer.advice && (
                  <ol aria-label="What would help">
                    {answer.advice
                      .filter((a) => !(fromNow && /earlier/.test(a.what)))
                      .slice(0, 6)
                      .map((a) => (
                        <li key={a.what} className="flex justify-between gap-4 border-b border-rule py-1">
                          <span>{a.what}</span>
                          <b className="whitespace-nowrap">
                            {Number.isFinite(forecast.finishMin.p50)
                              ? `${lasts(a.savesMin)} sooner`
                              : `done by ${at(a.finishMin)}`}
                          </b>
                        </li>
                      ))}
                    {answer.advice.length === 0 && (
                      <li className="text-ink-2">Nothing on the list saves five minutes.</li>
                    )}
                  </ol>
                )}
              </div>
            </div>
          </>
        )}
      </div>
      <div className="print:hidden">
        <div className="flex flex-wrap items-start gap-4">
          <Field
            spec={{ name: "start", label: "Start", span: 1, placeholder: "08:00" }}
            value={draft.start}
            error={errorAt("start")}
            onChange={(v) => set({ start: String(v) })}
          />
          <Field
            spec={{ name: "tenders", label: "Loading", kind: "figure", hint: "people", span: 1 }}
            value={String(draft.tenders)}
            error={errorAt("tenders")}
            onChange={(v) => set({ tenders: Math.max(1, Number(v) || 1) })}
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
          <fieldset>
            <legend className="mb-1 text-[15px] font-semibold">Machines, or by hand</legend>
            {[
              ...floor.machines.map((m) => ({
                name: m.name,
                says: `${m.slots} slots, ${m.suggestedMin} min`,
              })),
              ...Object.values(HAND_STATIONS).map((h) => ({
                name: h.name,
                says: `${h.slots} frames, ${h.runMin} min`,
              })),
            ].map((m) => (
              <label key={m.name} className="flex min-h-12 items-center gap-3">
                <input
                  type="checkbox"
                  className="size-6"
                  checked={draft.machines.includes(m.name)}
                  onChange={(e) =>
                    set({
                      machines: e.target.checked
                        ? [...draft.machines, m.name]
                        : draft.machines.filter((n) => n !== m.name),
                    })
                  }
                />
                {m.name}, {m.says}
              </label>
            ))}
          </fieldset>
          <label className="flex min-h-12 items-center gap-3 self-end">
            <input
              type="checkbox"
              className="size-6"
              checked={draft.deepTakesTwo}
              onChange={(e) => set({ deepTakesTwo: e.target.checked })}
            />
            A deep frame takes two slots
          </label>
        </div>
        <fieldset className="mt-3">
          <legend className="mb-1 text-[15px] font-semibold">Uncapping</legend>
          <ul className="grid gap-2">
            {draft.uncappers.map((u, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: places at the bench, in order.
              <li key={i} className="flex flex-wrap items-center gap-3">
                <input
                  aria-label={`Who uncaps, place ${i + 1}`}
                  className="min-h-12 w-40 rounded border-[1.5px] border-edge bg-shelf px-3"
                  value={u.who}
                  list="floor-crew"
                  onChange={(e) =>
                    set({
                      uncappers: draft.uncappers.map((x, j) => (j === i ? { ...x, who: e.target.value } : x)),
                    })
                  }
                />
                <select
                  aria-label={`The tool, place ${i + 1}`}
                  className="min-h-12 rounded border-[1.5px] border-edge bg-shelf px-3"
                  value={u.tool}
                  onChange={(e) =>
                    set({
                      uncappers: draft.uncappers.map((x, j) =>
                        j === i ? { ...x, tool: e.target.value as Tool } : x,
                      ),
                    })
                  }
                >
                  {TOOL_NAMES.map((t) => (
                    <option key={t.value} value={t.value}>
                      {t.label}
                    </option>
                  ))}
                </select>
                {(
                  [
                    [
                      "minPerFrame",
                      "min a frame",
                      `Minutes a frame, place ${i + 1}`,
                      TOOLS[u.tool].minPerFrame,
                    ],
                    ["hours", "h", `Hours, place ${i + 1}`, 10],
                  ] as const
                ).map(([key, unit, label, usual]) => (
                  <label key={key} className="flex items-center gap-2 text-ink-2">
                    <input
                      aria-label={label}
                      inputMode="decimal"
                      className="min-h-12 w-16 rounded border-[1.5px] border-edge bg-shelf px-2 text-right font-mono text-ink"
                      placeholder={String(usual)}
                      defaultValue={u[key] ?? ""}
                      onChange={(e) => {
                        const value = Number(e.target.value.replace(",", "."));
                        const { minPerFrame, ...rest } = u;
                        const kept = minPerFrame === undefined ? rest : u;
                        const next =
                          value > 0
                            ? { ...u, [key]: value }
                            : key === "minPerFrame"
                              ? rest
                              : { ...kept, hours: 10 };
                        set({ uncappers: draft.uncappers.map((x, j) => (j === i ? next : x)) });
                      }}
                    />
                    {unit}
                  </label>
                ))}
                {draft.uncappers.length > 1 && (
                  <button
                    type="button"
                    className="grid size-12 place-items-center"
                    aria-label={`Take place ${i + 1} away`}
                    onClick={() => set({ uncappers: draft.uncappers.filter((_, j) => j !== i) })}
                  >
                    <X size={18} aria-hidden />
                  </button>
                )}
              </li>
            ))}
          </ul>
          <datalist id="floor-crew">
            {floor.crew.map((c) => (
              <option key={c} value={c} />
            ))}
          </datalist>
          <button
            type="button"
            className="do mt-2"
            data-quiet=""
            onClick={() =>
              set({
                uncappers: [
                  ...draft.uncappers,
                  {
                    who: floor.crew.find((c) => !draft.uncappers.some((u) => u.who === c)) ?? "one more",
                    tool: draft.uncappers.at(-1)?.tool ?? "hot-knife",
                    hours: 10,
                  },
                ],
              })
            }
          >
            <Plus size={18} aria-hidden /> One more pair of hands
          </button>
        </fieldset>
        <label className="mt-2 flex min-h-12 items-center gap-3">
          <input
            type="checkbox"
            className="size-6"
            checked={fromNow}
            onChange={(e) => setFromNow(e.target.checked)}
          />
          From now on, with what is left
        </label>
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
