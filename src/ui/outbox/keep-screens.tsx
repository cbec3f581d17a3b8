"use client";

import { useEffect } from "react";
import { keep, keptUnder } from "../kept";

/** What the floor opens, and the work that opens in it. */
const FLOOR = [
  "/",
  "/work",
  "/hot-room",
  "/hot-room?do=read",
  "/hot-room?do=air",
  "/hot-room?do=stand",
  "/hot-room?do=out",
  "/spin",
  "/spin?do=load",
  "/spin?do=batch",
  "/spin?do=pail",
  "/spin?do=weigh",
  "/spin?do=cappings",
  "/spin?do=loss",
  "/settle",
  "/settle?do=skim",
  "/settle?do=strain",
  "/settle?do=warm",
  "/settle?do=inspect",
  "/bottle",
  "/bottle?do=weigh",
  "/yard",
  "/yard?do=pull",
  "/yard?do=frames",
  "/yard?do=weigh",
] as const;

const KEY = "aumbry-screens-kept";
/** So often the floor's screens are looked at anew; whatever is opened is kept anyway. */
const EVERY_MS = 20 * 60_000;
/** The screen that is open comes first. */
const AFTER_MS = 4000;

/** Lets this browser keep the application and the floor's screens, where it may (over TLS, or on the machine itself). */
export function KeepScreens() {
  useEffect(() => {
    if (!("serviceWorker" in navigator)) return;
    let due: ReturnType<typeof setTimeout> | undefined;
    void navigator.serviceWorker
      .register("/sw.js")
      .then(() => navigator.serviceWorker.ready)
      .then(({ active }) => {
        document.documentElement.dataset.keeps = "on";
        if (Date.now() - (keptUnder<number>(KEY) ?? 0) < EVERY_MS) return;
        due = setTimeout(() => {
          keep(KEY, Date.now());
          active?.postMessage({ warm: [location.pathname + location.search, ...FLOOR] });
        }, AFTER_MS);
      })
      .catch(() => {
        // A browser that keeps nothing works as long as the house answers.
      });
    return () => clearTimeout(due);
  }, []);
  return null;
}
