"use client";

import { useEffect, useRef, useState } from "react";
import type { Advice, BreakAdvice, DayForecast, DayPlan } from "@/core/dayplan";
import type { SimulateDay } from "@/workers/day.worker";

export interface DayQuestion {
  readonly plan: DayPlan;
  /** Minute of the day from which it is foreseen. */
  readonly startMin: number;
  /** The day has begun: it is foreseen from now, and nothing can start earlier. */
  readonly underWay: boolean;
  /** Minutes of the day before that. */
  readonly workedMin: number;
}

/** What a thousand days say, with what was asked: meanwhile something else may be asked. */
export interface Foretold {
  readonly of: DayQuestion;
  readonly forecast: DayForecast;
  /** What would help; not there while it is being tried. */
  readonly advice?: readonly Advice[];
  /** When to break, null when none is wanted; not there while it is being tried. */
  readonly rest?: BreakAdvice | null;
}

export type DayAnswer =
  | { readonly step: "nothing" }
  | { readonly step: "wrong"; readonly why: string }
  | { readonly step: "working"; readonly part: number; readonly before: Foretold | null }
  | { readonly step: "stopped"; readonly before: Foretold | null }
  | { readonly step: "known"; readonly foretold: Foretold };

const REPLICATES = 1000;

const lastKnown = (answer: DayAnswer): Foretold | null =>
  answer.step === "known" ? answer.foretold : "before" in answer ? answer.before : null;

/** Simulates the plan in a worker whenever another one is asked for; a new question ends the old one. */
export function useDay(question: DayQuestion | null): {
  answer: DayAnswer;
  stop: () => void;
  again: () => void;
} {
  const [answer, setAnswer] = useState<DayAnswer>({ step: "nothing" });
  const [times, setTimes] = useState(0);
  const end = useRef(() => {});
  const asked = question ? JSON.stringify({ of: question, times }) : "";
  useEffect(() => {
    if (asked === "") {
      setAnswer({ step: "nothing" });
      return;
    }
    const { of } = JSON.parse(asked) as { of: DayQuestion };
    let worker: Worker | undefined;
    setAnswer((now) => ({ step: "working", part: 0, before: lastKnown(now) }));
    // Whoever types on is waited for.
    const due = setTimeout(() => {
      worker = new Worker(new URL("../../../workers/day.worker.ts", import.meta.url));
      worker.onmessage = ({ data }) => {
        if (data.progress !== undefined)
          setAnswer((now) => (now.step === "working" ? { ...now, part: data.progress } : now));
        if (data.forecast) setAnswer({ step: "known", foretold: { of, ...data } });
        else if (data.advice || "rest" in data)
          setAnswer((now) =>
            now.step === "known" ? { ...now, foretold: { ...now.foretold, ...data } } : now,
          );
        if (data.wrong) setAnswer({ step: "wrong", why: data.wrong });
      };
      worker.postMessage({
        plan: of.plan,
        workedMin: of.workedMin,
        seed: 20260813,
        replicates: REPLICATES,
      } satisfies SimulateDay);
    }, 150);
    end.current = () => {
      clearTimeout(due);
      worker?.terminate();
    };
    return end.current;
  }, [asked]);
  return {
    answer,
    stop: () => {
      end.current();
      setAnswer((now) => ({ step: "stopped", before: lastKnown(now) }));
    },
    again: () => setTimes((n) => n + 1),
  };
}
