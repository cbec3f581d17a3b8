"use client";

import { useEffect, useRef, useState } from "react";

/** What this tablet kept under a key; null when nothing, or nothing that can be read. */
export function keptUnder<T>(key: string): T | null {
  try {
    return JSON.parse(localStorage.getItem(key) ?? "null");
  } catch {
    return null;
  }
}

/** Keeps it through a reload, a dead battery and a closed tab; null forgets it. */
export function keep(key: string, value: unknown): void {
  try {
    if (value === null) localStorage.removeItem(key);
    else localStorage.setItem(key, JSON.stringify(value));
  } catch {
    // No room, or none wanted: it is kept as long as the page is.
  }
}

/**
 * Like `useState`, but kept until it is as at first again. What was left behind under another `of` is forgotten.
 */
export function useKept<T>(key: string, of: string | number, atFirst: T): readonly [T, (next: T) => void] {
  const [value, setValue] = useState(atFirst);
  const first = useRef(JSON.stringify(atFirst));
  useEffect(() => {
    const kept = keptUnder<{ of: string | number; value: T }>(key);
    if (kept && kept.of === of) setValue(kept.value);
  }, [key, of]);
  return [
    value,
    (next) => {
      setValue(next);
      keep(key, JSON.stringify(next) === first.current ? null : { of, value: next });
    },
  ];
}
