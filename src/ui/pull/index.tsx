"use client";

import dynamic from "next/dynamic";

/** The sheet judges while it is filled in; its statistics are only fetched when it is opened. */
export const PullSheet = dynamic(() => import("./sheet"), {
  ssr: false,
  loading: () => <p className="panel">Opening the sheet…</p>,
});
