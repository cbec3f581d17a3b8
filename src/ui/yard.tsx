"use client";

import dynamic from "next/dynamic";

const loading = () => <p className="panel mb-3">Opening…</p>;

/** Each only fetched when it is opened. */
export const ImportFile = dynamic(() => import("./import-file").then((m) => m.ImportFile), { loading });
export const PullPlans = dynamic(() => import("./pull/plans").then((m) => m.PullPlans), { loading });
