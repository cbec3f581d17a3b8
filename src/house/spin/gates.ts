/** The gates of the open batch: which pail stands where, and what the floor knows of the honey over it. */

import {
  type Flow,
  fitting,
  type Headroom,
  headroom,
  honeyInFrameKg,
  learntDecline,
  minutesUntil,
  OUT_SHARE,
  PAIL_FULL,
  type PailUnder,
  stillToCome,
  type TakenAway,
  USUAL_DECLINE,
  underTheGate,
} from "@/core/extraction";
import { shown } from "../language/shown";
import type { BatchState } from "../standing/snapshot";
import type { FloorMachine, FrameWaiting } from "./model";
import type { GatePail, WeighedPail } from "./records/gate-pails";
import type { RunRow } from "./records/runs";

/** Facts the headroom is reckoned from, at any moment: a tablet goes on reckoning between two words of the house. */
export interface GateView {
  readonly batch: number;
  /** Whose gate; null where machines share one. */
  readonly machine: string | null;
  /** The pail that stands there; null when the last one was weighed and is gone. */
  readonly pail: string | null;
  readonly pails: readonly PailUnder[];
  readonly taken: readonly TakenAway[];
  readonly flows: readonly Flow[];
  readonly drumHoldsKg: number;
  /** Honey the batch still holds on paper, kg: no more can stand in pail and drum or come. */
  readonly leftKg: number;
  readonly next: { readonly kg: number; readonly min: number; readonly decline: number };
}

export interface GateNow extends Headroom {
  readonly pailKg: number;
  readonly drumKg: number;
  /** How full the drum is, % up to the frames. */
  readonly drumPct: number;
}

const MINUTE = 60_000;

/** How a gate stands at a moment of the house's clock. */
export function gateAt(gate: GateView, nowMs: number): GateNow {
  const told = underTheGate(gate.pails, gate.taken, gate.flows, nowMs);
  // What the pails weighed overrules what runs were to give.
  const pailKg = Math.min(told.pailKg, gate.leftKg);
  const drumKg = Math.min(told.drumKg, gate.leftKg - pailKg);
  const turning = gate.flows.filter((f) => f.fromMs <= nowMs && f.toMs > nowMs);
  const toCome = Math.min(stillToCome(turning, nowMs), Math.max(0, gate.leftKg - pailKg - drumKg));
  const says = headroom({
    pailKg,
    pailHoldsKg: gate.pail === null ? null : (gate.pails.at(-1)?.holdsKg ?? 0),
    drumKg: Math.min(drumKg, gate.drumHoldsKg),
    drumHoldsKg: gate.drumHoldsKg,
    turning: { kg: toCome, min: Math.max(0, ...turning.map((f) => (f.toMs - nowMs) / MINUTE)) },
    minutesFor: (kg) => minutesUntil(turning, nowMs, kg),
    next: gate.next,
    shown: shown(),
  });
  return {
    ...says,
    pailKg,
    drumKg,
    drumPct: gate.drumHoldsKg > 0 ? Math.min(100, (drumKg / gate.drumHoldsKg) * 100) : 0,
  };
}

export const flowOf = (run: RunRow, decline = USUAL_DECLINE): Flow => ({
  decline,
  kg: run.expected_g / 1000,
  fromMs: run.started_at.getTime(),
  toMs: run.ended_at?.getTime() ?? run.started_at.getTime() + run.minutes * MINUTE,
});

/** The gate machines share, and one for each machine that has its own. */
export function gatesOf(
  batch: BatchState,
  given: {
    readonly machines: readonly (FloorMachine & { readonly id: number })[];
    readonly runs: readonly RunRow[];
    readonly pails: readonly GatePail[];
    readonly filled: readonly WeighedPail[];
    readonly waiting: readonly FrameWaiting[];
  },
): GateView[] {
  const own = given.machines.filter((m) => m.ownGate);
  const shared = given.machines.filter((m) => !m.ownGate);
  const groups = [...(shared.length > 0 ? [shared] : []), ...own.map((m) => [m])];
  const placed = given.pails.filter((p) => p.batch_id === batch.id);
  const filled = given.filled.filter((f) => f.batch_id === batch.id);
  /** The weighing that belongs to a pail's stay under a gate: the first one after it was put there. */
  const weighing = (p: GatePail): WeighedPail | undefined => {
    const again = placed.find((q) => q.vessel_id === p.vessel_id && q.at > p.at);
    return filled.find(
      (f) => f.vessel_id === p.vessel_id && f.at >= p.at && (again === undefined || f.at < again.at),
    );
  };
  const known = new Set(placed.map(weighing));
  return groups.map((group) => {
    const machineId = group[0]?.ownGate ? (group[0]?.id ?? null) : null;
    const pails = placed.filter((p) => p.machine_id === machineId);
    const last = pails.at(-1);
    const runs = given.runs.filter(
      (r) => r.batch_id === batch.id && group.some((m) => m.id === r.machine_id),
    );
    // A pail taken away while something turned tells how fast the honey comes at first.
    const decline = learntDecline(
      pails.flatMap((p, i) => {
        const weighed = weighing(p);
        const until = pails[i + 1]?.at;
        if (!weighed || !until || weighed.grams / 1000 > ((p.capacity_g ?? 0) / 1000) * PAIL_FULL) return [];
        return [
          {
            flows: runs.map((r) => flowOf(r)),
            fromMs: p.at.getTime(),
            toMs: until.getTime(),
            kg: weighed.grams / 1000,
          },
        ];
      }),
    );
    const largest = group.reduce((a, b) => (b.slots > a.slots ? b : a));
    return {
      batch: batch.number,
      machine: group[0]?.ownGate ? (group[0]?.name ?? null) : null,
      pail: last && !weighing(last) ? last.tag : null,
      pails: pails.map((p) => {
        const weighed = weighing(p);
        return {
          fromMs: p.at.getTime(),
          holdsKg: (p.capacity_g ?? 0) / 1000,
          weighedKg: weighed ? weighed.grams / 1000 : null,
        };
      }),
      // Pails filled past the gate's list came from the gate all share.
      taken:
        machineId === null
          ? filled.filter((f) => !known.has(f)).map((f) => ({ atMs: f.at.getTime(), kg: f.grams / 1000 }))
          : [],
      flows: runs.map((r) => flowOf(r, decline)),
      leftKg: Math.max(0, batch.account.remainderGrams / 1000),
      drumHoldsKg: group.reduce((kg, m) => kg + m.drumHoldsKg, 0),
      next: {
        kg:
          fitting(
            given.waiting.map((f) => ({ ...f, width: f.deep ? largest.deepSlots : 1 })),
            largest.slots,
          ).inside.reduce((kg, f) => kg + honeyInFrameKg(f.kg), 0) * OUT_SHARE,
        min: largest.suggestedMin,
        decline,
      },
    };
  });
}
