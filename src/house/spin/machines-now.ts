import { drumLevel, learntTolerance, type PastRun, spinBase, spinTime } from "@/core/extraction";
import type { FloorMachine } from "./model";
import { wholeMinutes } from "./plan-input";
import { asMachine, type MachineRow } from "./records/machines";
import { isWeighed, type RunRow } from "./records/runs";

const MINUTE = 60_000;

/** The machines, with what this house's runs taught of them, for the honey at hand. */
export function machinesNow(
  rows: readonly MachineRow[],
  past: readonly RunRow[],
  honey: { readonly waterPct: number; readonly tempC: number },
): (FloorMachine & { readonly id: number })[] {
  const learnt: PastRun[] = past.map((r) => ({
    kind: r.kind,
    // Somebody came late to press the key, or early: so far the programme's own time is believed.
    minutes: Math.min(
      r.minutes * 1.5,
      Math.max(r.minutes * 0.5, ((r.ended_at ?? r.started_at).getTime() - r.started_at.getTime()) / MINUTE),
    ),
    waterPct: r.water_pct,
    tempC: r.temp_c,
  }));
  return rows.map((row) => {
    const machine = asMachine(row);
    const { baseMin, learntFrom } = spinBase(row.kind, learnt);
    const { minutes } = spinTime(baseMin, honey);
    return {
      ...machine,
      id: row.id,
      name: row.name,
      cranked: row.cranked,
      ownGate: row.own_gate,
      deepSlots: row.deep_slots,
      learntKgM: learntTolerance(
        past
          .filter((r) => r.machine_id === row.id && isWeighed(r))
          .map((r) => ({ kgM: r.kgm, shaky: r.shaky ?? false })),
        row.allowed_kgm,
      ),
      baseMin,
      suggestedMin: wholeMinutes(minutes),
      learntFrom,
      drumHoldsKg: drumLevel(0, machine, honey).freeKg,
    };
  });
}
