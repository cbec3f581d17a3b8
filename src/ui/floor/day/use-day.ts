"use client";

import { proxy, type Remote, wrap } from "comlink";
import { useEffect, useRef, useState } from "react";
import type { Advice, BreakAdvice, DayForecast, DayPlan } from "@/core/dayplan";
import type { DayWorker, SimulateDay } from "@/workers/day.worker";

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

/** Asks the worker for the day first, then for what would help it; an ended worker answers nothing more. */
async function foretell(
  day: Remote<DayWorker>,
  asked: SimulateDay,
  say: {
    progress: (part: number) => void;
    known: (forecast: DayForecast) => void;
    besides: (more: Partial<Pick<Foretold, "advice" | "rest">>) => void;
    wrong: (why: string) => void;
  },
): Promise<void> {
  try {
    const forecast = await day.forecast(asked, proxy(say.progress));
    say.known(forecast);
    say.besides({ advice: await day.advice(asked, forecast) });
    say.besides({ rest: await day.rest(asked) });
  } catch (fault) {
    say.wrong(fault instanceof Error ? fault.message : "The day could not be simulated.");
  }
}

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
    const over = new AbortController();
    setAnswer((now) => ({ step: "working", part: 0, before: lastKnown(now) }));
    // Whoever types on is waited for.
    const due = setTimeout(() => {
      worker = new Worker(new URL("../../../workers/day.worker.ts", import.meta.url));
      // One that does not even begin never answers; one that is ended while it begins may still complain.
      worker.addEventListener(
        "error",
        () =>
          setAnswer({
            step: "wrong",
            why: "The day cannot be simulated in this browser now. Open the screen again.",
          }),
        { signal: over.signal },
      );
      const simulate: SimulateDay = {
        plan: of.plan,
        workedMin: of.workedMin,
        seed: 20260813,
        replicates: REPLICATES,
      };
      void foretell(wrap<DayWorker>(worker), simulate, {
        progress: (part) => setAnswer((now) => (now.step === "working" ? { ...now, part } : now)),
        known: (forecast) => setAnswer({ step: "known", foretold: { of, forecast } }),
        besides: (more) =>
          setAnswer((now) =>
            now.step === "known" ? { ...now, foretold: { ...now.foretold, ...more } } : now,
          ),
        wrong: (why) => setAnswer({ step: "wrong", why }),
      });
    }, 150);
    end.current = () => {
      clearTimeout(due);
      over.abort();
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
