"use client";

import { usePathname } from "next/navigation";
import type { GateView } from "@/house/spin/gates";
import { useGate } from "../floor/use-gate";
import { countdown, type Turns, useRun } from "../floor/use-run";
import { Link } from "../link";

/** So long before a pail is full other screens tell of it. */
const SOON_MIN = 5;

function Run({ run, nowMs }: { run: Turns; nowMs: number }) {
  const { current, next, due, over, left, minute } = useRun(run, nowMs);
  return (
    <Link
      href="/spin"
      data-tone={due ? "stop" : "go"}
      className="panel flex min-h-14 flex-wrap items-center gap-x-4 border-l-[6px]! py-2! no-underline"
      style={{ borderLeftColor: "var(--tone)" }}
    >
      <b>{run.machine} turns</b>
      <span className="font-semibold" style={{ color: "var(--tone)" }}>
        {current?.what}
      </span>
      {next && !over && (
        <span className="text-ink-2">
          in {countdown(next.atMin - minute)}: {next.what}
        </span>
      )}
      <span className="ml-auto font-mono text-[20px] font-bold">
        {left}
        <small className="ml-1 text-[14px] font-normal text-ink-2">min left</small>
      </span>
    </Link>
  );
}

function Pail({ gate, nowMs }: { gate: GateView; nowMs: number }) {
  const { swap, swapInMin, sentence, verdict } = useGate(gate, nowMs);
  const soon = swap && (swapInMin ?? 0) <= SOON_MIN;
  if (!soon && verdict !== "no-pail") return null;
  return (
    <Link
      href="/spin"
      data-tone="stop"
      className="panel flex min-h-14 flex-wrap items-center gap-x-4 border-l-[6px]! py-2! no-underline"
      style={{ borderLeftColor: "var(--tone)" }}
    >
      {gate.pail && <b>Pail {gate.pail}</b>}
      <span className="font-semibold" style={{ color: "var(--tone)" }}>
        {sentence}
      </span>
    </Link>
  );
}

/** What turns now and which pail wants swapping, on every screen but the one that shows it large. */
export function Turning({
  runs,
  gates,
  nowMs,
}: {
  runs: readonly Turns[];
  gates: readonly GateView[];
  nowMs: number;
}) {
  if (usePathname() === "/spin") return null;
  return (
    <section aria-label="What turns now" className="mb-3 grid gap-2 print:hidden">
      {runs.map((run) => (
        <Run key={run.id} run={run} nowMs={nowMs} />
      ))}
      {gates.map((gate) => (
        <Pail key={gate.machine ?? ""} gate={gate} nowMs={nowMs} />
      ))}
    </section>
  );
}
