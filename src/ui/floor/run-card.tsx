"use client";

import { mass } from "@/house/language/shown";
import type { LiveRun } from "@/house/spin/model";
import { Caution } from "../bench";
import { SaysStanding } from "../fields/standing";
import { useCommand } from "../fields/use-command";
import { useKept } from "../kept";
import { Tick } from "../tick";
import { slotName } from "./slot-name";
import { countdown, useRun } from "./use-run";

type Mark = "clean" | "again" | "burst" | "brood";
const NEXT: Record<Mark, Mark> = { clean: "again", again: "burst", burst: "brood", brood: "clean" };
const MARK_WORD: Record<Mark, string> = {
  clean: "clean",
  again: "heavy on one side: again",
  burst: "burst: comb lost",
  brood: "brood: out",
};

/** How the frames came out and whether it shook, as long as nobody has said. */
const UNSEEN: { readonly marks: Readonly<Record<number, Mark>>; readonly shaky: boolean } = {
  marks: {},
  shaky: false,
};

/** One turning machine: where its programme stands, what is due, and how its frames came out. */
export function RunCard({ run, nowMs }: { run: LiveRun; nowMs: number }) {
  const [seen, setSeen] = useKept(`aumbry-run-${run.machine}`, run.id, UNSEEN);
  const { marks, shaky } = seen;
  const { standing, submit } = useCommand("end-run");
  const { minute, current, next, due, over, left } = useRun(run, nowMs);

  return (
    <section className="panel mb-3" aria-label={`Run ${run.number}, ${run.machine}`}>
      <div className="flex flex-wrap items-baseline gap-x-5 gap-y-1">
        <h2 className="text-[19px]">
          Run {run.number}, {run.machine}
        </h2>
        <span className="text-ink-2">
          batch {run.batch}, about {mass(run.expectedKg)} to come
        </span>
        <output aria-label="Time left" className="ml-auto font-mono text-[28px] font-bold">
          {left}
          <small className="ml-1.5 text-[15px] font-normal text-ink-2">min left</small>
        </output>
      </div>
      <p
        data-tone={due ? "stop" : "go"}
        className="my-2 border-l-[6px] px-3 py-1 text-[20px] font-bold"
        style={{ borderLeftColor: "var(--tone)", color: "var(--tone)" }}
        aria-live="assertive"
      >
        {current?.what}
        {current && current.speedPct > 0 && <span className="font-normal">, {current.speedPct} % speed</span>}
        {next && !over && (
          <span className="block text-[15px] font-normal text-ink-2">
            in {countdown(next.atMin - minute)}: {next.what}
          </span>
        )}
      </p>
      <ol className="flex gap-1" aria-label="The programme">
        {run.steps.slice(0, -1).map((s, i) => {
          const end = run.steps[i + 1]?.atMin ?? run.minutes;
          return (
            <li
              key={s.atMin}
              className="relative h-12 border border-edge"
              style={{ width: `${((end - s.atMin) / run.minutes) * 100}%` }}
              title={s.what}
            >
              <span className="absolute inset-x-0 bottom-0 bg-go-fill" style={{ height: `${s.speedPct}%` }} />
              {minute > s.atMin && (
                <span
                  className="absolute inset-y-0 left-0 border-r-2 border-ink bg-black/10"
                  style={{ width: `${Math.min(1, (minute - s.atMin) / (end - s.atMin)) * 100}%` }}
                />
              )}
              <span className="sr-only">
                {s.what} at minute {s.atMin.toFixed(1)}
              </span>
            </li>
          );
        })}
      </ol>
      <div className="mt-3">
        <p className="mb-1 text-[15px] font-semibold">How each frame came out (press to change)</p>
        <div className="flex flex-wrap gap-1.5">
          {run.slots.map((f, i) => {
            if (!f) return null;
            const mark = marks[i] ?? "clean";
            return (
              <button
                // biome-ignore lint/suspicious/noArrayIndexKey: slots stand where they are.
                key={i}
                type="button"
                data-tone={mark === "clean" ? "go" : mark === "again" ? "mass" : "stop"}
                className="min-h-12 rounded border-[1.5px] px-2 text-[14px] leading-tight"
                style={{ borderColor: "var(--tone)", color: mark === "clean" ? "var(--ink)" : "var(--tone)" }}
                aria-label={`${slotName(i, f.width, run.slots.length)} ${MARK_WORD[mark]}, super ${f.super}`}
                onClick={() => setSeen({ ...seen, marks: { ...marks, [i]: NEXT[mark] } })}
              >
                <b>{slotName(i, f.width, run.slots.length).replace(/^Slots? /, "")}</b> {MARK_WORD[mark]}
              </button>
            );
          })}
        </div>
      </div>
      <Caution>
        speed to zero, wait for standstill, then open. Hair, sleeves, straps and hands away from the drum.
      </Caution>
      <div className="mt-3 flex flex-wrap items-center gap-4">
        <Tick checked={shaky} onChange={(on) => setSeen({ ...seen, shaky: on })}>
          It shook
        </Tick>
        <button
          type="button"
          className="do min-h-14"
          data-quiet={over ? undefined : ""}
          onClick={async () => {
            const answer = await submit({
              run: run.id,
              shaky,
              marks: Object.entries(marks).flatMap(([i, mark]) =>
                mark === "clean" ? [] : [{ slot: Number(i) + 1, mark }],
              ),
            });
            if (answer) setSeen(UNSEEN);
          }}
        >
          {over ? "Standing still: end the run" : "End the run early"}
        </button>
        <SaysStanding standing={standing} />
      </div>
    </section>
  );
}
