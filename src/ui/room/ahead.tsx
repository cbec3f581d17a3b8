"use client";

import dynamic from "next/dynamic";

/** The chart is drawn where the page is made; what its sliders reckon with comes after the decisions, which say the same in words. */
export const Ahead = dynamic(() => import("./what-if"), {
  loading: () => <p className="h-96 text-ink-2">Reckoning…</p>,
});
