/** Set honey and frozen comb on their way: which step is next, between when and when, and how warm. */
import type { Knex } from "knex";
import { type ProductRun, stepsOf } from "@/core/honey/products";
import { whenIn } from "../language/clock";
import { temp } from "../language/shown";
import type { Decision } from "../standing/model";
import { URGENCY } from "../standing/urgency";
import { productRuns } from "./records";

const HOUR = 3_600_000;

const STEP_SAID: Readonly<Record<ProductRun, Readonly<Record<string, string>>>> = {
  seeded: {
    seed: "Stir in the fine seed",
    jar: "Fill it into jars",
    cold: "Stand the jars cold",
    look: "Set? Then it may be sold",
  },
  stirred: {
    cold: "Cool it",
    stir: "Stir a few minutes, every day",
    pearly: "Pearly and smooth? Then it is done",
    jar: "Fill it into jars",
  },
  comb: {
    drain: "Let the pieces drain",
    wrap: "Wrap each airtight",
    freeze: "Frozen long enough: take it out",
    thaw: "Thawed in its wrapping: it may be labelled",
  },
};
export const RUN_SAID: Readonly<Record<ProductRun, string>> = {
  seeded: "set honey, seeded",
  stirred: "set honey, stirred",
  comb: "comb",
};
/** Past this many runs nobody looks any more. */
const MOST = 30;

export interface RunningProduct {
  readonly id: number;
  readonly what: string;
  readonly of: string;
  readonly steps: readonly {
    readonly id: string;
    readonly says: string;
    readonly when: string;
    readonly temp: string;
    readonly done: boolean;
  }[];
  /** The first step that is not done. */
  readonly next: {
    readonly id: string;
    readonly says: string;
    readonly from: Date;
    readonly to: Date;
  } | null;
}

const tempSaid = (t: { readonly lo: number; readonly hi: number } | null): string =>
  t === null ? "" : t.lo < -20 ? `${temp(t.hi, 0)} or colder` : `${temp(t.lo, 0)} to ${temp(t.hi, 0)}`;

export async function productsNow(
  db: Knex,
  s: { readonly house: { readonly zone: string }; readonly now: Date },
): Promise<RunningProduct[]> {
  return (await productRuns(db, MOST)).map((run) => {
    const steps = stepsOf(run.kind);
    const at = (h: number): Date => new Date(run.at.getTime() + h * HOUR);
    const next = steps.find((step) => !run.done.includes(step.id));
    const says = (id: string): string => STEP_SAID[run.kind][id] ?? id;
    return {
      id: run.id,
      what: RUN_SAID[run.kind],
      of: run.of,
      steps: steps.map((step) => ({
        id: step.id,
        says: says(step.id),
        when: `${whenIn(s.house.zone, at(step.fromH), s.now)} to ${whenIn(s.house.zone, at(step.toH), s.now)}`,
        temp: tempSaid(step.tempC),
        done: run.done.includes(step.id),
      })),
      next: next ? { id: next.id, says: says(next.id), from: at(next.fromH), to: at(next.toH) } : null,
    };
  });
}

/** A step whose time has come. */
export const productDecisions = (
  list: readonly RunningProduct[],
  s: { readonly house: { readonly zone: string }; readonly now: Date },
): Decision[] =>
  list.flatMap((p): Decision[] => {
    const { next } = p;
    if (!next || next.from > s.now) return [];
    const late = next.to < s.now;
    return [
      {
        id: `product-${p.id}`,
        bay: "Bottle",
        urgency: URGENCY.whenThereIsTime,
        tone: late ? "stop" : "water",
        when: late ? "late" : `by ${whenIn(s.house.zone, next.to, s.now)}`,
        what: `${next.says}: ${p.of}, ${p.what}`,
        short: next.says.toLowerCase(),
        so: late ? `It was due ${whenIn(s.house.zone, next.to, s.now)}.` : "Its time has come.",
        action: { label: "Tick it", href: "/bottle?do=products" },
      },
    ];
  });
