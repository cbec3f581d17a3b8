"use client";

import dynamic from "next/dynamic";

const loading = () => <p className="panel mb-3">Opening the form…</p>;

/** Each only fetched when somebody plans, fills or weighs. */
export const JarPlan = dynamic(() => import("./jar-plan").then((m) => m.JarPlan), { loading });
export const FillJars = dynamic(() => import("./fill-jars").then((m) => m.FillJars), { loading });
export const WeighJars = dynamic(() => import("./weigh-jars").then((m) => m.WeighJars), { loading });
