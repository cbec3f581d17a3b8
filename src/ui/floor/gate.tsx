"use client";

import { type GateView, gateAt } from "@/house/views/gates";
import { SaysStanding } from "../fields/standing";
import { useCommand } from "../fields/use-command";
import { useHouseClock } from "../house-clock";
import { useCalled } from "./called";

const TONE = {
  fine: "go",
  "last-load": "mass",
  "swap-soon": "mass",
  "swap-first": "stop",
  "drain-first": "stop",
  "no-pail": "stop",
} as const;
/** So long before a pail is full it is called out. */
const CALL_MIN = 1;

/** The pail under a gate and the drum over it, reckoned on while the machine turns: one press swaps the pail. */
export function Gate({ gate, nowMs }: { gate: GateView; nowMs: number }) {
  const { standing, submit } = useCommand("swap-pail");
  const now = useHouseClock(nowMs, 5000);
  const at = gateAt(gate, now);
  const where = gate.machine ? `of ${gate.machine}` : "";
  const turning = gate.flows.some((f) => f.fromMs <= now && f.toMs > now);
  useCalled(
    turning && gate.pail && at.swapInMin !== null && at.verdict.startsWith("swap") && at.swapInMin <= CALL_MIN
      ? `Swap pail ${gate.pail}`
      : null,
  );
  return (
    <section
      className="panel mb-3"
      aria-label={gate.machine ? `Under the gate of ${gate.machine}` : "Under the gate"}
    >
      <div className="flex flex-wrap items-center gap-x-5 gap-y-2">
        <div className="min-w-0 flex-1 basis-72">
          <div className="flex flex-wrap items-baseline gap-x-4">
            <h2>
              {gate.pail ? `Pail ${gate.pail} under the gate ${where}` : `No pail under the gate ${where}`}
            </h2>
            <p className="text-ink-2">
              {gate.pail && <>about {at.pailKg.toFixed(1)} kg in it, </>}drum {at.drumPct.toFixed(0)} % up to
              the frames
            </p>
          </div>
          <p data-tone={TONE[at.verdict]} className="font-semibold" style={{ color: "var(--tone)" }}>
            {at.sentence}
          </p>
        </div>
        <button
          type="button"
          className="do min-h-14"
          onClick={() =>
            void submit({ batch: gate.batch, ...(gate.machine ? { machine: gate.machine } : {}) })
          }
        >
          {gate.pail ? "Swap the pail" : "Put a pail under"}
        </button>
      </div>
      <div className="-mb-3">
        <SaysStanding standing={standing} />
      </div>
    </section>
  );
}
