"use client";

import dynamic from "next/dynamic";

/** Fetched beside the list, which is there before them. */
export const FlowPicture = dynamic(() => import("../figures/flow-picture").then((m) => m.FlowPicture));
export const StopWatch = dynamic(() => import("./stop-watch").then((m) => m.StopWatch));
