"use client";

import type { GateView } from "@/house/views/floor";
import { SaysStanding } from "../fields/standing";
import { useCommand } from "../fields/use-command";

const TONE = { fine: "go", "last-load": "mass", "swap-first": "stop", "drain-first": "stop" } as const;

/** The pail under the gate and the drum over it: one press swaps the pail. */
export function Gate({ gate }: { gate: GateView }) {
  const { standing, submit } = useCommand("swap-pail");
  const { headroom } = gate;
  return (
    <section className="panel mb-3" aria-label="Under the gate">
      <div className="flex flex-wrap items-center gap-x-5 gap-y-2">
        <h2>{gate.pail ? `Pail ${gate.pail} under the gate` : "No pail under the gate"}</h2>
        <p
          data-tone={TONE[headroom.verdict]}
          className="min-w-0 flex-1 basis-72 font-semibold"
          style={{ color: "var(--tone)" }}
        >
          {gate.pail ? headroom.sentence : "Put a pail under it before the gate is opened."}
        </p>
        <p className="text-ink-2">drum {gate.drumPct.toFixed(0)} % up to the frames</p>
        <button type="button" className="do min-h-14" onClick={() => void submit({ batch: gate.batch })}>
          {gate.pail ? "Swap the pail" : "Put a pail under"}
        </button>
      </div>
      <div className="-mb-3">
        <SaysStanding standing={standing} />
      </div>
    </section>
  );
}
