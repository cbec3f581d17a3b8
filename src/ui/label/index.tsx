"use client";

import dynamic from "next/dynamic";

/** Fetched beside the page, which is there before it. */
export const LabelBench = dynamic(() => import("./bench").then((m) => m.LabelBench));
