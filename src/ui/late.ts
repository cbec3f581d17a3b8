"use client";

import { useSyncExternalStore } from "react";

/** When what is entered now truly happened, by the house's own clock ("2026-08-13T14:30"); null for now. */
let at: string | null = null;
const listeners = new Set<() => void>();

export const happenedAt = (): string | null => at;
export function setHappenedAt(to: string | null): void {
  at = to;
  for (const heard of listeners) heard();
}

const subscribe = (heard: () => void) => {
  listeners.add(heard);
  return () => listeners.delete(heard);
};
export const useHappenedAt = (): string | null => useSyncExternalStore(subscribe, happenedAt, () => null);

/** What every deed and every rehearsal carries with it. */
export const lateHeader = (): Record<string, string> => (at === null ? {} : { "aumbry-at": at });
