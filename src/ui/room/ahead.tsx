"use client";

import dynamic from "next/dynamic";

/** The chart and its sliders come after the decisions, which say the same in words. */
export const Ahead = dynamic(() => import("./what-if"), {
  ssr: false,
  loading: () => <p className="h-96 text-ink-2">Reckoning…</p>,
});
