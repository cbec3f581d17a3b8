"use client";

import dynamic from "next/dynamic";

/** The sheet stands there with the page; what it judges with is fetched when it is opened. */
export const PullSheet = dynamic(() => import("./sheet"), {
  loading: () => <p className="panel">Opening the sheet…</p>,
});
