"use client";

import { type GateView, gateAt } from "@/house/spin/gates";
import { useHouseClock } from "../house-clock";
import { useCalled } from "./called";

/** So long before a pail is full it is called out. */
const CALL_MIN = 1;

/** How a gate stands, reckoned on while the machine turns; a swap that is due is called out on every screen. */
export function useGate(gate: GateView, nowMs: number) {
  const now = useHouseClock(nowMs, 5000);
  const at = gateAt(gate, now);
  const turning = gate.flows.some((f) => f.fromMs <= now && f.toMs > now);
  const swap = turning && gate.pail !== null && at.swapInMin !== null && at.verdict.startsWith("swap");
  useCalled(swap && (at.swapInMin ?? 0) <= CALL_MIN ? `Swap pail ${gate.pail}` : null);
  return { ...at, swap };
}
