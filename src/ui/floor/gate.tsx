"use client";

import { mass } from "@/house/language/shown";
import type { GateView } from "@/house/spin/gates";
import { SaysStanding } from "../fields/standing";
import { useCommand } from "../fields/use-command";
import { useGate } from "./use-gate";

const TONE = {
  fine: "go",
  "last-load": "mass",
  "swap-soon": "mass",
  "swap-first": "stop",
  "drain-first": "stop",
  "no-pail": "stop",
} as const;

/** The pail under a gate and the drum over it, reckoned on while the machine turns: one press swaps the pail. */
export function Gate({ gate, nowMs }: { gate: GateView; nowMs: number }) {
  const { standing, submit } = useCommand("swap-pail");
  const at = useGate(gate, nowMs);
  const where = gate.machine ? `of ${gate.machine}` : "";
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
              {gate.pail && <>about {mass(at.pailKg)} in it, </>}drum {at.drumPct.toFixed(0)} % up to the
              frames
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
