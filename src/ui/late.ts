"use client";

import { useSyncExternalStore } from "react";

/** When what is entered now truly happened, by the house's own clock ("2026-08-13T14:30"); null for now. */
let at: string | null = null;
const listeners = new Set<() => void>();

/** Kept in this tab through a reload, with the banner that says so. */
const KEPT = "aumbry-happened-at";
const kept = (): string | null => {
  try {
    return sessionStorage.getItem(KEPT);
  } catch {
    return null;
  }
};
if (typeof sessionStorage !== "undefined") at = kept();

export const happenedAt = (): string | null => at;
export function setHappenedAt(to: string | null): void {
  at = to;
  try {
    if (to === null) sessionStorage.removeItem(KEPT);
    else sessionStorage.setItem(KEPT, to);
  } catch {
    // Nothing is kept where nothing may be.
  }
  for (const heard of listeners) heard();
}

const subscribe = (heard: () => void) => {
  listeners.add(heard);
  return () => listeners.delete(heard);
};
export const useHappenedAt = (): string | null => useSyncExternalStore(subscribe, happenedAt, () => null);

/** What every deed and every rehearsal carries with it. */
export const lateHeader = (moment: string | null = at): Record<string, string> =>
  moment === null ? {} : { "aumbry-at": moment };
