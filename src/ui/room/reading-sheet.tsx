"use client";

import dynamic from "next/dynamic";

/** Only fetched when readings are entered. */
export const ReadingSheet = dynamic(() => import("./sheet-of-drops"), {
  ssr: false,
  loading: () => <p className="panel mb-3">Opening the sheet…</p>,
});
