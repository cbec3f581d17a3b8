"use client";

import { useEffect, useState } from "react";

const said = (s: number): string =>
  s >= 3600
    ? `${Math.floor(s / 3600)}:${String(Math.floor((s % 3600) / 60)).padStart(2, "0")}:${String(Math.floor(s % 60)).padStart(2, "0")}`
    : `${Math.floor(s / 60)}:${String(Math.floor(s % 60)).padStart(2, "0")}`;

/** Runs from the question on; stands still once the list was done. */
export function StopWatch({
  sinceMs,
  nowMs,
  ended,
}: {
  sinceMs: number;
  nowMs: number;
  ended: number | null;
}) {
  const [off] = useState(() => nowMs - Date.now());
  const [now, setNow] = useState(nowMs);
  useEffect(() => {
    if (ended !== null) return;
    const timer = setInterval(() => setNow(Date.now() + off), 1000);
    return () => clearInterval(timer);
  }, [ended, off]);
  return (
    <span className="font-mono text-[34px] leading-none font-semibold" role="timer">
      {said(ended ?? Math.max(0, (now - sinceMs) / 1000))}
      <small className="ml-1 text-[15px] font-normal text-ink-2">
        {ended === null ? "running" : "in all"}
      </small>
    </span>
  );
}
