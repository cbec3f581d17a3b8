"use client";

import { useEffect, useRef, useState } from "react";

function left<T>(key: string): T | null {
  try {
    return JSON.parse(localStorage.getItem(key) ?? "null");
  } catch {
    return null;
  }
}

/**
 * Like `useState`, but what was typed or pressed outlives a reload, a dead battery and a closed tab of this
 * tablet, until it is as at first again. What was left behind under another `of` is forgotten.
 */
export function useKept<T>(key: string, of: string | number, atFirst: T): readonly [T, (next: T) => void] {
  const [value, setValue] = useState(atFirst);
  const first = useRef(JSON.stringify(atFirst));
  useEffect(() => {
    const kept = left<{ of: string | number; value: T }>(key);
    if (kept && kept.of === of) setValue(kept.value);
  }, [key, of]);
  return [
    value,
    (next) => {
      setValue(next);
      try {
        if (JSON.stringify(next) === first.current) localStorage.removeItem(key);
        else localStorage.setItem(key, JSON.stringify({ of, value: next }));
      } catch {
        // No room, or none wanted: it is kept as long as the page is.
      }
    },
  ];
}
