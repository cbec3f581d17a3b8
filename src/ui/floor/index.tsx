"use client";

import dynamic from "next/dynamic";

const loading = () => <p className="panel mb-3">Opening…</p>;
/** Both reckon while they are worked with; neither is fetched before it is wanted. */
export const DayPlanner = dynamic(() => import("./day/planner"), { ssr: false, loading });
export const LoadArranger = dynamic(() => import("./load/arranger"), { ssr: false, loading });
/** Only fetched when what each can do is open. */
export const Skills = dynamic(() => import("./skills").then((m) => m.Skills), { loading });
export const RunCard = dynamic(() => import("./run-card").then((m) => m.RunCard));
export const ChooseSupers = dynamic(() => import("../choose-supers").then((m) => m.ChooseSupers), {
  loading,
});
