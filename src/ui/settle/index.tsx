"use client";

import dynamic from "next/dynamic";

/** Only fetched when somebody plans what to warm. */
export const WarmPlan = dynamic(() => import("./warm-plan").then((m) => m.WarmPlan), {
  loading: () => <p className="panel mb-3">Opening the plan…</p>,
});
/** Fetched beside the page, which is there before them. */
export const Columns = dynamic(() => import("./columns").then((m) => m.Columns));
