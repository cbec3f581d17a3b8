/** The shapes every screen is made of. */
import type { Reason } from "@/core/verdict";
import type { BayName } from "../bays";

/** Hue means quantity: mass amber, water blue, heat rust, go verdigris, stop brick, time and text ink. */
export type Tone = "mass" | "water" | "heat" | "go" | "stop" | "ink";

export interface Why {
  readonly title: string;
  readonly because: readonly Reason[];
  /** What would change the answer. */
  readonly change?: string;
}

export interface Decision {
  readonly id: string;
  readonly bay: BayName;
  /** Of the scale in `urgency.ts`; smaller comes first. */
  readonly urgency: number;
  readonly tone: Tone;
  /** The deadline, or "now". */
  readonly when: string;
  readonly what: string;
  /** The few words for the strip. */
  readonly short: string;
  readonly so: string;
  readonly why?: Why;
  readonly action?: { readonly label: string; readonly href: string };
  /** Something spoils while nobody looks: it stands on every screen. */
  readonly alarm?: true;
  /** Of what kind it is, and what is said of several such: "stacks are ready to spin". */
  readonly kind?: string;
}

/** Several decisions of one kind, told once. */
export interface DecisionGroup {
  readonly kind: string;
  readonly list: readonly Decision[];
}

export { BAY_HREF, BAYS, type BayName } from "../bays";
