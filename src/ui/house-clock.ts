"use client";

import { useEffect, useRef, useState } from "react";
import { clockOffset } from "./outbox/clock";

/** The house's clock, not the tablet's, told anew every `everyMs`: every tablet shows the same. */
export function useHouseClock(nowMs: number, everyMs: number): number {
  const offset = useRef<number | null>(null);
  const [now, setNow] = useState(nowMs);
  useEffect(() => {
    offset.current ??= clockOffset(nowMs);
    const tick = () => setNow(Date.now() + (offset.current ?? 0));
    const beat = setInterval(tick, everyMs);
    tick();
    return () => clearInterval(beat);
  }, [nowMs, everyMs]);
  return now;
}
