"use client";

import { useEffect, useRef, useState } from "react";
import type { Advice, DayForecast, DayPlan } from "@/core/dayplan";

export type DayAnswer =
  | { readonly step: "nothing" }
  | { readonly step: "working"; readonly part: number; readonly before: DayForecast | null }
  | { readonly step: "wrong"; readonly why: string }
  | { readonly step: "known"; readonly forecast: DayForecast; readonly advice: readonly Advice[] | null };

const REPLICATES = 1000;

/** Simulates `plan` in a worker whenever it changes; a new question ends the old one. */
export function useDay(plan: DayPlan | null): { answer: DayAnswer; stop: () => void } {
  const [answer, setAnswer] = useState<DayAnswer>({ step: "nothing" });
  const worker = useRef<Worker | null>(null);
  const asked = plan ? JSON.stringify(plan) : "";
  useEffect(() => {
    worker.current?.terminate();
    if (asked === "") {
      setAnswer({ step: "nothing" });
      return;
    }
    const due = setTimeout(() => {
      setAnswer((now) => ({ step: "working", part: 0, before: now.step === "known" ? now.forecast : null }));
      const w = new Worker(new URL("../../../workers/day.worker.ts", import.meta.url));
      worker.current = w;
      w.onmessage = ({ data }) => {
        if (data.progress !== undefined)
          setAnswer((now) => (now.step === "working" ? { ...now, part: data.progress } : now));
        if (data.forecast) setAnswer({ step: "known", forecast: data.forecast, advice: null });
        if (data.advice) setAnswer((now) => (now.step === "known" ? { ...now, advice: data.advice } : now));
        if (data.wrong) setAnswer({ step: "wrong", why: data.wrong });
      };
      w.postMessage({ plan: JSON.parse(asked), seed: 20260813, replicates: REPLICATES });
    }, 150);
    return () => {
      clearTimeout(due);
      worker.current?.terminate();
    };
  }, [asked]);
  return {
    answer,
    stop: () => {
      worker.current?.terminate();
      setAnswer({ step: "nothing" });
    },
  };
}
