"use client";

import dynamic from "next/dynamic";

const loading = () => <p className="panel mb-3">Opening the form…</p>;

/** Only fetched when something is poured or comes in. */
export const Pour = dynamic(() => import("./pour").then((m) => m.Pour), { ssr: false, loading });
export const Receive = dynamic(() => import("./receive").then((m) => m.Receive), { ssr: false, loading });
export const StockTake = dynamic(() => import("./stock-take").then((m) => m.StockTake), {
  ssr: false,
  loading,
});
export const Blend = dynamic(() => import("./blend").then((m) => m.Blend), { ssr: false, loading });
