"use client";

import { type RefObject, useEffect, useState } from "react";

/** Whether a place has come within so many px of what is in sight; it stays so. */
export function useNear(place: RefObject<Element | null>, px: number): boolean {
  const [near, setNear] = useState(false);
  useEffect(() => {
    if (!place.current) return;
    const eye = new IntersectionObserver(
      (entries) => {
        if (!entries.some((e) => e.isIntersecting)) return;
        setNear(true);
        eye.disconnect();
      },
      // The bench and the tape scroll, not the page: a margin around the page reaches nothing that they cut off.
      { root: place.current.closest("#bench, [data-scrolls]"), rootMargin: `${px}px` },
    );
    eye.observe(place.current);
    return () => eye.disconnect();
  }, [place, px]);
  return near;
}
