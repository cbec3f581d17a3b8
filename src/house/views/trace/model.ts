import type { BatchAccount } from "@/core/ledger";
import type { Why } from "../model";

export const TRACE_KINDS = ["lot", "pail", "batch", "super", "colony", "yard"] as const;
export type TraceKind = (typeof TRACE_KINDS)[number];

export interface ShareRow {
  readonly name: string;
  readonly detail: string;
  readonly href: string | null;
  readonly grams: number;
  readonly pct: number;
}

export interface FlowNode {
  readonly id: string;
  readonly column: number;
  readonly name: string;
  readonly grams: number;
  readonly kind: "yard" | "super" | "batch" | "pail" | "lot" | "buyer" | "loss" | "here";
  readonly href: string | null;
  readonly isStart: boolean;
  /** What it belongs to, widest first: where there are many, they are drawn as one until somebody opens it. */
  readonly within?: readonly string[];
}

export interface TraceView {
  readonly kind: TraceKind;
  readonly name: string;
  readonly title: string;
  readonly sentence: string;
  readonly grams: number;
  readonly back: {
    yards: ShareRow[];
    colonies: ShareRow[];
    supers: ShareRow[];
    batches: ShareRow[];
    pails: ShareRow[];
  };
  readonly forward: { pails: ShareRow[]; lots: ShareRow[]; buyers: ShareRow[]; losses: ShareRow[] };
  /** Fills any of this honey may have touched, back and forward. */
  readonly contact: { yards: number; colonies: number; supers: number; lots: number; buyers: number };
  readonly accounts: readonly { number: number; account: BatchAccount }[];
  readonly flow: { nodes: FlowNode[]; links: { from: string; to: string; grams: number }[] };
  /** Readings of the start itself, newest first, each with its working. */
  readonly readings: readonly { id: number; says: string; when: string; why: Why }[];
  /** What the picture and tables rest on, in words. */
  readonly because: readonly { what: string; figure?: string; source?: string }[];
}
