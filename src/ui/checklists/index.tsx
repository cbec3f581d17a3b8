"use client";

import dynamic from "next/dynamic";

/** Only fetched where a list is open. */
export const Checklist = dynamic(() => import("./checklist").then((m) => m.Checklist), {
  loading: () => <p className="panel mb-3">Opening…</p>,
});
