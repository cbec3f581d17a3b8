/** The things that stand and turn on the floor, as its views hand them to each other. */
import type { FrameWidth, Machine, RunStep } from "@/core/extraction";
import type { LoadedFrame } from "./records/runs";

export interface FloorMachine extends Machine {
  readonly name: string;
  /** From what this house's runs showed. */
  readonly learntKgM: number;
  /** Minutes of its programme for the reference honey, and for the honey of this batch. */
  readonly baseMin: number;
  readonly suggestedMin: number;
  readonly learntFrom: number;
  /** What the drum takes under the frames, kg. */
  readonly drumHoldsKg: number;
  readonly cranked: boolean;
  readonly ownGate: boolean;
  /** Slots a deep frame takes. */
  readonly deepSlots: FrameWidth;
}

export interface FrameWaiting {
  readonly id: string;
  readonly super: string;
  readonly kg: number;
  /** Takes two slots where the machine says so. */
  readonly deep: boolean;
  readonly tender: boolean;
}

export interface LiveRun {
  readonly id: number;
  readonly number: number;
  readonly batch: number;
  readonly machine: string;
  readonly startedMs: number;
  readonly minutes: number;
  readonly steps: readonly RunStep[];
  readonly slots: readonly (LoadedFrame | null)[];
  readonly expectedKg: number;
}
