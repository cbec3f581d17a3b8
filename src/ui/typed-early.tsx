"use client";

import { useEffect } from "react";

type TypedInto = HTMLInputElement | HTMLTextAreaElement | HTMLSelectElement;

/** What was typed before the page's scripts were there, as first.js kept it; undefined from the moment that is over. */
const early = globalThis as { typedEarly?: Map<TypedInto, string> | undefined };

/** So many frames a part of the page is waited for: its scripts may come later than the page's. */
const MOST_FRAMES = 1800;

/** React knows an element it has taken over by a property of its own; nothing public says so. */
const isTakenOver = (field: TypedInto): boolean =>
  Object.keys(field).some((key) => key.startsWith("__reactProps$"));

/** Types it in once more, now that somebody listens. */
function typeIn(field: TypedInto, value: string): void {
  // Past React's own note of what stands in the field, or it would find nothing new.
  const { set } = Object.getOwnPropertyDescriptor(Object.getPrototypeOf(field), "value") ?? {};
  field.value = "";
  set?.call(field, value);
  field.dispatchEvent(new Event(field instanceof HTMLSelectElement ? "change" : "input", { bubbles: true }));
}

/** Hands over what a fast finger or a scanner typed into a page that could not answer yet: it would be wiped otherwise. */
export function TypedEarly() {
  useEffect(() => {
    const { typedEarly } = early;
    early.typedEarly = undefined;
    if (!typedEarly) return;
    const waiting = new Map(typedEarly);
    let frame = 0;
    let seen = 0;
    const handOver = () => {
      for (const [field, value] of waiting) {
        const here = field.isConnected || !field.name ? field : document.getElementsByName(field.name)[0];
        if (!here || !isTakenOver(here as TypedInto)) continue;
        waiting.delete(field);
        typeIn(here as TypedInto, value);
      }
      if (waiting.size > 0 && seen++ < MOST_FRAMES) frame = requestAnimationFrame(handOver);
    };
    handOver();
    return () => cancelAnimationFrame(frame);
  }, []);
  return null;
}
