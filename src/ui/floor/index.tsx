"use client";

import dynamic from "next/dynamic";

const loading = () => <p className="panel mb-3">Opening…</p>;
/** Both reckon while they are worked with; neither is fetched before it is wanted. */
export const DayPlanner = dynamic(() => import("./day/planner"), { ssr: false, loading });
export const LoadArranger = dynamic(() => import("./load/arranger"), { ssr: false, loading });
export const ResidueChart = dynamic(() => import("./residue-chart"), { ssr: false, loading });
