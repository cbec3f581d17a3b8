import type { BatchAccount } from "@/core/ledger";
import type { Why } from "../standing/model";

export const TRACE_KINDS = [
  "lot",
  "pail",
  "drum",
  "tank",
  "tub",
  "delivery",
  "batch",
  "super",
  "colony",
  "yard",
] as const;
export type TraceKind = (typeof TRACE_KINDS)[number];

export interface ShareRow {
  readonly name: string;
  readonly detail: string;
  readonly href: string | null;
  readonly grams: number;
  readonly pct: number;
}

/** The lists of a trace, by the names they are asked for. */
export const TRACE_LISTS = [
  "yards",
  "colonies",
  "supers",
  "batches",
  "pails",
  "wentToPails",
  "wentToLots",
  "wentToBuyers",
  "lost",
] as const;
export type TraceList = (typeof TRACE_LISTS)[number];

/** A list as it is sent: some rows of it, and what lies beyond them added up. */
export interface ShareList {
  readonly rows: readonly ShareRow[];
  readonly from: number;
  readonly count: number;
  readonly beyond: { readonly count: number; readonly grams: number };
}

export interface FlowNode {
  readonly id: string;
  readonly column: number;
  readonly name: string;
  readonly grams: number;
  readonly kind: "yard" | "super" | "batch" | "delivery" | "pail" | "lot" | "buyer" | "loss" | "here";
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
  /** Where there is too much for one look: the years it was pulled in, newest first, and which one this is. */
  readonly years: readonly number[];
  readonly year: number | null;
  readonly grams: number;
  readonly back: {
    yards: ShareRow[];
    colonies: ShareRow[];
    supers: ShareRow[];
    batches: ShareRow[];
    pails: ShareRow[];
  };
  readonly forward: { pails: ShareRow[]; lots: ShareRow[]; buyers: ShareRow[]; losses: ShareRow[] };
  /** How much of each list is here, where it is not all of it. */
  readonly more: Partial<Record<TraceList, Omit<ShareList, "rows">>>;
  /** Fills any of this honey may have touched, back and forward. */
  readonly contact: { yards: number; colonies: number; supers: number; lots: number; buyers: number };
  readonly accounts: readonly { number: number; account: BatchAccount }[];
  /** Batches whose account is told at their own trace. */
  readonly accountsBeyond: number;
  readonly flow: { nodes: FlowNode[]; links: { from: string; to: string; grams: number }[] };
  /** Readings of the start itself, newest first, each with its working. */
  readonly readingsBeyond: number;
  readonly readings: readonly { id: number; says: string; when: string; why: Why }[];
  /** What the picture and tables rest on, in words. */
  readonly because: readonly { what: string; figure?: string; source?: string }[];
}
