"use client";

import { type ReactNode, useEffect, useRef, useState } from "react";

/** Something far down the page: fetched and drawn when it comes near, room kept for it until then. */
export function WhenSeen({ className, children }: { className: string; children: ReactNode }) {
  const place = useRef<HTMLDivElement>(null);
  const [seen, setSeen] = useState(false);
  useEffect(() => {
    if (!place.current) return;
    const eye = new IntersectionObserver(
      (entries) => {
        if (entries.some((e) => e.isIntersecting)) setSeen(true);
      },
      { rootMargin: "200px" },
    );
    eye.observe(place.current);
    return () => eye.disconnect();
  }, []);
  return seen ? children : <div ref={place} className={className} />;
}
