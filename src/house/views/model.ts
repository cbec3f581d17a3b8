/** The shapes every screen is made of. */
import type { Reason } from "@/core/verdict";

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
  /** Smaller comes first. */
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
  /** Of what kind it is, and what is said of several such: "stacks are ready to spin". */
  readonly kind?: string;
}

/** Several decisions of one kind, told once. */
export interface DecisionGroup {
  readonly kind: string;
  readonly list: readonly Decision[];
}

export const BAYS = ["Yard", "Hot room", "Spin", "Settle", "Store", "Bottle", "Out"] as const;
export type BayName = (typeof BAYS)[number];
export const BAY_HREF: Record<BayName, string> = {
  Yard: "/yard",
  "Hot room": "/hot-room",
  Spin: "/spin",
  Settle: "/settle",
  Store: "/store",
  Bottle: "/bottle",
  Out: "/out",
};
